/** The scale at the packing bench and the carrier at the door, each a stand-in for the real one. */
@org.springframework.modulith.ApplicationModule(displayName = "Carriage")
package app.reliquum.carriage;
