/**
 * Readings put in words: what differs between a mix and its references enough to matter, where to look, what usually causes it, and what to be
 * careful with. Rules and thresholds are common practice without a source unless one is named beside them.
 */
package oakmirror.findings;
