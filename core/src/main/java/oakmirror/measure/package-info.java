/** One pass over a stream that feeds every measurement at once, and what comes of it. */
package oakmirror.measure;
