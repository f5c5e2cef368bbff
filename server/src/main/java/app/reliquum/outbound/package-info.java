/**
 * Goods for customers and jobs: ordered, allocated, picked, packed and gone.
 *
 * <p>{@link Accepting} takes orders in, {@link Allocating} reserves by the removal rules, {@link
 * PickRounds} plans walks, {@link Picking}, {@link Packing} and {@link HandingOver} do the work;
 * {@link OutboundViews} is what an order looks like from outside. Its state follows from its lines
 * ({@code OutboundProgress}); orders are locked before positions.
 *
 * <p>Scales and carriers are asked over HTTP: see the module of connections.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Outbound",
    allowedDependencies = {
      "api",
      "catalog",
      "connections",
      "counting",
      "documents",
      "feed",
      "house",
      "places",
      "removal",
      "stock",
      "ubl"
    })
@org.jspecify.annotations.NullMarked
package app.reliquum.outbound;
