/**
 * What all documents have in common, whatever they are about.
 *
 * <p>{@link app.reliquum.core.document.DocumentNumber} says which numbers a document can have,
 * {@link app.reliquum.core.document.DueDay} when one is late. The invariant: a number that is
 * accepted can be printed on a label of ours and is read from it again as it was.
 */
package app.reliquum.core.document;
