/** What there is: items with their packs and barcodes, lots, serial numbers. */
@org.springframework.modulith.ApplicationModule(displayName = "Catalog")
package app.reliquum.catalog;
