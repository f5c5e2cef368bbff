/** What goods are worth: the cost of each item, kept as receipts change it. */
@org.springframework.modulith.ApplicationModule(displayName = "Costing")
package app.reliquum.costing;
