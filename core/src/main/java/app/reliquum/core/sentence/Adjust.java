package app.reliquum.core.sentence;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.sentence.Hearing.Clash;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The Adjust verb: goods leave the book, enter it, or are set to a figure, in one bin.
 *
 * <p>Scans may come in any order. What has one possible value fills itself: the only item of a bin,
 * its only lot, the only bin that holds it. What goes out must lie there; what comes in may be of a
 * new lot, or a piece that nobody knows yet.
 */
public final class Adjust {

  /** Which way the book changes. */
  public enum Way {
    /** Goods come in. */
    IN,
    /** Goods go out. */
    OUT,
    /** The book is set to a figure. */
    SET
  }

  private final List<Evidence> evidence;
  private final AdjustFacts facts;

  private long item;
  private String lot;
  private LocalDate expiry;
  private final Set<String> serials = new LinkedHashSet<>();
  private Evidence.Figure figure;
  private Quantity counted = Quantity.ZERO;
  private Condition condition;
  private long place;

  private Adjust(List<Evidence> evidence, AdjustFacts facts) {
    this.evidence = evidence;
    this.facts = facts;
  }

  /**
   * Reads a sentence from its evidence.
   *
   * @return the sentence as filled, or why the evidence does not go together
   */
  public static Reply<AdjustSentence> read(List<Evidence> evidence, AdjustFacts facts) {
    try {
      return new Reply.Filled<>(new Adjust(List.copyOf(evidence), facts).sentence());
    } catch (Clash clash) {
      return new Reply.Refused<>(clash.misfit());
    }
  }

  /**
   * Says something more to a sentence.
   *
   * @param evidence what has been said so far
   * @param meanings everything that the scan can mean; at least one
   * @param facts what is known of the house
   * @return the filled sentence if just one meaning fits, the choices if several do, and the first
   *     meaning's misfit if none does
   */
  public static Reply<AdjustSentence> fill(
      List<Evidence> evidence, List<Meaning> meanings, AdjustFacts facts) {
    return Hearing.fill(
        meanings,
        meaning ->
            meaning instanceof Meaning.Label label
                ? Optional.of(
                    Receive.ofLabel(label, facts.year(), facts.measure(label.goods().item())))
                : Hearing.evidenceOf(meaning),
        more -> add(evidence, more, facts));
  }

  /** Says one settled thing more to a sentence. */
  public static Reply<AdjustSentence> add(
      List<Evidence> evidence, Evidence more, AdjustFacts facts) {
    List<Evidence> all = new ArrayList<>(evidence);
    all.add(more);
    return read(all, facts);
  }

  /** What still goes together of evidence that no longer does. */
  public static List<Evidence> standing(List<Evidence> evidence, AdjustFacts facts) {
    return Hearing.standing(evidence, some -> read(some, facts));
  }

