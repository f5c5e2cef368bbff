package app.reliquum.demo;

import app.reliquum.adjusting.Adjusting;
import app.reliquum.adjusting.Adjustment;
import app.reliquum.adjusting.LoanColumn;
import app.reliquum.adjusting.Loans;
import app.reliquum.adjusting.MovementKinds;
import app.reliquum.adjusting.MovementKinds.Field;
import app.reliquum.adjusting.MovementKinds.FieldType;
import app.reliquum.adjusting.MovementKinds.Kind;
import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.adjustment.Direction;
import app.reliquum.core.adjustment.Purpose;
import app.reliquum.core.adjustment.Way;
import app.reliquum.core.costing.CostMethod;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.HeldPosition;
import app.reliquum.costing.Costs;
import app.reliquum.demo.DemoHouse.DemoItem;
import app.reliquum.demo.DemoHouse.DemoSite;
import app.reliquum.inbound.Suppliers;
import app.reliquum.places.Places;
import app.reliquum.stock.OnHand;
import app.reliquum.supply.RequisitionDecisions;
import app.reliquum.supply.RequisitionViews;
import app.reliquum.supply.Requisitions;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What the chandlery puts right: nine months of scrap, loans, jobs, and what waits for someone. */
@Component
class DemoRighting {

  private static final int MONTHS = 9;
  private static final ZoneId ZONE = ZoneId.of("Europe/London");

  private final Adjusting adjusting;
  private final MovementKinds kinds;
  private final Loans loans;
  private final Requisitions requisitions;
  private final RequisitionDecisions agreeing;
  private final Suppliers suppliers;
  private final Costs costs;
  private final OnHand onHand;
  private final Places places;
  private final Catalog catalog;
  private final LotsAndSerials lotsAndSerials;

  DemoRighting(
      Adjusting adjusting,
      MovementKinds kinds,
      Loans loans,
      Requisitions requisitions,
      RequisitionDecisions agreeing,
      Suppliers suppliers,
      Costs costs,
      OnHand onHand,
      Places places,
      Catalog catalog,
      LotsAndSerials lotsAndSerials) {
    this.lotsAndSerials = lotsAndSerials;
    this.adjusting = adjusting;
    this.kinds = kinds;
    this.loans = loans;
    this.requisitions = requisitions;
    this.agreeing = agreeing;
    this.suppliers = suppliers;
    this.costs = costs;
    this.onHand = onHand;
    this.places = places;
    this.catalog = catalog;
  }

  /** How some goods are costed: cartridges by their lot, flares by what came first. */
  void cost(List<DemoItem> items) {
    for (DemoItem item : items) {
      switch (item.range().prefix()) {
        case "LJC" -> costs.method(item.card().id(), CostMethod.LOT);
        case "FLR" -> costs.method(item.card().id(), CostMethod.FIFO);
        default -> {
          // the average
        }
      }
    }
  }

  void write(
      List<DemoItem> items,
      DemoSite quay,
      Actor controller,
      Actor clerk,
      Actor hand,
      LocalDate today) {
    Kind job = kinds.add(job());
    String[] reasons = {"EXPIRED", "BROKEN", "SPOILED", "BROKEN"};
    for (int i = 0; i < MONTHS * 4; i++) {
      Instant when = at(today.minusDays(8L + i * 7L));
      DemoItem item = items.get((i * 37 + 11) % items.size());
      List<Long> more = i % 5 == 0 ? List.of(kind("SPOILED").id()) : List.of();
      take(clerk, quay, kind(reasons[i % 4]), item, 1 + i % 3, more, null, Map.of(), when);
      if (i % 3 == 0) {
        DemoItem used = items.get((i * 53 + 5) % items.size());
        take(clerk, quay, job, used, 2, List.of(), null, filled(job, i, today), when);
      }
      if (i % 6 == 2) {
        DemoItem lost = items.get((i * 29 + 3) % items.size());
        take(clerk, quay, kind("LOSS"), lost, 1, List.of(), null, Map.of(), when);
      }
    }
    lend(items, quay, clerk, today);
    propose(items, quay, clerk, hand);
    ask(items, quay, controller, clerk);
  }

  private static MovementKinds.Entry job() {
    return new MovementKinds.Entry(
        null,
        "JOB",
        "Taken for a job",
        Purpose.MOVEMENT,
        Direction.OUT,
        PlaceKind.USED_UP,
        "5150",
        false,
        null,
        null,
        true,
        List.of(),
        List.of(),
        true,
        List.of(
            new Field(0, "Job number", FieldType.TEXT, true, List.of()),
            new Field(0, "Boat", FieldType.CHOICE, true, List.of("Tern", "Gannet", "Shelduck")),
            new Field(0, "Hours", FieldType.NUMBER, false, List.of()),
            new Field(0, "Due", FieldType.DATE, false, List.of())));
  }

  private static Map<Long, String> filled(Kind job, int nth, LocalDate today) {
    Map<Long, String> filled = new TreeMap<>();
    filled.put(job.fields().get(0).id(), "J-" + (1040 + nth));
    filled.put(job.fields().get(1).id(), job.fields().get(1).choices().get(nth % 3));
    filled.put(job.fields().get(3).id(), today.minusDays(nth * 7L).toString());
    return filled;
  }

  private Kind kind(String code) {
    return kinds.withCode(code).orElseThrow();
  }

  private static Instant at(LocalDate day) {
    return day.atTime(LocalTime.of(15, 20)).atZone(ZONE).toInstant();
  }

  private static Command command(Actor actor) {
    return new Command(UUID.randomUUID(), actor, "handheld 2");
  }

