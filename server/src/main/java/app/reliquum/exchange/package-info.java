/** Open formats in and out: what a table shows, as CSV or XLSX. */
@org.springframework.modulith.ApplicationModule(displayName = "Exchange")
package app.reliquum.exchange;
