package app.reliquum.demo;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.ItemSetup;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.scan.OwnLabel;
import app.reliquum.demo.DemoHouse.DemoSite;
import app.reliquum.inbound.SupplierItems;
import app.reliquum.inbound.Suppliers;
import app.reliquum.places.Places;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.Stock;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;

/**
 * Nine months of what only the shop on the pontoon sells, over the counter. Its deliveries come on
 * Mondays, and not always: some goods ran out, some are about to, and some nobody wants.
 */
@Component
class DemoShop {

  private static final int DAYS = 270;
  private static final ZoneId ZONE = ZoneId.of("Europe/London");
  private static final String CATEGORY = "Fenders and covers";
  private static final BigDecimal PRICE = new BigDecimal("0.92");

  /** So many weeks before today the ferry did not come. */
  private static final List<Integer> NO_FERRY = List.of(9, 8, 22);

  private final ItemSetup itemSetup;
  private final Places places;
  private final Stock stock;
  private final Suppliers suppliers;
  private final SupplierItems sold;

  DemoShop(
      ItemSetup itemSetup, Places places, Stock stock, Suppliers suppliers, SupplierItems sold) {
    this.itemSetup = itemSetup;
    this.places = places;
    this.stock = stock;
    this.suppliers = suppliers;
    this.sold = sold;
  }

  /**
   * What is sold.
   *
   * @param every a customer takes some on each so manieth working day
   * @param each how many
   * @param monday how many a delivery brings; 0 if it never brings any
   * @param below a delivery brings some only if there are fewer
   * @param first how many there were at first
   * @param left in how many of the last days there was no delivery of it
   * @param worth what one costs
   */
  private record Ware(
      String code,
      String name,
      int every,
      int each,
      int monday,
      int below,
      int first,
      int left,
      String worth) {}

  private static final List<Ware> WARES =
      List.of(
          // About to run out.
          new Ware("FND-001", "Fender, white 16 cm", 1, 3, 24, 44, 40, 12, "14.20"),
          // It has run out before, and has now.
          new Ware("FND-002", "Fender, navy 22 cm", 1, 2, 18, 20, 30, 17, "19.80"),
          // Sells in ones and fours, now and then.
          new Ware("FND-003", "Ball fender, 45 cm", 6, 4, 12, 9, 16, 7, "31.00"),
          // Nobody wants them: there is enough for years.
          new Ware("CVR-001", "Winter cover, 6 m", 24, 1, 0, 0, 90, 0, "118.00"),
          new Ware("CVR-002", "Winter cover, 8 m", 30, 1, 0, 0, 60, 0, "164.00"),
          new Ware("CVR-003", "Sail cover, 3 m", 3, 1, 6, 8, 14, 7, "62.50"));

  void write(DemoSite shop, Actor hand, LocalDate today) {
    long place =
        places
            .ofLabel(new OwnLabel(OwnLabel.Kind.BIN, shop.code() + "." + shop.code()))
            .orElseThrow()
            .id();
    Map<Ware, Long> items = new HashMap<>();
    for (int i = 0; i < WARES.size(); i++) {
      items.put(WARES.get(i), item(WARES.get(i), i, shop));
    }
    Map<Ware, Integer> there = new HashMap<>();
    List<Line> opening = new ArrayList<>();
    for (Ware ware : WARES) {
      there.put(ware, ware.first());
      opening.add(line(items, ware, places.contra(PlaceKind.OPENING), place, ware.first()));
    }
    LocalDate first = today.minusDays(DAYS);
    post(hand, PostingKind.OPENING, at(first, 8), "", opening, WARES);
    int worked = 0;
    for (LocalDate day = first.plusDays(1); day.isBefore(today); day = day.plusDays(1)) {
      if (day.getDayOfWeek() == DayOfWeek.MONDAY) {
        deliver(hand, items, there, place, day, today);
      }
      if (day.getDayOfWeek() != DayOfWeek.SUNDAY) {
        sell(hand, items, there, place, day, worked++);
      }
    }
  }

