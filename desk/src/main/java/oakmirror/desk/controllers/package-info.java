/** Controllers on screen: what is bound to what, and a simulated one to try it with. */
package oakmirror.desk.controllers;
