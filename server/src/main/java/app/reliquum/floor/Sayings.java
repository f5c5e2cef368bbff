package app.reliquum.floor;

import app.reliquum.api.Problem;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.floor.FloorView.Saying;
import java.util.List;
import java.util.Objects;

/** What is said by touch, as evidence, and back. */
final class Sayings {

  private Sayings() {}

  static Evidence evidence(Saying saying) {
    try {
      return read(saying);
    } catch (NullPointerException incomplete) {
      throw Problem.invalid("kind", "A saying of kind " + saying.kind() + " is not complete.");
    }
  }

  private static Evidence read(Saying saying) {
    return switch (saying.kind()) {
      case ITEM ->
          new Evidence.Item(
              saying.item(), saying.counts() == null ? Quantity.ZERO : saying.counts());
      case LOT -> new Evidence.Lot(saying.item(), saying.lot());
      case SERIAL ->
          new Evidence.Serial(
              saying.item(), saying.lot() == null ? 0 : saying.lot(), saying.serial());
      case BIN ->
          new Evidence.Bin(
              saying.place(),
              saying.role() == null
                  ? Evidence.Role.ANY
                  : Evidence.Role.valueOf(saying.role().name()));
      case FIGURE -> new Evidence.Figure(needed(saying.quantity()), saying.pack());
      case CONDITION -> new Evidence.ConditionSaid(needed(saying.condition()));
      case LOAD -> new Evidence.UnitLoad(saying.load());
      case SSCC -> new Evidence.IncomingUnitLoad(saying.text().strip(), saying.counts() != null);
      case LOT_CODE -> new Evidence.LotCode(saying.item(), saying.text().strip());
      case SERIAL_CODE -> new Evidence.SerialCode(saying.item(), saying.text().strip());
      case SERIAL_ROW ->
          new Evidence.SerialRange(saying.item(), saying.text().strip(), saying.last().strip());
      case EXPIRY -> new Evidence.Expiry(needed(saying.date()));
      case BEST_BEFORE -> new Evidence.BestBefore(needed(saying.date()));
      case PRODUCED -> new Evidence.Produced(needed(saying.date()));
      case KNOWINGLY -> new Evidence.Knowingly(saying.item());
      case OVER -> new Evidence.OverReceiptAgreed();
      case TOGETHER -> new Evidence.LabelSaid(saying.parts().stream().map(Sayings::read).toList());
      case CONTENTS ->
          new Evidence.Contents(
              saying.place(), saying.parts().stream().map(Sayings::taken).toList());
      case NEW_LOT, TAKEN -> throw new NullPointerException();
    };
  }

  private static Evidence.Taken taken(Saying part) {
    return new Evidence.Taken(
        new Goods(part.item(), none(part.lot()), none(part.serial())),
        none(part.load()),
        part.condition() == null ? Condition.GOOD : part.condition(),
        needed(part.quantity()));
  }

  private static <T> T needed(T value) {
    return Objects.requireNonNull(value);
  }

  private static long none(Long number) {
    return number == null ? 0 : number;
  }

  static Saying saying(Evidence evidence) {
    Writer out = new Writer();
    if (evidence instanceof Evidence.Item item) {
      out.item = item.item();
      out.counts = item.counts();
      return out.saying(Saying.Kind.ITEM);
    }
    if (evidence instanceof Evidence.Lot lot) {
      out.item = lot.item();
      out.lot = lot.lot();
      return out.saying(Saying.Kind.LOT);
    }
    if (evidence instanceof Evidence.Serial serial) {
      out.item = serial.item();
      out.lot = serial.lot();
      out.serial = serial.serial();
      return out.saying(Saying.Kind.SERIAL);
    }
    if (evidence instanceof Evidence.Bin bin) {
      out.place = bin.place();
      out.role = Saying.Role.valueOf(bin.role().name());
      return out.saying(Saying.Kind.BIN);
    }
    if (evidence instanceof Evidence.UnitLoad load) {
      out.load = load.unitLoad();
      return out.saying(Saying.Kind.LOAD);
    }
    if (evidence instanceof Evidence.Figure figure) {
      out.quantity = figure.quantity();
      out.pack = figure.pack();
      return out.saying(Saying.Kind.FIGURE);
    }
    return label(evidence, out);
  }

  /** What only labels on new goods say. */
  private static Saying label(Evidence evidence, Writer out) {
    if (evidence instanceof Evidence.LotCode lot) {
      out.item = lot.item();
      out.text = lot.code();
      return out.saying(Saying.Kind.LOT_CODE);
    }
    if (evidence instanceof Evidence.SerialCode serial) {
      out.item = serial.item();
      out.text = serial.code();
      return out.saying(Saying.Kind.SERIAL_CODE);
    }
    if (evidence instanceof Evidence.Expiry expiry) {
      out.date = expiry.day();
      return out.saying(Saying.Kind.EXPIRY);
    }
    if (evidence instanceof Evidence.BestBefore best) {
      out.date = best.day();
      return out.saying(Saying.Kind.BEST_BEFORE);
    }
    if (evidence instanceof Evidence.Produced produced) {
      out.date = produced.day();
      return out.saying(Saying.Kind.PRODUCED);
    }
    if (evidence instanceof Evidence.IncomingUnitLoad load) {
      out.text = load.sscc();
      out.counts = load.whole() ? Quantity.ONE : null;
      return out.saying(Saying.Kind.SSCC);
    }
    if (evidence instanceof Evidence.LabelSaid together) {
      out.parts = together.parts().stream().map(Sayings::saying).toList();
      return out.saying(Saying.Kind.TOGETHER);
    }
    throw new IllegalStateException("No scan says " + evidence);
  }

  /** The parts of a saying, of which each kind needs only some. */
  private static final class Writer {
    private Long item;
    private Quantity counts;
    private Long lot;
    private Long serial;
    private Long place;
    private Saying.Role role;
    private Quantity quantity;
    private String pack;
    private Long load;
    private String text;
    private java.time.LocalDate date;
    private List<Saying> parts;

    Saying saying(Saying.Kind kind) {
      return new Saying(
          kind, item, counts, lot, serial, place, role, quantity, pack, null, load, text, null,
          date, parts);
    }
  }
}
