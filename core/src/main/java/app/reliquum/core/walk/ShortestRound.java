package app.reliquum.core.walk;

import app.reliquum.core.text.InvalidValueException;
import app.reliquum.core.walk.Block.Stop;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The shortest walk through a block that visits every stop and comes back to its start.
 *
 * <p>After H. D. Ratliff and A. S. Rosenthal, "Order-Picking in a Rectangular Warehouse: A Solvable
 * Case of the Traveling Salesman Problem", Operations Research 31 (1983). The walk is built aisle
 * by aisle. Of all ways to have come so far it is enough to keep the shortest for each kind: how
 * often the two ends of the last aisle are touched (not, evenly, oddly), and whether the parts hang
 * together. The work grows with the number of aisles and of stops, not with their orders.
 */
public final class ShortestRound {

  private ShortestRound() {}

  /**
   * A walk.
   *
   * @param stops the stops in the order of the walk
   * @param length how long it is
   */
  public record Round(List<Stop> stops, double length) {
    public Round {
      stops = List.copyOf(stops);
    }
  }

  /**
   * Finds a shortest walk.
   *
   * @param stops where it must go, in any order
   * @throws IllegalArgumentException if a stop lies outside the block
   */
  public static Round of(Block block, List<Stop> stops) {
    for (Stop stop : stops) {
      if (stop.aisle() < 0
          || stop.aisle() >= block.across().size()
          || stop.depth() < 0
          || stop.depth() > block.length()) {
        throw new InvalidValueException("The stop {0} lies outside the block.", stop.id());
      }
    }
    return stops.isEmpty() ? new Round(List.of(), 0) : new Search(block, stops).round();
  }

  /** How someone walks in an aisle: how often each end is touched, and whether it joins them. */
  private enum Inside {
    NOT(0, 0, false),
    THROUGH(1, 1, true),
    FROM_FRONT(2, 0, false),
    FROM_BACK(0, 2, false),
    FROM_BOTH(2, 2, false),
    THERE_AND_BACK(2, 2, true);

    private final int front;
    private final int back;
    private final boolean joins;

    Inside(int front, int back, boolean joins) {
      this.front = front;
      this.back = back;
      this.joins = joins;
    }
  }

  /** How often someone walks along the cross aisles from an aisle to the next. */
  private enum Across {
    NEITHER(0, 0),
    BOTH_ONCE(1, 1),
    FRONT_TWICE(2, 0),
    BACK_TWICE(0, 2),
    BOTH_TWICE(2, 2);

    private final int front;
    private final int back;

    Across(int front, int back) {
      this.front = front;
      this.back = back;
    }
  }

  /**
   * What kind of walk there is so far.
   *
   * @param front how the front end of the last aisle is touched: 0 not, 1 oddly, 2 evenly
   * @param back the same of its back end
   * @param parts of how many parts the walk is; two only if each holds one of the ends
   */
  private record Kind(int front, int back, int parts) {

    static final Kind NOTHING = new Kind(0, 0, 0);

    /** The kind after walking in the aisle; null if nothing good can come of it. */
    Kind with(Inside way) {
      if (way == Inside.NOT) {
        return this;
      }
      if (closed()) {
        return null;
      }
      int ends = 0;
      boolean newFront = way.front > 0 && front == 0;
      boolean newBack = way.back > 0 && back == 0;
      ends += newFront ? 1 : 0;
      ends += newBack ? 1 : 0;
      int count = way.joins ? 1 : parts + ends;
      return new Kind(sum(front, way.front), sum(back, way.back), count);
    }

    /** The kind at the next aisle; null if something would be left hanging. */
    Kind with(Across way) {
      boolean frontEven = front != 1 && way.front % 2 == 0 || front == 1 && way.front == 1;
      boolean backEven = back != 1 && way.back % 2 == 0 || back == 1 && way.back == 1;
      if (!frontEven || !backEven) {
        return null;
      }
      if (way == Across.NEITHER) {
        return parts > 1 ? null : new Kind(0, 0, parts);
      }
      if (closed()) {
        return null;
      }
      // A part goes on only over an end that it holds.
      boolean frontGoesOn = front > 0 && way.front > 0;
      boolean backGoesOn = back > 0 && way.back > 0;
      int going = parts == 2 ? (frontGoesOn ? 1 : 0) + (backGoesOn ? 1 : 0) : 0;
      if (parts == 2 && going < 2 || parts == 1 && !frontGoesOn && !backGoesOn) {
        return null;
      }
      int begun = (way.front > 0 && front == 0 ? 1 : 0) + (way.back > 0 && back == 0 ? 1 : 0);
      return new Kind(degree(way.front), degree(way.back), parts + begun);
    }

