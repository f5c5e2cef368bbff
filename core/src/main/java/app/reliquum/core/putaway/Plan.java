package app.reliquum.core.putaway;

import app.reliquum.core.quantity.Quantity;
import java.util.List;

/**
 * Where goods go.
 *
 * @param placements what goes where, in the order of the rules
 * @param considered every bin that was looked at, in that order, with the reason
 * @param missing how much fits nowhere; zero when all has its place
 */
public record Plan(List<Placement> placements, List<Considered> considered, Quantity missing) {

  public Plan {
    placements = List.copyOf(placements);
    considered = List.copyOf(considered);
  }

  /** By which stage of the rules a bin came up. */
  public enum Stage {
    HOME_BIN,
    RULE,
    SAME_ITEM,
    EMPTY_BIN,
    OVERFLOW
  }

  /** Some of the goods in one bin. */
  public record Placement(long place, Quantity quantity, Stage stage) {}

  /**
   * A bin that was looked at.
   *
   * @param rule the rule that named it, 0 for none
   */
  public record Considered(long place, Stage stage, long rule, Verdict verdict) {}
}
