/**
 * What leaves the house: what a file says of itself (tags, loudness fields), what it is called, and whether it holds what it should.
 *
 * <p>Sources: EBU Tech 3285 v2 (Broadcast Wave, {@code bext}), EBU R 128 and Tech 3285 supplement for its loudness fields, RFC 7845 (gain tags of Opus),
 * ReplayGain 2.0 (from memory), ISO 3901 (ISRC).
 */
package oakmirror.delivery;
