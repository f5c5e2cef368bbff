package app.reliquum.core.sentence;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/**
 * "Take out <em>quantity</em> × <em>item</em>, lot <em>lot</em>, from <em>place</em>", or "Bring in
 * … to …", or "Set … in … to <em>quantity</em>", as far as it is known.
 *
 * @param evidence what it was read from
 * @param way which way the book changes
 * @param item the item
 * @param lot the lot's number; empty where the item keeps none
 * @param needsLot whether a lot must be named
 * @param expiry the last day of a new lot, null if not said
 * @param needsSerials whether each piece must be named
 * @param serials the pieces' numbers
 * @param quantity how much comes or goes, or the figure that the book is set to, in base units
 * @param place the bin
 * @param condition in which condition
 * @param source what of it lies there, as far as it is named
 * @param candidates where it lies, while the place is open
 */
public record AdjustSentence(
    List<Evidence> evidence,
    Adjust.Way way,
    Blank<Long> item,
    Blank<String> lot,
    boolean needsLot,
    LocalDate expiry,
    boolean needsSerials,
    List<String> serials,
    Blank<Quantity> quantity,
    Blank<Long> place,
    Blank<Condition> condition,
    List<Stock> source,
    List<Stock> candidates) {

  /** What a scan could still say. */
  public enum Wanted {
    ITEM,
    LOT,
    SERIAL,
    QUANTITY,
    PLACE,
    CONDITION
  }

  public AdjustSentence {
    evidence = List.copyOf(evidence);
    serials = List.copyOf(serials);
    source = List.copyOf(source);
    candidates = List.copyOf(candidates);
  }

  /**
   * One change of the book.
   *
   * @param lot the lot's number, known or new; empty for none
   * @param serial the piece's number, known or new; empty for none
   * @param quantity how much comes or goes, or the figure
   */
  public record Change(
      long item,
      String lot,
      LocalDate expiry,
      String serial,
      long place,
      long unitLoad,
      Condition condition,
      Quantity quantity) {}

  /** The blanks that nothing fills yet, not even a suggestion, in reading order. */
  public List<Wanted> wanted() {
    List<Wanted> wanted = new ArrayList<>();
    if (item.filled().isEmpty()) {
      wanted.add(Wanted.ITEM);
    }
    if (needsSerials && serials.isEmpty()) {
      wanted.add(Wanted.SERIAL);
    } else if (quantity.filled().isEmpty()) {
      wanted.add(Wanted.QUANTITY);
    }
    if (needsLot && lot.filled().isEmpty()) {
      wanted.add(Wanted.LOT);
    }
    if (place.filled().isEmpty()) {
      wanted.add(Wanted.PLACE);
    }
    if (item.filled().isPresent() && place.filled().isPresent() && condition.filled().isEmpty()) {
      wanted.add(Wanted.CONDITION);
    }
    return wanted;
  }

  /** Whether nothing is missing but, perhaps, that suggestions are accepted. */
  public boolean whole() {
    return wanted().isEmpty();
  }

  /** What lies there of what is named. */
  public Quantity book() {
    return source.stream().map(Stock::quantity).reduce(Quantity.ZERO, Quantity::plus);
  }

  /**
   * The changes that it comes to, of a whole sentence. What goes out is taken off loose goods first
   * and then off unit loads.
   */
  public List<Change> changes() {
    Quantity all = quantity.filled().orElseThrow();
    List<Change> changes = new ArrayList<>();
    if (needsSerials) {
      for (String serial : serials) {
        changes.add(change(serial, unitLoadOf(serial), Quantity.ONE));
      }
      return changes;
    }
    if (way != Adjust.Way.OUT) {
      changes.add(change("", 0, all));
      return changes;
    }
    Quantity open = all;
    for (Stock one : source) {
      Quantity part = open.min(one.quantity());
      if (part.isPositive()) {
        changes.add(change("", one.key().unitLoad(), part));
        open = open.minus(part);
      }
    }
    return changes;
  }

  private long unitLoadOf(String serial) {
    int at = serials.indexOf(serial);
    return way == Adjust.Way.OUT && at < source.size() ? source.get(at).key().unitLoad() : 0;
  }

  private Change change(String serial, long unitLoad, Quantity part) {
    return new Change(
        item.filled().orElseThrow(),
        lot.filled().orElse(""),
        expiry,
        serial,
        place.filled().orElseThrow(),
        unitLoad,
        condition.filled().orElseThrow(),
        part);
  }

  /** What the next one begins with: whoever goes on stands in the same bin. */
  public List<Evidence> next() {
    return evidence.stream().filter(one -> one instanceof Evidence.Bin).toList();
  }
}
