/**
 * Running low: by which policy an item is kept in stock, what a run found of it, and what is
 * proposed to have come.
 *
 * <p>{@link Policies} keeps the policies and says which one holds, {@link StoredFacts} what core
 * needs to know of an item, {@link Runs} looks at all items of a site, in the night and when
 * someone asks, {@link Proposals} become requisitions, transfers and jobs once a person approves.
 * {@link RunningLow} shows what a run has seen, and one item with every figure. The rules are
 * core's ({@code core/demand}): nothing is reckoned here.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Replenishment",
    allowedDependencies = {
      "api",
      "catalog",
      "costing",
      "documents",
      "feed",
      "house",
      "inbound",
      "outbound",
      "places",
      "removal",
      "stock",
      "supply",
      "transfers"
    })
@org.jspecify.annotations.NullMarked
package app.reliquum.replenishment;
