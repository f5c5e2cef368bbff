/**
 * Devices that come and go: the batch collector, a terminal that counts without a network.
 *
 * <p>{@link LookUpFile} is what it takes along, {@link CollectorFiles} reads what it brings back.
 * Each line that can't be read is told and may be mended; the others are kept.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Devices",
    allowedDependencies = {"api", "codes", "counting", "places", "sheets"})
package app.reliquum.devices;
