package app.reliquum.demo;

import app.reliquum.core.demand.ReplenishmentRule.Kind;
import app.reliquum.core.demand.SupplyRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.inbound.SupplierItems;
import app.reliquum.inbound.Suppliers;
import app.reliquum.places.SiteCalendar;
import app.reliquum.places.SiteSetup;
import app.reliquum.replenishment.Policies;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.MonthDay;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** How the chandlery keeps its goods in stock: who sells what, on which days, by which policy. */
@Component
class DemoReplenishment {

  /** Who sells a range of goods. */
  private static final Map<String, String> SELLS =
      Map.ofEntries(
          Map.entry("FLR", "HARBINGER"),
          Map.entry("LJC", "HARBINGER"),
          Map.entry("RFT", "HARBINGER"),
          Map.entry("AFL", "LODESTAR"),
          Map.entry("EPX", "LODESTAR"),
          Map.entry("OIL", "LODESTAR"),
          Map.entry("CLN", "LODESTAR"),
          Map.entry("RPE", "SKERRY"),
          Map.entry("CLO", "SKERRY"),
          Map.entry("SHK", "TIDEWRACK"),
          Map.entry("RIG", "TIDEWRACK"),
          Map.entry("ENG", "TIDEWRACK"),
          Map.entry("BCN", "PHAROS"),
          Map.entry("ELC", "PHAROS"),
          Map.entry("PRV", "FULMAR"));

  /** What a supplier asks, of what the goods are worth here. */
  private static final BigDecimal PRICE = new BigDecimal("0.92");

  private static final Set<DayOfWeek> MONDAY_TO_SATURDAY =
      EnumSet.complementOf(EnumSet.of(DayOfWeek.SUNDAY));

  private final Suppliers suppliers;
  private final SupplierItems sold;
  private final Policies policies;
  private final SiteSetup setup;

  DemoReplenishment(Suppliers suppliers, SupplierItems sold, Policies policies, SiteSetup setup) {
    this.suppliers = suppliers;
    this.sold = sold;
    this.policies = policies;
    this.setup = setup;
  }

  void write(List<DemoHouse.DemoItem> items, List<DemoHouse.DemoSite> sites, LocalDate today) {
    ordersTakenOn("FULMAR", EnumSet.of(DayOfWeek.TUESDAY, DayOfWeek.FRIDAY), "14:00");
    ordersTakenOn("SKERRY", EnumSet.of(DayOfWeek.MONDAY), "12:00");
    items.forEach(this::soldBy);
    sites.forEach(site -> setup.works(site.card().id(), MONDAY_TO_SATURDAY, holidays(today)));
    policy(null, null, null, Kind.POINT_AND_QUANTITY, null, "95");
    policy(null, "Electronics", null, Kind.ONLY_FOR_ORDERS, null, "95");
    policy(null, "Provisions", null, Kind.POINT_AND_UP_TO, null, "90");
    policy("FLR-001", null, sites.get(0).card().id(), Kind.POINT_AND_QUANTITY, "60", "98");
  }

  private void ordersTakenOn(String supplier, Set<DayOfWeek> days, String until) {
    Suppliers.Card card = suppliers.withCode(supplier).orElseThrow();
    suppliers.change(
        card.id(),
        new Suppliers.Entry(
            card.version(),
            card.code(),
            card.name(),
            card.email(),
            card.street(),
            card.town(),
            card.leadDays(),
            card.active(),
            days,
            until,
            null,
            null));
  }

  private void soldBy(DemoHouse.DemoItem item) {
    String supplier = SELLS.get(item.range().prefix());
    if (supplier == null) {
      return;
    }
    int multiple = item.range().box() > 0 ? item.range().box() : item.range().carton();
    BigDecimal price =
        DemoTransfers.cost(item.range()).amount().multiply(PRICE).setScale(2, RoundingMode.HALF_UP);
    sold.write(
        item.card().id(),
        List.of(
            new SupplierItems.Entry(
                suppliers.withCode(supplier).orElseThrow().id(),
                "",
                price,
                Quantity.ZERO,
                Quantity.of(multiple),
                null,
                true,
                null)));
  }

  private static List<SiteCalendar.Holiday> holidays(LocalDate today) {
    LocalDate last = today.plusYears(1);
    return List.of(
            Map.entry(MonthDay.of(12, 25), "Christmas Day"),
            Map.entry(MonthDay.of(12, 26), "Boxing Day"),
            Map.entry(MonthDay.of(1, 1), "New Year's Day"))
        .stream()
        .flatMap(
            one ->
                IntStream.rangeClosed(today.getYear() - 1, last.getYear())
                    .mapToObj(
                        year ->
                            new SiteCalendar.Holiday(one.getKey().atYear(year), one.getValue())))
        .toList();
  }

  private void policy(
      @Nullable String item,
      @Nullable String category,
      @Nullable Long site,
      Kind kind,
      @Nullable String point,
      String service) {
    policies.add(
        new Policies.Entry(
            null,
            item,
            category,
            site,
            null,
            new Policies.Figures(
                kind,
                point == null ? null : Quantity.of(point),
                null,
                null,
                new BigDecimal(service),
                1,
                365,
                new BigDecimal("12"),
                new BigDecimal("20"),
                SupplyRule.FROM_STOCK_ELSE_BUY,
                null)),
        DemoHouse.EVERYWHERE);
  }
}