    /** Whether it has ended to the left of the last aisle. */
    boolean closed() {
      return parts > 0 && front == 0 && back == 0;
    }

    boolean complete() {
      return front != 1 && back != 1 && parts == 1;
    }

    private static int sum(int one, int more) {
      return degree(one + more);
    }

    private static int degree(int touched) {
      return touched == 0 ? 0 : touched % 2 == 1 ? 1 : 2;
    }
  }

  /** The shortest walk of a kind, and how it came about. */
  private record Way(double length, Way before, Inside inside, Across across) {}

  private static final class Search {
    private final Block block;
    private final List<List<Stop>> aisles = new ArrayList<>();

    Search(Block block, List<Stop> stops) {
      this.block = block;
      for (int i = 0; i < block.across().size(); i++) {
        aisles.add(new ArrayList<>());
      }
      stops.forEach(stop -> aisles.get(stop.aisle()).add(stop));
      aisles.forEach(
          aisle -> aisle.sort(Comparator.comparingDouble(Stop::depth).thenComparingLong(Stop::id)));
    }

    Round round() {
      Map<Kind, Way> best = new HashMap<>();
      best.put(Kind.NOTHING, new Way(0, null, null, null));
      for (int aisle = 0; aisle < aisles.size(); aisle++) {
        best = inside(aisle, best);
        if (aisle + 1 < aisles.size()) {
          best = across(aisle, best);
        }
      }
      Way shortest = null;
      for (Map.Entry<Kind, Way> one : best.entrySet()) {
        if (one.getKey().complete()
            && (shortest == null || one.getValue().length() < shortest.length())) {
          shortest = one.getValue();
        }
      }
      return new Round(visited(shortest), shortest.length());
    }

    private Map<Kind, Way> inside(int aisle, Map<Kind, Way> best) {
      Map<Kind, Way> next = new HashMap<>();
      best.forEach(
          (kind, way) -> {
            for (Inside inside : Inside.values()) {
              Kind after = kind.with(inside);
              double length = inside(aisle, inside);
              boolean last = aisle + 1 == aisles.size();
              boolean missesStart =
                  last && aisle == block.start() && after != null && after.front() == 0;
              if (after != null && !Double.isNaN(length) && !missesStart) {
                keep(next, after, new Way(way.length() + length, way, inside, null));
              }
            }
          });
      return next;
    }

    private Map<Kind, Way> across(int aisle, Map<Kind, Way> best) {
      Map<Kind, Way> next = new HashMap<>();
      double gap = block.across().get(aisle + 1) - block.across().get(aisle);
      best.forEach(
          (kind, way) -> {
            for (Across across : Across.values()) {
              Kind after = kind.with(across);
              boolean missesStart =
                  aisle == block.start() && kind.front() == 0 && across.front == 0;
              if (after != null && !missesStart) {
                double length = (across.front + across.back) * gap;
                keep(next, after, new Way(way.length() + length, way, null, across));
              }
            }
          });
      return next;
    }

    private static void keep(Map<Kind, Way> ways, Kind kind, Way way) {
      Way other = ways.get(kind);
      if (other == null || way.length() < other.length()) {
        ways.put(kind, way);
      }
    }

    /** How long a way inside an aisle is; not a number if it would leave a stop out. */
    private double inside(int aisle, Inside way) {
      List<Stop> stops = aisles.get(aisle);
      double length = block.length();
      if (stops.isEmpty()) {
        return switch (way) {
          case NOT -> 0;
          case THROUGH -> length;
          case THERE_AND_BACK -> 2 * length;
          default -> Double.NaN;
        };
      }
      double nearest = stops.get(0).depth();
      double deepest = stops.get(stops.size() - 1).depth();
      return switch (way) {
        case NOT -> Double.NaN;
        case THROUGH -> length;
        case THERE_AND_BACK -> 2 * length;
        case FROM_FRONT -> 2 * deepest;
        case FROM_BACK -> 2 * (length - nearest);
        case FROM_BOTH ->
            stops.size() < 2 ? Double.NaN : 2 * (length - gapAfter(stops, widest(stops)));
      };
    }

