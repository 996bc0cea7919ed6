/** How a master leaves: rendered, written with what it says of itself, read again and held against what was written, with its check-sum beside it. */
package oakmirror.media.delivery;
