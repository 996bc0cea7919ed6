/** Controllers: which there are, what they are bound to, what comes of it, and what is lit. */
package oakmirror.state.controllers;
