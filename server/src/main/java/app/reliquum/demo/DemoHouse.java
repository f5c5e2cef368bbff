package app.reliquum.demo;

import app.reliquum.api.Actor;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.ItemSetup;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.place.AreaPurpose;
import app.reliquum.core.place.BinPattern;
import app.reliquum.core.place.MixingPolicy;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.scan.Gtin;
import app.reliquum.house.DemoMark;
import app.reliquum.outbound.PastOrders;
import app.reliquum.people.People;
import app.reliquum.people.Role;
import app.reliquum.places.Places;
import app.reliquum.places.SiteSetup;
import app.reliquum.stock.Stock;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Opens Kittiwake Chandlery in an empty house: its people, sites, bins and items, and the past that
 * {@link DemoHistory} writes. The same seed makes the same house, relative to today.
 */
@Component
@ConditionalOnProperty("reliquum.demo")
class DemoHouse implements ApplicationRunner {

  private static final Logger LOG = LoggerFactory.getLogger(DemoHouse.class);
  private static final long SEED = 20_260_301;

  /** Whoever furnishes the house may do so everywhere. */
  static final Actor EVERYWHERE = Actor.house(0);

  private static final String PASSWORD = "kittiwake quay";

  private final Places places;
  private final Catalog catalog;
  private final People people;
  private final Stock stock;
  private final DemoArrivals arrivals;
  private final DemoTransfers transfers;
  private final DemoCounts counts;
  private final DemoRighting righting;
  private final DemoOutbound outbound;
  private final DemoReplenishment replenishment;
  private final DemoReturns returns;
  private final DemoShop shop;
  private final Clock clock;
  private final DemoMark mark;
  private final TransactionTemplate transaction;
  private final SiteSetup setup;
  private final ItemSetup itemSetup;
  private final LotsAndSerials lotsAndSerials;
  private final PastOrders pastOrders;

  DemoHouse(
      Places places,
      Catalog catalog,
      People people,
      Stock stock,
      DemoArrivals arrivals,
      DemoTransfers transfers,
      DemoCounts counts,
      DemoRighting righting,
      DemoOutbound outbound,
      DemoReplenishment replenishment,
      DemoReturns returns,
      DemoShop shop,
      Clock clock,
      DemoMark mark,
      PlatformTransactionManager transactions,
      SiteSetup setup,
      ItemSetup itemSetup,
      LotsAndSerials lotsAndSerials,
      PastOrders pastOrders) {
    this.pastOrders = pastOrders;
    this.lotsAndSerials = lotsAndSerials;
    this.itemSetup = itemSetup;
    this.setup = setup;
    this.places = places;
    this.catalog = catalog;
    this.people = people;
    this.stock = stock;
    this.arrivals = arrivals;
    this.transfers = transfers;
    this.counts = counts;
    this.righting = righting;
    this.outbound = outbound;
    this.replenishment = replenishment;
    this.returns = returns;
    this.shop = shop;
    this.clock = clock;
    this.mark = mark;
    this.transaction = new TransactionTemplate(transactions);
  }

  /** A site with the bins that the history uses, by what they are for. */
  record DemoSite(
      Places.SiteCard card,
      List<String> docks,
      List<String> bulk,
      List<String> pick,
      List<String> flares,
      List<String> paint,
      List<String> inspect,
      List<String> hold) {

    String code() {
      return card.code();
    }
  }

  /** An item with the range it belongs to, and its bins at the main site. */
  record DemoItem(Catalog.ItemCard card, Range range, String home, String bulk) {}

  @Override
  public void run(ApplicationArguments arguments) {
    Actor house = people.house();
    if (!places.sites(house).isEmpty() || !people.all().isEmpty()) {
      return;
    }
    LOG.info("Opening the demo house; this takes a moment");
    // In one transaction: a start that is killed half-way leaves an empty house behind.
    transaction.executeWithoutResult(
        status -> {
          Random random = new Random(SEED);
          mark.mark();
          DemoSite quay = quay();
          DemoSite holm = holm();
          DemoSite pontoon = site("PS", "Pontoon Shop", false, "3 Pontoon Row", "Kittiwake");
          DemoSite tern = site("WT", "Workboat Tern", false, "Berth 14", "Kittiwake");
          List<Actor> hands = hire(quay, holm, pontoon, tern);
          List<DemoItem> items = items(quay, pontoon, tern, random);
          LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
          transfers.furnish(items);
          righting.cost(items);
          new DemoHistory(
                  catalog,
                  places,
                  stock,
                  clock,
                  random,
                  today,
                  hands,
                  lotsAndSerials,
                  pastOrders,
                  outbound.customers())
              .write(items, quay, holm, pontoon, tern);
          arrivals.write(quay, holm, pontoon, hands.get(1), hands.get(2), today);
          transfers.write(quay, holm, pontoon, tern, hands.get(1), hands.get(2), today);
          counts.write(items, quay, holm, hands.get(1), hands.get(2), random, today);
          righting.write(items, quay, hands.get(0), hands.get(1), hands.get(2), today);
          outbound.write(items, quay, hands.get(0), hands.get(1), hands.get(2), random, today);
          returns.write(quay, hands.get(1));
          shop.write(pontoon, hands.get(3), today);
          replenishment.write(items, List.of(quay, holm, pontoon, tern), today);
        });
    LOG.info("The demo house is open");
  }

