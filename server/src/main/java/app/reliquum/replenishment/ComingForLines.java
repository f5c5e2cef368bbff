package app.reliquum.replenishment;

import app.reliquum.core.fulfilment.Pegging;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.inbound.SupplierItems;
import app.reliquum.outbound.WaitingOrders;
import app.reliquum.outbound.WaitingOrders.Lacking;
import app.reliquum.places.AreaSql;
import app.reliquum.stock.Coming;
import app.reliquum.stock.DatedQuantity;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Works out which goods that are coming are for which lines of orders; it is kept nowhere. */
@Component
class ComingForLines {

  /** What lies at the site and has still to be inspected or put away. */
  private static final String HERE = "";

  private final JdbcClient jdbc;
  private final WaitingOrders waiting;
  private final LineRequests requests;
  private final SupplierItems sold;
  private final StoredFacts facts;
  private final List<Coming> coming;

  ComingForLines(
      JdbcClient jdbc,
      WaitingOrders waiting,
      LineRequests requests,
      SupplierItems sold,
      StoredFacts facts,
      List<Coming> coming) {
    this.jdbc = jdbc;
    this.waiting = waiting;
    this.requests = requests;
    this.sold = sold;
    this.facts = facts;
    this.coming = List.copyOf(coming);
  }

  /**
   * What comes for whom, by item.
   *
   * @param lacking the lines at a site that lack some items
   */
  @Transactional(readOnly = true)
  public Map<Long, Pegging.Result> pegs(
      long site, Collection<Long> items, List<Lacking> lacking, LineRules.OfItems rules) {
    StoredFacts.At at = facts.at(site);
    Map<Long, List<Pegging.Supply>> supplies =
        supplies(
            at,
            List.copyOf(items),
            lacking.stream().map(Lacking::number).collect(Collectors.toSet()));
    Map<Long, List<Lacking>> byItem =
        lacking.stream().collect(Collectors.groupingBy(Lacking::itemId));
    Map<Long, Pegging.Result> results = new HashMap<>();
    for (long item : items) {
      results.put(
          item,
          Pegging.of(
              byItem.getOrDefault(item, List.of()).stream()
                  .map(
                      one ->
                          new Pegging.Wanted(
                              new Pegging.Line(one.number(), one.line()),
                              one.missing(),
                              !rules.of(one).rule().fromStock()))
                  .toList(),
              supplies.getOrDefault(item, List.of())));
    }
    return results;
  }

  /** What is coming, and for which of some documents it was asked for. */
  private Map<Long, List<Pegging.Supply>> supplies(
      StoredFacts.At at, List<Long> items, Set<String> documents) {
    List<LineRequests.Asked> asked = requests.of(items, at.site(), documents);
    Map<Long, SupplierItems.Terms> terms = sold.terms(items);
    Map<Long, Quantity> here = here(at, items);
    List<DatedQuantity> due =
        coming.stream().flatMap(one -> one.due(items, at.site()).stream()).toList();
    Set<String> notReady =
        waiting.notReady(due.stream().map(DatedQuantity::document).collect(Collectors.toSet()));
    Map<Long, List<DatedQuantity>> byItem =
        due.stream().collect(Collectors.groupingBy(DatedQuantity::itemId));
    Map<Long, List<Pegging.Supply>> supplies = new HashMap<>();
    for (long item : items) {
      SupplierItems.Terms sells = terms.get(item);
      int leadDays = sells == null ? StoredFacts.UNKNOWN_LEAD_DAYS : sells.days();
      supplies.put(
          item,
          new OfItem(at, at.working().plus(at.today(), leadDays), notReady)
              .supplies(
                  byItem.getOrDefault(item, List.of()),
                  here.getOrDefault(item, Quantity.ZERO),
                  asked.stream().filter(one -> one.itemId() == item).toList()));
    }
    return supplies;
  }

  /**
   * One item at a site.
   *
   * @param unknown the day of what has none
   * @param notReady the jobs that nobody can begin
   */
  private record OfItem(StoredFacts.At at, LocalDate unknown, Set<String> notReady) {

    /** What is coming of it, parted by the lines that it was asked for because of. */
    List<Pegging.Supply> supplies(
        List<DatedQuantity> due, Quantity here, List<LineRequests.Asked> asked) {
      List<Pegging.Supply> supplies = new ArrayList<>();
      Map<String, Quantity> toCome = new HashMap<>();
      due.forEach(one -> toCome.merge(one.document(), one.quantity(), Quantity::plus));
      Map<String, LocalDate> days = new HashMap<>();
      due.forEach(one -> days.put(one.document(), day(one)));
      Quantity left = here;
      for (LineRequests.Asked one : asked) {
        if (one.by() == null) {
          supplies.add(
              new Pegging.Supply(one.number(), unknown, one.quantity(), false, forLine(one)));
          continue;
        }
        Quantity coming = one.quantity().min(toCome.getOrDefault(one.by(), Quantity.ZERO));
        if (coming.isPositive()) {
          supplies.add(supply(one.by(), days, coming, forLine(one)));
          toCome.merge(one.by(), coming.negated(), Quantity::plus);
        }
        // What of it has come and still lies where it came is for the same line.
        Quantity came = one.quantity().minus(coming).min(left);
        if (came.isPositive()) {
          supplies.add(new Pegging.Supply(HERE, at.today(), came, true, forLine(one)));
          left = left.minus(came);
        }
      }
      toCome.forEach(
          (document, quantity) -> {
            if (quantity.isPositive()) {
              supplies.add(supply(document, days, quantity, Optional.empty()));
            }
          });
      if (left.isPositive()) {
        supplies.add(new Pegging.Supply(HERE, at.today(), left, true, Optional.empty()));
      }
      return supplies;
    }

    private Pegging.Supply supply(
        String document,
        Map<String, LocalDate> days,
        Quantity quantity,
        Optional<Pegging.Line> forLine) {
      return new Pegging.Supply(
          document,
          Objects.requireNonNull(days.get(document)),
          quantity,
          !notReady.contains(document),
          forLine);
    }

    private LocalDate day(DatedQuantity due) {
      LocalDate day = due.day();
      return day == null ? unknown : day.isBefore(at.today()) ? at.today() : day;
    }

    private static Optional<Pegging.Line> forLine(LineRequests.Asked one) {
      return one.line() == 0 ? Optional.empty() : Optional.of(one.forLine());
    }
  }

  /** Good goods at a site that wait to be inspected or put away, and are not reserved. */
  private Map<Long, Quantity> here(StoredFacts.At at, List<Long> items) {
    Map<Long, Quantity> here = new HashMap<>();
    jdbc.sql(
            """
            select x.item_id, sum(x.quantity) from (
              select h.item_id, h.place_id, h.quantity from on_hand h
              where h.item_id in (:items) and h.condition_code = :good
              union all
              select r.item_id, r.place_id, -r.quantity from reserved r
              where r.item_id in (:items) and r.condition_code = :good
            ) x join place p on p.id = x.place_id and p.site_id = :site
              join area a on a.id = p.area_id and not %s and a.purpose in ('RECEIVE', 'INSPECT')
            group by x.item_id having sum(x.quantity) > 0
            """
                .formatted(AreaSql.AVAILABLE))
        .param("items", items)
        .param("good", Condition.GOOD.code())
        .param("site", at.site())
        .query(
            row -> {
              here.put(row.getLong(1), new Quantity(row.getBigDecimal(2)));
            });
    return here;
  }
}
