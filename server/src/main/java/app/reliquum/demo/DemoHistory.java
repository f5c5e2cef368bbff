package app.reliquum.demo;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.OwnLabel;
import app.reliquum.demo.DemoHouse.DemoItem;
import app.reliquum.demo.DemoHouse.DemoSite;
import app.reliquum.outbound.PastOrders;
import app.reliquum.places.Places;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.Stock;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * Nine months in the life of the chandlery, day by day: deliveries are unloaded and put away, pick
 * faces refilled, customers served. Everything is posted as in real use.
 */
class DemoHistory {

  private static final int DAYS = 270;
  private static final int ORDERS_A_DAY = 7;
  private static final int DELIVERIES_A_DAY = 2;
  private static final ZoneId ZONE = ZoneId.of("Europe/London");

  /** For so many days before today orders are remembered with what was paid for them. */
  private static final int REMEMBERED_DAYS = 120;

  private static final BigDecimal MARKUP = new BigDecimal("1.55");

  private final Catalog catalog;
  private final Places places;
  private final Stock stock;
  private final Clock clock;
  private final Random random;
  private final LocalDate today;
  private final List<Actor> hands;
  private final LotsAndSerials lotsAndSerials;
  private final PastOrders pastOrders;
  private final List<Long> customers;
  private final Map<String, Long> bins = new HashMap<>();
  private final Map<Long, UnitCost> usually = new HashMap<>();
  private final Map<Long, List<Heap>> heaps = new HashMap<>();
  private int documents = 4000;
  private int serials = 104_200;
  private long supplier;
  private long customer;
  private long opening;

  DemoHistory(
      Catalog catalog,
      Places places,
      Stock stock,
      Clock clock,
      Random random,
      LocalDate today,
      List<Actor> hands,
      LotsAndSerials lotsAndSerials,
      PastOrders pastOrders,
      List<Long> customers) {
    this.pastOrders = pastOrders;
    this.customers = customers;
    this.lotsAndSerials = lotsAndSerials;
    this.catalog = catalog;
    this.places = places;
    this.stock = stock;
    this.clock = clock;
    this.random = random;
    this.today = today;
    this.hands = hands;
  }

  /** Some goods in one place, as the history remembers them. */
  private static final class Heap {
    private final Goods goods;
    private final long place;
    private int quantity;

    Heap(Goods goods, long place, int quantity) {
      this.goods = goods;
      this.place = place;
      this.quantity = quantity;
    }
  }

  void write(List<DemoItem> items, DemoSite quay, DemoSite holm, DemoSite pontoon, DemoSite tern) {
    supplier = places.contra(PlaceKind.SUPPLIER);
    customer = places.contra(PlaceKind.CUSTOMER);
    opening = places.contra(PlaceKind.OPENING);
    LocalDate first = today.minusDays(DAYS);
    items.forEach(item -> usually.put(item.card().id(), DemoTransfers.cost(item.range())));
    open(items, quay, first);
    openElsewhere(items, holm, pontoon, tern, first);
    for (LocalDate day = first.plusDays(1); day.isBefore(today); day = day.plusDays(1)) {
      if (day.getDayOfWeek() != DayOfWeek.SUNDAY) {
        workDay(items, quay, day);
      }
    }
    leaveSomethingToDo(items, quay);
  }

  private void open(List<DemoItem> items, DemoSite quay, LocalDate day) {
    for (DemoItem item : items) {
      List<Line> lines = new ArrayList<>();
      int stocked = Math.max(2, item.range().perMonth() * 2);
      bring(item, quay, item.home(), stocked, day, opening, lines);
      bring(item, quay, item.bulk(), stocked * 2, day, opening, lines);
      post(PostingKind.OPENING, at(day, 7, 30), null, lines, 0);
    }
  }

  private void openElsewhere(
      List<DemoItem> items, DemoSite holm, DemoSite pontoon, DemoSite tern, LocalDate day) {
    for (int i = 0; i < items.size(); i++) {
      DemoItem item = items.get(i);
      int some = Math.max(1, item.range().perMonth() / 2);
      List<Line> lines = new ArrayList<>();
      if (i % 5 == 0) {
        bring(item, holm, holm.pick().get(i / 5 % holm.pick().size()), some, day, opening, lines);
      }
      if (i % 3 == 0) {
        bring(item, pontoon, pontoon.code(), some, day, opening, lines);
      }
      if (i % 11 == 0) {
        bring(item, tern, tern.code(), some, day, opening, lines);
      }
      if (!lines.isEmpty()) {
        post(PostingKind.OPENING, at(day, 8, 0), null, lines, 0);
      }
    }
  }

