package app.reliquum.core.trace;

import app.reliquum.core.ledger.Goods;
import app.reliquum.core.quantity.Quantity;
import java.time.Instant;
import java.util.Comparator;
import java.util.Objects;

/**
 * A line of the ledger as a trace reads it: an edge from one place to another.
 *
 * @param posting the number of its posting
 * @param line which line of it
 * @param effective when it happened
 * @param document the number of the document that it was posted for; empty for none. A line that
 *     takes another back is of the document of that one.
 * @param goods what was moved
 * @param from where it was taken from
 * @param to where it was put
 * @param quantity how much, in base units
 */
public record TraceLine(
    long posting,
    int line,
    Instant effective,
    String document,
    Goods goods,
    TraceEnd from,
    TraceEnd to,
    Quantity quantity) {

  /** The order in which things happened; what happened at once, as it was written. */
  public static final Comparator<TraceLine> BY_TIME =
      Comparator.comparing(TraceLine::effective)
          .thenComparingLong(TraceLine::posting)
          .thenComparingInt(TraceLine::line);

  public TraceLine {
    Objects.requireNonNull(effective, "effective");
    Objects.requireNonNull(document, "document");
    Objects.requireNonNull(goods, "goods");
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(to, "to");
    Objects.requireNonNull(quantity, "quantity");
  }
}
