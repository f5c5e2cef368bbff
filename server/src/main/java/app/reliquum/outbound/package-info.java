/**
 * Goods for customers and jobs: ordered, allocated, picked, packed and gone.
 *
 * <p>{@link Accepting} takes orders in, {@link Allocating} reserves by the removal rules, {@link
 * PickRounds} plans walks, {@link Picking}, {@link Packing} and {@link HandingOver} do the work;
 * {@link OutboundViews} is what an order looks like from outside. Its state follows from its lines
 * ({@code OutboundProgress}); orders are locked before positions.
 *
 * <p>{@link Scales} and {@link Carrier} are simulated stand-ins with the manners of the real ones:
 * they can fail, and what is asked of the carrier twice under one reference is booked once.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Outbound",
    allowedDependencies = {
      "api",
      "catalog",
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
