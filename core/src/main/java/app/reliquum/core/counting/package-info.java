/**
 * Counting: what a shelf holds against what the book says it holds.
 *
 * <p>The book is compared at the moment of the scan. Goods may move before, during and after a
 * count; a variance is what the book was wrong by at that moment, and stays what it is however much
 * moves later. {@link app.reliquum.core.counting.Statement} says what was counted, {@link
 * app.reliquum.core.counting.BookAt} what the book said then, {@link
 * app.reliquum.core.counting.Settlement} which of several counts holds, {@link
 * app.reliquum.core.counting.Correction} what is to be posted. {@link
 * app.reliquum.core.counting.AbcClass} and {@link app.reliquum.core.counting.Programme} say what is
 * to be counted when, {@link app.reliquum.core.counting.RecordAccuracy} how right the book was.
 */
package app.reliquum.core.counting;
