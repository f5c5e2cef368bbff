package app.reliquum.core.sentence;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.scan.ElementString;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.sentence.Hearing.Clash;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The Receive verb: goods come in on an order, or unexpectedly.
 *
 * <p>A piece's barcode counts one pack each time it is scanned; a GS1 label may say item, quantity,
 * lot, last day and serial number at once; what only can be one thing fills itself. Less than
 * expected leaves the rest open, more must be agreed to, what nobody ordered must be added
 * knowingly, and what has expired does not come in.
 */
public final class Receive {

  private final List<Evidence> evidence;
  private final ReceiveFacts facts;

  private long item;
  private String lot;
  private LocalDate expiry;
  private LocalDate bestBefore;
  private LocalDate produced;
  private final Set<String> serials = new LinkedHashSet<>();
  private Evidence.Figure figure;
  private Quantity counted = Quantity.ZERO;
  private Condition condition = Condition.GOOD;
  private long place;
  private String load;
  private boolean knowingly;
  private boolean agreed;

  private Receive(List<Evidence> evidence, ReceiveFacts facts) {
    this.evidence = evidence;
    this.facts = facts;
  }

  /**
   * Reads a sentence from its evidence.
   *
   * @return the sentence as filled, or why the evidence does not go together
   */
  public static Reply<ReceiveSentence> read(List<Evidence> evidence, ReceiveFacts facts) {
    try {
      return new Reply.Filled<>(new Receive(List.copyOf(evidence), facts).sentence());
    } catch (Clash clash) {
      return new Reply.Refused<>(clash.misfit());
    }
  }

  /**
   * Says something more to a sentence.
   *
   * @param evidence what has been said so far
   * @param meanings everything that the scan can mean; at least one
   * @param facts what is known of the house and the order
   * @return the filled sentence if just one meaning fits, the choices if several do, and the first
   *     meaning's misfit if none does
   */
  public static Reply<ReceiveSentence> fill(
      List<Evidence> evidence, List<Meaning> meanings, ReceiveFacts facts) {
    int year = facts.today().getYear();
    return Hearing.fill(
        meanings,
        meaning ->
            meaning instanceof Meaning.Label label
                ? Optional.of(ofLabel(label, year, facts.measure(label.goods().item())))
                : Hearing.evidenceOf(meaning),
        more -> add(evidence, more, facts));
  }

  /** Says one settled thing more to a sentence. */
  public static Reply<ReceiveSentence> add(
      List<Evidence> evidence, Evidence more, ReceiveFacts facts) {
    List<Evidence> all = new ArrayList<>(evidence);
    all.add(more);
    return read(all, facts);
  }

  /** What still goes together of evidence that no longer does. */
  public static List<Evidence> standing(List<Evidence> evidence, ReceiveFacts facts) {
    return Hearing.standing(evidence, some -> read(some, facts));
  }

  /**
   * A text that is no code the house knows: the lot or serial number of new goods, if that is what
   * is missing.
   */
  public static Optional<Evidence> asNewNumber(ReceiveSentence sentence, String text) {
    if (sentence.item().filled().isEmpty() || text.length() > 30) {
      return Optional.empty();
    }
    long item = sentence.item().filled().get();
    if (sentence.needsLot() && sentence.lot().filled().isEmpty()) {
      return Optional.of(new Evidence.LotCode(item, text));
    }
    return sentence.needsSerials()
        ? Optional.of(new Evidence.SerialCode(item, text))
        : Optional.empty();
  }

  /**
   * What a label says that names no item: lot, last day and serial number of the item that is being
   * received.
   *
   * @return empty if no item is known yet, or the label says nothing of the kind
   */
  public static Optional<Evidence> asMore(
      ReceiveSentence sentence, ElementString elements, ReceiveFacts facts) {
    if (sentence.item().filled().isEmpty()
        || elements.gtin().isPresent()
        || elements.contained().isPresent()) {
      return Optional.empty();
    }
    List<Evidence> parts = marks(sentence.item().filled().get(), elements, facts.today().getYear());
    return parts.isEmpty() ? Optional.empty() : Optional.of(new Evidence.Together(parts));
  }

  /** Everything that a label on new goods says; lot and serial number need not be known. */
  static Evidence ofLabel(Meaning.Label label, int year, MeasureRule rule) {
    long item = label.goods().item();
    List<Evidence> parts = new ArrayList<>();
    Optional<Quantity> measured = measured(label.elements(), rule);
    parts.add(new Evidence.Item(item, measured.orElse(label.goods().counts())));
    parts.addAll(marks(item, label.elements(), year));
    return parts.size() == 1 ? parts.get(0) : new Evidence.Together(parts);
  }