    /** The stop after which the widest gap to the next one lies. */
    private static int widest(List<Stop> stops) {
      int widest = 0;
      for (int i = 1; i + 1 < stops.size(); i++) {
        widest = gapAfter(stops, i) > gapAfter(stops, widest) ? i : widest;
      }
      return widest;
    }

    private static double gapAfter(List<Stop> stops, int i) {
      return stops.get(i + 1).depth() - stops.get(i).depth();
    }

    /** The stops as someone meets them who walks each stretch as often as the way says. */
    private List<Stop> visited(Way last) {
      Paths paths = new Paths();
      int aisle = aisles.size() - 1;
      for (Way way = last; way.before() != null; way = way.before()) {
        if (way.across() != null) {
          aisle--;
          paths.join(end(aisle, true), end(aisle + 1, true), way.across().front);
          paths.join(end(aisle, false), end(aisle + 1, false), way.across().back);
        } else {
          walkInside(paths, aisle, way.inside());
        }
      }
      return paths.stops(end(block.start(), true));
    }

    private void walkInside(Paths paths, int aisle, Inside way) {
      List<Stop> stops = aisles.get(aisle);
      int gap = way == Inside.FROM_BOTH ? widest(stops) : -1;
      int times = way == Inside.NOT ? 0 : way == Inside.THROUGH ? 1 : 2;
      Object before = end(aisle, true);
      for (int i = 0; i <= stops.size(); i++) {
        Object here = i < stops.size() ? stops.get(i) : end(aisle, false);
        boolean left =
            (way == Inside.FROM_FRONT && i == stops.size())
                || (way == Inside.FROM_BACK && i == 0)
                || (way == Inside.FROM_BOTH && i == gap + 1);
        paths.join(before, here, left ? 0 : times);
        before = here;
      }
    }

    private static End end(int aisle, boolean front) {
      return new End(aisle, front);
    }
  }

  /** An end of an aisle. */
  private record End(int aisle, boolean front) {}

  /** Stretches between neighbouring points, and how often each is walked. */
  private static final class Paths {
    private final Map<Object, Deque<int[]>> from = new HashMap<>();
    private final List<Object> points = new ArrayList<>();
    private final Map<Object, Integer> numbers = new HashMap<>();
    private final List<Boolean> walked = new ArrayList<>();

    void join(Object one, Object other, int times) {
      for (int i = 0; i < times; i++) {
        int stretch = walked.size();
        walked.add(false);
        from.computeIfAbsent(one, key -> new ArrayDeque<>())
            .add(new int[] {stretch, number(other)});
        from.computeIfAbsent(other, key -> new ArrayDeque<>())
            .add(new int[] {stretch, number(one)});
      }
    }

    private int number(Object point) {
      return numbers.computeIfAbsent(
          point,
          key -> {
            points.add(key);
            return points.size() - 1;
          });
    }

    /** The stops on a closed walk over every stretch (Hierholzer 1873), each when first met. */
    List<Stop> stops(Object start) {
      Deque<Object> way = new ArrayDeque<>();
      List<Object> closed = new ArrayList<>();
      way.push(start);
      while (!way.isEmpty()) {
        Deque<int[]> open = from.getOrDefault(way.peek(), new ArrayDeque<>());
        while (!open.isEmpty() && walked.get(open.peek()[0])) {
          open.poll();
        }
        if (open.isEmpty()) {
          closed.add(way.pop());
        } else {
          int[] stretch = open.poll();
          walked.set(stretch[0], true);
          way.push(points.get(stretch[1]));
        }
      }
      Set<Stop> stops = new LinkedHashSet<>();
      for (Object point : closed) {
        if (point instanceof Stop stop) {
          stops.add(stop);
        }
      }
      return List.copyOf(stops);
    }
  }
}
