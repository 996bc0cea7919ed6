/** What is wrong with a recording whatever the music is: hum, clicks, dropouts, flat tops, silence at the ends. */
package oakmirror.defects;
