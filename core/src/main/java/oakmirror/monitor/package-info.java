/** What everything is heard through: the mixer, its voices, the path behind it, and tracks brought to another tempo. */
package oakmirror.monitor;
