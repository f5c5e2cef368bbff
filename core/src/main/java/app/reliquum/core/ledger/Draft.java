package app.reliquum.core.ledger;

import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.SortedSet;
import java.util.TreeSet;

/**
 * Lines that are to be posted together or not at all.
 *
 * @param day the day on which they take effect, where it happens; goods that enter the house get it
 *     as their in-date
 * @param lines the lines, in the order in which they were said
 */
public record Draft(LocalDate day, List<Line> lines) {

  public Draft {
    Objects.requireNonNull(day, "day");
    lines = List.copyOf(lines);
  }

  /** Every position that it touches, in the order in which they are locked. */
  public SortedSet<PositionKey> touched() {
    return touchedBy(lines);
  }

  /** Every position that some lines touch, in the order in which they are locked. */
  public static SortedSet<PositionKey> touchedBy(List<Line> lines) {
    TreeSet<PositionKey> keys = new TreeSet<>();
    for (Line line : lines) {
      keys.add(line.taken());
      keys.add(line.put());
    }
    return keys;
  }
}
