/** Record: the songs of an album beside each other. */
package oakmirror.desk.record;
