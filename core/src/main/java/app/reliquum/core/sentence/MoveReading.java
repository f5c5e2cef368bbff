package app.reliquum.core.sentence;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.sentence.Evidence.Role;
import app.reliquum.core.sentence.MoveSentence.Load.Part;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;

/**
 * One reading of a sentence by which goods go from one place to another.
 *
 * <p>A bin that holds the goods is where they come from, a bin that does not is where they go; of
 * two that hold them the first scanned is the source, unless someone turned them round. What has
 * one possible value fills itself.
 */
final class MoveReading extends GoodsSaid {
  private final MoveFacts facts;
  private final List<Evidence> evidence;
  private long lot;
  private final List<Evidence.Serial> serials = new ArrayList<>();
  private final List<Evidence.Bin> bins = new ArrayList<>();
  private boolean turned;
  private long load;
  private Part loadPart = Part.NONE;
  private Evidence.Contents contents;
  private boolean knowingly;

  MoveReading(List<Evidence> evidence, MoveFacts facts) {
    super(facts);
    this.evidence = evidence;
    this.facts = facts;
  }

  /** Two bins in their roles; 0 for a blank. */
  private record Roles(long from, long to) {}

  MoveSentence sentence() {
    evidence.forEach(this::hear);
    if (contents != null) {
      return severalGoods();
    }
    if (load != 0 && !facts.trolley(load)) {
      return wholeLoad();
    }
    boolean empty = load != 0 && facts.stockOn(load).stream().noneMatch(fits());
    loadPart = load == 0 ? Part.NONE : empty ? Part.ONTO : Part.OFF;
    Roles roles = assign();
    Blank<Long> itemBlank = item == 0 ? Blank.empty() : new Blank.Said<>(item);
    Blank<Long> fromBlank =
        facts.origin().isPresent() ? Blank.only(roles.from()) : Blank.said(roles.from());
    Blank<Long> toBlank =
        facts.destination().isPresent() ? Blank.only(roles.to()) : Blank.said(roles.to());
    if (item != 0 && roles.from() == 0) {
      fromBlank = onlySource(roles.to());
    } else if (loadPart == Part.OFF && roles.from() == 0) {
      fromBlank = new Blank.Only<>(facts.stockOn(load).get(0).key().place());
    }
    long from = fromBlank.filled().orElse(0L);
    if (item == 0 && from != 0) {
      itemBlank = onlyItem(from);
      item = itemBlank.filled().orElse(0L);
    }
    if (item == 0) {
      return new MoveSentence(
          evidence,
          itemBlank,
          Blank.empty(),
          false,
          false,
          List.of(),
          typedAlone(),
          fromBlank,
          toBlank,
          Blank.empty(),
          new MoveSentence.Load(load, loadPart),
          List.of(),
          List.of());
    }
    return withItem(itemBlank, fromBlank, toBlank);
  }