  private List<Actor> hire(DemoSite quay, DemoSite holm, DemoSite pontoon, DemoSite tern) {
    Set<Long> binned = Set.of(quay.card().id(), holm.card().id());
    Set<Long> water = Set.of(pontoon.card().id(), tern.card().id());
    hire("ROWAN", "Rowan Askew", Role.ADMINISTRATOR, true, Set.of(), null);
    hire("BRAM", "Bram Tideman", Role.AUDITOR, true, Set.of(), null);
    return List.of(
        hire("MAREN", "Maren Holme", Role.CONTROLLER, true, Set.of(), "6048"),
        hire("ODDNY", "Oddny Varga", Role.CLERK, true, Set.of(), "9153"),
        hire("TAVI", "Tavi Brandt", Role.FLOOR_HAND, false, binned, "7402"),
        hire("ISOLDE", "Isolde Penrose", Role.FLOOR_HAND, false, water, "5283"));
  }

  private Actor hire(
      String code,
      String name,
      Role role,
      boolean everywhere,
      Set<Long> sites,
      @Nullable String pin) {
    People.Card card =
        people.settle(
            new People.Entry(
                null, code, name, role, everywhere, sites, true, PASSWORD, pin, null, null));
    return new Actor(
        card.id(),
        code,
        name,
        role.name(),
        role.permissions(),
        everywhere,
        sites,
        Actor.Access.OF_THE_HOUSE);
  }

  /** Where scrap waits to be collected. */
  static final String SCRAP_BIN = "SCRAP-1";

  private DemoSite quay() {
    Places.SiteCard site = open("KQ", "Kittiwake Quay", true, "1 Quay Street", "Kittiwake");
    List<String> docks = rack(site, "DOCK", "Dock", AreaPurpose.RECEIVE, "", 0, 1, "DOCK-[1..4]");
    List<String> inspect =
        rack(site, "INSP", "Inspection", AreaPurpose.INSPECT, "", 100, 1, "INSP-[1..4]");
    List<String> pick = new ArrayList<>();
    List<String> bulk = new ArrayList<>();
    for (String row : List.of("QA", "QB", "QC")) {
      pick.addAll(
          rack(
              site,
              row,
              "Pick face " + row,
              AreaPurpose.PICK,
              "",
              1000 * row.charAt(1),
              5,
              row + "-[01..16]-[A..E]"));
    }
    for (String row : List.of("BA", "BB", "BC", "BD")) {
      bulk.addAll(
          rack(
              site,
              row,
              "Bulk " + row,
              AreaPurpose.STORE,
              "",
              9000 * row.charAt(1),
              4,
              row + "-[01..20]-[A..D]"));
    }
    List<String> flares =
        rack(site, "FL", "Flare locker", AreaPurpose.STORE, "FLARE", 900_000, 1, "FL-[01..20]");
    List<String> paint =
        rack(
            site,
            "PT",
            "Paint store",
            AreaPurpose.STORE,
            "PAINT",
            910_000,
            2,
            "PT-[01..32]-[A..B]");
    rack(site, "PACK", "Packing", AreaPurpose.PACK, "", 920_000, 1, "PACK-[1..4]");
    List<String> hold = rack(site, "HOLD", "Hold", AreaPurpose.HOLD, "", 930_000, 1, "HOLD-[1..4]");
    rack(site, "SCRAP", "Scrap", AreaPurpose.SCRAP, "", 940_000, 1, SCRAP_BIN);
    return new DemoSite(site, docks, bulk, pick, flares, paint, inspect, hold);
  }

  private DemoSite holm() {
    Places.SiteCard site = open("OH", "Outer Holm Depot", true, "Old Fish Hall", "Outer Holm");
    List<String> docks = rack(site, "DOCK", "Dock", AreaPurpose.RECEIVE, "", 0, 1, "DOCK-[1..2]");
    List<String> pick =
        rack(site, "OA", "Hall", AreaPurpose.PICK, "", 100, 5, "OA-[01..16]-[A..E]");
    // Some bins stay empty, for what comes in.
    List<String> used = pick.subList(0, 60);
    return new DemoSite(site, docks, used, used, List.of(), List.of(), List.of(), List.of());
  }

  private DemoSite site(String code, String name, boolean binned, String street, String town) {
    return new DemoSite(
        open(code, name, binned, street, town),
        List.of(),
        List.of(),
        List.of(),
        List.of(),
        List.of(),
        List.of(),
        List.of());
  }

  private Places.SiteCard open(
      String code, String name, boolean binned, String street, String town) {
    return setup.addSite(
        SiteSetup.SiteEntry.plain(code, name, "Europe/London", binned, street, town));
  }

