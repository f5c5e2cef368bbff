package app.reliquum.core.sentence;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.removal.Removal;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.sentence.Hearing.Clash;
import app.reliquum.core.sentence.PickFacts.Stop;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The Pick verb: goods are taken stop by stop, as a list says, and put into unit loads where there
 * are any.
 *
 * <p>The first stop of the walk stands as a suggestion. Scans may come in any order, and may leap:
 * whatever is scanned chooses the first stop that it fits. What is on the list but is not what the
 * stop says, another lot, another bin, another piece, is taken instead if the removal rules allow
 * it. Packing is the same with everything in one place: what is open is which unit load it goes
 * into.
 */
public final class Pick {

  private final List<Evidence> evidence;
  private final PickFacts facts;

  private long place;
  private long item;
  private long lot;
  private long serial;
  private long into;
  private Evidence.Figure figure;
  private Quantity counted = Quantity.ZERO;
  private int countingScans;

  private Pick(List<Evidence> evidence, PickFacts facts) {
    this.evidence = evidence;
    this.facts = facts;
  }

  /**
   * Reads a sentence from its evidence.
   *
   * @return the sentence as filled, or why the evidence does not go together
   */
  public static Reply<PickSentence> read(List<Evidence> evidence, PickFacts facts) {
    try {
      return new Reply.Filled<>(new Pick(List.copyOf(evidence), facts).sentence());
    } catch (Clash clash) {
      return new Reply.Refused<>(clash.misfit());
    }
  }

  /**
   * Says something more to a sentence.
   *
   * @param evidence what has been said so far
   * @param meanings everything that the scan can mean; at least one
   * @param facts what is known of the list and of the house
   * @return the filled sentence if just one meaning fits, the choices if several do, and the first
   *     meaning's misfit if none does
   */
  public static Reply<PickSentence> fill(
      List<Evidence> evidence, List<Meaning> meanings, PickFacts facts) {
    Set<Long> listed =
        facts.stops().stream().map(stop -> stop.key().item()).collect(Collectors.toSet());
    // A lot number that several items share means the one that is on the list.
    List<Meaning> meant =
        meanings.stream()
            .filter(meaning -> meaning.item() == 0 || listed.contains(meaning.item()))
            .toList();
    return Hearing.fill(
        meant.isEmpty() ? meanings : meant, Hearing::ofKnown, more -> add(evidence, more, facts));
  }

  /** Says one settled thing more to a sentence. */
  public static Reply<PickSentence> add(List<Evidence> evidence, Evidence more, PickFacts facts) {
    List<Evidence> all = new ArrayList<>(evidence);
    all.add(more);
    return read(all, facts);
  }

  /** What still goes together of evidence that no longer does. */
  public static List<Evidence> standing(List<Evidence> evidence, PickFacts facts) {
    return Hearing.standing(evidence, some -> read(some, facts));
  }

  private PickSentence sentence() {
    evidence.forEach(this::hear);
    if (facts.stops().isEmpty()) {
      if (place != 0 || item != 0) {
        throw new Clash(new Misfit.NothingToTake());
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
          into == 0 ? Blank.empty() : new Blank.Said<>(into),
          facts.packs(),
          null);
    }
    Optional<Stop> listed = facts.stops().stream().filter(this::fits).findFirst();
    if (listed.isPresent()) {
      return about(listed.get(), listed.get().key());
    }
    return instead();
  }

  // What was said, taken one by one. Of what is said twice the last counts: whoever leaps to
  // another bin or another item means the new one.

  private void hear(Evidence one) {
    if (one instanceof Evidence.Together said) {
      said.parts().forEach(this::hear);
    } else if (one instanceof Evidence.Bin said) {
      if (facts.siteOf(said.place()) != facts.site()) {
        throw new Clash(new Misfit.OtherSite(said.place()));
      }
      if (place != 0 && place != said.place()) {
        forgetGoods();
      }
      place = said.place();
    } else if (one instanceof Evidence.Item said) {
      hearItem(said.item());
      counted = counted.plus(said.counts());
      countingScans += said.counts().isPositive() ? 1 : 0;
    } else if (one instanceof Evidence.Lot said) {
      hearItem(said.item());
      lot = said.lot();
    } else if (one instanceof Evidence.LotCode said) {
      throw new Clash(new Misfit.UnknownLot(said.item(), said.code()));
    } else if (one instanceof Evidence.Serial said) {
      hearItem(said.item());
      serial = said.serial();
    } else if (one instanceof Evidence.SerialCode said) {
      throw new Clash(new Misfit.UnknownSerial(said.item(), said.code()));
    } else if (one instanceof Evidence.Figure said) {
      figure = said;
      counted = Quantity.ZERO;
      countingScans = 0;
    } else if (one instanceof Evidence.UnitLoad said) {
      into = said.unitLoad();
    } else {
      throw new Clash(new Misfit.NoRoom());
    }
  }

  private void hearItem(long said) {
    if (item != 0 && item != said) {
      forgetGoods();
    }
    item = said;
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
      throw new Clash(
          new Misfit.NotOnWalk(
              place, facts.stops().stream().map(stop -> stop.key().place()).distinct().toList()));
    }
    List<Stop> asking = facts.stops().stream().filter(stop -> stop.key().item() == item).toList();
    if (asking.isEmpty()) {
      throw new Clash(new Misfit.NotOnList(item));
    }
    Stop stop = asking.stream().filter(this::sameBin).findFirst().orElse(asking.get(0));
    List<PositionKey> others =
        facts.stockOf(item).stream()
            .map(Stock::key)
            .filter(this::meant)
            .sorted(nearest(stop))
            .toList();
    if (others.isEmpty()) {
      throw new Clash(
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
    throw new Clash(new Misfit.NotInstead(stop.key(), others.get(0), first));
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
        quantityOf(stop, taken, rule),
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
            .map(Stock::key)
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
        throw new Clash(new Misfit.OtherLoad(stop.into(), into));
      }
      return new Blank.Said<>(into);
    }
    return stop.into() == 0
        ? Blank.empty()
        : new Blank.Suggested<>(stop.into(), Blank.Why.ITS_TOTE);
  }

  private Blank<Quantity> quantityOf(Stop stop, PositionKey taken, MeasureRule rule) {
    Quantity most = stop.quantity().min(facts.free(stop, taken));
    // One scan names the goods; only whoever scans piece by piece counts.
    if (figure == null && countingScans < 2) {
      return new Blank.Suggested<>(most, Blank.Why.STILL_ASKED);
    }
    Quantity said;
    try {
      Quantity typed =
          figure == null
              ? Quantity.ZERO
              : Hearing.inBaseUnits(figure, rule, facts.packs(taken.item()));
      said = typed.plus(counted);
      // Nothing there is a thing to say of a stop.
      if (!said.isZero()) {
        rule.check(said);
      }
    } catch (QuantityException fault) {
      throw new Clash(new Misfit.WrongQuantity(fault));
    }
    if (said.compareTo(most) > 0) {
      throw new Clash(new Misfit.MoreThanAsked(said, most));
    }
    return new Blank.Said<>(said);
  }
}
