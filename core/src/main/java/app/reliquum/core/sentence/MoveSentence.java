package app.reliquum.core.sentence;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.quantity.Quantity;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * "Move <em>quantity</em> × <em>item</em>, lot <em>lot</em>, from <em>place</em> to
 * <em>place</em>", as far as it is known.
 *
 * @param evidence what it was read from
 * @param item the item
 * @param lot the lot; empty also where the item keeps none or serial numbers settle it
 * @param needsLot whether a lot must be named before goods can move
 * @param needsSerials whether serial numbers must be scanned before goods can move
 * @param serials the pieces named by serial number
 * @param quantity how much, in base units
 * @param from where it is taken
 * @param to where it is put
 * @param condition the condition of the goods; empty while it does not matter
 * @param load what part a unit load has in it
 * @param source the stock that it can be taken from, in the order of taking
 * @param candidates where goods that fit the sentence lie, while the from blank is empty
 */
public record MoveSentence(
    List<Evidence> evidence,
    Blank<Long> item,
    Blank<Long> lot,
    boolean needsLot,
    boolean needsSerials,
    List<Evidence.Serial> serials,
    Blank<Quantity> quantity,
    Blank<Long> from,
    Blank<Long> to,
    Blank<Condition> condition,
    Load load,
    List<HeldPosition> source,
    List<HeldPosition> candidates)
    implements Sentence {

  /**
   * The part of a unit load.
   *
   * @param unitLoad its number, 0 for none
   * @param part what becomes of it
   */
  public record Load(long unitLoad, Part part) {

    /** What a unit load does in a move. */
    public enum Part {
      /** There is none. */
      NONE,
      /** It moves, with everything on it. */
      WHOLE,
      /** Goods are taken off it. */
      OFF,
      /** Goods are put on it, where they lie. */
      ONTO,
      /** There is none; several goods of a bin move together. */
      SEVERAL,
      /** There is none; everything in a bin moves, on whatever it stands. */
      EVERYTHING
    }

    /** No unit load. */
    public static final Load NONE = new Load(0, Part.NONE);

    /** Whether what moves is settled: all of the source, as it is. */
    public boolean whole() {
      return part == Part.WHOLE || part == Part.SEVERAL || part == Part.EVERYTHING;
    }

    boolean onto() {
      return part == Part.ONTO;
    }
  }

  public MoveSentence {
    evidence = List.copyOf(evidence);
    serials = List.copyOf(serials);
    source = List.copyOf(source);
    candidates = List.copyOf(candidates);
  }

  @Override
  public List<Wanted> wanted() {
    return load.whole()
        ? Wanted.of(Wanted.TO.in(to))
        : Wanted.of(
            Wanted.ITEM.in(item),
            Wanted.LOT.in(needsLot, lot),
            Wanted.much(needsSerials, serials, quantity),
            Wanted.FROM.in(from),
            Wanted.TO.in(!load.onto(), to));
  }

  @Override
  public boolean ready() {
    return whole() && !quantity.suggested() && !to.suggested() && !lot.suggested();
  }

  /** How much there is to take. */
  public Quantity held() {
    return HeldPosition.total(source);
  }

  @Override
  public List<Evidence> accepted() {
    List<Evidence> said = new ArrayList<>(evidence);
    from.filled().ifPresent(place -> fix(said, place, Evidence.Role.FROM));
    to.filled().ifPresent(place -> fix(said, place, Evidence.Role.TO));
    lot.accepted(id -> new Evidence.Lot(item.filled().orElseThrow(), id)).ifPresent(said::add);
    if (!load.whole()) {
      quantity.accepted(much -> new Evidence.Figure(much, null)).ifPresent(said::add);
    }
    return said;
  }

  private static void fix(List<Evidence> said, long place, Evidence.Role role) {
    said.removeIf(one -> one instanceof Evidence.Turned);
    if (said.stream().anyMatch(one -> names(one, place, role))) {
      return;
    }
    for (int i = 0; i < said.size(); i++) {
      if (said.get(i) instanceof Evidence.Bin bin && bin.place() == place) {
        said.set(i, new Evidence.Bin(place, role));
        return;
      }
    }
    said.add(new Evidence.Bin(place, role));
  }

  /** Whether a list or a label has named the place for just that. */
  private static boolean names(Evidence one, long place, Evidence.Role role) {
    return one instanceof Evidence.LabelSaid together
        && together.parts().contains(new Evidence.Bin(place, role));
  }

  /** What the next sentence begins with when the next item goes the same way. */
  public List<Evidence> sameAgain() {
    List<Evidence> again = new ArrayList<>();
    if (load.part() == Load.Part.OFF || load.onto()) {
      again.add(new Evidence.UnitLoad(load.unitLoad()));
      return again;
    }
    if (load.whole()) {
      return again;
    }
    from.filled().ifPresent(place -> again.add(new Evidence.Bin(place, Evidence.Role.FROM)));
    to.filled().ifPresent(place -> again.add(new Evidence.Bin(place, Evidence.Role.TO)));
    return again;
  }

  /**
   * The ledger lines that do what it says. Goods keep their condition; they come off a unit load,
   * unless it moves whole or they are put on one.
   *
   * @throws IllegalStateException if it is not {@link #ready}
   */
  public List<Line> lines() {
    if (!ready()) {
      throw new IllegalStateException("The sentence still wants " + wanted() + ".");
    }
    Quantity rest = load.whole() ? held() : quantity.filled().orElseThrow();
    List<Line> lines = new ArrayList<>();
    List<HeldPosition> order = new ArrayList<>(source);
    order.sort(Comparator.comparing(HeldPosition::key));
    for (HeldPosition stock : order) {
      Quantity taken = rest.min(stock.quantity());
      if (taken.isPositive()) {
        Spot there = target(stock);
        lines.add(new Line(stock.key().goods(), stock.key().spot(), there, taken));
        rest = rest.minus(taken);
      }
    }
    return lines;
  }

  private Spot target(HeldPosition stock) {
    long place = load.onto() ? stock.key().place() : to.filled().orElseThrow();
    long on =
        switch (load.part()) {
          case WHOLE, ONTO -> load.unitLoad();
          case EVERYTHING -> stock.key().unitLoad();
          case NONE, OFF, SEVERAL -> 0;
        };
    return new Spot(place, on, stock.key().condition());
  }
}
