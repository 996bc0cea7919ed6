package oakmirror.state.catalogue;

import oakmirror.media.library.Entry;
import oakmirror.profile.Descriptor;

/**
 * An entry as it is listed.
 *
 * @param entry which
 * @param sketch its tone in little
 * @param distance how far it is from the mix in the way they are sorted by; NaN where they are not
 * @param gapDb the gap between its tone and the mix’s, dB RMS; NaN where they are not held against each other
 * @param supportedDb what of its gap is supported, dB RMS; NaN where that was not weighed
 */
public record Shown(Entry entry, Descriptor sketch, double distance, double gapDb, double supportedDb) {}
