/** What a second start of the program gives to the first, so that there is one window for one session. */
package oakmirror.media.handover;
