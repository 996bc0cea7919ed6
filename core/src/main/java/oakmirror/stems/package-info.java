/** The instruments a mix is made of, as files of their own: which of them closes which gap. Ours. */
package oakmirror.stems;
