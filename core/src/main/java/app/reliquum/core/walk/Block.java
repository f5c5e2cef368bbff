package app.reliquum.core.walk;

import app.reliquum.core.text.InvalidValueException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * A block of parallel aisles of one length, with a cross aisle at the front and one at the back.
 * Whoever walks begins and ends at the front of one aisle. All lengths are in one unit of the
 * house's choice.
 *
 * @param across where each aisle lies along the cross aisles, rising
 * @param length how long an aisle is, from cross aisle to cross aisle
 * @param start the aisle at whose front the walk begins and ends, from 0
 */
public record Block(List<Double> across, double length, int start) {

  /**
   * A stop on the walk.
   *
   * @param id what it is called by whoever asks
   * @param aisle the aisle, from 0
   * @param depth how far into the aisle it lies, from the front
   */
  public record Stop(long id, int aisle, double depth) {}

  public Block {
    across = List.copyOf(across);
    if (across.isEmpty() || length <= 0 || start < 0 || start >= across.size()) {
      throw new InvalidValueException(
          "A block has an aisle with a length, and a start at one of its aisles.");
    }
    for (int i = 1; i < across.size(); i++) {
      if (across.get(i) <= across.get(i - 1)) {
        throw new InvalidValueException("Aisles are named from one side to the other.");
      }
    }
  }

  /** How far it is from one stop to another. */
  public double between(Stop one, Stop other) {
    if (one.aisle() == other.aisle()) {
      return Math.abs(one.depth() - other.depth());
    }
    double front = one.depth() + other.depth();
    double back = 2 * length - front;
    return Math.abs(across.get(one.aisle()) - across.get(other.aisle())) + Math.min(front, back);
  }

  /** How long a walk is that visits stops in an order, from the start and back to it. */
  public double walked(List<Stop> order) {
    Stop at = new Stop(0, start, 0);
    double sum = 0;
    for (Stop stop : order) {
      sum += between(at, stop);
      at = stop;
    }
    return sum + between(at, new Stop(0, start, 0));
  }

  /**
   * The order of someone who goes through every aisle with a stop from end to end, turning from one
   * into the next: the S-shape, against which a round is compared.
   */
  public List<Stop> snake(List<Stop> stops) {
    List<Stop> order = new ArrayList<>();
    boolean fromFront = true;
    for (int aisle = 0; aisle < across.size(); aisle++) {
      int here = aisle;
      Comparator<Stop> depth = Comparator.comparingDouble(Stop::depth);
      List<Stop> inside =
          stops.stream()
              .filter(stop -> stop.aisle() == here)
              .sorted((fromFront ? depth : depth.reversed()).thenComparingLong(Stop::id))
              .toList();
      if (!inside.isEmpty()) {
        order.addAll(inside);
        fromFront = !fromFront;
      }
    }
    return order;
  }

  /**
   * How far someone walks who goes through every aisle with a stop from end to end, and turns back
   * in the last one if that is needed to come out at the front.
   */
  public double snakeWalked(List<Stop> stops) {
    List<Integer> aisles = stops.stream().map(Stop::aisle).distinct().sorted().toList();
    if (aisles.isEmpty()) {
      return 0;
    }
    int first = aisles.get(0);
    int last = aisles.get(aisles.size() - 1);
    double sides =
        Math.abs(across.get(start) - across.get(first))
            + across.get(last)
            - across.get(first)
            + Math.abs(across.get(start) - across.get(last));
    double deepest =
        stops.stream()
            .filter(stop -> stop.aisle() == last)
            .mapToDouble(Stop::depth)
            .max()
            .orElse(0);
    boolean turns = aisles.size() % 2 == 1;
    return sides + (turns ? (aisles.size() - 1) * length + 2 * deepest : aisles.size() * length);
  }
}
