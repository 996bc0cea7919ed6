/** The bounces of the mix: taken as they are written, compared with those before, and heard. */
package oakmirror.state.revisions;