  private MoveSentence withItem(Blank<Long> itemBlank, Blank<Long> fromBlank, Blank<Long> toBlank) {
    if (!facts.listed(item) && !knowingly) {
      throw new MisfitFound(new Misfit.NotOnOrder(item));
    }
    MeasureRule rule = facts.measure(item);
    long from = fromBlank.filled().orElse(0L);
    List<HeldPosition> source = from == 0 ? List.of() : in(from);
    Blank<Condition> conditionBlank = conditionOf(source);
    // Pieces that are named one by one move together, each in its own condition.
    if (serials.isEmpty() && conditionBlank.filled().isPresent()) {
      Condition wanted = conditionBlank.filled().get();
      source = source.stream().filter(stock -> stock.key().condition() == wanted).toList();
    }
    boolean needsSerials = rule.tracking().needsSerial();
    if (needsSerials && serials.isEmpty() && source.size() == 1) {
      Goods goods = source.get(0).key().goods();
      serials.add(new Evidence.Serial(goods.item(), goods.lot(), goods.serial()));
    } else if (needsSerials && serials.isEmpty() && !source.isEmpty()) {
      source = List.of();
    }
    boolean needsLot = rule.tracking().needsLot() && !needsSerials;
    Blank<Long> lotBlank =
        needsLot ? lotOf(source) : lot == 0 ? Blank.empty() : new Blank.Said<>(lot);
    if (needsLot && lotBlank.filled().isPresent()) {
      long wanted = lotBlank.filled().get();
      source = source.stream().filter(stock -> stock.key().lot() == wanted).toList();
    }
    Blank<Quantity> quantity = needsSerials ? piecesSaid(serials.size()) : quantityOf(source, from);
    checkAsked(quantity);
    Blank<Long> target = toBlank;
    if (from != 0 && loadPart != Part.ONTO && !source.isEmpty()) {
      Quantity asked = quantity.filled().orElse(Quantity.ZERO);
      Optional<MoveFacts.Target> best = facts.target(source.get(0).key(), asked);
      if (best.isPresent() && target.filled().isEmpty()) {
        target = new Blank.Suggested<>(best.get().place(), best.get().why());
      }
      // Whoever goes where the house would means as much as the house would put there.
      boolean there =
          best.isPresent() && target.filled().filter(to -> to == best.get().place()).isPresent();
      if (there && quantity.suggested() && best.get().quantity().compareTo(asked) < 0) {
        quantity = new Blank.Suggested<>(best.get().quantity(), Blank.Why.AS_MUCH_AS_FITS);
      }
    }
    List<HeldPosition> candidates = from == 0 ? elsewhere(toBlank.filled().orElse(0L)) : List.of();
    return new MoveSentence(
        evidence,
        itemBlank,
        lotBlank,
        needsLot,
        needsSerials,
        serials,
        quantity,
        fromBlank,
        target,
        conditionBlank,
        new MoveSentence.Load(load, loadPart),
        source,
        candidates);
  }

  /** A pallet moves with all that stands on it; only where to is open. */
  private MoveSentence wholeLoad() {
    List<HeldPosition> on = facts.stockOn(load);
    if (on.isEmpty()) {
      throw new MisfitFound(new Misfit.NothingOn(load));
    }
    if (figure != null || !serials.isEmpty() || lot != 0) {
      throw new MisfitFound(new Misfit.WholeLoad(load));
    }
    if (item != 0 && on.stream().anyMatch(stock -> stock.key().item() != item)) {
      throw new MisfitFound(new Misfit.OtherItem(on.get(0).key().item(), item));
    }
    return asItStands(
        new Blank.Only<>(on.get(0).key().place()), on, new MoveSentence.Load(load, Part.WHOLE));
  }

  /** What moves is settled, with how much of it; only where to is open. */
  private MoveSentence asItStands(
      Blank<Long> from, List<HeldPosition> moved, MoveSentence.Load what) {
    Quantity held = HeldPosition.total(moved);
    HeldPosition first = moved.get(0);
    boolean one = moved.stream().allMatch(stock -> stock.key().item() == first.key().item());
    return new MoveSentence(
        evidence,
        one ? new Blank.Only<>(first.key().item()) : Blank.empty(),
        Blank.empty(),
        false,
        false,
        List.of(),
        one ? new Blank.Only<>(held) : Blank.empty(),
        from,
        whereTo(from.filled().orElseThrow(), first, held),
        Blank.empty(),
        what,
        moved,
        List.of());
  }

  /** Several goods of a bin go together; only where to is open. */
  private MoveSentence severalGoods() {
    if (item != 0 || figure != null || load != 0) {
      throw new MisfitFound(new Misfit.SeveralMove(contents.place()));
    }
    long from = contents.place();
    if (facts.siteOf(from) != facts.site()) {
      throw new MisfitFound(new Misfit.OtherSite(from));
    }
    List<HeldPosition> there = facts.stockIn(from);
    if (there.isEmpty()) {
      throw new MisfitFound(new Misfit.EmptyBin(from));
    }
    boolean everything = contents.taken().isEmpty();
    List<HeldPosition> moved =
        everything ? there : contents.taken().stream().map(one -> taken(one, there)).toList();
    return asItStands(
        new Blank.Said<>(from),
        moved,
        new MoveSentence.Load(0, everything ? Part.EVERYTHING : Part.SEVERAL));
  }

