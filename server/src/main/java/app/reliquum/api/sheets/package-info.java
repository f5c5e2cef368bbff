/**
 * Tables as files, in open formats: CSV and XLSX.
 *
 * <p>{@link RowFile} reads CSV and XLSX alike, as a stream and within bounds. A cell that can't be
 * read is named by row and column, and never taken for another value. {@link TableFile} writes the
 * rows that a question finds and the columns that are shown, in one reading of the database, row by
 * row, so that the length of a table costs no memory.
 */
@org.jspecify.annotations.NullMarked
package app.reliquum.api.sheets;
