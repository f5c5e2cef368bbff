/** Goods between our own sites: planned, sent, on the road, and arrived or missing. */
@org.springframework.modulith.ApplicationModule(displayName = "Transfers")
package app.reliquum.transfers;
