/**
 * Goods between our own sites: planned, sent, in transit, and arrived or missing.
 *
 * <p>{@link Planning} writes them down, {@link Sending} and {@link Arriving} move the goods over a
 * place of the transfer's own in transit, {@link Journal} shows both steps in value; {@link
 * Between} is what a transfer looks like from outside. What was sent has arrived, is in transit, or
 * was given up by someone: nothing else.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Transfers",
    allowedDependencies = {
      "adjusting",
      "api",
      "approvals",
      "catalog",
      "costing",
      "documents",
      "house",
      "places",
      "removal",
      "stock",
      "ubl"
    })
@org.jspecify.annotations.NullMarked
package app.reliquum.transfers;
