/**
 * Reading what a scanner, a camera or a keyboard gives: our own labels, GTINs, figures, and codes
 * that only the house knows.
 *
 * <p>{@link app.reliquum.core.scan.ScanReader} says what a text <em>is</em>; {@link
 * app.reliquum.core.scan.Meanings} asks what it <em>stands for</em>, and never picks one of
 * several.
 */
package app.reliquum.core.scan;
