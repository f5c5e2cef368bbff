/** Tables that come in as files: rows by the names of their columns. */
@org.springframework.modulith.ApplicationModule(displayName = "Sheets")
package app.reliquum.sheets;
