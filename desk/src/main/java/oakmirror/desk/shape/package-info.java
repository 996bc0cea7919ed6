/** Shape: what to change in the mix, and the correction of the master. */
package oakmirror.desk.shape;