  /** What tells goods of one item apart. */
  private static List<Evidence> marks(long item, ElementString elements, int year) {
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
    elements.sscc().ifPresent(sscc -> parts.add(new Evidence.Load(sscc.digits(), whole)));
    return parts;
  }

  /** A measure on the label counts for items of which it is the base unit. */
  private static Optional<Quantity> measured(ElementString elements, MeasureRule rule) {
    return switch (rule.unit()) {
      case KILOGRAM -> elements.measure("310");
      case METRE -> elements.measure("311");
      case LITRE -> elements.measure("315");
      default -> Optional.empty();
    };
  }

  private ReceiveSentence sentence() {
    evidence.forEach(this::hear);
    Blank<Long> itemBlank = item == 0 ? onlyItem() : new Blank.Said<>(item);
    item = itemBlank.filled().orElse(0L);
    if (item == 0) {
      return new ReceiveSentence(
          evidence,
          itemBlank,
          Blank.empty(),
          false,
          Blank.empty(),
          false,
          said(),
          false,
          List.of(),
          typedAlone(),
          placeOf(null),
          condition,
          load,
          false,
          Quantity.ZERO,
          Quantity.ZERO,
          agreed);
    }
    return withItem(itemBlank);
  }

  private ReceiveSentence withItem(Blank<Long> itemBlank) {
    MeasureRule rule = facts.measure(item);
    List<ReceiveFacts.Expected> lines = facts.linesOf(item);
    boolean ordered = !lines.isEmpty() || facts.unexpected() || knowingly;
    if (!ordered) {
      throw new Clash(new Misfit.NotOnOrder(item));
    }
    boolean needsSerials = rule.tracking().needsSerial();
    boolean needsLot = rule.tracking().needsLot();
    if ((!needsSerials && !serials.isEmpty()) || (!needsLot && lot != null)) {
      throw new Clash(new Misfit.NotKept(item, needsLot || lot == null));
    }
    Quantity open = Quantity.ZERO;
    Quantity most = Quantity.ZERO;
    for (ReceiveFacts.Expected line : lines) {
      open = open.plus(line.open());
      most = most.plus(line.most());
    }
    Blank<Quantity> quantity = needsSerials ? countedSerials() : quantityOf(rule, open);
    Quantity beyond = Quantity.ZERO;
    if (!lines.isEmpty() && quantity.filled().isPresent()) {
      Quantity asked = quantity.filled().get();
      if (asked.compareTo(most) > 0) {
        throw new Clash(new Misfit.TooMuch(item, asked, open, most));
      }
      beyond = asked.compareTo(open) > 0 ? asked.minus(open) : Quantity.ZERO;
    }
    Blank<String> lotBlank = lot == null ? Blank.empty() : new Blank.Said<>(lot);
    boolean needsExpiry = needsLot && facts.shelfLifeDays(item).isPresent();
    Blank<LocalDate> expiryBlank = needsLot ? expiryOf() : Blank.empty();
    return new ReceiveSentence(
        evidence,
        itemBlank,
        lotBlank,
        needsLot,
        expiryBlank,
        needsExpiry,
        said(),
        needsSerials,
        List.copyOf(serials),
        quantity,
        placeOf(quantity.filled().orElse(null)),
        condition,
        load,
        true,
        open,
        beyond,
        agreed);
  }

  // What was said, taken one by one.

  private void hear(Evidence one) {
    if (one instanceof Evidence.Together said) {
      said.parts().forEach(this::hear);
    } else if (one instanceof Evidence.Item said) {
      hearItem(said.item());
      counted = counted.plus(said.counts());
    } else if (one instanceof Evidence.Knowingly said) {
      hearItem(said.item());
      knowingly = true;
    } else if (one instanceof Evidence.Lot said) {
      hearItem(said.item());
      hearLot(facts.lotCode(said.lot()));
    } else if (one instanceof Evidence.LotCode said) {
      hearItem(said.item());
      hearLot(said.code());
    } else if (one instanceof Evidence.Serial said) {
      hearItem(said.item());
      hearSerial(facts.serialCode(said.serial()));
    } else if (one instanceof Evidence.SerialCode said) {
      hearItem(said.item());
      hearSerial(said.code());
    } else if (one instanceof Evidence.SerialRange said) {
      hearItem(said.item());
      SerialRow.of(said.first(), said.last())
          .orElseThrow(() -> new Clash(new Misfit.NoRow(said.first(), said.last(), SerialRow.MOST)))
          .forEach(this::hearSerial);
    } else if (one instanceof Evidence.Figure said) {
      figure = said;
      counted = Quantity.ZERO;
    } else if (one instanceof Evidence.Expiry said) {
      expiry = said.day();
    } else if (one instanceof Evidence.BestBefore said) {
      bestBefore = said.day();
    } else if (one instanceof Evidence.Produced said) {
      produced = said.day();
    } else {
      hearRest(one);
    }
  }