  private long item(Ware ware, int index, DemoSite shop) {
    long id =
        itemSetup
            .add(
                new ItemSetup.ItemEntry(
                    null,
                    ware.code(),
                    ware.name(),
                    CATEGORY,
                    UnitOfMeasure.PIECE,
                    0,
                    Tracking.NONE,
                    null,
                    "",
                    "",
                    "",
                    "",
                    true,
                    List.of(DemoHouse.gtin(4, index)),
                    List.of(),
                    List.of(Catalog.Home.of(shop.card().id(), null, shop.code(), "Outside, left"))))
            .id();
    sold.write(
        id,
        List.of(
            new SupplierItems.Entry(
                suppliers.withCode("TIDEWRACK").orElseThrow().id(),
                "",
                new BigDecimal(ware.worth()).multiply(PRICE).setScale(2, RoundingMode.HALF_UP),
                Quantity.ZERO,
                Quantity.of(6),
                null,
                true,
                null)));
    return id;
  }

  private void deliver(
      Actor hand,
      Map<Ware, Long> items,
      Map<Ware, Integer> there,
      long place,
      LocalDate day,
      LocalDate today) {
    int weeks = (int) (ChronoUnit.DAYS.between(day, today) / 7);
    if (NO_FERRY.contains(weeks)) {
      return;
    }
    List<Line> in = new ArrayList<>();
    List<Ware> brought = new ArrayList<>();
    for (Ware ware : WARES) {
      boolean stopped = !day.plusDays(ware.left()).isBefore(today);
      if (ware.monday() > 0 && !stopped && there.getOrDefault(ware, 0) < ware.below()) {
        in.add(line(items, ware, places.contra(PlaceKind.SUPPLIER), place, ware.monday()));
        brought.add(ware);
        there.merge(ware, ware.monday(), Integer::sum);
      }
    }
    if (!in.isEmpty()) {
      post(hand, PostingKind.RECEIPT, at(day, 10), "FERRY-" + day, in, brought);
    }
  }

  private void sell(
      Actor hand,
      Map<Ware, Long> items,
      Map<Ware, Integer> there,
      long place,
      LocalDate day,
      int worked) {
    List<Line> out = new ArrayList<>();
    for (Ware ware : WARES) {
      boolean busy = day.getDayOfWeek() == DayOfWeek.SATURDAY;
      int wanted = worked % ware.every() == 0 ? ware.each() + (busy ? 1 : 0) : 0;
      int taken = Math.min(wanted, there.getOrDefault(ware, 0));
      if (taken > 0) {
        out.add(line(items, ware, place, places.contra(PlaceKind.CUSTOMER), taken));
        there.merge(ware, -taken, Integer::sum);
      }
    }
    if (!out.isEmpty()) {
      post(hand, PostingKind.ISSUE, at(day, 17), "TILL-" + day, out, List.of());
    }
  }

  private static Line line(Map<Ware, Long> items, Ware ware, long from, long to, int quantity) {
    return new Line(
        new Goods(items.getOrDefault(ware, 0L), 0, 0),
        Spot.in(from),
        Spot.in(to),
        Quantity.of(quantity));
  }

  private void post(
      Actor hand,
      PostingKind kind,
      Instant when,
      String document,
      List<Line> lines,
      List<Ware> paid) {
    Map<Integer, UnitCost> costs = new HashMap<>();
    for (int i = 0; i < paid.size(); i++) {
      costs.put(i, new UnitCost(new BigDecimal(paid.get(i).worth())));
    }
    stock.post(
        new Command(UUID.randomUUID(), hand, "till"),
        new NewPosting(kind, when, document.isEmpty() ? null : document, null, null, lines)
            .paid(costs));
  }

  private static Instant at(LocalDate day, int hour) {
    return day.atTime(hour, 0).atZone(ZONE).toInstant();
  }
}
