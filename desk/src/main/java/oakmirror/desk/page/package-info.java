/** The five stations, each a page. */
package oakmirror.desk.page;
