package app.reliquum.floor;

import app.reliquum.adjusting.Loans;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.HeldPosition;
import app.reliquum.core.sentence.HouseFacts;
import app.reliquum.core.sentence.MoveFacts;
import app.reliquum.counting.CountLines;
import app.reliquum.inbound.InboundOrders;
import app.reliquum.outbound.OutboundOrders;
import app.reliquum.places.Places;
import app.reliquum.putaway.PuttingAway;
import app.reliquum.stock.OnHand;
import app.reliquum.stock.UnitLoads;
import app.reliquum.transfers.Transfers;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.ToLongFunction;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The facts for one reading of a sentence, each fetched once. */
class StoredFacts implements HouseFacts {

  private static final int MOST_AT_ONCE = 500;
  private final long site;
  private final Catalog catalog;
  private final Places places;
  private final OnHand onHand;
  private final LotsAndSerials lotsAndSerials;
  private final Map<Long, Catalog.Measured> items = new HashMap<>();
  private final Map<Long, Places.LedgerPlace> bins = new HashMap<>();
  private final Map<Long, List<HeldPosition>> in = new HashMap<>();
  private final Map<Long, List<HeldPosition>> of = new HashMap<>();
  private final Map<Long, List<HeldPosition>> on = new HashMap<>();
  private final Map<Long, Optional<UnitLoads.Card>> loads = new HashMap<>();
  private final Map<Long, Optional<LotsAndSerials.LotCard>> lots = new HashMap<>();
  private final Map<Long, String> pieces = new HashMap<>();
  private final Map<Long, List<Pack>> packs = new HashMap<>();
  private final Map<Long, Optional<Long>> pictures = new HashMap<>();
  private final Set<PositionKey> seen = new HashSet<>();
  private @Nullable LocalDate today;

  final House house;

  /** What the facts are fetched from. */
  @Component
  record House(
      Catalog catalog,
      LotsAndSerials lotsAndSerials,
      Places places,
      OnHand onHand,
      UnitLoads loads,
      PuttingAway puttingAway,
      InboundOrders orders,
      Transfers transfers,
      CountLines countLines,
      Loans loansOut,
      OutboundOrders outbound,
      Sayings sayings) {}

  StoredFacts(long site, House house) {
    this.lotsAndSerials = house.lotsAndSerials();
    this.site = site;
    this.house = house;
    this.catalog = house.catalog();
    this.places = house.places();
    this.onHand = house.onHand();
  }

  @Override
  public long site() {
    return site;
  }

  @Override
  public long siteOf(long place) {
    return bin(place).site();
  }

  @Override
  public MeasureRule measure(long item) {
    return item(item).measure();
  }

  @Override
  public List<Pack> packs(long item) {
    if (!packs.containsKey(item)) {
      Set<Long> asked = beside(item, PositionKey::item, packs);
      Map<Long, List<Pack>> found = catalog.packs(asked);
      asked.forEach(id -> packs.put(id, found.getOrDefault(id, List.of())));
    }
    return Objects.requireNonNull(packs.get(item));
  }

  @Override
  public LocalDate today() {
    if (today == null) {
      today = house.orders().today(site);
    }
    return today;
  }

  @Override
  public List<HeldPosition> stockIn(long place) {
    return in.computeIfAbsent(place, id -> looked(onHand.in(id)));
  }

  @Override
  public List<HeldPosition> stockOf(long item) {
    return of.computeIfAbsent(item, id -> looked(onHand.of(id, site)));
  }

  @Override
  public List<HeldPosition> stockOn(long unitLoad) {
    return on.computeIfAbsent(unitLoad, id -> looked(onHand.on(id)));
  }

  @Override
  public boolean trolley(long unitLoad) {
    return card(unitLoad).map(UnitLoads.Card::trolley).orElse(false);
  }

  /** Where the rules would put goods first. */
  final Optional<MoveFacts.Target> planned(PositionKey goods, Quantity quantity) {
    Quantity asked = quantity.isPositive() ? quantity : Quantity.ONE;
    return house.puttingAway().plan(site, goods, asked).placements().stream()
        .findFirst()
        .map(
            first ->
                new MoveFacts.Target(
                    first.place(), first.quantity(), Blank.Why.valueOf(first.stage().name())));
  }

  @Override
  public String lotCode(long lot) {
    return lot(lot).map(LotsAndSerials.LotCard::code).orElse("?");
  }

  @Override
  public String serialCode(long serial) {
    return serial(serial);
  }

