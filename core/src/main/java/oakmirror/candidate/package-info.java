/**
 * Places worth a listen: where a mix departs from its references by what may be a fault, with the odds that it is one. What these are founded on stands with
 * {@link oakmirror.candidate.Candidates}.
 */
package oakmirror.candidate;
