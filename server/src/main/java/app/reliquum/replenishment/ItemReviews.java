package app.reliquum.replenishment;

import app.reliquum.core.demand.OrderDays;
import app.reliquum.core.demand.Review;
import app.reliquum.core.demand.Sourcing;
import app.reliquum.core.demand.SupplyTerms;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.inbound.SupplierItems;
import app.reliquum.inbound.Suppliers;
import app.reliquum.outbound.Kits;
import app.reliquum.places.SiteCalendar;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.sql.Date;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Looks at some items of a site, writes down what it sees, and proposes what is to come. */
@Component
class ItemReviews {

  private static final Logger LOG = LoggerFactory.getLogger(ItemReviews.class);

  private static final int LONGEST = 400;
  private static final int ESTIMATE_DECIMALS = 6;

  /** What is made is made on the next working day. */
  private static final int DAYS_TO_MAKE = 1;

  /** For so long a refusal holds. */
  private static final int REFUSED_FOR_DAYS = 30;

  private final JdbcClient jdbc;
  private final JdbcTemplate batches;
  private final StoredFacts facts;
  private final SiteGroups groups;
  private final Proposals proposals;
  private final Suppliers suppliers;
  private final Kits kits;
  private final SiteCalendar calendar;
  private final Clock clock;

  ItemReviews(
      JdbcClient jdbc,
      JdbcTemplate batches,
      StoredFacts facts,
      SiteGroups groups,
      Proposals proposals,
      Suppliers suppliers,
      Kits kits,
      SiteCalendar calendar,
      Clock clock) {
    this.jdbc = jdbc;
    this.batches = batches;
    this.facts = facts;
    this.groups = groups;
    this.proposals = proposals;
    this.suppliers = suppliers;
    this.kits = kits;
    this.calendar = calendar;
    this.clock = clock;
  }

  /** What looking at some items came to. */
  record Sum(int low, int proposed, int failed) {}

  /**
   * The items that are looked at at a site: those that lie or lay there, and those that have a
   * policy of their own there. Parameters are {@code site} and the item {@code after} which they
   * come; {@code sites} are those that are looked at from it. Each half stops by itself: together
   * they would be gathered whole for every portion.
   */
  static String items(int most) {
    return """
        (select t.item_id from on_hand_at_site t straight_join item i on i.id = t.item_id
          where t.site_id in (:sites) and t.item_id > :after and i.active order by t.item_id limit %1$d)
        union
        (select y.item_id from replenishment_policy y straight_join item i on i.id = y.item_id
          where y.site_id = :site and y.item_id > :after and i.active order by y.item_id limit %1$d)
        order by item_id limit %1$d
        """
        .formatted(most);
  }

  /**
   * An item as it was seen.
   *
   * @param review null where it could not be worked out
   * @param lastDayToOrder null where stock does not fall below safety stock
   */
  record Seen(
      StoredFacts.Known known,
      Finding finding,
      String detail,
      @Nullable Review review,
      @Nullable LocalDate lastDayToOrder) {}

  /** Looks at some items for a run. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Sum look(long run, long site, List<Long> ids) {
    StoredFacts.At at = facts.at(site);
    Map<Long, OrderDays> orderDays = new HashMap<>();
    Map<Long, Quantity> refused = refused(ids, site, at.today());
    List<Seen> seen = new ArrayList<>();
    for (StoredFacts.Known known : ofSite(site, facts.of(at, ids))) {
      seen.add(see(known, refused, orderDays));
    }
    Map<Long, List<Sourcing.Part>> parts = parts(at, seen);
    Map<Long, List<Proposals.Open>> open =
        proposals.lockOpen(ids, site).stream().collect(Collectors.groupingBy(Proposals.Open::item));
    int proposed = 0;
    Proposals.Changes changes = new Proposals.Changes();
    for (Seen one : seen) {
      proposed += propose(run, at, one, parts, open, orderDays, changes);
    }
    proposals.write(changes);
    write(run, site, seen);
    return new Sum(
        (int) seen.stream().filter(one -> one.finding().low()).count(),
        proposed,
        (int) seen.stream().filter(one -> one.finding() == Finding.FAILED).count());
  }

  /**
   * Those that are looked at at a site: not what the site that leads its group looks at, nor what
   * lies only at other sites of the group that it leads and is not looked at together.
   */
  private List<StoredFacts.Known> ofSite(long site, List<StoredFacts.Known> known) {
    List<StoredFacts.Known> here = known.stream().filter(one -> one.at().site() == site).toList();
    if (here.isEmpty() || groups.lookedAtFrom(site).size() == 1) {
      return here;
    }
    Set<Long> lying =
        Set.copyOf(
            jdbc.sql(
                    "select item_id from on_hand_at_site where site_id = :site"
                        + " and item_id in (:items)")
                .param("site", site)
                .param("items", here.stream().map(one -> one.item().id()).toList())
                .query(Long.class)
                .list());
    return here.stream()
        .filter(
            one ->
                one.at().sites().size() > 1
                    || lying.contains(one.item().id())
                    || Objects.equals(one.policy().siteId(), site))
        .toList();
  }

