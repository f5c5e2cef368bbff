/**
 * Moving in and out: tables of the house as workbooks and CSV files.
 *
 * <p>Each capability brings its tables ({@link app.reliquum.api.sheets.HouseTable}); {@link
 * HouseTables} puts them in the order in which they are written. A file is read by {@link
 * FileRows}, tried and written by {@link ImportWork}: in one transaction, which a trial rolls back,
 * so that a trial says what writing would say. {@link Imports} keeps what was found. {@link
 * Undoing} takes an import back as long as nothing has been built on it. {@link TableExport} writes
 * the same tables out.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Imports",
    allowedDependencies = {"api"})
@org.jspecify.annotations.NullMarked
package app.reliquum.importing;
