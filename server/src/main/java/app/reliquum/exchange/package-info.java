/**
 * Open formats out: what a table shows, as CSV or XLSX.
 *
 * <p>{@link TableFile} writes the rows that a question finds and the columns that are shown, in one
 * reading of the database, row by row, so that the length of a table costs no memory.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Exchange",
    allowedDependencies = {
      "adjusting",
      "api",
      "counting",
      "kinds",
      "outbound",
      "people",
      "stock",
      "transfers",
      "value"
    })
package app.reliquum.exchange;
