package app.reliquum.core.sentence;

import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.ElementString;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.sentence.Evidence.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What scans say to sentences: the evidence of each meaning. */
final class ScanFitting {

  private ScanFitting() {}

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
    return parts.size() == 1 ? parts.get(0) : new Evidence.LabelSaid(parts);
  }

  /** What a meaning says to a sentence about goods that may be new: nothing need be known. */
  static Optional<Evidence> ofNew(Meaning meaning, HouseFacts facts) {
    return meaning instanceof Meaning.Label label
        ? Optional.of(ofNewLabel(label, facts))
        : evidenceOf(meaning);
  }

  private static Evidence ofNewLabel(Meaning.Label label, HouseFacts facts) {
    long item = label.item();
    Quantity counts =
        measured(label.elements(), facts.measure(item)).orElse(label.goods().counts());
    Evidence goods = new Evidence.Item(item, counts);
    return marks(item, label.elements(), facts.today().getYear())
        .map(
            marks -> {
              List<Evidence> parts = new ArrayList<>(List.of(goods));
              parts.addAll(((Evidence.LabelSaid) marks).parts());
              return (Evidence) new Evidence.LabelSaid(parts);
            })
        .orElse(goods);
  }

  /**
   * What a label says that tells goods of one item apart.
   *
   * @param year the year it is: labels write years with two digits
   */
  static Optional<Evidence> marks(long item, ElementString elements, int year) {
    List<Evidence> parts = new ArrayList<>();
    elements.data("10").ifPresent(code -> parts.add(new Evidence.LotCode(item, code)));
    elements.data("21").ifPresent(code -> parts.add(new Evidence.SerialCode(item, code)));
    elements.date("17", year).ifPresent(day -> parts.add(new Evidence.Expiry(day)));
    elements.date("15", year).ifPresent(day -> parts.add(new Evidence.BestBefore(day)));
    elements
        .date("11", year)
        .or(() -> elements.date("13", year))
        .ifPresent(day -> parts.add(new Evidence.Produced(day)));
    boolean whole = elements.count().isPresent();
    elements
        .sscc()
        .ifPresent(sscc -> parts.add(new Evidence.IncomingUnitLoad(sscc.digits(), whole)));
    return parts.isEmpty() ? Optional.empty() : Optional.of(new Evidence.LabelSaid(parts));
  }

  /** A measure on a label counts for items of which it is the base unit. */
  static Optional<Quantity> measured(ElementString elements, MeasureRule rule) {
    return switch (rule.unit()) {
      case KILOGRAM -> elements.measure("310");
      case METRE -> elements.measure("311");
      case LITRE -> elements.measure("315");
      default -> Optional.empty();
    };
  }

  /**
   * A figure in base units.
   *
   * @throws MisfitFound if the item has no such pack
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
    throw new MisfitFound(
        new Misfit.NoSuchPack(said.pack(), packs.stream().map(Pack::name).toList()));
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
