package app.reliquum.demo;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.place.InboundFlow;
import app.reliquum.core.place.OutboundFlow;
import app.reliquum.core.purchasing.TaxRate;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.house.Taxes;
import app.reliquum.inbound.InboundOrders;
import app.reliquum.inbound.InboundViews;
import app.reliquum.inbound.ReceivingGoods;
import app.reliquum.inbound.Suppliers;
import app.reliquum.places.Places;
import app.reliquum.places.SiteSetup;
import app.reliquum.putaway.Rules;
import app.reliquum.stock.UnitLoads;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * What the chandlery waits for: suppliers, orders on their way, rules and trolleys for goods in.
 */
@Component
class DemoArrivals {

  private final Suppliers suppliers;
  private final InboundOrders orders;
  private final Rules rules;
  private final UnitLoads loads;
  private final Places places;
  private final Catalog catalog;
  private final SiteSetup setup;
  private final ReceivingGoods receivingGoods;
  private final Taxes taxes;

  DemoArrivals(
      Suppliers suppliers,
      InboundOrders orders,
      Rules rules,
      UnitLoads loads,
      Places places,
      Catalog catalog,
      SiteSetup setup,
      ReceivingGoods receivingGoods,
      Taxes taxes) {
    this.taxes = taxes;
    this.receivingGoods = receivingGoods;
    this.setup = setup;
    this.suppliers = suppliers;
    this.orders = orders;
    this.rules = rules;
    this.loads = loads;
    this.places = places;
    this.catalog = catalog;
  }

  /** Who sells what is taxed less. */
  private static final String FOOD = "FULMAR";

  private record Wanted(String item, String packs, String pack, String price) {}

  private static Wanted wanted(String item, int packs, String pack, String price) {
    return new Wanted(item, Integer.toString(packs), pack, price);
  }

  void write(
      DemoHouse.DemoSite quay,
      DemoHouse.DemoSite holm,
      DemoHouse.DemoSite pontoon,
      Actor clerk,
      Actor hand,
      LocalDate today) {
    tax("VAT20", "VAT 20 %", "20");
    tax("VAT5", "VAT 5 % (food)", "5");
    supplier("HARBINGER", "Harbinger Signals", "12 Beacon Lane", "Northhaven", 9);
    supplier("SKERRY", "Skerry Rope Works", "Old Ropewalk", "Skerry", 5);
    supplier("LODESTAR", "Lodestar Paints", "Unit 7, Slip Road", "Northhaven", 12);
    supplier(FOOD, "Fulmar Foods", "3 Cannery Street", "Gullsby", 4);
    supplier("TIDEWRACK", "Tidewrack Rigging", "The Forge", "Gullsby", 7);
    supplier("PHAROS", "Pharos Electronics", "88 Lamp Street", "Northhaven", 14);
    long kq = quay.card().id();
    order(
        "HARBINGER",
        kq,
        today,
        clerk,
        wanted("FLR-001", 2, "carton", "410.00"),
        wanted("FLR-006", 4, "box", "66.00"));
    order(
        "TIDEWRACK",
        kq,
        today.minusDays(3),
        clerk,
        wanted("SHK-001", 3, "carton", "92.50"),
        wanted("SHK-009", 12, "box", "14.20"),
        wanted("RIG-004", 5, "box", "78.00"));
    long pharos =
        order(
            "PHAROS",
            kq,
            today,
            clerk,
            wanted("BCN-001", 20, "", "212.00"),
            wanted("BCN-005", 4, "", "149.00"));
    order(
        "SKERRY",
        kq,
        today.plusDays(2),
        clerk,
        wanted("RPE-001", 2, "reel", "118.00"),
        wanted("RPE-010", 1, "reel", "164.00"));
    order("LODESTAR", kq, today.plusDays(6), clerk, wanted("AFL-001", 6, "box", "188.00"));
    order(
        "FULMAR",
        holm.card().id(),
        today.plusDays(1),
        clerk,
        wanted("PRV-001", 3, "carton", "61.00"));
    order("FULMAR", pontoon.card().id(), today, clerk, wanted("PRV-004", 1, "carton", "70.00"));
    begin(pharos, quay, hand);
    rules(quay);
    loads.addTrolley("T1", "Blue trolley");
    loads.addTrolley("T2", "Long trolley");
    receives(quay.card(), InboundFlow.DOCK_FIRST, area(quay, "BD"));
    receives(holm.card(), InboundFlow.STRAIGHT_IN, null);
  }

