package app.reliquum.core.trace;

import app.reliquum.core.ledger.Book;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * One lot or piece of a trace with everything that happened to it.
 *
 * @param goods which it is
 * @param role why it is in the trace
 * @param lines its lines, in the order of time
 * @param flows what crossed the border, by kind of place and document, in the order of the first
 * @param positions what the book keeps of it now, without empty positions
 * @param balance the proof that nothing is missing
 */
public record TracedPart(
    TracedGoods goods,
    Role role,
    List<TraceLine> lines,
    List<TraceFlow> flows,
    SortedMap<PositionKey, Quantity> positions,
    TraceBalance balance) {

  /** Why a lot or piece is in a trace. */
  public enum Role {
    /** It is what was asked for. */
    SUBJECT,
    /** A job has used it to make the subject, or what the subject was made of. */
    COMPONENT,
    /** A job has made it of the subject, or of what was made of the subject. */
    PRODUCT
  }

  public TracedPart {
    Objects.requireNonNull(goods, "goods");
    Objects.requireNonNull(role, "role");
    lines = List.copyOf(lines);
    flows = List.copyOf(flows);
    Objects.requireNonNull(balance, "balance");
  }

  /**
   * Adds up what happened to some goods.
   *
   * @param lines all of its lines, in any order
   * @param held what the book keeps of it within, by position
   */
  static TracedPart of(
      TracedGoods goods, Role role, List<TraceLine> lines, Map<PositionKey, Quantity> held) {
    List<TraceLine> ordered = lines.stream().sorted(TraceLine.BY_TIME).toList();
    List<TraceFlow> flows = flows(ordered);
    SortedMap<PositionKey, Quantity> kept = new TreeMap<>(held);
    kept.values().removeIf(Quantity::isZero);
    TraceBalance balance =
        new TraceBalance(
            sum(flows.stream().map(TraceFlow::in).toList()),
            sum(flows.stream().map(TraceFlow::out).toList()),
            sum(kept.values()),
            differences(ordered, kept));
    return new TracedPart(goods, role, ordered, flows, kept, balance);
  }

  private static List<TraceFlow> flows(List<TraceLine> lines) {
    record Border(PlaceKind outside, String document) {}
    Map<Border, TraceFlow> flows = new LinkedHashMap<>();
    for (TraceLine line : lines) {
      if (line.from().within() == line.to().within()) {
        continue;
      }
      boolean in = line.to().within();
      PlaceKind outside = (in ? line.from() : line.to()).kind();
      flows.merge(
          new Border(outside, line.document()),
          new TraceFlow(
              outside,
              line.document(),
              in ? line.quantity() : Quantity.ZERO,
              in ? Quantity.ZERO : line.quantity(),
              line.effective(),
              line.effective()),
          (before, more) ->
              new TraceFlow(
                  outside,
                  line.document(),
                  before.in().plus(more.in()),
                  before.out().plus(more.out()),
                  before.first(),
                  more.last()));
    }
    return List.copyOf(flows.values());
  }

  private static List<Book.Difference> differences(
      List<TraceLine> lines, SortedMap<PositionKey, Quantity> kept) {
    SortedMap<PositionKey, Quantity> sums = new TreeMap<>();
    kept.keySet().forEach(key -> sums.put(key, Quantity.ZERO));
    for (TraceLine line : lines) {
      if (line.from().within()) {
        sums.merge(
            PositionKey.of(line.goods(), line.from().spot()),
            line.quantity().negated(),
            Quantity::plus);
      }
      if (line.to().within()) {
        sums.merge(PositionKey.of(line.goods(), line.to().spot()), line.quantity(), Quantity::plus);
      }
    }
    List<Book.Difference> differences = new ArrayList<>();
    sums.forEach(
        (key, sum) -> {
          Quantity there = kept.getOrDefault(key, Quantity.ZERO);
          if (!there.equals(sum)) {
            differences.add(new Book.Difference(key, there, sum));
          }
        });
    return differences;
  }

  private static Quantity sum(Iterable<Quantity> quantities) {
    Quantity sum = Quantity.ZERO;
    for (Quantity one : quantities) {
      sum = sum.plus(one);
    }
    return sum;
  }
}