  /** Looks at one item. What can't be worked out of it is said, and stops nobody. */
  Seen see(StoredFacts.Known known, Map<Long, Quantity> refused, Map<Long, OrderDays> orderDays) {
    try {
      Review review = Review.of(known.policy().figures().rule(), known.facts());
      return new Seen(
          known,
          finding(known, review, refused),
          "",
          review,
          review
              .projection()
              .lastDayToOrder()
              .map(day -> takenBy(known, day, orderDays))
              .orElse(null));
    } catch (IllegalArgumentException | ArithmeticException fault) {
      LOG.warn("{} could not be looked at: {}", known.item().code(), fault.getMessage());
      return new Seen(known, Finding.FAILED, brief(fault), null, null);
    }
  }

  private static String brief(RuntimeException fault) {
    String text = String.valueOf(fault.getMessage());
    return text.substring(0, Math.min(text.length(), LONGEST));
  }

  private Finding finding(StoredFacts.Known known, Review review, Map<Long, Quantity> refused) {
    return switch (review.finding()) {
      case NO_POLICY -> Finding.NO_POLICY;
      case WOULD_EXPIRE -> Finding.WOULD_EXPIRE;
      case ENOUGH -> review.comesTooLate(known.facts()) ? Finding.COMES_TOO_LATE : Finding.ENOUGH;
      case ORDER -> {
        Quantity then = refused.get(known.item().id());
        yield then != null && review.position().level().compareTo(then) >= 0
            ? Finding.REFUSED
            : Finding.ORDER;
      }
    };
  }

  private LocalDate takenBy(
      StoredFacts.Known known, LocalDate day, Map<Long, OrderDays> orderDays) {
    LocalDate taken = orderDays(known.terms(), orderDays).lastBefore(day);
    LocalDate today = known.facts().today();
    return taken.isBefore(today) ? today : taken;
  }

  private OrderDays orderDays(SupplierItems.@Nullable Terms terms, Map<Long, OrderDays> orderDays) {
    return terms == null
        ? OrderDays.ANY
        : orderDays.computeIfAbsent(
            terms.supplier(), supplier -> suppliers.supplier(supplier).takesOrders());
  }

  /** The stock position at which what was proposed for an item was last refused. */
  private Map<Long, Quantity> refused(List<Long> items, long site, LocalDate today) {
    Map<Long, Quantity> refused = new HashMap<>();
    jdbc.sql(
            """
            select item_id, level from proposal where site_id = :site and item_id in (:items)
              and state = 'REFUSED' and decided >= :since order by decided
            """)
        .param("site", site)
        .param("items", items)
        .param("since", Date.valueOf(today.minusDays(REFUSED_FOR_DAYS)))
        .query(
            row -> {
              refused.put(row.getLong(1), new Quantity(row.getBigDecimal(2)));
            });
    return refused;
  }