  private HeldPosition taken(Evidence.Taken said, List<HeldPosition> there) {
    PositionKey key =
        PositionKey.of(said.goods(), new Spot(contents.place(), said.unitLoad(), said.condition()));
    HeldPosition stock =
        there.stream()
            .filter(one -> one.key().equals(key))
            .findFirst()
            .orElseThrow(
                () -> new MisfitFound(new Misfit.NotThere(key.place(), key.item(), List.of())));
    if (said.quantity().compareTo(stock.quantity()) > 0) {
      throw new MisfitFound(new Misfit.NotEnough(key.place(), said.quantity(), stock.quantity()));
    }
    try {
      facts.measure(key.item()).check(said.quantity());
    } catch (QuantityException fault) {
      throw new MisfitFound(new Misfit.WrongQuantity(fault));
    }
    return new HeldPosition(key, new Holding(said.quantity(), stock.holding().inDate()));
  }

  /** The bin that goods go to which move whole: the one named beside where they are. */
  private Blank<Long> whereTo(long from, HeldPosition first, Quantity held) {
    if (facts.destination().isPresent()) {
      return Blank.only(facts.destination().get());
    }
    Blank<Long> target = Blank.empty();
    for (Evidence.Bin bin : bins) {
      if (bin.place() != from) {
        if (target.filled().isPresent()) {
          throw new MisfitFound(
              new Misfit.PlacesNamed(bin.place(), from, target.filled().orElseThrow()));
        }
        target = new Blank.Said<>(bin.place());
      }
    }
    return target.filled().isPresent()
        ? target
        : facts
            .target(first.key(), held)
            .<Blank<Long>>map(best -> new Blank.Suggested<>(best.place(), best.why()))
            .orElse(Blank.empty());
  }

  private void checkAsked(Blank<Quantity> quantity) {
    Optional<Quantity> most = knowingly ? Optional.empty() : facts.asked(item);
    if (most.isPresent()
        && quantity.settled()
        && quantity.filled().orElseThrow().compareTo(most.get()) > 0) {
      throw new MisfitFound(
          new Misfit.TooMuch(item, quantity.filled().orElseThrow(), most.get(), most.get()));
    }
  }

  // What was said, taken one by one.

  @Override
  void hearItem(long said) {
    if (item != 0 && item != said && facts.replaces()) {
      lot = 0;
      serials.clear();
      condition = null;
      figure = null;
      counted = Quantity.ZERO;
      item = said;
      bins.removeIf(bin -> facts.origin().isEmpty() && in(bin.place()).isEmpty());
    }
    super.hearItem(said);
  }

  @Override
  void hearLot(long said) {
    if (lot != 0 && lot != said) {
      throw new MisfitFound(new Misfit.OtherLot(lot, said));
    }
    lot = said;
  }

  @Override
  void hearSerial(Evidence.Serial said) {
    if (serials.stream().anyMatch(known -> known.serial() == said.serial())) {
      throw new MisfitFound(new Misfit.SerialTwice(said.serial()));
    }
    serials.add(said);
  }

  @Override
  boolean settled(long place) {
    return facts.origin().filter(end -> end == place).isPresent()
        || facts.destination().filter(end -> end == place).isPresent();
  }

  @Override
  void hearBin(Evidence.Bin said) {
    if (settled(said.place())) {
      return;
    }
    if (bins.stream().anyMatch(bin -> bin.place() == said.place())) {
      throw new MisfitFound(new Misfit.PlaceTwice(said.place()));
    }
    if (bins.size() == 2) {
      Roles roles = assign();
      throw new MisfitFound(new Misfit.PlacesNamed(said.place(), roles.from(), roles.to()));
    }
    bins.add(said);
  }

