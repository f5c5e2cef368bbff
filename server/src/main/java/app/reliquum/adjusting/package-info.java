/** Putting it right: adjustments, scrap, loans and the house's own movements, with who agreed. */
@org.springframework.modulith.ApplicationModule(displayName = "Adjusting")
package app.reliquum.adjusting;
