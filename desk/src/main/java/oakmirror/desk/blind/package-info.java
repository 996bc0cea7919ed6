/** The sheet on which tracks are compared without knowing which is which. */
package oakmirror.desk.blind;
