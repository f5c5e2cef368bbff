package app.reliquum.core.ledger;

import app.reliquum.core.text.InvalidValueException;
import java.util.Objects;

/**
 * One end of a ledger line.
 *
 * @param place the place's number
 * @param unitLoad the unit load that the goods stand on there, 0 for none
 * @param condition the condition they have there
 */
public record Spot(long place, long unitLoad, Condition condition) {

  /**
   * @throws IllegalArgumentException if no place is named
   */
  public Spot {
    Objects.requireNonNull(condition, "condition");
    if (place <= 0) {
      throw new InvalidValueException("A spot needs a place.");
    }
  }

  /** Good goods, loose in a place. */
  public static Spot in(long place) {
    return new Spot(place, 0, Condition.GOOD);
  }
}
