/** What plays outside the program: listened to through an input, taken as a profile, or held against references while it is mixed. */
package oakmirror.state.capture;
