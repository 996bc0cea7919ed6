package oakmirror.media.delivery;

import oakmirror.media.file.OutputFormat;

/**
 * The true peak of what comes out of a lossy coder.
 *
 * @param coder which
 * @param truePeakDbtp the highest of all that it makes of a master, decoded
 */
public record CodedPeak(OutputFormat coder, double truePeakDbtp) {}