  @Override
  void hearMore(Evidence one) {
    if (one instanceof Evidence.ConditionSaid said) {
      condition = said.condition();
    } else if (one instanceof Evidence.Turned) {
      turned = !turned;
    } else if (one instanceof Evidence.UnitLoad said) {
      if (load != 0 && load != said.unitLoad()) {
        throw new MisfitFound(new Misfit.OtherLoad(load, said.unitLoad()));
      }
      load = said.unitLoad();
    } else if (one instanceof Evidence.Contents said) {
      contents = said;
    } else if (one instanceof Evidence.Knowingly said) {
      hearItem(said.item());
      knowingly = true;
    } else {
      super.hearMore(one);
    }
  }

  // Which bin is which.

  private Roles assign() {
    if (facts.origin().isPresent() || facts.destination().isPresent()) {
      return oneEndOpen();
    }
    List<Roles> possible = new ArrayList<>();
    if (bins.isEmpty()) {
      return new Roles(0, 0);
    }
    Evidence.Bin first = bins.get(0);
    Evidence.Bin second = bins.size() == 2 ? bins.get(1) : null;
    if (first.role() != Role.TO && (second == null || second.role() != Role.FROM)) {
      possible.add(new Roles(first.place(), second == null ? 0 : second.place()));
    }
    if (first.role() != Role.FROM && (second == null || second.role() != Role.TO)) {
      possible.add(new Roles(second == null ? 0 : second.place(), first.place()));
    }
    if (turned) {
      Collections.reverse(possible);
    }
    return possible.stream()
        .filter(this::possible)
        .findFirst()
        .orElseThrow(() -> new MisfitFound(notThere()));
  }

  /** One end is settled, and a bin is the other. */
  private Roles oneEndOpen() {
    if (bins.size() == 2) {
      throw new MisfitFound(
          new Misfit.PlacesNamed(bins.get(1).place(), bins.get(0).place(), bins.get(0).place()));
    }
    long bin = bins.isEmpty() ? 0 : bins.get(0).place();
    boolean goodsSaid = item != 0 || !serials.isEmpty();
    if (facts.origin().isPresent()) {
      long origin = facts.origin().get();
      if (goodsSaid && !holds(origin)) {
        throw new MisfitFound(new Misfit.NoneHere(item));
      }
      return new Roles(origin, bin);
    }
    if (bin != 0 && !holds(bin)) {
      throw new MisfitFound(notThere());
    }
    return new Roles(bin, facts.destination().orElseThrow());
  }

  private boolean possible(Roles roles) {
    if (roles.from() != 0) {
      return holds(roles.from());
    }
    return item == 0 || !elsewhere(roles.to()).isEmpty();
  }

  private Misfit notThere() {
    if (item != 0 && elsewhere(0).isEmpty()) {
      return new Misfit.NoneHere(item);
    }
    // The newest bin that holds none of it is the one that someone must be told about.
    long named = 0;
    for (Evidence.Bin bin : bins) {
      if (!holds(bin.place())) {
        named = bin.place();
      }
    }
    if (named == 0) {
      return new Misfit.NoneHere(item);
    }
    return item == 0
        ? new Misfit.EmptyBin(named)
        : new Misfit.NotThere(named, item, places(elsewhere(named)));
  }

  private boolean holds(long place) {
    List<HeldPosition> there = in(place);
    return serials.isEmpty()
        ? !there.isEmpty()
        : there.stream().map(stock -> stock.key().serial()).distinct().count() == serials.size();
  }

  private Blank<Long> onlySource(long to) {
    List<HeldPosition> fitting = elsewhere(to);
    List<Long> places = places(fitting);
    if (!serials.isEmpty()) {
      places = places.stream().filter(this::holds).toList();
      if (places.isEmpty() && !fitting.isEmpty()) {
        throw new MisfitFound(new Misfit.SerialsApart(serials.get(serials.size() - 1).serial()));
      }
    }
    if (places.isEmpty()) {
      throw new MisfitFound(new Misfit.NoneHere(item));
    }
    if (places.size() == 1) {
      return new Blank.Only<>(places.get(0));
    }
    List<Long> possible = places;
    return facts
        .next(item)
        .filter(next -> possible.contains(next.key().place()))
        .<Blank<Long>>map(next -> new Blank.Suggested<>(next.key().place(), next.why()))
        .orElse(Blank.empty());
  }