  private void workDay(List<DemoItem> items, DemoSite quay, LocalDate day) {
    for (int i = 0; i < DELIVERIES_A_DAY; i++) {
      deliver(items, quay, day, i);
    }
    for (int i = 0; i < ORDERS_A_DAY; i++) {
      serve(items, quay, day, i);
    }
  }

  /** A delivery lands on the dock and is put away the same day. */
  private void deliver(List<DemoItem> items, DemoSite quay, LocalDate day, int number) {
    String dock = quay.docks().get(random.nextInt(quay.docks().size()));
    List<Line> in = new ArrayList<>();
    List<Line> away = new ArrayList<>();
    for (int i = 0; i < 4; i++) {
      DemoItem item = items.get(random.nextInt(items.size()));
      if (quantityAt(item, bin(quay, item.bulk())) > item.range().perMonth() * 6) {
        continue;
      }
      int quantity = deliverySize(item);
      int before = in.size();
      bring(item, quay, dock, quantity, day, supplier, in);
      for (Line line : List.copyOf(in.subList(before, in.size()))) {
        away.add(move(line.goods(), bin(quay, dock), bin(quay, item.bulk()), line.quantity()));
      }
    }
    if (!in.isEmpty()) {
      String document = "DN-" + documents++;
      int hand = 1 + random.nextInt(2);
      post(PostingKind.RECEIPT, at(day, 8 + number, random.nextInt(60)), document, in, hand);
      post(PostingKind.MOVE, at(day, 11 + number, random.nextInt(60)), document, away, 2);
    }
  }

  private int deliverySize(DemoItem item) {
    int month = item.range().perMonth();
    int pack = Math.max(item.range().carton(), Math.max(1, item.range().box()));
    return DemoHouse.bySerial(item)
        ? 1 + random.nextInt(3)
        : Math.max(1, Math.round((float) month * (2 + random.nextInt(3)) / pack)) * pack;
  }

  /** A customer is served from the pick faces, which are refilled from bulk when they run low. */
  private void serve(List<DemoItem> items, DemoSite quay, LocalDate day, int number) {
    List<Line> out = new ArrayList<>();
    for (int i = 0; i < 1 + random.nextInt(4); i++) {
      // Some goods sell much better than others.
      DemoItem item = items.get((int) (items.size() * Math.pow(random.nextDouble(), 1.6)));
      long home = bin(quay, item.home());
      int wanted = Math.max(1, random.nextInt(Math.max(2, item.range().perMonth() / 2)));
      if (quantityAt(item, home) < wanted) {
        refill(item, quay, day, number, wanted);
      }
      take(item, home, Math.min(wanted, quantityAt(item, home)), customer, out);
    }
    if (out.isEmpty()) {
      return;
    }
    Instant shipped = at(day, 9 + number, 30 + random.nextInt(30));
    String document = "SO-" + documents++;
    int hand = 1 + random.nextInt(2);
    if (day.isBefore(today.minusDays(REMEMBERED_DAYS))) {
      post(PostingKind.ISSUE, shipped, document, out, hand);
    } else {
      pastOrders.enter(
          new Command(UUID.randomUUID(), hands.get(hand), "office"),
          order(quay, document, shipped, day, out));
    }
  }

  /** One in eight was shipped later than it was required. */
  private PastOrders.Past order(
      DemoSite quay, String document, Instant shipped, LocalDate day, List<Line> out) {
    int kind = documents % 8;
    return new PastOrders.Past(
        document,
        quay.card().id(),
        customers.get(documents % customers.size()),
        kind == 0 ? day.minusDays(1 + documents % 3) : day.plusDays(kind % 3),
        shipped.minus(Duration.ofHours(20 + 3L * kind)),
        shipped,
        out.stream().map(line -> new PastOrders.Sold(line, price(line.goods().item()))).toList());
  }

