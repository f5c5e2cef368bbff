/**
 * Goods in: suppliers, what is expected from them, what has come, and what waits to be checked.
 *
 * <p>{@link InboundOrders} keeps inbound orders, {@link ReceivingGoods} receives on them, {@link
 * Checking} decides about goods at inspection, {@link OrderPapers} prints an order and writes it
 * for the supplier's system, {@link OrderAnswers} reads what that system answers, {@link Suppliers}
 * keeps those who sell. More than was ordered comes in only by someone's word, and what has expired
 * not at all.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Inbound",
    allowedDependencies = {"api", "catalog", "documents", "house", "places", "stock", "ubl"})
@org.jspecify.annotations.NullMarked
package app.reliquum.inbound;