  // What fills itself.

  private Blank<Long> onlyItem(long from) {
    return Blank.onlyOf(in(from).stream().map(stock -> stock.key().item()));
  }

  private Blank<Condition> conditionOf(List<HeldPosition> source) {
    Set<Condition> there = new TreeSet<>();
    source.forEach(stock -> there.add(stock.key().condition()));
    boolean named = !serials.isEmpty();
    if (condition != null) {
      boolean mixed = named && there.size() > 1;
      if (mixed || (!there.isEmpty() && !there.contains(condition))) {
        throw new MisfitFound(new Misfit.NoSuchCondition());
      }
      return new Blank.Said<>(condition);
    }
    if (there.isEmpty() || (named && there.size() > 1)) {
      return Blank.empty();
    }
    // Good goods are meant unless someone says otherwise or there are none.
    return new Blank.Only<>(there.iterator().next());
  }

  private Blank<Long> lotOf(List<HeldPosition> source) {
    if (lot != 0) {
      return new Blank.Said<>(lot);
    }
    Set<Long> lots = new LinkedHashSet<>();
    source.stream().sorted(firstOut()).forEach(stock -> lots.add(stock.key().lot()));
    if (lots.isEmpty()) {
      return Blank.empty();
    }
    long first = lots.iterator().next();
    if (lots.size() == 1) {
      return new Blank.Only<>(first);
    }
    Optional<MoveFacts.Next> next = facts.next(item).filter(one -> lots.contains(one.key().lot()));
    if (next.isPresent()) {
      return new Blank.Suggested<>(next.get().key().lot(), next.get().why());
    }
    boolean expires = facts.expiry(first).isPresent();
    return new Blank.Suggested<>(first, expires ? Blank.Why.EARLIEST_EXPIRY : Blank.Why.OLDEST);
  }

  /** Earliest expiry, then earliest in-date, then lot: never the order of the rows. */
  private Comparator<HeldPosition> firstOut() {
    Comparator<LocalDate> nullsLast = Comparator.nullsLast(Comparator.naturalOrder());
    return Comparator.comparing(
            (HeldPosition stock) -> facts.expiry(stock.key().lot()).orElse(null), nullsLast)
        .thenComparing(stock -> stock.holding().inDate(), nullsLast)
        .thenComparing(stock -> stock.key().lot());
  }

  // How much.

  private Blank<Quantity> quantityOf(List<HeldPosition> source, long from) {
    Quantity held = HeldPosition.total(source);
    if (nothingCounted()) {
      Optional<Quantity> open = facts.asked(item).filter(Quantity::isPositive);
      if (open.isPresent() && open.get().compareTo(held) < 0) {
        return new Blank.Suggested<>(open.get(), facts.whyAsked());
      }
      return held.isZero() ? Blank.empty() : new Blank.Suggested<>(held, Blank.Why.ALL_OF_IT);
    }
    Quantity asked = amount(item, false);
    if (from != 0 && asked.compareTo(held) > 0) {
      throw new MisfitFound(new Misfit.NotEnough(from, asked, held));
    }
    return new Blank.Said<>(asked);
  }

  // HeldPosition that fits what was said.

  private List<HeldPosition> in(long place) {
    return facts.stockIn(place).stream().filter(fits()).toList();
  }

  private List<HeldPosition> elsewhere(long place) {
    return facts.stockOf(item).stream()
        .filter(stock -> stock.key().place() != place)
        .filter(fits())
        .toList();
  }

  private Predicate<HeldPosition> fits() {
    return stock ->
        (loadPart != Part.OFF || stock.key().unitLoad() == load)
            && (loadPart != Part.ONTO || stock.key().unitLoad() != load)
            && (item == 0 || stock.key().item() == item)
            && (lot == 0 || stock.key().lot() == lot)
            && (serials.isEmpty()
                || serials.stream().anyMatch(said -> said.serial() == stock.key().serial()));
  }

  private static List<Long> places(List<HeldPosition> stock) {
    return stock.stream().map(one -> one.key().place()).distinct().sorted().toList();
  }
}
