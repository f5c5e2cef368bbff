package app.reliquum.core.sentence;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.ElementString;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.scan.Reading;
import app.reliquum.core.scan.Scan;
import app.reliquum.core.scan.Sscc;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * The Count verb: in a bin, items in any order. Scanning a piece's or pack's barcode counts one
 * more of it; a typed figure, in any pack, is the whole of the line; a piece with a serial number
 * counts by itself; a sealed pallet counts as what the book has on it. The bin's own label, or that
 * of the next bin, ends the bin.
 */
public final class Count {

  private final CountSentence sentence;
  private final CountFacts facts;

  private Count(CountSentence sentence, CountFacts facts) {
    this.sentence = sentence;
    this.facts = facts;
  }

  /**
   * Something to be kept at once: so much was counted.
   *
   * @param item the item
   * @param lot the number of its lot, known or new; empty for none
   * @param expiry the last day of a new lot; null if nobody said
   * @param serial the number of the piece, known or new; empty for none
   * @param unitLoad the unit load it stands on, 0 for none
   * @param condition its condition
   * @param whole whether the quantity is the whole line, and not more of it
   * @param quantity how much, in base units
   */
  public record Stroke(
      long item,
      String lot,
      LocalDate expiry,
      String serial,
      long unitLoad,
      Condition condition,
      boolean whole,
      Quantity quantity) {}

  /** What becomes of a sentence when something is said to it. */
  public sealed interface Heard {

    /** It waits for more. */
    record Waits(CountSentence next) implements Heard {}

    /** Something was counted. */
    record Counted(CountSentence next, List<Stroke> strokes) implements Heard {
      public Counted {
        strokes = List.copyOf(strokes);
      }
    }

    /** A bin is begun with. */
    record Enters(long place) implements Heard {}

    /**
     * The bin is ended with.
     *
     * @param agreed whether the list of what is not there has been seen and agreed to
     * @param next the bin to go on with, 0 for none
     */
    record Leaves(boolean agreed, long next) implements Heard {}

    /** The last word in the bin is to be taken back. */
    record TakesBack() implements Heard {}

    /** A count was scanned: it is to be counted. */
    record Opens(long count) implements Heard {}

    /**
     * A unit load was scanned that the house does not know: it is made known, and said again.
     *
     * @param sscc its number
     */
    record FindsUnitLoad(Sscc sscc) implements Heard {}

    /** No count is chosen yet: if just one is open at the site, it is meant. */
    record Finds() implements Heard {}

    /** Another verb is to be gone on with; this sentence stays as it was. */
    record Begins(Verb verb) implements Heard {}

    /**
     * It can mean several things; a person must choose.
     *
     * @param choices what each of them says
     */
    record Choose(List<Evidence> choices) implements Heard {
      public Choose {
        choices = List.copyOf(choices);
      }
    }

    /** It fits nowhere, and the sentence stays as it was. */
    record Refused(Misfit misfit) implements Heard {}
  }

  /** What can be said next. */
  public static List<Wanted> wanted(CountSentence sentence, CountFacts facts) {
    if (sentence.place() == 0) {
      return List.of(Wanted.PLACE);
    }
    if (sentence.item() != 0) {
      MeasureRule rule = facts.measure(sentence.item());
      if (rule.tracking().needsLot() && sentence.lot().isEmpty()) {
        return List.of(Wanted.LOT);
      }
      if (rule.tracking().needsSerial()) {
        return List.of(Wanted.SERIAL, Wanted.PLACE);
      }
    }
    return List.of(Wanted.ITEM, Wanted.PLACE);
  }

  /** Says a text that was scanned or typed. */
  public static Heard scan(OpenCount open, Scan scan, CountFacts facts) {
    Meaning only = scan.only().orElse(null);
    if (only instanceof Meaning.Act act) {
      return act(open, act.action());
    }
    if (only instanceof Meaning.Count count) {
      return new Heard.Opens(count.count());
    }
    if (scan.reading() instanceof Reading.Unreadable) {
      return new Heard.Refused(Misfit.unknown(scan.reading(), List.of()));
    }
    return open.count() == 0
        ? new Heard.Finds()
        : leaving(open, hear(open.sentence(), scan, facts), facts);
  }

