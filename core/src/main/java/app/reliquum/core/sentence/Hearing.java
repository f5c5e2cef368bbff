package app.reliquum.core.sentence;

import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.sentence.Evidence.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;

/** What all sentences have in common in hearing what is said to them. */
final class Hearing {

  private Hearing() {}

  /** Signals a misfit from deep inside a reading; never leaves it. */
  static final class Clash extends RuntimeException {
    private final transient Misfit misfit;

    Clash(Misfit misfit) {
      super(null, null, false, false);
      this.misfit = misfit;
    }

    Misfit misfit() {
      return misfit;
    }
  }

  /**
   * Tries every meaning of a scan.
   *
   * @param meanings everything that the scan can mean
   * @param evidenceOf what a meaning says to this sentence, if it has room for it
   * @param add what becomes of the sentence with more evidence
   * @return the filled sentence if just one meaning fits, the choices if several do, and the first
   *     meaning's misfit if none does
   */
  static <S> Reply<S> fill(
      List<Meaning> meanings,
      Function<Meaning, Optional<Evidence>> evidenceOf,
      Function<Evidence, Reply<S>> add) {
    List<Evidence> fitting = new ArrayList<>();
    Reply<S> only = null;
    Reply<S> refused = null;
    for (Meaning meaning : meanings) {
      Optional<Evidence> more = evidenceOf.apply(meaning);
      Reply<S> reply =
          more.isEmpty() ? new Reply.Refused<>(new Misfit.NoRoom()) : add.apply(more.get());
      if (reply instanceof Reply.Filled) {
        fitting.add(more.orElseThrow());
        only = reply;
      } else if (refused == null) {
        refused = reply;
      }
    }
    if (fitting.isEmpty()) {
      return refused == null ? new Reply.Refused<>(new Misfit.NoRoom()) : refused;
    }
    return fitting.size() == 1 ? only : new Reply.Choose<>(fitting);
  }

  /** What still goes together: each piece in turn, unless it contradicts those before it. */
  static <S> List<Evidence> standing(
      List<Evidence> evidence, Function<List<Evidence>, Reply<S>> read) {
    List<Evidence> standing = new ArrayList<>();
    for (Evidence one : evidence) {
      standing.add(one);
      if (read.apply(standing) instanceof Reply.Refused) {
        standing.remove(standing.size() - 1);
      }
    }
    return standing;
  }

  /** What a meaning says to any sentence about goods. */
  static Optional<Evidence> evidenceOf(Meaning meaning) {
    if (meaning instanceof Meaning.Bin bin) {
      return Optional.of(new Evidence.Bin(bin.place(), Role.ANY));
    }
    if (meaning instanceof Meaning.Item item) {
      return Optional.of(new Evidence.Item(item.item(), item.counts()));
    }
    if (meaning instanceof Meaning.Lot lot) {
      return Optional.of(new Evidence.Lot(lot.item(), lot.lot()));
    }
    if (meaning instanceof Meaning.Serial serial) {
      return Optional.of(new Evidence.Serial(serial.item(), serial.lot(), serial.serial()));
    }
    if (meaning instanceof Meaning.UnitLoad load) {
      return Optional.of(new Evidence.UnitLoad(load.unitLoad()));
    }
    if (meaning instanceof Meaning.Figure said) {
      return Optional.of(new Evidence.Figure(said.quantity(), said.pack()));
    }
    return Optional.empty();
  }

  /** What a meaning says to a sentence about goods that are in the house. */
  static Optional<Evidence> ofKnown(Meaning meaning) {
    return meaning instanceof Meaning.Label label
        ? Optional.of(ofLabel(label))
        : evidenceOf(meaning);
  }

  /** A label on goods that are in the house: what it names must be known. */
  private static Evidence ofLabel(Meaning.Label label) {
    if (label.unitLoad() != 0) {
      return new Evidence.UnitLoad(label.unitLoad());
    }
    long item = label.goods().item();
    List<Evidence> parts = new ArrayList<>();
    parts.add(new Evidence.Item(item, label.goods().counts()));
    label
        .elements()
        .data("10")
        .ifPresent(
            code ->
                parts.add(
                    label.lot() == 0
                        ? new Evidence.LotCode(item, code)
                        : new Evidence.Lot(item, label.lot())));
    label
        .elements()
        .data("21")
        .ifPresent(
            code ->
                parts.add(
                    label.serial() == 0
                        ? new Evidence.SerialCode(item, code)
                        : new Evidence.Serial(item, label.lot(), label.serial())));
    return parts.size() == 1 ? parts.get(0) : new Evidence.Together(parts);
  }

  /**
   * A figure in base units.
   *
   * @throws Clash if the item has no such pack
   */
  static Quantity inBaseUnits(Evidence.Figure said, MeasureRule rule, List<Pack> packs) {
    if (said.pack() == null) {
      return said.quantity();
    }
    String wanted = singular(said.pack());
    for (Pack pack : packs) {
      if (singular(pack.name()).equals(wanted)) {
        return said.quantity().times(pack.factor());
      }
    }
    if (said.pack().equalsIgnoreCase(rule.unit().symbol())) {
      return said.quantity();
    }
    throw new Clash(new Misfit.NoSuchPack(said.pack(), packs.stream().map(Pack::name).toList()));
  }

  /** "Boxes", "box" and "Box" are one pack. */
  private static String singular(String name) {
    String small = name.toLowerCase(Locale.ROOT);
    if (small.endsWith("xes") || small.endsWith("ches") || small.endsWith("sses")) {
      return small.substring(0, small.length() - 2);
    }
    return small.endsWith("s") && !small.endsWith("ss")
        ? small.substring(0, small.length() - 1)
        : small;
  }
}
