/**
 * Reports for the client and for the archive: one page a song as PDF, or as one HTML file that needs no scripts. What is told is gathered once ({@code SongFacts},
 * {@code RecordFacts}), drawn once on a {@code Sheet}, and written by either.
 */
package oakmirror.media.report;
