/**
 * What there is: items with their packs and barcodes, lots, serial numbers, pictures.
 *
 * <p>{@link Catalog} and {@link LotsAndSerials} are asked by everyone; {@link ItemSetup} changes
 * items, {@link Lots} corrects days and keeps who did so and why. What an item's past has settled,
 * its unit or how its pieces are told apart, can't be changed any more ({@link ItemUse} says
 * whether it has one).
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Catalog",
    allowedDependencies = {"api", "places"})
@org.jspecify.annotations.NullMarked
package app.reliquum.catalog;
