/**
 * What lies where, and how it came there.
 *
 * <p>The only room that writes positions and ledger lines: {@link Stock} posts, in one transaction
 * or not at all; {@link Reserving} keeps stock for documents; {@link OnHand} and {@link Ledger}
 * answer, {@link BookChecks} adds the whole ledger up and says where a kept figure differs. A line
 * is never changed: a posting is reversed by another. Positions are locked in the order of their
 * keys.
 *
 * <p>Its tables are its own. The statements of other capabilities name the views of {@code
 * V16__stock_views.sql}; what their statements need of its rules they take from {@link UsageSql},
 * {@link OwnPlaces} and {@code DemandSql}.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Stock",
    allowedDependencies = {"api", "catalog", "costing", "documents", "feed", "places"})
@org.jspecify.annotations.NullMarked
package app.reliquum.stock;
