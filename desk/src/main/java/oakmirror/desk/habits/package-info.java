/** What the user's mixes have in common: the page Habits, and what is said of it elsewhere. */
package oakmirror.desk.habits;
