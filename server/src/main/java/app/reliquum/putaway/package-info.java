/**
 * Where goods are put: the rules that the house sets, and what they say of a quantity.
 *
 * <p>{@link PuttingAway} plans with {@code core.putaway} on what {@code SiteShelves} fetches stage
 * by stage, and says for every bin why it was taken or passed over; {@link Rules} keeps the rules,
 * {@link Binning} spreads what a site held without bins.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Put-away",
    allowedDependencies = {"api", "catalog", "places", "stock"})
@org.jspecify.annotations.NullMarked
package app.reliquum.putaway;
