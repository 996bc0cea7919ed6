/** What the window shows, as observable state: the workspace with its tracks, what is being listened to, work in progress. */
package oakmirror.desk.model;
