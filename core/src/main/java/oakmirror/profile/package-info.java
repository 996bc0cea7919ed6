/** What references leave room for: the corridor that several of them span, per frequency and per reading. Ours. */
package oakmirror.profile;
