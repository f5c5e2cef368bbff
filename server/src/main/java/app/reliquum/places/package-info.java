/** Where: sites, areas, bins, and the contra places on the other side. */
@org.springframework.modulith.ApplicationModule(displayName = "Places")
package app.reliquum.places;
