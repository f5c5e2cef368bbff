package app.reliquum.core.sentence;

import app.reliquum.core.adjustment.Way;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

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
 * @param load the unit load that goods come onto, or go off; 0 for none
 * @param allOfLoad what goes out of a unit load that goes with all that stands on it; else empty
 * @param source what of it lies there, as far as it is named
 * @param candidates where it lies, while the place is open
 */
public record AdjustSentence(
    List<Evidence> evidence,
    Way way,
    Blank<Long> item,
    Blank<String> lot,
    boolean needsLot,
    LocalDate expiry,
    boolean needsSerials,
    List<String> serials,
    Blank<Quantity> quantity,
    Blank<Long> place,
    Blank<Condition> condition,
    long load,
    List<Change> allOfLoad,
    List<HeldPosition> source,
    List<HeldPosition> candidates)
    implements Sentence {

  public AdjustSentence {
    evidence = List.copyOf(evidence);
    serials = List.copyOf(serials);
    allOfLoad = List.copyOf(allOfLoad);
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
      Quantity quantity) {
    /** The same of another quantity. */
    public Change with(Quantity other) {
      return new Change(item, lot, expiry, serial, place, unitLoad, condition, other);
    }

    private boolean sameGoods(Change other) {
      return item == other.item
          && place == other.place
          && unitLoad == other.unitLoad
          && condition == other.condition
          && lot.equalsIgnoreCase(other.lot)
          && serial.equalsIgnoreCase(other.serial);
    }
  }

  /**
   * The changes that were gathered before, and those of this whole sentence. The same goods in the
   * same bin are one change; a figure that is said again is the figure, and a unit load that is
   * said again goes once.
   *
   * @return empty if it names a piece that was gathered before
   */
  public Optional<List<Change>> added(List<Change> before) {
    List<Change> all = new ArrayList<>(before);
    for (Change change : changes()) {
      Optional<Change> same = all.stream().filter(change::sameGoods).findFirst();
      if (same.isEmpty()) {
        all.add(change);
      } else if (!allOfLoad.isEmpty()) {
        all.set(all.indexOf(same.get()), change);
      } else if (!change.serial().isEmpty()) {
        return Optional.empty();
      } else {
        Quantity sum =
            way == Way.SET ? change.quantity() : same.get().quantity().plus(change.quantity());
        all.set(all.indexOf(same.get()), same.get().with(sum));
      }
    }
    return Optional.of(all);
  }

  @Override
  public List<Wanted> wanted() {
    if (!allOfLoad.isEmpty()) {
      return List.of();
    }
    boolean there = item.filled().isPresent() && place.filled().isPresent();
    return Wanted.of(
        Wanted.ITEM.in(item),
        Wanted.much(needsSerials, serials, quantity),
        Wanted.LOT.in(needsLot, lot),
        Wanted.PLACE.in(place),
        Wanted.CONDITION.in(there, condition));
  }

  /** A suggested bin is taken as it stands: the line can be changed before it is posted. */
  @Override
  public boolean ready() {
    return whole();
  }

  @Override
  public List<Evidence> accepted() {
    return evidence;
  }

  /** What lies there of what is named. */
  public Quantity book() {
    return HeldPosition.total(source);
  }

  /**
   * The changes that it comes to, of a whole sentence. What goes out is taken off loose goods first
   * and then off unit loads.
   */
  public List<Change> changes() {
    if (!allOfLoad.isEmpty()) {
      return allOfLoad;
    }
    Quantity all = quantity.filled().orElseThrow();
    List<Change> changes = new ArrayList<>();
    if (needsSerials) {
      for (String serial : serials) {
        changes.add(change(serial, unitLoadOf(serial), Quantity.ONE));
      }
      return changes;
    }
    if (way != Way.OUT) {
      changes.add(change("", load, all));
      return changes;
    }
    Quantity open = all;
    for (HeldPosition one : source) {
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
    return way == Way.OUT && at < source.size() ? source.get(at).key().unitLoad() : load;
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
}
