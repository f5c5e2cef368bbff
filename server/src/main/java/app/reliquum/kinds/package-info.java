/** Why goods come in or go out: reason codes and the house's own kinds, and what they ask for. */
@org.springframework.modulith.ApplicationModule(displayName = "Movement kinds")
package app.reliquum.kinds;
