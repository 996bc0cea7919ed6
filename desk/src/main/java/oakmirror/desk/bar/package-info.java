/** The listening bar: what is heard, how, and how loud; within the window, or alone beside a workstation. */
package oakmirror.desk.bar;