  private void hearRest(Evidence one) {
    if (one instanceof Evidence.Of said) {
      condition = said.condition();
    } else if (one instanceof Evidence.Load said) {
      if (said.whole()) {
        facts
            .loadAt(said.sscc())
            .ifPresent(
                where -> {
                  throw new Clash(new Misfit.LoadHere(said.sscc(), where));
                });
      }
      load = said.sscc();
    } else if (one instanceof Evidence.Over) {
      agreed = true;
    } else if (one instanceof Evidence.Bin said) {
      if (facts.siteOf(said.place()) != facts.site()) {
        throw new Clash(new Misfit.OtherSite(said.place()));
      }
      if (!facts.straightIn() && !facts.docks().contains(said.place())) {
        throw new Clash(new Misfit.NoDock(said.place(), facts.docks()));
      }
      place = said.place();
    } else {
      throw new Clash(new Misfit.NoRoom());
    }
  }

  private void hearItem(long said) {
    if (item != 0 && item != said) {
      throw new Clash(new Misfit.OtherItem(item, said));
    }
    item = said;
  }

  private void hearLot(String said) {
    if (lot != null && !lot.equalsIgnoreCase(said)) {
      throw new Clash(new Misfit.OtherLotCode(lot, said));
    }
    lot = said;
  }

  private void hearSerial(String said) {
    facts
        .pieceAt(item, said)
        .ifPresent(
            where -> {
              throw new Clash(new Misfit.PieceHere(item, said, where));
            });
    if (!serials.add(said)) {
      throw new Clash(new Misfit.CodeTwice(said));
    }
  }

  // What fills itself, and what follows.

  private Blank<Long> onlyItem() {
    List<Long> items = facts.expectedItems();
    return items.size() == 1 ? new Blank.Only<>(items.get(0)) : Blank.empty();
  }

  private Blank<Quantity> typedAlone() {
    if (figure == null) {
      return Blank.empty();
    }
    if (figure.pack() != null) {
      throw new Clash(new Misfit.PackNeedsItem(figure.pack()));
    }
    return new Blank.Said<>(figure.quantity());
  }

  private Blank<Quantity> countedSerials() {
    Quantity count = Quantity.of(serials.size());
    if (figure != null && !figure.quantity().equals(count)) {
      throw new Clash(new Misfit.ScanSerials(item));
    }
    return serials.isEmpty() ? Blank.empty() : new Blank.Said<>(count);
  }

  private Blank<Quantity> quantityOf(MeasureRule rule, Quantity open) {
    if (figure == null && counted.isZero()) {
      return open.isZero() ? Blank.empty() : new Blank.Suggested<>(open, Blank.Why.STILL_EXPECTED);
    }
    try {
      Quantity typed =
          figure == null ? Quantity.ZERO : Hearing.inBaseUnits(figure, rule, facts.packs(item));
      return new Blank.Said<>(rule.check(typed.plus(counted)));
    } catch (QuantityException fault) {
      throw new Clash(new Misfit.WrongQuantity(fault));
    }
  }

  private Blank<LocalDate> expiryOf() {
    LocalDate today = facts.today();
    LotDates known =
        lot == null
            ? LotDates.NONE
            : facts.lot(item, lot).map(ReceiveFacts.KnownLot::dates).orElse(LotDates.NONE);
    known
        .against(said())
        .ifPresent(
            contradiction -> {
              throw new Clash(new Misfit.OtherDate(lot, contradiction));
            });
    LotDates dates = known.with(said());
    LocalDate last = dates.keeping(facts.shelfLifeDays(item).orElse(null), today).expiry();
    if (last == null) {
      return Blank.empty();
    }
    if (last.isBefore(today)) {
      throw new Clash(new Misfit.Expired(lot == null ? "" : lot, last, today));
    }
    return dates.expiry() == null
        ? new Blank.Suggested<>(last, Blank.Why.SHELF_LIFE)
        : expiry == null ? new Blank.Only<>(last) : new Blank.Said<>(last);
  }

  private LotDates said() {
    return new LotDates(expiry, bestBefore, produced);
  }

  private Blank<Long> placeOf(Quantity quantity) {
    if (place != 0) {
      return new Blank.Said<>(place);
    }
    if (item != 0 && quantity != null) {
      Optional<MoveFacts.Target> target = facts.target(item, quantity);
      if (target.isPresent()) {
        return new Blank.Suggested<>(target.get().place(), target.get().why());
      }
    }
    List<Long> docks = facts.docks();
    if (docks.size() == 1) {
      return new Blank.Only<>(docks.get(0));
    }
    return docks.isEmpty() ? Blank.empty() : new Blank.Suggested<>(docks.get(0), Blank.Why.DOCK);
  }
}
