package app.reliquum.core.counting;

import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.quantity.Quantity;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The ledger lines that put the book right after a count.
 *
 * <p>A variance takes effect at the moment when the goods were counted: from then on the book was
 * known to be wrong. So a second count of the same position, compared after the first is posted,
 * finds a book that is right, whenever it was scanned after the first.
 *
 * <p>A piece with a serial number that is found in one place while the book has it in another has
 * not been gained: it is moved from there.
 */
public final class Correction {

  private Correction() {}

  /**
   * A settled variance.
   *
   * @param key the position
   * @param variance by how much the book is wrong; zero is left out of the posting
   * @param moment when the goods were counted
   */
  public record Settled(PositionKey key, Quantity variance, Instant moment) {}

  /**
   * Whether a count has been overtaken: the same position was counted at the same moment or later,
   * and that is posted. The later count has put the book right already; this one has nothing to
   * add.
   *
   * @param moment when it was counted
   * @param posted when the position was last counted, of all that is posted; null for never
   */
  public static boolean overtaken(Instant moment, Instant posted) {
    return posted != null && !posted.isBefore(moment);
  }

  /** A ledger line, and when it takes effect. */
  public record Dated(Line line, Instant moment) {}

  /**
   * The lines, in the order in which the variances were given.
   *
   * @param settled the variances
   * @param pieces where the book has the pieces now, by the number of the serial number
   * @param contra the place that stands for count differences
   */
  public static List<Dated> lines(
      List<Settled> settled, Map<Long, PositionKey> pieces, long contra) {
    Set<PositionKey> taken = new HashSet<>();
    for (Settled one : settled) {
      PositionKey elsewhere = elsewhere(one, pieces);
      if (elsewhere != null) {
        taken.add(elsewhere);
      }
    }
    List<Dated> lines = new ArrayList<>();
    for (Settled one : settled) {
      if (one.variance().isZero()) {
        continue;
      }
      PositionKey elsewhere = elsewhere(one, pieces);
      Spot other =
          elsewhere == null ? new Spot(contra, 0, one.key().condition()) : elsewhere.spot();
      if (one.variance().isPositive()) {
        lines.add(
            new Dated(
                new Line(one.key().goods(), other, one.key().spot(), one.variance()),
                one.moment()));
      } else if (!taken.contains(one.key())) {
        // What is missing here and turned up there is moved by the line of where it turned up.
        lines.add(
            new Dated(
                new Line(one.key().goods(), one.key().spot(), other, one.variance().negated()),
                one.moment()));
      }
    }
    return lines;
  }

  /** Where the book has a piece that was found here; null if nowhere else. */
  private static PositionKey elsewhere(Settled one, Map<Long, PositionKey> pieces) {
    if (one.key().serial() == 0 || !one.variance().isPositive()) {
      return null;
    }
    PositionKey known = pieces.get(one.key().serial());
    return known == null
            || known.equals(one.key())
            || known.item() != one.key().item()
            || known.lot() != one.key().lot()
        ? null
        : known;
  }
}