  /** From where what is missing comes. */
  private Map<Long, List<Sourcing.Part>> parts(StoredFacts.At at, List<Seen> seen) {
    List<Seen> missing =
        seen.stream()
            .filter(one -> one.finding() == Finding.ORDER && one.review() != null)
            .toList();
    if (missing.isEmpty()) {
      return Map.of();
    }
    List<Long> ids = missing.stream().map(one -> one.known().item().id()).toList();
    Map<Long, List<Sourcing.Surplus>> surpluses = surpluses(at, ids);
    Map<Long, Sourcing.Making> making = making(at, missing);
    Map<Long, List<Sourcing.Part>> parts = new HashMap<>();
    for (Seen one : missing) {
      long id = one.known().item().id();
      Review review = Objects.requireNonNull(one.review());
      SupplierItems.Terms terms = one.known().terms();
      parts.put(
          id,
          Sourcing.parts(
              review.needed(),
              review.toOrder(),
              surpluses.getOrDefault(id, List.of()),
              Optional.ofNullable(making.get(id)),
              Optional.of(
                  terms == null
                      ? new Sourcing.Buying(0, SupplyTerms.ANY, StoredFacts.UNKNOWN_LEAD_DAYS)
                      : new Sourcing.Buying(terms.supplier(), terms.quantities(), terms.days()))));
    }
    return parts;
  }

  /**
   * What other sites have more than they need, as they were last seen: no more than lies there now,
   * and without what is proposed to come from there already.
   */
  private Map<Long, List<Sourcing.Surplus>> surpluses(StoredFacts.At at, List<Long> ids) {
    record Other(long site, long item, Quantity above) {}
    List<Other> others =
        jdbc.sql(
                """
                select o.site_id, o.item_id, o.free + least(0, o.coming - o.promised)
                    - coalesce(o.up_to, o.point, 0)
                    - coalesce((select sum(r.quantity) from proposal r
                        where r.open_item = o.item_id and r.way = 'TRANSFER'
                          and r.from_id = o.site_id and r.site_id <> :site), 0) above
                from item_outlook o join site s on s.id = o.site_id and not s.virtual_site
                where o.item_id in (:items) and o.site_id <> :site and o.finding = 'ENOUGH'
                having above > 0
                """)
            .param("items", ids)
            .param("site", at.site())
            .query(
                (row, n) ->
                    new Other(row.getLong(1), row.getLong(2), new Quantity(row.getBigDecimal(3))))
            .list();
    int days = calendar.transferDays(at.site());
    Map<Long, List<Sourcing.Surplus>> surpluses = new HashMap<>();
    others.stream()
        .collect(Collectors.groupingBy(Other::site))
        .forEach(
            (site, there) -> {
              Map<Long, Quantity> free =
                  facts.free(facts.at(site), there.stream().map(Other::item).toList());
              for (Other one : there) {
                surpluses
                    .computeIfAbsent(one.item(), item -> new ArrayList<>())
                    .add(
                        new Sourcing.Surplus(
                            site,
                            one.above().min(free.getOrDefault(one.item(), Quantity.ZERO)),
                            days));
              }
            });
    return surpluses;
  }

  /** How much of kits can be made of what lies at the site. */
  private Map<Long, Sourcing.Making> making(StoredFacts.At at, List<Seen> missing) {
    Map<Long, Integer> decimals =
        missing.stream()
            .collect(
                Collectors.toMap(
                    one -> one.known().item().id(), one -> one.known().item().decimals()));
    List<Kits.Card> made =
        kits.all().stream().filter(kit -> decimals.containsKey(kit.kitId())).toList();
    if (made.isEmpty()) {
      return Map.of();
    }
    Map<Long, Quantity> free =
        facts.free(
            at,
            made.stream()
                .flatMap(kit -> kit.components().stream())
                .map(Kits.Component::itemId)
                .distinct()
                .toList());
    Map<Long, Sourcing.Making> making = new HashMap<>();
    for (Kits.Card kit : made) {
      BigDecimal most =
          kit.components().stream()
              .map(
                  part ->
                      free.getOrDefault(part.itemId(), Quantity.ZERO)
                          .amount()
                          .divide(
                              part.quantity().amount(),
                              Objects.requireNonNull(decimals.get(kit.kitId())),
                              RoundingMode.FLOOR))
              .min(BigDecimal::compareTo)
              .orElse(BigDecimal.ZERO);
      making.put(kit.kitId(), new Sourcing.Making(new Quantity(most), DAYS_TO_MAKE));
    }
    return making;
  }

