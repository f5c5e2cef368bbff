/** The house itself: its name, address and logo, as they stand on its documents. */
@org.springframework.modulith.ApplicationModule(displayName = "House")
package app.reliquum.house;
