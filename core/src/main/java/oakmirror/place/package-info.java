/**
 * How something sounds where people listen: listening places as chains of open, documented parts that mix and references are both heard through, how loud each
 * track comes out there, and how much of it gets through. Formulas and sources are in docs/method.md.
 */
package oakmirror.place;
