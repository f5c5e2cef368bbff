package app.reliquum.stock;

import java.util.Set;

/** A posting has been written. Told after its transaction is through. */
public record StockMoved(long posting, Set<Long> items, Set<Long> places) {}