  private int propose(
      long run,
      StoredFacts.At at,
      Seen seen,
      Map<Long, List<Sourcing.Part>> parts,
      Map<Long, List<Proposals.Open>> open,
      Map<Long, OrderDays> orderDays,
      Proposals.Changes changes) {
    long item = seen.known().item().id();
    List<Proposals.Open> before = open.getOrDefault(item, List.of());
    Review review = seen.review();
    if (review == null) {
      // Nothing is known: what was proposed stays.
      return before.size();
    }
    if (before.isEmpty() && !parts.containsKey(item)) {
      return 0;
    }
    return proposals.propose(
        run,
        at.site(),
        item,
        before,
        parts.getOrDefault(item, List.of()),
        new Proposals.Why(
            Explanation.of(seen.known().policy(), review, seen.known().facts()),
            review.position().level(),
            at.today(),
            part -> here(at, seen.known(), part, orderDays)),
        changes);
  }

  private LocalDate here(
      StoredFacts.At at,
      StoredFacts.Known known,
      Sourcing.Part part,
      Map<Long, OrderDays> orderDays) {
    LocalDate from =
        part.way() == Sourcing.Way.BUY
            ? orderDays(known.terms(), orderDays)
                .takenOn(LocalDateTime.ofInstant(clock.instant(), at.zone()))
            : at.today();
    return at.working().plus(from, part.days());
  }

  private void write(long run, long site, List<Seen> seen) {
    batches.batchUpdate(
        """
        replace into item_outlook (site_id, item_id, run_id, policy_id, finding, low, point, up_to,
          safety_stock, per_day, pattern, free, coming, promised, to_order, below_safety, runs_out,
          last_day_to_order, supplier_id)
        values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
        """,
        seen.stream().map(one -> outlook(run, site, one)).toList());
    jdbc.sql("delete from replenishment_finding where run_id = :run and item_id in (:items)")
        .param("run", run)
        .param("items", seen.isEmpty() ? List.of(0L) : ids(seen))
        .update();
    batches.batchUpdate(
        "insert into replenishment_finding (run_id, item_id, finding, detail) values (?, ?, ?, ?)",
        seen.stream()
            .filter(one -> one.finding().low())
            .map(
                one ->
                    new Object[] {run, one.known().item().id(), one.finding().name(), one.detail()})
            .toList());
  }

  private static Collection<Long> ids(List<Seen> seen) {
    return seen.stream().map(one -> one.known().item().id()).toList();
  }

  private static @Nullable Object[] outlook(long run, long site, Seen seen) {
    StoredFacts.Known known = seen.known();
    Review review = seen.review();
    SupplierItems.Terms terms = known.terms();
    return new @Nullable Object[] {
      site,
      known.item().id(),
      run,
      known.policy().id(),
      seen.finding().name(),
      seen.finding().low(),
      review == null ? null : review.point().map(Quantity::amount).orElse(null),
      review == null ? null : review.upTo().map(Quantity::amount).orElse(null),
      review == null ? BigDecimal.ZERO : estimate(review.safetyStock()),
      review == null ? BigDecimal.ZERO : estimate(review.worked().perDay()),
      review == null ? "" : review.pattern().kind().name(),
      known.facts().free().amount(),
      review == null ? BigDecimal.ZERO : review.position().coming().amount(),
      review == null ? BigDecimal.ZERO : review.position().promised().amount(),
      review == null ? BigDecimal.ZERO : review.toOrder().amount(),
      review == null ? null : review.projection().belowSafety().map(Date::valueOf).orElse(null),
      review == null ? null : review.projection().runsOut().map(Date::valueOf).orElse(null),
      seen.lastDayToOrder() == null ? null : Date.valueOf(seen.lastDayToOrder()),
      terms == null ? 0 : terms.supplier()
    };
  }

  private static BigDecimal estimate(double figure) {
    return BigDecimal.valueOf(figure).setScale(ESTIMATE_DECIMALS, RoundingMode.HALF_UP);
  }

  /** Lets go of what earlier runs saw and proposed of items that are not looked at any more. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void forget(long run, long site) {
    jdbc.sql("delete from item_outlook where site_id = ? and run_id <> ?")
        .params(site, run)
        .update();
    jdbc.sql(
            """
            update proposal r set r.version = r.version + 1, r.state = 'WITHDRAWN'
            where r.site_id = ? and r.state = 'OPEN' and not r.changed and not exists (
              select 1 from item_outlook o where o.site_id = r.site_id and o.item_id = r.item_id)
            """)
        .param(site)
        .update();
  }
}
