/**
 * Adjusting the book: adjustments, scrap, loans and movements of the house's own.
 *
 * <p>{@link Adjusting} writes one down and posts it, at once or when someone else has agreed;
 * {@link Loans} knows what is out and takes it back; {@link AdjustmentFile} reads many from a file,
 * {@link ScrapReport} sums what was thrown away. What may be done for which reason is a {@link
 * app.reliquum.adjusting.MovementKinds.Kind}. A document that is posted is never changed: it is
 * reversed.
 *
 * <p>{@link MovementKinds} keeps the reasons and the house's own movement kinds, with their
 * direction, purpose, account and fields. One that was used is made inactive, not deleted: what was
 * posted by it still says so.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Adjusting",
    allowedDependencies = {
      "api",
      "approvals",
      "catalog",
      "costing",
      "documents",
      "feed",
      "places",
      "stock",
      "supply"
    })
@org.jspecify.annotations.NullMarked
package app.reliquum.adjusting;