  /**
   * A text that is no code the house knows: the lot or serial number of goods that come in, if that
   * is what is missing.
   */
  public static Optional<Evidence> asNewNumber(AdjustSentence sentence, String text) {
    if (sentence.way() == Way.OUT
        || sentence.item().filled().isEmpty()
        || text.isBlank()
        || text.length() > 30) {
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

  private AdjustSentence sentence() {
    evidence.forEach(this::hear);
    Blank<Long> itemBlank = item == 0 ? onlyItem() : new Blank.Said<>(item);
    item = itemBlank.filled().orElse(0L);
    if (item == 0) {
      return new AdjustSentence(
          evidence,
          facts.way(),
          itemBlank,
          Blank.empty(),
          false,
          expiry,
          false,
          List.of(),
          typedAlone(),
          place == 0 ? Blank.empty() : new Blank.Said<>(place),
          Blank.empty(),
          List.of(),
          List.of());
    }
    return withItem(itemBlank);
  }

  private AdjustSentence withItem(Blank<Long> itemBlank) {
    MeasureRule rule = facts.measure(item);
    boolean needsSerials = rule.tracking().needsSerial();
    boolean needsLot = rule.tracking().needsLot();
    if ((!needsSerials && !serials.isEmpty()) || (!needsLot && lot != null)) {
      throw new Clash(new Misfit.NotKept(item, needsLot || lot == null));
    }
    if (needsSerials && facts.way() == Way.SET) {
      throw new Clash(new Misfit.NotByFigure(item));
    }
    List<Stock> fitting =
        facts.stockOf(item).stream()
            .filter(this::fits)
            .sorted(
                Comparator.comparing((Stock stock) -> stock.key().unitLoad())
                    .thenComparing(Stock::key))
            .toList();
    boolean out = facts.way() == Way.OUT;
    if (out && needsSerials) {
      checkPieces(fitting);
    }
    Blank<Long> placeBlank = placeOf(fitting);
    long where = placeBlank.filled().orElse(0L);
    List<Stock> here = fitting.stream().filter(one -> one.key().place() == where).toList();
    if (out && where != 0 && here.isEmpty()) {
      throw new Clash(
          new Misfit.NotThere(
              where, item, fitting.stream().map(one -> one.key().place()).distinct().toList()));
    }
    Blank<String> lotBlank = needsLot ? lotOf(here) : Blank.empty();
    if (lotBlank.filled().isPresent()) {
      String wanted = lotBlank.filled().get();
      here = here.stream().filter(one -> isLot(one, wanted)).toList();
    }
    if (out && needsSerials && serials.isEmpty() && here.size() == 1) {
      serials.add(facts.serialCode(here.get(0).key().serial()));
    }
    Blank<Condition> conditionBlank = conditionOf(here);
    if (conditionBlank.filled().isPresent()) {
      Condition wanted = conditionBlank.filled().get();
      here = here.stream().filter(one -> one.key().condition() == wanted).toList();
    }
    if (needsSerials) {
      here = serials.isEmpty() ? List.of() : inOrder(here);
    } else if (facts.way() == Way.SET) {
      here = here.stream().filter(one -> one.key().unitLoad() == 0).toList();
    }
    Blank<Quantity> quantity = needsSerials ? countedSerials() : quantityOf(rule, here, where);
    return new AdjustSentence(
        evidence,
        facts.way(),
        itemBlank,
        lotBlank,
        needsLot,
        expiry,
        needsSerials,
        List.copyOf(serials),
        quantity,
        placeBlank,
        conditionBlank,
        here,
        where == 0 ? fitting : List.of());
  }

  // What was said, taken one by one.

  private void hear(Evidence one) {
    if (one instanceof Evidence.Together said) {
      said.parts().forEach(this::hear);
    } else if (one instanceof Evidence.Item said) {
      hearItem(said.item());
      counted = counted.plus(said.counts());
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
    } else if (one instanceof Evidence.Figure said) {
      figure = said;
      counted = Quantity.ZERO;
    } else if (one instanceof Evidence.Expiry said) {
      expiry = said.day();
    } else if (one instanceof Evidence.Of said) {
      condition = said.condition();
    } else if (one instanceof Evidence.Bin said) {
      if (facts.siteOf(said.place()) != facts.site()) {
        throw new Clash(new Misfit.OtherSite(said.place()));
      }
      place = said.place();
    } else if (!(one instanceof Evidence.Produced || one instanceof Evidence.BestBefore)) {
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
    if (!serials.add(said)) {
      throw new Clash(new Misfit.CodeTwice(said));
    }
  }

  // What fills itself, and what follows.

  private boolean fits(Stock stock) {
    return (lot == null || isLot(stock, lot))
        && (condition == null || stock.key().condition() == condition)
        && (serials.isEmpty()
            || facts.way() != Way.OUT
            || serials.contains(facts.serialCode(stock.key().serial())));
  }

  private boolean isLot(Stock stock, String code) {
    return stock.key().lot() != 0 && facts.lotCode(stock.key().lot()).equalsIgnoreCase(code);
  }

  private void checkPieces(List<Stock> fitting) {
    for (String serial : serials) {
      if (fitting.stream().noneMatch(one -> facts.serialCode(one.key().serial()).equals(serial))) {
        throw new Clash(new Misfit.UnknownSerial(item, serial));
      }
    }
  }

  /** The pieces, each where its number stands. */
  private List<Stock> inOrder(List<Stock> here) {
    List<Stock> pieces = new ArrayList<>();
    for (String serial : serials) {
      here.stream()
          .filter(one -> facts.serialCode(one.key().serial()).equals(serial))
          .findFirst()
          .ifPresent(pieces::add);
    }
    if (facts.way() == Way.OUT && pieces.size() != serials.size()) {
      throw new Clash(new Misfit.UnknownSerial(item, serials.iterator().next()));
    }
    return pieces;
  }

  private Blank<Long> onlyItem() {
    if (place == 0 || facts.way() == Way.IN) {
      return Blank.empty();
    }
    List<Long> items =
        facts.stockIn(place).stream().map(one -> one.key().item()).distinct().toList();
    return items.size() == 1 ? new Blank.Only<>(items.get(0)) : Blank.empty();
  }

  private Blank<Long> placeOf(List<Stock> fitting) {
    if (place != 0) {
      return new Blank.Said<>(place);
    }
    List<Long> places = fitting.stream().map(one -> one.key().place()).distinct().toList();
    if (facts.way() == Way.IN) {
      Optional<Long> home = facts.homeBin(item);
      if (home.isPresent()) {
        return new Blank.Suggested<>(home.get(), Blank.Why.HOME_BIN);
      }
      return places.isEmpty()
          ? Blank.empty()
          : new Blank.Suggested<>(places.get(0), Blank.Why.SAME_ITEM);
    }
    return places.size() == 1 ? new Blank.Only<>(places.get(0)) : Blank.empty();
  }

  private Blank<String> lotOf(List<Stock> here) {
    if (lot != null) {
      return new Blank.Said<>(lot);
    }
    if (facts.way() == Way.IN) {
      return Blank.empty();
    }
    List<Long> lots = here.stream().map(one -> one.key().lot()).distinct().toList();
    return lots.size() == 1 ? new Blank.Only<>(facts.lotCode(lots.get(0))) : Blank.empty();
  }

  private Blank<Condition> conditionOf(List<Stock> here) {
    if (condition != null) {
      return new Blank.Said<>(condition);
    }
    List<Condition> conditions =
        here.stream().map(one -> one.key().condition()).distinct().toList();
    if (facts.way() != Way.IN && conditions.size() > 1) {
      return conditions.contains(Condition.GOOD) ? new Blank.Only<>(Condition.GOOD) : Blank.empty();
    }
    return new Blank.Only<>(
        facts.way() == Way.IN || conditions.isEmpty() ? Condition.GOOD : conditions.get(0));
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

  private Blank<Quantity> quantityOf(MeasureRule rule, List<Stock> here, long where) {
    if (figure == null && counted.isZero()) {
      return Blank.empty();
    }
    Quantity asked;
    try {
      Quantity typed =
          figure == null ? Quantity.ZERO : Hearing.inBaseUnits(figure, rule, facts.packs(item));
      asked = typed.plus(counted);
      if (facts.way() != Way.SET || !asked.isZero()) {
        rule.check(asked);
      }
    } catch (QuantityException fault) {
      throw new Clash(new Misfit.WrongQuantity(fault));
    }
    Quantity held = here.stream().map(Stock::quantity).reduce(Quantity.ZERO, Quantity::plus);
    if (facts.way() == Way.OUT && where != 0 && asked.compareTo(held) > 0) {
      throw new Clash(new Misfit.NotEnough(where, asked, held));
    }
    return new Blank.Said<>(asked);
  }
}