  /** Good goods of an item at a site that nobody has reserved, if there are so many in one bin. */
  private Optional<Adjustment.LineEntry> line(DemoItem item, DemoSite site, int quantity) {
    Quantity all =
        onHand.of(item.card().id(), site.card().id()).stream()
            .map(HeldPosition::quantity)
            .reduce(Quantity.ZERO, Quantity::plus);
    if (onHand.available(item.card().id(), site.card().id()).compareTo(all) < 0) {
      return Optional.empty();
    }
    return onHand.of(item.card().id(), site.card().id()).stream()
        .filter(one -> one.key().condition() == Condition.GOOD && one.key().unitLoad() == 0)
        .filter(one -> one.quantity().amount().intValue() >= quantity * 2 || serial(one))
        .findFirst()
        .map(
            one -> {
              Places.LedgerPlace bin = places.forLedger(Set.of(one.key().place())).get(0);
              return new Adjustment.LineEntry(
                  item.card().code(),
                  bin.siteCode() + "." + bin.address(),
                  one.key().lot() == 0
                      ? null
                      : lotsAndSerials.lot(one.key().lot()).orElseThrow().code(),
                  null,
                  serial(one)
                      ? lotsAndSerials.serial(one.key().serial()).orElseThrow().code()
                      : null,
                  null,
                  null,
                  Quantity.of(serial(one) ? 1 : quantity));
            });
  }

  private static boolean serial(HeldPosition one) {
    return one.key().serial() != 0;
  }

  private record Lending(String party, LocalDate due) {}

  private void take(
      Actor who,
      DemoSite site,
      Kind kind,
      DemoItem item,
      int quantity,
      List<Long> reasons,
      @Nullable Lending lending,
      Map<Long, String> fields,
      @Nullable Instant when) {
    line(item, site, quantity)
        .ifPresent(
            line ->
                adjusting.write(
                    command(who),
                    new Adjustment.Entry(
                        kind.id(),
                        Way.OUT,
                        reasons,
                        kind.purpose() == Purpose.ADJUSTMENT ? "Not found where it should be" : "",
                        "",
                        false,
                        lending == null ? "" : lending.party(),
                        lending == null ? null : lending.due(),
                        fields,
                        null,
                        when,
                        List.of(line))));
  }

  private void lend(List<DemoItem> items, DemoSite quay, Actor clerk, LocalDate today) {
    List<DemoItem> pieces =
        items.stream()
            .filter(DemoHouse::bySerial)
            .filter(item -> line(item, quay, 1).isPresent())
            .toList();
    List<DemoItem> plain =
        items.stream()
            .filter(item -> item.range().box() > 0)
            .filter(item -> line(item, quay, 6).isPresent())
            .toList();
    Kind lent = kind("LENT");
    Lending school = new Lending("Harbour Sea School", today.minusDays(12));
    Lending regatta = new Lending("Regatta committee", today.plusDays(9));
    Lending club = new Lending("Kittiwake Rowing Club", today.plusDays(30));
    List<Long> none = List.of();
    take(clerk, quay, lent, pieces.get(1), 1, none, school, Map.of(), at(today.minusDays(40)));
    take(clerk, quay, lent, pieces.get(4), 1, none, regatta, Map.of(), at(today.minusDays(6)));
    take(clerk, quay, lent, plain.get(2), 6, none, club, Map.of(), at(today.minusDays(15)));
    loans
        .page(Loans.Filter.OPEN, ListQuery.<LoanColumn>first(1).words("Rowing"), Actor.house(0))
        .rows()
        .forEach(
            loan -> {
              Loans.LoanGoods goods = loans.card(loan.id(), Actor.house(0)).goods().get(0);
              loans.back(
                  command(clerk),
                  loan.id(),
                  new Loans.ReturnEntry(
                      List.of(
                          new Loans.ReturnLineEntry(
                              goods.id(),
                              Quantity.of(2),
                              quay.code() + "." + quay.pick().get(0),
                              null)),
                      "",
                      Map.of()));
            });
  }

  /** Two things that are above the limit. */
  private void propose(List<DemoItem> items, DemoSite quay, Actor clerk, Actor hand) {
    DemoItem raft =
        items.stream()
            .filter(DemoHouse::bySerial)
            .filter(item -> line(item, quay, 1).isPresent())
            .max(Comparator.comparing(item -> DemoTransfers.cost(item.range()).amount()))
            .orElseThrow();
    take(clerk, quay, kind("LOSS"), raft, 1, List.of(), null, Map.of(), null);
    items.stream()
        .filter(item -> item.range().prefix().equals("FLR"))
        .filter(item -> line(item, quay, 16).isPresent())
        .findFirst()
        .ifPresent(
            flares ->
                take(hand, quay, kind("EXPIRED"), flares, 16, List.of(), null, Map.of(), null));
  }

  private void ask(List<DemoItem> items, DemoSite quay, Actor controller, Actor clerk) {
    List<Suppliers.Card> selling = suppliers.all();
    for (int i = 0; i < 4; i++) {
      DemoItem item = items.get(i * 61 + 4);
      RequisitionViews.Card card =
          requisitions.ask(
              command(clerk),
              new RequisitionViews.Entry(
                  quay.card().id(),
                  null,
                  "",
                  List.of(
                      new RequisitionViews.LineEntry(
                          item.card().code(),
                          Quantity.of(Math.max(2, item.range().perMonth() * 2)),
                          "",
                          i == 3 ? null : selling.get(i % selling.size()).id()))));
      if (i == 0) {
        agreeing.agree(command(controller), List.of(card.lines().get(0).id()));
      }
    }
  }
}
