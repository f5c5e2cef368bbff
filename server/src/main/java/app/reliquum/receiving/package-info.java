/** Goods in: suppliers, what is expected from them, what has come, and what waits to be checked. */
@org.springframework.modulith.ApplicationModule(displayName = "Receiving")
package app.reliquum.receiving;
