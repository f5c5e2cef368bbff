package app.reliquum.core.counting;

import app.reliquum.core.quantity.Quantity;
import java.time.Instant;
import java.util.List;

/** What the book said of a position at a past moment. */
public final class BookAt {

  private BookAt() {}

  /**
   * A change of one position.
   *
   * @param effective when it happened
   * @param change by how much, in base units; negative if goods left
   */
  public record Movement(Instant effective, Quantity change) {}

  /**
   * What a position held at a moment, that moment included: what it holds now, less what has
   * happened since. It costs what has happened since, not what the ledger holds.
   *
   * @param now what it holds now
   * @param movements its movements, in any order; all those after the moment must be among them
   * @param moment the moment
   */
  public static Quantity of(Quantity now, List<Movement> movements, Instant moment) {
    Quantity then = now;
    for (Movement one : movements) {
      if (one.effective().isAfter(moment)) {
        then = then.minus(one.change());
      }
    }
    return then;
  }
}
