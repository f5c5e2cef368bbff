/**
 * Tables that come in as files: rows by the names of their columns.
 *
 * <p>{@link RowFile} reads CSV and XLSX alike, as a stream and within bounds. A cell that can't be
 * read is named by row and column, and never taken for another value.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Sheets",
    allowedDependencies = {"api"})
package app.reliquum.sheets;
