/**
 * What comes from controllers: MIDI and OSC messages as bytes from anywhere, what they are bound to, and what they do. Knows neither devices nor what is done.
 */
package oakmirror.surface;
