package app.reliquum.core.scan;

import app.reliquum.core.quantity.Quantity;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** Asks what a reading stands for, and gives every answer. */
public final class Meanings {

  private static final Set<String> NAMES = Set.of("10", "21", "240", "241", "400");

  private Meanings() {}

  /**
   * All that a reading can mean, without repeats. Empty if the house does not know it.
   *
   * <p>A text that is a figure as well as a known code means both; what is being done decides, or a
   * person.
   */
  public static List<Meaning> of(Reading reading, Codes codes) {
    Set<Meaning> all = new LinkedHashSet<>();
    if (reading instanceof Reading.Own own) {
      all.addAll(
          own.label().kind() == OwnLabel.Kind.ACTION
              ? Action.named(own.label().code()).map(a -> (Meaning) new Meaning.Act(a)).stream()
                  .toList()
              : codes.ofOwn(own.label()));
    } else if (reading instanceof Reading.Elements read) {
      all.addAll(ofElements(read.elements(), codes));
      all.addAll(codes.ofPlain(read.text()));
    } else if (reading instanceof Reading.Trade trade) {
      all.addAll(codes.ofGtin(trade.gtin()));
      all.addAll(codes.ofPlain(trade.text()));
    } else if (reading instanceof Reading.Plain plain) {
      all.addAll(codes.ofPlain(plain.text()));
      plain.figure().ifPresent(f -> all.add(new Meaning.Figure(f.quantity(), f.pack())));
    }
    return List.copyOf(new ArrayList<>(all));
  }

  private static List<Meaning> ofElements(ElementString elements, Codes codes) {
    long unitLoad = elements.sscc().map(codes::unitLoad).orElse(0L);
    List<Meaning> all = new ArrayList<>();
    elements
        .gtin()
        .or(elements::contained)
        .ifPresent(
            gtin -> {
              for (Meaning meaning : codes.ofGtin(gtin)) {
                if (meaning instanceof Meaning.Item item) {
                  all.add(label(item, unitLoad, elements, codes));
                }
              }
            });
    if (all.isEmpty() && unitLoad != 0) {
      all.add(new Meaning.UnitLoad(unitLoad));
    }
    if (all.isEmpty() && elements.gtin().isEmpty() && elements.contained().isEmpty()) {
      // No item is named: whatever is called so, by lot, serial number, order or our own word.
      for (ElementString.Element element : elements.elements()) {
        if (NAMES.contains(element.identifier().code())
            || element.identifier().code().startsWith("9")) {
          all.addAll(codes.ofPlain(element.data()));
        }
      }
    }
    return all;
  }

  private static Meaning label(
      Meaning.Item item, long unitLoad, ElementString elements, Codes codes) {
    // A count is of what the GTIN names: thirty-six pieces, or six boxes of six.
    Quantity each = item.counts().isZero() ? Quantity.ONE : item.counts();
    Quantity counts =
        elements.pieceOfWhole()
            ? Quantity.ZERO
            : elements.count().map(each::times).orElse(item.counts());
    return new Meaning.Label(
        new Meaning.Item(item.item(), item.pack(), counts),
        elements.data("10").map(code -> codes.lot(item.item(), code)).orElse(0L),
        elements.data("21").map(code -> codes.serial(item.item(), code)).orElse(0L),
        unitLoad,
        elements);
  }
}
