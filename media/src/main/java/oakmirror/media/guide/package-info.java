/** The guide: chapters in the order of the work, in each language, as they are read in the window, on a page of their own, and in docs/guide. */
package oakmirror.media.guide;