  /** Says one settled thing: a choice, or the condition of what is counted. */
  public static Heard say(OpenCount open, Evidence said, CountFacts facts) {
    if (said instanceof Evidence.ConditionSaid of) {
      return new Heard.Waits(open.sentence().in(of.condition()));
    }
    return said.meaning()
        .map(meaning -> leaving(open, hear(open.sentence(), meaning, facts), facts))
        .orElse(new Heard.Refused(new Misfit.NoRoom()));
  }

  /** An item's slip is not ended with a bin, but by confirming it. */
  private static Heard leaving(OpenCount open, Heard heard, CountFacts facts) {
    if (heard instanceof Heard.Enters enters) {
      return open.sentence().place() == 0 || facts.countsItem()
          ? enters
          : new Heard.Leaves(false, enters.place());
    }
    return heard instanceof Heard.Leaves && facts.countsItem()
        ? new Heard.Waits(CountSentence.EMPTY)
        : heard;
  }

  /** Does what an action label asks for. */
  public static Heard act(OpenCount open, Action action) {
    CountSentence sentence = open.sentence();
    return switch (action) {
      case CONFIRM -> confirm(open);
      case UNDO -> undo(open);
      case CLEAR -> new Heard.Waits(CountSentence.at(sentence.place()));
      case SAME, TURN -> new Heard.Refused(new Misfit.NoRoom());
      case MOVE, PUTAWAY, REFILL, RECEIVE, SEND, ARRIVE, ADJUST, PICK, PACK, COUNT ->
          new Heard.Begins(Verb.begunBy(action).orElseThrow());
    };
  }

  private static Heard confirm(OpenCount open) {
    CountSentence sentence = open.sentence();
    if (sentence.pending().isPositive()) {
      return new Heard.Refused(new Misfit.LotFirst(sentence.item()));
    }
    if (open.count() == 0 || (sentence.place() == 0 && open.slip() == 0)) {
      return new Heard.Refused(new Misfit.BinFirst());
    }
    // A bin is empty by one word only where nothing at all was scanned in it.
    return new Heard.Leaves(sentence.item() == 0 || !open.asked().isEmpty(), open.nextPlace());
  }

  private static Heard undo(OpenCount open) {
    CountSentence sentence = open.sentence();
    if (!open.asked().isEmpty()) {
      return new Heard.Waits(sentence);
    }
    if (sentence.pending().isPositive()) {
      return new Heard.Waits(CountSentence.at(sentence.place()));
    }
    return open.count() == 0
        ? new Heard.Refused(new Misfit.NothingToUndo())
        : new Heard.TakesBack();
  }

  /**
   * Says a text that was scanned or typed. What the house does not know may be the number of a lot
   * or a piece that nobody expected.
   */
  public static Heard hear(CountSentence sentence, Scan scan, CountFacts facts) {
    if (!scan.meanings().isEmpty()) {
      return hear(sentence, scan.meanings(), facts);
    }
    Sscc unitLoad = unknownUnitLoad(scan.reading());
    if (unitLoad != null) {
      return sentence.place() == 0
          ? new Heard.Refused(new Misfit.BinFirst())
          : new Heard.FindsUnitLoad(unitLoad);
    }
    Heard heard =
        scan.reading() instanceof Reading.Plain plain && plain.figure().isEmpty()
            ? hearNew(sentence, plain.text().strip().toUpperCase(Locale.ROOT), facts)
            : new Heard.Refused(new Misfit.NoRoom());
    return heard instanceof Heard.Refused
        ? new Heard.Refused(Misfit.unknown(scan.reading(), wanted(sentence, facts)))
        : heard;
  }

  /** The number of a unit load on a label that names nothing else; null if it names none. */
  private static Sscc unknownUnitLoad(Reading reading) {
    return reading instanceof Reading.Elements read
            && read.elements().gtin().isEmpty()
            && read.elements().contained().isEmpty()
        ? read.elements().sscc().orElse(null)
        : null;
  }

  /** A meaning as something that can be chosen by touch. */
  private static Evidence evidence(Meaning meaning) {
    return meaning instanceof Meaning.Label label
        ? new Evidence.Item(label.item(), label.goods().counts())
        : ScanFitting.evidenceOf(meaning).orElseThrow();
  }

