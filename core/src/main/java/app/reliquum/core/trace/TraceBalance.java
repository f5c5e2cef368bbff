package app.reliquum.core.trace;

import app.reliquum.core.ledger.Book;
import app.reliquum.core.quantity.Quantity;
import java.util.List;
import java.util.Objects;

/**
 * The proof of a trace: what came in, less what went out, is what the book holds.
 *
 * @param in all that came in from outside, in base units
 * @param out all that went out
 * @param held what the book keeps in all places within
 * @param differences the positions of which the book keeps another quantity than the lines add up
 *     to, in the order of positions
 */
public record TraceBalance(
    Quantity in, Quantity out, Quantity held, List<Book.Difference> differences) {

  public TraceBalance {
    Objects.requireNonNull(in, "in");
    Objects.requireNonNull(out, "out");
    Objects.requireNonNull(held, "held");
    differences = List.copyOf(differences);
  }

  /**
   * What should be held and is not: zero in a sound book. Negative if more is held than ever came.
   */
  public Quantity missing() {
    return in.minus(out).minus(held);
  }

  /** Whether nothing is missing, neither in sum nor at any position. */
  public boolean isZero() {
    return missing().isZero() && differences.isEmpty();
  }
}
