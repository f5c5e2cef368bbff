package app.reliquum.core.sentence;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Removal;
import app.reliquum.core.sentence.PickFacts.Stop;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * One reading of a sentence by which goods are picked or packed. Of what is said twice the last
 * counts: whoever leaps to another bin or another item means the new one.
 */
final class PickReading extends GoodsSaid {
  private final List<Evidence> evidence;
  private final PickFacts facts;
  private long place;
  private long lot;
  private long serial;
  private long into;
  private int countingScans;

  PickReading(List<Evidence> evidence, PickFacts facts) {
    super(facts);
    this.evidence = evidence;
    this.facts = facts;
  }

  PickSentence sentence() {
    evidence.forEach(this::hear);
    if (facts.stops().isEmpty()) {
      if (place != 0 || item != 0) {
        throw new MisfitFound(new Misfit.NothingToTake());
      }
      return new PickSentence(
          evidence,
          null,
          Blank.empty(),
          Blank.empty(),
          Blank.empty(),
          false,
          Blank.empty(),
          false,
          Blank.empty(),
          Blank.said(into),
          facts.packs(),
          null);
    }
    Optional<Stop> listed = facts.stops().stream().filter(this::fits).findFirst();
    if (listed.isPresent()) {
      return about(listed.get(), listed.get().key());
    }
    return instead();
  }

  @Override
  void hearBin(Evidence.Bin said) {
    if (place != 0 && place != said.place()) {
      forgetGoods();
    }
    place = said.place();
  }

  @Override
  void hearItem(long said) {
    if (item != 0 && item != said) {
      forgetGoods();
    }
    item = said;
  }

  @Override
  void hearScan(Quantity counts) {
    super.hearScan(counts);
    countingScans += counts.isPositive() ? 1 : 0;
  }

  @Override
  void hearFigure(Evidence.Figure said) {
    super.hearFigure(said);
    countingScans = 0;
  }

  @Override
  void hearLot(long said) {
    lot = said;
  }

  @Override
  void hearSerial(Evidence.Serial said) {
    serial = said.serial();
  }

  @Override
  void hearMore(Evidence one) {
    if (one instanceof Evidence.UnitLoad said) {
      into = said.unitLoad();
    } else {
      super.hearMore(one);
    }
  }

  private void forgetGoods() {
    item = 0;
    lot = 0;
    serial = 0;
    figure = null;
    counted = Quantity.ZERO;
    countingScans = 0;
  }

  private boolean fits(Stop stop) {
    PositionKey key = stop.key();
    return (place == 0 || key.place() == place)
        && (item == 0 || key.item() == item)
        && (lot == 0 || key.lot() == lot)
        && (serial == 0 || key.serial() == serial);
  }

  // Something else than the list says.

  private PickSentence instead() {
    if (item == 0) {
      throw new MisfitFound(
          new Misfit.NotOnWalk(
              place, facts.stops().stream().map(stop -> stop.key().place()).distinct().toList()));
    }
    List<Stop> asking = facts.stops().stream().filter(stop -> stop.key().item() == item).toList();
    if (asking.isEmpty()) {
      throw new MisfitFound(new Misfit.NotOnList(item));
    }
    Stop stop = asking.stream().filter(this::sameBin).findFirst().orElse(asking.get(0));
    List<PositionKey> others =
        facts.stockOf(item).stream()
            .map(HeldPosition::key)
            .filter(this::meant)
            .sorted(nearest(stop))
            .toList();
    if (others.isEmpty()) {
      throw new MisfitFound(
          new Misfit.NotThere(
              place, item, asking.stream().map(one -> one.key().place()).distinct().toList()));
    }
    Removal.Verdict first = null;
    for (PositionKey other : others) {
      Optional<Removal.Verdict> against = facts.against(stop, other);
      if (against.isEmpty()) {
        return about(stop, other);
      }
      first = first == null ? against.get() : first;
    }
    throw new MisfitFound(new Misfit.NotInstead(stop.key(), others.get(0), first));
  }

  private boolean sameBin(Stop stop) {
    return place == 0 || stop.key().place() == place;
  }

  private boolean meant(PositionKey key) {
    return (place == 0 || key.place() == place)
        && (lot == 0 || key.lot() == lot)
        && (serial == 0 || key.serial() == serial);
  }

  /** Where someone is already, then loose goods, then any. */
  private static Comparator<PositionKey> nearest(Stop stop) {
    return Comparator.comparing((PositionKey key) -> key.place() != stop.key().place())
        .thenComparing(key -> key.lot() != stop.key().lot())
        .thenComparing(PositionKey::unitLoad)
        .thenComparing(Comparator.naturalOrder());
  }

  // What follows.

  private PickSentence about(Stop stop, PositionKey taken) {
    MeasureRule rule = facts.measure(taken.item());
    boolean needsSerial = rule.tracking().needsSerial();
    boolean needsLot = rule.tracking().needsLot();
    return new PickSentence(
        evidence,
        stop,
        placeOf(taken),
        itemOf(taken),
        needsLot ? lotOf(taken) : Blank.empty(),
        needsLot,
        needsSerial ? serialOf(taken) : Blank.empty(),
        needsSerial,
        quantityOf(stop, taken),
        intoOf(stop),
        stop.into() != 0 || facts.packs(),
        taken);
  }

  private Blank<Long> placeOf(PositionKey taken) {
    if (place != 0) {
      return new Blank.Said<>(place);
    }
    return serial != 0 || facts.packs()
        ? new Blank.Only<>(taken.place())
        : new Blank.Suggested<>(taken.place(), Blank.Why.NEXT_STOP);
  }

  private Blank<Long> itemOf(PositionKey taken) {
    return item != 0
        ? new Blank.Said<>(item)
        : new Blank.Suggested<>(taken.item(), Blank.Why.NEXT_STOP);
  }

  private Blank<Long> lotOf(PositionKey taken) {
    if (lot != 0) {
      return new Blank.Said<>(lot);
    }
    boolean alone =
        facts.stockOf(taken.item()).stream()
            .map(HeldPosition::key)
            .filter(key -> key.place() == taken.place())
            .allMatch(key -> key.lot() == taken.lot());
    boolean known = serial != 0 || (alone && place != 0 && item != 0);
    return known
        ? new Blank.Only<>(taken.lot())
        : new Blank.Suggested<>(taken.lot(), Blank.Why.RESERVED);
  }

  private Blank<Long> serialOf(PositionKey taken) {
    return serial != 0
        ? new Blank.Said<>(serial)
        : new Blank.Suggested<>(taken.serial(), Blank.Why.RESERVED);
  }

  private Blank<Long> intoOf(Stop stop) {
    if (into != 0) {
      if (stop.into() != 0 && stop.into() != into) {
        throw new MisfitFound(new Misfit.OtherLoad(stop.into(), into));
      }
      return new Blank.Said<>(into);
    }
    return stop.into() == 0
        ? Blank.empty()
        : new Blank.Suggested<>(stop.into(), Blank.Why.ITS_TOTE);
  }

  private Blank<Quantity> quantityOf(Stop stop, PositionKey taken) {
    Quantity most = stop.quantity().min(facts.free(stop, taken));
    // One scan names the goods; only whoever scans piece by piece counts.
    if (figure == null && countingScans < 2) {
      return new Blank.Suggested<>(most, Blank.Why.STILL_ASKED);
    }
    // Nothing there is a thing to say of a stop.
    Quantity said = amount(taken.item(), true);
    if (said.compareTo(most) > 0) {
      throw new MisfitFound(new Misfit.MoreThanAsked(said, most));
    }
    return new Blank.Said<>(said);
  }
}