  private BigDecimal price(long item) {
    return Objects.requireNonNull(usually.get(item))
        .amount()
        .multiply(MARKUP)
        .setScale(2, RoundingMode.HALF_UP);
  }

  private void refill(DemoItem item, DemoSite quay, LocalDate day, int number, int wanted) {
    long bulk = bin(quay, item.bulk());
    long home = bin(quay, item.home());
    int lot = Math.max(1, item.range().box());
    int needed = (wanted + item.range().perMonth()) / lot * lot + lot;
    List<Line> lines = new ArrayList<>();
    if (bulk != home) {
      take(item, bulk, Math.min(needed, quantityAt(item, bulk)), home, lines);
    }
    if (!lines.isEmpty()) {
      post(PostingKind.MOVE, at(day, 9 + number, random.nextInt(30)), null, lines, 2);
    }
  }

  /** What the people of today find: goods on the dock, at inspection, and held back. */
  private void leaveSomethingToDo(List<DemoItem> items, DemoSite quay) {
    for (int i = 0; i < 9; i++) {
      // Most came yesterday, some have waited for more than a week.
      LocalDate came = today.minusDays(1 + i * i / 8);
      DemoItem item = items.get((i * 37 + 5) % items.size());
      List<String> where = i % 3 == 0 ? quay.inspect() : quay.docks();
      List<Line> lines = new ArrayList<>();
      bring(item, quay, where.get(i % where.size()), deliverySize(item), came, supplier, lines);
      post(PostingKind.RECEIPT, at(came, 15, 5 * i), "DN-" + documents++, lines, 1);
    }
    for (int i = 0; i < 6; i++) {
      DemoItem item = items.get((i * 53 + 11) % items.size());
      holdBack(item, quay, i);
    }
    for (int i = 6; i < 9; i++) {
      scrap(items.get((i * 53 + 11) % items.size()), quay, i);
    }
  }

  /** Broken goods wait to be collected. */
  private void scrap(DemoItem item, DemoSite quay, int i) {
    long bulk = bin(quay, item.bulk());
    List<Line> lines = new ArrayList<>();
    take(item, bulk, Math.min(2, quantityAt(item, bulk)), bin(quay, DemoHouse.SCRAP_BIN), lines);
    if (!lines.isEmpty()) {
      stock.post(
          new Command(UUID.randomUUID(), hands.get(1), "office"),
          new NewPosting(
              PostingKind.MOVE, at(today.minusDays(2), 15, 7 * i), null, null, "Broken", lines));
    }
  }

  private void holdBack(DemoItem item, DemoSite quay, int i) {
    long bulk = bin(quay, item.bulk());
    List<Line> lines = new ArrayList<>();
    long hold = bin(quay, quay.hold().get(i % quay.hold().size()));
    take(item, bulk, Math.min(3, quantityAt(item, bulk)), hold, lines);
    Condition condition = i % 3 == 0 ? Condition.REJECTED : Condition.ON_HOLD;
    List<Line> held =
        lines.stream()
            .map(
                line ->
                    new Line(
                        line.goods(), line.from(), new Spot(hold, 0, condition), line.quantity()))
            .toList();
    if (!held.isEmpty()) {
      stock.post(
          new Command(UUID.randomUUID(), hands.get(1), "office"),
          new NewPosting(
              PostingKind.CONDITION,
              at(today.minusDays(1), 16, 5 * i),
              null,
              null,
              condition == Condition.REJECTED ? "Crushed in transport" : "Label missing",
              held));
    }
  }

  // Goods, in and out of the history's memory

  private void bring(
      DemoItem item,
      DemoSite site,
      String address,
      int quantity,
      LocalDate day,
      long from,
      List<Line> lines) {
    long place = bin(site, address);
    boolean serial = item.card().tracking().needsSerial();
    long lot = item.card().tracking().needsLot() ? lot(item, day) : 0;
    for (int i = 0; i < (serial ? Math.min(quantity, 6) : 1); i++) {
      Goods goods = new Goods(item.card().id(), lot, serial ? serial(item, lot, day) : 0);
      int each = serial ? 1 : quantity;
      lines.add(new Line(goods, Spot.in(from), Spot.in(place), Quantity.of(each)));
      if (!site.docks().contains(address) || from != supplier) {
        put(goods, place, each);
      } else {
        // put away within the day
        put(goods, bin(site, item.bulk()), each);
      }
    }
  }

