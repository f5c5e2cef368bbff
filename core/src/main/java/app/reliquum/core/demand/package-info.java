/**
 * Running low: how much is asked for, how long it takes to come, and so when to have more come and
 * how much.
 *
 * <p>{@link app.reliquum.core.demand.DemandHistory} says what was asked for on each working day,
 * {@link app.reliquum.core.demand.DemandPattern} how regularly, {@link
 * app.reliquum.core.demand.LeadTime} how long goods were on their way. {@link
 * app.reliquum.core.demand.ReorderPoint} and {@link app.reliquum.core.demand.OrderQuantity} work
 * out when more is to be ordered and how much, and keep every figure that they used, so that a
 * person can be told why. {@link app.reliquum.core.demand.StockPosition} is what they are compared
 * with, {@link app.reliquum.core.demand.Projection} the course that stock will take, and {@link
 * app.reliquum.core.demand.PolicyReplay} the course that it would have taken.
 *
 * <p>Estimates are floating point numbers, for they are estimates; what is ordered, asked for and
 * held is exact. What is proposed never leaves the stock position below the re-order point.
 */
package app.reliquum.core.demand;
