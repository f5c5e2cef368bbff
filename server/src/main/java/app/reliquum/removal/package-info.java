/**
 * Which goods leave first: the rules, what they would take today, and who changed them.
 *
 * <p>{@link RemovalRules} keeps them, {@link RemovalPreview} says what they would take now, {@code
 * Comparing} plays past days over again by a rule as entered. Nothing here reserves or takes.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Removal",
    allowedDependencies = {"api", "catalog", "places", "stock"})
@org.jspecify.annotations.NullMarked
package app.reliquum.removal;