  private void supplier(String code, String name, String street, String town, int days) {
    String email = "orders@" + code.toLowerCase(java.util.Locale.ROOT) + ".example";
    suppliers.add(
        new Suppliers.Entry(
            null,
            code,
            name,
            email,
            street,
            town,
            days,
            true,
            null,
            null,
            code.equals(FOOD) ? "VAT5" : "VAT20",
            null));
  }

  private void tax(String code, String name, String rate) {
    taxes.add(
        new Taxes.Entry(null, code, name, TaxRate.Category.STANDARD, new BigDecimal(rate), true));
  }

  private long order(
      String supplier, long site, LocalDate expected, Actor clerk, Wanted... wanted) {
    List<InboundViews.LineEntry> lines = new ArrayList<>();
    for (Wanted one : wanted) {
      lines.add(
          new InboundViews.LineEntry(
              one.item(), Quantity.of(one.packs()), one.pack(), new BigDecimal(one.price()), null));
    }
    InboundViews.Entry entry =
        new InboundViews.Entry(null, null, supplier, site, expected, "", lines);
    return orders.add(entry, clerk).id();
  }

  /** Two of the handheld radios have come already. */
  private void begin(long order, DemoHouse.DemoSite quay, Actor hand) {
    long radio = catalog.withCode("BCN-005").orElseThrow().id();
    long dock = places.docks(quay.card().id()).get(0);
    receivingGoods.receive(
        new Command(UUID.randomUUID(), hand, "handheld 2"),
        order,
        new ReceivingGoods.Arriving(
            radio,
            null,
            LotDates.NONE,
            List.of("HR-88120", "HR-88121"),
            Quantity.of(2),
            dock,
            Condition.GOOD,
            null,
            false));
  }

  private void rules(DemoHouse.DemoSite quay) {
    long site = quay.card().id();
    long shackle = catalog.withCode("SHK-001").orElseThrow().id();
    long home = catalog.homeBin(shackle, site).orElseThrow();
    rule(site, "SHK-001", null, null, places.bin(home).orElseThrow().address(), 1, 2, "carton");
    rule(site, "SHK-001", null, null, quay.bulk().get(0), 2, 6, "carton");
    rule(site, null, "Rigging", area(quay, "BA"), null, 5, null, null);
    rule(site, null, "Rope", area(quay, "BC"), null, 5, null, null);
    rule(site, null, "Provisions", area(quay, "BB"), null, 5, null, null);
  }

  private void rule(
      long site,
      @Nullable String item,
      @Nullable String category,
      @Nullable Long area,
      @Nullable String bin,
      int priority,
      @Nullable Integer packs,
      @Nullable String pack) {
    Quantity capacity = packs == null ? null : Quantity.of(packs);
    rules.add(
        new Rules.Entry(null, site, item, category, area, bin, priority, capacity, pack, true),
        DemoHouse.EVERYWHERE);
  }

  private Long area(DemoHouse.DemoSite quay, String code) {
    return places.site(quay.card().id(), DemoHouse.EVERYWHERE).areas().stream()
        .filter(area -> area.code().equals(code))
        .map(Places.AreaCard::id)
        .findFirst()
        .orElseThrow();
  }

  private void receives(Places.SiteCard site, InboundFlow flow, @Nullable Long overflow) {
    setup.changeSite(
        site.id(),
        new SiteSetup.SiteEntry(
            site.version(),
            site.code(),
            site.name(),
            site.timeZone(),
            site.binned(),
            site.street(),
            site.town(),
            flow,
            overflow,
            BigDecimal.TEN,
            null,
            null,
            OutboundFlow.PICK_PACK_HAND_OVER,
            site.code().equals("KQ"),
            null,
            null,
            null,
            null,
            null,
            null,
            null,
            null),
        DemoHouse.EVERYWHERE);
  }
}
