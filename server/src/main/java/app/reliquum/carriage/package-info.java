/**
 * The scale at the packing bench and the carrier at the door.
 *
 * <p>{@link Scales} and {@link Carrier} are simulated stand-ins with the manners of the real ones:
 * they can fail, and what is asked of the carrier twice under one reference is booked once.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Carriage",
    allowedDependencies = {"catalog", "stock"})
package app.reliquum.carriage;
