package app.reliquum.core.sentence;

import app.reliquum.core.adjustment.Way;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Quantity;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** One reading of a sentence by which the book is adjusted. */
final class AdjustReading extends NewGoodsSaid {
  private final List<Evidence> evidence;
  private final AdjustFacts facts;
  private long place;
  private long load;

  AdjustReading(List<Evidence> evidence, AdjustFacts facts) {
    super(facts);
    this.evidence = evidence;
    this.facts = facts;
  }

  AdjustSentence sentence() {
    evidence.forEach(this::hear);
    if (load != 0) {
      List<HeldPosition> on = facts.stockOn(load);
      stand(on);
      if (facts.way() == Way.OUT && item == 0 && !facts.trolley(load)) {
        return wholeLoad(on);
      }
    }
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
          Blank.said(place),
          Blank.empty(),
          load,
          List.of(),
          List.of(),
          List.of());
    }
    return withItem(itemBlank);
  }

  /** What stands on a unit load is where that stands. */
  private void stand(List<HeldPosition> on) {
    if (on.isEmpty()) {
      if (facts.way() != Way.IN) {
        throw new MisfitFound(new Misfit.NothingOn(load));
      }
      return;
    }
    long stands = on.get(0).key().place();
    if (facts.siteOf(stands) != facts.site()) {
      throw new MisfitFound(new Misfit.OtherSite(stands));
    }
    if (place != 0 && place != stands) {
      throw new MisfitFound(new Misfit.NotThere(place, on.get(0).key().item(), List.of(stands)));
    }
    place = stands;
  }

  /** A unit load goes out with all that stands on it. */
  private AdjustSentence wholeLoad(List<HeldPosition> on) {
    if (figure != null || lot != null || !serials.isEmpty() || condition != null) {
      throw new MisfitFound(new Misfit.WholeLoad(load));
    }
    return new AdjustSentence(
        evidence,
        facts.way(),
        Blank.empty(),
        Blank.empty(),
        false,
        null,
        false,
        List.of(),
        Blank.empty(),
        new Blank.Said<>(place),
        Blank.empty(),
        load,
        on.stream().sorted(Comparator.comparing(HeldPosition::key)).map(this::change).toList(),
        List.of(),
        List.of());
  }

  private AdjustSentence.Change change(HeldPosition one) {
    PositionKey key = one.key();
    return new AdjustSentence.Change(
        key.item(),
        key.lot() == 0 ? "" : facts.lotCode(key.lot()),
        null,
        key.serial() == 0 ? "" : facts.serialCode(key.serial()),
        key.place(),
        key.unitLoad(),
        key.condition(),
        one.quantity());
  }

  private AdjustSentence withItem(Blank<Long> itemBlank) {
    MeasureRule rule = facts.measure(item);
    boolean needsSerials = rule.tracking().needsSerial();
    boolean needsLot = rule.tracking().needsLot();
    checkKept(needsLot, needsSerials);
    if (needsSerials && facts.way() == Way.SET) {
      throw new MisfitFound(new Misfit.NotByFigure(item));
    }
    List<HeldPosition> fitting =
        facts.stockOf(item).stream()
            .filter(this::fits)
            .sorted(
                Comparator.comparing((HeldPosition stock) -> stock.key().unitLoad())
                    .thenComparing(HeldPosition::key))
            .toList();
    boolean out = facts.way() == Way.OUT;
    if (out && needsSerials) {
      checkPieces(fitting);
    }
    Blank<Long> placeBlank = placeOf(fitting);
    long where = placeBlank.filled().orElse(0L);
    List<HeldPosition> here = fitting.stream().filter(one -> one.key().place() == where).toList();
    if (out && where != 0 && here.isEmpty()) {
      throw new MisfitFound(
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
      here = here.stream().filter(one -> one.key().unitLoad() == load).toList();
    }
    Blank<Quantity> quantity = needsSerials ? piecesSaid(serials.size()) : quantityOf(here, where);
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
        load,
        List.of(),
        here,
        where == 0 ? fitting : List.of());
  }

  @Override
  void hearBin(Evidence.Bin said) {
    place = said.place();
  }

  @Override
  void hearMore(Evidence one) {
    if (one instanceof Evidence.UnitLoad said) {
      if (load != 0 && load != said.unitLoad()) {
        throw new MisfitFound(new Misfit.OtherLoad(load, said.unitLoad()));
      }
      load = said.unitLoad();
    } else {
      super.hearMore(one);
    }
  }

  // What fills itself, and what follows.

  private boolean fits(HeldPosition stock) {
    return (lot == null || isLot(stock, lot))
        && (load == 0 || facts.way() == Way.IN || stock.key().unitLoad() == load)
        && (condition == null || stock.key().condition() == condition)
        && (serials.isEmpty()
            || facts.way() != Way.OUT
            || serials.contains(facts.serialCode(stock.key().serial())));
  }

  private boolean isLot(HeldPosition stock, String code) {
    return stock.key().lot() != 0 && facts.lotCode(stock.key().lot()).equalsIgnoreCase(code);
  }

  private void checkPieces(List<HeldPosition> fitting) {
    for (String serial : serials) {
      if (fitting.stream().noneMatch(one -> facts.serialCode(one.key().serial()).equals(serial))) {
        throw new MisfitFound(new Misfit.UnknownSerial(item, serial));
      }
    }
  }

  /** The pieces, each where its number stands. */
  private List<HeldPosition> inOrder(List<HeldPosition> here) {
    List<HeldPosition> pieces = new ArrayList<>();
    for (String serial : serials) {
      here.stream()
          .filter(one -> facts.serialCode(one.key().serial()).equals(serial))
          .findFirst()
          .ifPresent(pieces::add);
    }
    if (facts.way() == Way.OUT && pieces.size() != serials.size()) {
      throw new MisfitFound(new Misfit.UnknownSerial(item, serials.iterator().next()));
    }
    return pieces;
  }

  private Blank<Long> onlyItem() {
    if (place == 0 || facts.way() == Way.IN) {
      return Blank.empty();
    }
    List<HeldPosition> there = load == 0 ? facts.stockIn(place) : facts.stockOn(load);
    return Blank.onlyOf(there.stream().map(one -> one.key().item()));
  }

  private Blank<Long> placeOf(List<HeldPosition> fitting) {
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
    return Blank.onlyOf(places.stream());
  }

  private Blank<String> lotOf(List<HeldPosition> here) {
    if (lot != null) {
      return new Blank.Said<>(lot);
    }
    if (facts.way() == Way.IN) {
      return Blank.empty();
    }
    return Blank.onlyOf(here.stream().map(one -> one.key().lot()).distinct().map(facts::lotCode));
  }

  private Blank<Condition> conditionOf(List<HeldPosition> here) {
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

  private Blank<Quantity> quantityOf(List<HeldPosition> here, long where) {
    if (nothingCounted()) {
      return Blank.empty();
    }
    Quantity asked = amount(item, facts.way() == Way.SET);
    Quantity held = HeldPosition.total(here);
    if (facts.way() == Way.OUT && where != 0 && asked.compareTo(held) > 0) {
      throw new MisfitFound(new Misfit.NotEnough(where, asked, held));
    }
    return new Blank.Said<>(asked);
  }
}
