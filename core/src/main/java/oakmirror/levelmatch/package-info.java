/** Level matching: with what offset each track is heard, so that the louder one does not win by being louder. */
package oakmirror.levelmatch;
