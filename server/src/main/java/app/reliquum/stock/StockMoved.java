package app.reliquum.stock;

import java.util.Set;

/**
 * A posting has been written. Told after its transaction is through.
 *
 * @param sites the sites whose stock it moved
 * @param past whether it took effect before it was written, so that the past looks different now
 */
public record StockMoved(
    long posting, Set<Long> items, Set<Long> places, Set<Long> sites, boolean past) {}
