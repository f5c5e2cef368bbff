/**
 * What lies where, and how it came there. The only capability that writes positions and ledger
 * lines.
 */
@org.springframework.modulith.ApplicationModule(displayName = "Stock")
package app.reliquum.stock;
