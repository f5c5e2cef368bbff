/**
 * Scales and carriers: what the house asks over HTTP while goods are packed.
 *
 * <p>{@link Scales} and {@link Carriers} keep where each is reached; what is said to them is
 * written in {@code docs/scales-and-carriers.md}. {@link PracticeServer} speaks both descriptions
 * on this machine alone, for houses that have neither.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Connections",
    allowedDependencies = {"api", "catalog", "places", "stock"})
@org.jspecify.annotations.NullMarked
package app.reliquum.connections;
