/**
 * Goods that go back to who sold them.
 *
 * <p>{@link SupplierReturns} sets them aside, ships them and takes both back; until they are
 * shipped they are ours, in a place of their own. {@link ReturnableGoods} says what could go back
 * and on which order it came, {@link SupplierReturnPapers} prints what goes with them and tells the
 * supplier's system.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Supplier returns",
    allowedDependencies = {"api", "documents", "house", "inbound", "places", "stock", "ubl"})
@org.jspecify.annotations.NullMarked
package app.reliquum.returns;