  private List<HeldPosition> looked(List<HeldPosition> stock) {
    stock.forEach(one -> seen.add(one.key()));
    return stock;
  }

  /** Says of which positions there will be talk, so that what they are is fetched at once. */
  final void look(Collection<PositionKey> keys) {
    seen.addAll(keys);
  }

  /** Whoever asks about one thing asks about those beside it next: they are fetched together. */
  private Set<Long> beside(long id, ToLongFunction<PositionKey> part, Map<Long, ?> known) {
    Set<Long> asked =
        seen.stream()
            .mapToLong(part)
            .filter(one -> one != 0 && !known.containsKey(one))
            .distinct()
            .limit(MOST_AT_ONCE)
            .boxed()
            .collect(Collectors.toCollection(HashSet::new));
    asked.add(id);
    return asked;
  }

  /** Which picture there is of an item. */
  final Optional<Long> picture(long item) {
    if (!pictures.containsKey(item)) {
      Set<Long> asked = beside(item, PositionKey::item, pictures);
      Map<Long, Long> found = catalog.pictures(asked);
      asked.forEach(id -> pictures.put(id, Optional.ofNullable(found.get(id))));
    }
    return Objects.requireNonNull(pictures.get(item));
  }

  /** Forgets what a posting has changed. */
  void forget() {
    in.clear();
    of.clear();
    on.clear();
    loads.clear();
  }

  Optional<UnitLoads.Card> card(long unitLoad) {
    if (!loads.containsKey(unitLoad)) {
      Set<Long> asked = beside(unitLoad, PositionKey::unitLoad, loads);
      asked.forEach(id -> loads.put(id, Optional.empty()));
      house.loads().cards(asked).forEach(card -> loads.put(card.id(), Optional.of(card)));
    }
    return Objects.requireNonNull(loads.get(unitLoad));
  }

  String load(long unitLoad) {
    return card(unitLoad).map(UnitLoads.Card::code).orElse("?");
  }

  String order(long id) {
    return house.orders().expected(id).map(InboundOrders.Expected::number).orElse("?");
  }

  String transfer(long id) {
    return house.transfers().facts(id).map(Transfers.Facts::number).orElse("?");
  }

  /** An order by which goods leave. */
  Optional<OutboundOrders.Named> leaving(long id) {
    return house.outbound().named(id);
  }

  /** The open loan that a piece is on. */
  Optional<Loans.Row> loanOf(long serial) {
    return house.loansOut().ofSerial(serial).map(house.loansOut()::row);
  }

  String count(long id) {
    return house.countLines().doing(id).map(CountLines.Doing::number).orElse("?");
  }

  @Override
  public Optional<LocalDate> expiry(long lot) {
    return lot(lot).map(LotsAndSerials.LotCard::expiry);
  }

  @Override
  public Optional<Long> homeBin(long item) {
    return catalog.homeBin(item, site);
  }

  Catalog.Measured item(long id) {
    if (!items.containsKey(id)) {
      catalog
          .measured(beside(id, PositionKey::item, items))
          .forEach(found -> items.put(found.id(), found));
    }
    return Optional.ofNullable(items.get(id)).orElseThrow(() -> Problem.missing("item", id));
  }

  Places.LedgerPlace bin(long id) {
    if (!bins.containsKey(id)) {
      places
          .forLedger(beside(id, PositionKey::place, bins))
          .forEach(found -> bins.put(found.id(), found));
    }
    return Optional.ofNullable(bins.get(id)).orElseThrow(() -> Problem.missing("place", id));
  }

  /** The items that were looked at. */
  Collection<Catalog.Measured> itemsSeen() {
    return items.values();
  }

  /** The bins that were looked at. */
  Collection<Places.LedgerPlace> binsSeen() {
    return bins.values();
  }

  Optional<LotsAndSerials.LotCard> lot(long id) {
    if (!lots.containsKey(id)) {
      Set<Long> asked = beside(id, PositionKey::lot, lots);
      asked.forEach(one -> lots.put(one, Optional.empty()));
      lotsAndSerials.lots(asked).forEach(found -> lots.put(found.id(), Optional.of(found)));
    }
    return Objects.requireNonNull(lots.get(id));
  }

  /** The number of a piece. */
  String serial(long id) {
    if (!pieces.containsKey(id)) {
      pieces.putAll(lotsAndSerials.serialCodes(beside(id, PositionKey::serial, pieces)));
    }
    return pieces.getOrDefault(id, "?");
  }
}