  private long lot(DemoItem item, LocalDate day) {
    boolean chart = item.range().prefix().equals("CHT");
    String code =
        chart
            ? "Ed. " + day.getYear() + "/" + (1 + day.getMonthValue() / 4)
            : "%s%02d%d"
                .formatted(
                    "KLMNPRST".charAt((int) (item.card().id() % 8)),
                    day.getMonthValue(),
                    100 + random.nextInt(900));
    int age = random.nextInt(90);
    int life = item.range().lifeDays();
    // Some lots come in with little life left, so that something is always about to expire.
    int left = random.nextInt(6) == 0 ? DAYS + random.nextInt(120) : life - age;
    LocalDate expiry = life == 0 ? null : day.plusDays(Math.min(life, left));
    return lotsAndSerials
        .lot(item.card().id(), code)
        .orElseGet(
            () ->
                lotsAndSerials.obtainLot(
                    item.card().id(), code, new LotDates(expiry, null, day.minusDays(age)), day))
        .id();
  }

  private long serial(DemoItem item, long lot, LocalDate day) {
    String code = item.range().prefix() + "-" + serials++;
    LocalDate service = day.plusDays(200 + random.nextInt(400));
    return lotsAndSerials.obtainSerial(item.card().id(), code, lot, service).id();
  }

  private void put(Goods goods, long place, int quantity) {
    List<Heap> known = heaps.computeIfAbsent(goods.item(), id -> new ArrayList<>());
    known.stream()
        .filter(heap -> heap.goods.equals(goods) && heap.place == place)
        .findFirst()
        .ifPresentOrElse(
            heap -> heap.quantity += quantity, () -> known.add(new Heap(goods, place, quantity)));
  }

  private int quantityAt(DemoItem item, long place) {
    return heaps.getOrDefault(item.card().id(), List.of()).stream()
        .filter(heap -> heap.place == place)
        .mapToInt(heap -> heap.quantity)
        .sum();
  }

  private void take(DemoItem item, long from, int quantity, long to, List<Line> lines) {
    int rest = quantity;
    for (Heap heap : List.copyOf(heaps.getOrDefault(item.card().id(), List.of()))) {
      int taken = heap.place == from ? Math.min(rest, heap.quantity) : 0;
      if (taken > 0) {
        heap.quantity -= taken;
        rest -= taken;
        lines.add(move(heap.goods, from, to, Quantity.of(taken)));
        if (to != customer) {
          put(heap.goods, to, taken);
        }
      }
    }
  }

  private static Line move(Goods goods, long from, long to, Quantity quantity) {
    return new Line(goods, Spot.in(from), Spot.in(to), quantity);
  }

  private void post(
      PostingKind kind, Instant when, @Nullable String document, List<Line> lines, int hand) {
    stock.post(
        new Command(UUID.randomUUID(), hands.get(hand), hand == 2 ? "handheld 2" : "office"),
        new NewPosting(
                kind, when.isAfter(clock.instant()) ? null : when, document, null, null, lines)
            .paid(kind == PostingKind.RECEIPT ? paid(lines) : Map.of()));
  }

  /** Prices go up and down a little. */
  private Map<Integer, UnitCost> paid(List<Line> lines) {
    Map<Integer, UnitCost> paid = new HashMap<>();
    for (int i = 0; i < lines.size(); i++) {
      UnitCost usual = Objects.requireNonNull(usually.get(lines.get(i).goods().item()));
      BigDecimal factor = BigDecimal.valueOf(94 + documents % 14L, 2);
      paid.put(i, new UnitCost(usual.amount().multiply(factor)));
    }
    return paid;
  }

  private static Instant at(LocalDate day, int hour, int minute) {
    return day.atTime(LocalTime.of(hour, minute)).atZone(ZONE).toInstant();
  }

  private long bin(DemoSite site, String address) {
    return bins.computeIfAbsent(
        site.code() + "." + address,
        label -> places.ofLabel(new OwnLabel(OwnLabel.Kind.BIN, label)).orElseThrow().id());
  }
}
