/** Which stock leaves first. */
package app.reliquum.core.removal;
