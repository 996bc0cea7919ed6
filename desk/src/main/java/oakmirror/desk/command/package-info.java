/** What can be done from the keyboard: every action by its name, its key, and the list in which keys are looked up and changed. */
package oakmirror.desk.command;