  /**
   * Says a scan to the sentence.
   *
   * @param meanings everything that it can mean in this house
   */
  public static Heard hear(CountSentence sentence, List<Meaning> meanings, CountFacts facts) {
    Heard only = null;
    Heard refused = null;
    List<Meaning> fitting = new ArrayList<>();
    for (Meaning meaning : meanings) {
      Heard heard = hear(sentence, meaning, facts);
      if (heard instanceof Heard.Refused) {
        refused = refused == null ? heard : refused;
      } else {
        fitting.add(meaning);
        only = heard;
      }
    }
    if (fitting.isEmpty()) {
      return refused == null ? new Heard.Refused(new Misfit.NoRoom()) : refused;
    }
    return fitting.size() == 1
        ? only
        : new Heard.Choose(fitting.stream().map(Count::evidence).toList());
  }

  /** Says one thing to the sentence. */
  public static Heard hear(CountSentence sentence, Meaning meaning, CountFacts facts) {
    try {
      return new Count(sentence, facts).heard(meaning);
    } catch (MisfitFound found) {
      return new Heard.Refused(found.misfit());
    } catch (QuantityException fault) {
      return new Heard.Refused(new Misfit.WrongQuantity(fault));
    }
  }

  /**
   * Says a number that the house does not know: that of a lot or a piece that nobody expected.
   *
   * @return refused if nothing of that kind is waited for
   */
  public static Heard hearNew(CountSentence sentence, String code, CountFacts facts) {
    try {
      Count count = new Count(sentence, facts);
      return switch (wanted(sentence, facts).get(0)) {
        case LOT -> count.lot(sentence.item(), code, null);
        case SERIAL -> count.piece(sentence.item(), sentence.lot(), code);
        default -> new Heard.Refused(new Misfit.NoRoom());
      };
    } catch (MisfitFound found) {
      return new Heard.Refused(found.misfit());
    }
  }

  private Heard heard(Meaning meaning) {
    if (meaning instanceof Meaning.Bin bin) {
      return bin(bin.place());
    }
    if (sentence.place() == 0) {
      throw new MisfitFound(new Misfit.BinFirst());
    }
    if (meaning instanceof Meaning.Item item) {
      return item(item.item(), item.counts());
    }
    if (meaning instanceof Meaning.Lot lot) {
      return lot(lot.item(), facts.lotCode(lot.lot()), null);
    }
    if (meaning instanceof Meaning.Serial piece) {
      String lot = piece.lot() == 0 ? "" : facts.lotCode(piece.lot());
      return piece(piece.item(), lot, facts.serialCode(piece.serial()));
    }
    if (meaning instanceof Meaning.UnitLoad load) {
      return load(load.unitLoad());
    }
    if (meaning instanceof Meaning.Figure figure) {
      return figure(new Evidence.Figure(figure.quantity(), figure.pack()));
    }
    if (meaning instanceof Meaning.Label label) {
      return label(label);
    }
    throw new MisfitFound(new Misfit.NoRoom());
  }

  private Heard bin(long place) {
    if (facts.siteOf(place) != facts.site()) {
      throw new MisfitFound(new Misfit.OtherSite(place));
    }
    checkNothingPends();
    return place == sentence.place() ? new Heard.Leaves(false, 0) : new Heard.Enters(place);
  }

  /** What was scanned but can't be kept without its lot must not be forgotten silently. */
  private void checkNothingPends() {
    if (sentence.pending().isPositive()) {
      throw new MisfitFound(new Misfit.LotFirst(sentence.item()));
    }
  }

  private Heard item(long item, Quantity counts) {
    if (item != sentence.item()) {
      checkNothingPends();
    }
    MeasureRule rule = facts.measure(item);
    boolean same = item == sentence.item();
    String lot = same ? sentence.lot() : "";
    if (rule.tracking().needsLot() && lot.isEmpty()) {
      lot = onlyLot(item);
    }
    CountSentence next = sentence.about(item, lot, same ? sentence.expiry() : null);
    if (rule.tracking().needsSerial() || counts.isZero()) {
      return new Heard.Waits(same ? next.waiting(sentence.pending(), sentence.figure()) : next);
    }
    if (rule.tracking().needsLot() && lot.isEmpty()) {
      return new Heard.Waits(next.waiting(sentence.pending().plus(counts), sentence.figure()));
    }
    return counted(next, "", false, counts);
  }

  /** The one lot of an item that the book has here; none if it has several, or none at all. */
  private String onlyLot(long item) {
    return Blank.onlyOf(
            facts.stockIn(sentence.place()).stream()
                .filter(one -> one.key().item() == item)
                .map(one -> one.key().lot()))
        .filled()
        .map(facts::lotCode)
        .orElse("");
  }