  private List<String> rack(
      Places.SiteCard site,
      String code,
      String name,
      AreaPurpose purpose,
      String storage,
      int walk,
      int levels,
      String pattern) {
    Places.AreaCard area =
        setup.addArea(site.id(), new SiteSetup.AreaEntry(null, code, name, purpose), EVERYWHERE);
    MixingPolicy mixing =
        purpose == AreaPurpose.PICK ? MixingPolicy.ONE_ITEM : MixingPolicy.ANYTHING;
    BigDecimal y = BigDecimal.valueOf(walk % 97);
    setup.addRack(
        new SiteSetup.RackEntry(
            area.id(),
            pattern,
            walk,
            10,
            levels,
            BigDecimal.valueOf(1.2),
            BigDecimal.ZERO,
            new SiteSetup.BinTraits(storage, mixing, null, null, null, BigDecimal.ZERO, y)),
        EVERYWHERE);
    return BinPattern.of(pattern).addresses();
  }

  private List<DemoItem> items(DemoSite quay, DemoSite pontoon, DemoSite tern, Random random) {
    List<DemoItem> items = new ArrayList<>();
    Bins bins = new Bins(quay);
    for (Range range : Range.ALL) {
      int number = 1;
      for (String kind : range.kinds()) {
        for (String size : range.sizes()) {
          String code = "%s-%03d".formatted(range.prefix(), number++);
          String home = bins.home(range);
          String bulk = bins.bulk(range);
          Catalog.ItemCard card =
              itemSetup.add(
                  entry(range, code, kind + ", " + size, items.size(), home, quay, pontoon, tern));
          items.add(new DemoItem(card, range, home, bulk));
        }
      }
    }
    return items;
  }

  /** Deals out bins: homes on the pick faces, one after another, special goods in their rooms. */
  private static final class Bins {
    private final DemoSite site;
    private int homes;
    private int bulks;
    private int flares;
    private int paints;

    Bins(DemoSite site) {
      this.site = site;
    }

    String home(Range range) {
      return switch (range.storage()) {
        case "FLARE" -> site.flares().get(flares++ % site.flares().size());
        case "PAINT" -> site.paint().get(paints++ % site.paint().size());
        default ->
            homes < site.pick().size()
                ? site.pick().get(homes++)
                : site.bulk().get(site.bulk().size() - 1 - (homes++ - site.pick().size()));
      };
    }

    String bulk(Range range) {
      return switch (range.storage()) {
        case "FLARE" -> site.flares().get(site.flares().size() - 1 - flares % 4);
        case "PAINT" -> site.paint().get(site.paint().size() - 1 - paints % 12);
        default -> site.bulk().get(bulks++ % (site.bulk().size() / 2));
      };
    }
  }

  private static ItemSetup.ItemEntry entry(
      Range range,
      String code,
      String name,
      int index,
      String home,
      DemoSite quay,
      DemoSite pontoon,
      DemoSite tern) {
    List<Catalog.PackCard> packs = new ArrayList<>();
    if (range.box() > 0) {
      packs.add(pack("box", range.box(), gtin(2, index)));
    }
    if (range.carton() > 0) {
      boolean length = range.unit() == UnitOfMeasure.METRE;
      boolean liquid = range.unit() == UnitOfMeasure.LITRE;
      packs.add(pack(length ? "reel" : liquid ? "drum" : "carton", range.carton(), gtin(3, index)));
    }
    List<Catalog.Home> homes = new ArrayList<>();
    homes.add(
        range.unit() == UnitOfMeasure.METRE && range.carton() > 0
            ? pickFace(quay, home)
            : Catalog.Home.of(quay.card().id(), null, home, ""));
    if (index % 3 == 0) {
      homes.add(
          Catalog.Home.of(
              pontoon.card().id(), null, pontoon.code(), "Shelf " + (1 + index % 9) + ", left"));
    }
    if (index % 11 == 0) {
      homes.add(Catalog.Home.of(tern.card().id(), null, tern.code(), "Port locker"));
    }
    return new ItemSetup.ItemEntry(
        null,
        code,
        name,
        range.category(),
        range.unit(),
        range.unit().usualDecimals(),
        range.tracking(),
        range.lifeDays() == 0 ? null : range.lifeDays(),
        range.hazard(),
        range.storage(),
        "",
        "",
        true,
        List.of(gtin(1, index)),
        packs,
        homes);
  }

  /** Rope is cut at its pick face, and comes there by the reel. */
  private static Catalog.Home pickFace(DemoSite quay, String home) {
    return new Catalog.Home(
        quay.card().id(), null, home, "", Quantity.of(25), Quantity.of(320), "reel");
  }

  private static Catalog.PackCard pack(String name, int factor, String barcode) {
    return new Catalog.PackCard(
        0, name, Quantity.of(factor), null, null, null, null, List.of(barcode));
  }

  /** A number from the range that GS1 leaves to every house for itself (prefix 2). */
  static String gtin(int level, int index) {
    String before = "2%d%010d".formatted(level, 4_100_000 + index);
    return before + Gtin.checkDigit(before);
  }

  /** Whether each piece has a serial number. */
  static boolean bySerial(DemoItem item) {
    Tracking tracking = item.card().tracking();
    return tracking.needsSerial();
  }
}