  private Heard lot(long item, String code, LocalDate expiry) {
    boolean pends = sentence.pending().isPositive();
    if (pends && item != sentence.item()) {
      throw new MisfitFound(new Misfit.LotFirst(sentence.item()));
    }
    if (!facts.measure(item).tracking().needsLot()) {
      throw new MisfitFound(new Misfit.NotKept(item, false));
    }
    CountSentence next = sentence.about(item, code, expiry);
    return pends ? counted(next, "", sentence.figure(), sentence.pending()) : new Heard.Waits(next);
  }

  private Heard piece(long item, String lotSaid, String code) {
    checkNothingPends();
    if (!facts.measure(item).tracking().needsSerial()) {
      throw new MisfitFound(new Misfit.NotKept(item, true));
    }
    if (facts.pieceCounted(item, code)) {
      throw new MisfitFound(new Misfit.CodeTwice(code));
    }
    String lot =
        facts.lotOfPiece(item, code).filter(id -> id != 0).map(facts::lotCode).orElse(lotSaid);
    if (facts.measure(item).tracking().needsLot() && lot.isEmpty()) {
      throw new MisfitFound(new Misfit.LotFirst(item));
    }
    return counted(sentence.about(item, lot, null), code, true, Quantity.ONE);
  }

  private Heard figure(Evidence.Figure said) {
    if (sentence.item() == 0) {
      throw new MisfitFound(
          said.pack() == null ? new Misfit.ItemFirst() : new Misfit.PackNeedsItem(said.pack()));
    }
    MeasureRule rule = facts.measure(sentence.item());
    if (rule.tracking().needsSerial()) {
      throw new MisfitFound(new Misfit.ScanSerials(sentence.item()));
    }
    Quantity quantity = ScanFitting.inBaseUnits(said, rule, facts.packs(sentence.item()));
    if (!quantity.isZero()) {
      rule.check(quantity);
    }
    if (rule.tracking().needsLot() && sentence.lot().isEmpty()) {
      return new Heard.Waits(sentence.waiting(quantity, true));
    }
    return counted(sentence, "", true, quantity);
  }

  /** A pallet is stated by its label, sealed as it stands; goods of a trolley are counted on it. */
  private Heard load(long unitLoad) {
    checkNothingPends();
    if (unitLoad == sentence.unitLoad()) {
      return new Heard.Waits(sentence.on(0));
    }
    List<HeldPosition> contents = facts.stockOn(unitLoad);
    if (facts.trolley(unitLoad) || contents.isEmpty()) {
      return new Heard.Waits(sentence.on(unitLoad));
    }
    List<Stroke> strokes = new ArrayList<>();
    for (HeldPosition one : contents) {
      strokes.add(
          new Stroke(
              one.key().item(),
              one.key().lot() == 0 ? "" : facts.lotCode(one.key().lot()),
              null,
              one.key().serial() == 0 ? "" : facts.serialCode(one.key().serial()),
              unitLoad,
              one.key().condition(),
              true,
              one.quantity()));
    }
    return new Heard.Counted(sentence.on(0), strokes);
  }

  private Heard label(Meaning.Label label) {
    if (label.unitLoad() != 0 && !facts.stockOn(label.unitLoad()).isEmpty()) {
      return load(label.unitLoad());
    }
    long item = label.item();
    ElementString elements = label.elements();
    MeasureRule rule = facts.measure(item);
    String lot = elements.data("10").orElse("");
    if (rule.tracking().needsSerial() && elements.data("21").isPresent()) {
      return piece(item, rule.tracking().needsLot() ? lot : "", elements.data("21").get());
    }
    Quantity counts = ScanFitting.measured(elements, rule).orElse(label.goods().counts());
    if (!rule.tracking().needsLot() || lot.isEmpty()) {
      return item(item, counts);
    }
    if (item != sentence.item()) {
      checkNothingPends();
    }
    LocalDate expiry = elements.date("17", facts.today().getYear()).orElse(null);
    CountSentence next = sentence.about(item, lot, expiry);
    return rule.tracking().needsSerial() || counts.isZero()
        ? new Heard.Waits(next)
        : counted(next, "", false, counts);
  }

  private Heard counted(CountSentence next, String serial, boolean whole, Quantity quantity) {
    return new Heard.Counted(
        next,
        List.of(
            new Stroke(
                next.item(),
                next.lot(),
                next.expiry(),
                serial,
                next.unitLoad(),
                next.condition(),
                whole,
                quantity)));
  }
}
