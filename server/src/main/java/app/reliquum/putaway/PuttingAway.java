package app.reliquum.putaway;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.Told;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.putaway.GoodsToPutAway;
import app.reliquum.core.putaway.Plan;
import app.reliquum.core.putaway.PutAway;
import app.reliquum.core.putaway.Shelf;
import app.reliquum.core.putaway.Verdict;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.places.Places;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Says where goods are put, and why. */
@Service
public class PuttingAway {

  private static final int MOST_REASONS = 60;

  private final JdbcClient jdbc;
  private final Catalog catalog;
  private final Places places;
  private final Rules rules;
  private final LotsAndSerials lotsAndSerials;

  PuttingAway(
      JdbcClient jdbc, Catalog catalog, Places places, Rules rules, LotsAndSerials lotsAndSerials) {
    this.lotsAndSerials = lotsAndSerials;
    this.jdbc = jdbc;
    this.catalog = catalog;
    this.places = places;
    this.rules = rules;
  }

  /** A bin that was looked at, and what was said of it. */
  @Schema(name = "PutAwayReason")
  public record Reason(
      long placeId,
      String place,
      Plan.Stage stage,
      boolean taken,
      @Nullable Quantity quantity,
      Told why) {}

  /** Where goods go, and for every bin that was looked at the reason. */
  @Schema(name = "PutAwayPlan")
  public record Advice(
      String item, String symbol, Quantity asked, Quantity missing, List<Reason> reasons) {}

  /** Plans where goods of a position would go. */
  @Transactional(readOnly = true)
  public Plan plan(long site, PositionKey goods, Quantity quantity) {
    return plan(site, goods, quantity, Set.of());
  }

  /** Plans where goods would go if some empty bins were meant for others already. */
  @Transactional(readOnly = true)
  public Plan plan(long site, PositionKey goods, Quantity quantity, Set<Long> claimed) {
    return plan(site, goods, quantity, new SiteShelves.Supposed(claimed, 0, null));
  }

  private Plan plan(
      long site, PositionKey goods, Quantity quantity, SiteShelves.Supposed supposed) {
    Catalog.Stored item = catalog.stored(goods.item());
    GoodsToPutAway parcel = parcel(goods, quantity, item);
    long overflow = places.receiving(site).overflowArea();
    return PutAway.plan(parcel, new SiteShelves(jdbc, site, parcel, item, overflow, supposed));
  }

  private GoodsToPutAway parcel(PositionKey goods, Quantity quantity, Catalog.Stored item) {
    if (!quantity.isPositive()) {
      throw Problem.invalid("quantity", "Expected more than zero, not {0}.", quantity);
    }
    Quantity split =
        catalog.packs(goods.item()).stream()
            .map(Pack::factor)
            .min(Quantity::compareTo)
            .orElse(Quantity.ONE);
    return new GoodsToPutAway(
        goods.item(),
        goods.lot(),
        goods.condition(),
        quantity,
        item.storageClass(),
        split,
        goods.unitLoad(),
        item.volume(),
        item.weight());
  }

  /** What a bin has against goods; empty if it takes them all. */
  @Transactional(readOnly = true)
  public Optional<Verdict> objection(long place, PositionKey goods, Quantity quantity) {
    if (!quantity.isPositive()) {
      return Optional.empty();
    }
    GoodsToPutAway parcel = parcel(goods, quantity, catalog.stored(goods.item()));
    List<Shelf> shelf = SiteShelves.shelves(jdbc, List.of(place));
    if (shelf.isEmpty()) {
      return Optional.empty();
    }
    Verdict verdict = PutAway.fits(parcel, shelf.get(0));
    boolean all = verdict instanceof Verdict.Taken taken && taken.quantity().equals(quantity);
    return all ? Optional.empty() : Optional.of(verdict);
  }

  /** Where goods would go, with reasons for people. */
  @Transactional(readOnly = true)
  public Advice advice(long site, PositionKey goods, Quantity quantity) {
    return advice(goods, quantity, plan(site, goods, quantity));
  }

  /** Where good goods would go if a rule were saved as entered. */
  @Transactional(readOnly = true)
  public Advice tryRule(Rules.Entry entry, long replaces, Quantity quantity, Actor actor) {
    places.requireSite(entry.site(), actor);
    Rules.Draft draft = rules.draft(entry);
    long item =
        draft.item() != null
            ? draft.item().id()
            : jdbc.sql(
                    "select id from item where active and (category = ? or category like ?)"
                        + " order by code limit 1")
                .params(
                    draft.category(), draft.category().replaceAll("([%_\\\\])", "\\\\$1") + "/%")
                .query(Long.class)
                .optional()
                .orElseThrow(
                    () ->
                        Problem.invalid(
                            "category", "No item is of the category {0}.", draft.category()));
    SiteShelves.RuleRow row =
        new SiteShelves.RuleRow(
            Long.MAX_VALUE,
            draft.item() == null ? 0 : item,
            draft.category(),
            draft.area(),
            draft.place(),
            entry.priority(),
            draft.capacity() == null ? null : draft.capacity().amount());
    SiteShelves.Supposed trial =
        new SiteShelves.Supposed(Set.of(), replaces, entry.active() ? row : null);
    PositionKey goods = new PositionKey(item, 0, 0, 0, 0, Condition.GOOD);
    return advice(goods, quantity, plan(entry.site(), goods, quantity, trial));
  }

  private Advice advice(PositionKey goods, Quantity quantity, Plan plan) {
    List<Plan.Considered> looked =
        plan.considered().subList(0, Math.min(MOST_REASONS, plan.considered().size()));
    Set<Long> ids = new HashSet<>();
    looked.forEach(one -> ids.add(one.place()));
    Map<Long, String> addresses =
        places.forLedger(ids).stream()
            .collect(Collectors.toMap(Places.LedgerPlace::id, Places.LedgerPlace::address));
    Catalog.Measured item =
        catalog.measured(Set.of(goods.item())).stream()
            .findFirst()
            .orElseThrow(() -> Problem.missing("item", goods.item()));
    List<Reason> reasons = new ArrayList<>();
    for (Plan.Considered one : looked) {
      boolean taken = one.verdict() instanceof Verdict.Taken;
      reasons.add(
          new Reason(
              one.place(),
              addresses.getOrDefault(one.place(), "?"),
              one.stage(),
              taken,
              one.verdict() instanceof Verdict.Taken part ? part.quantity() : null,
              told(one.verdict(), addresses.getOrDefault(one.place(), "?"))));
    }
    return new Advice(item.name(), item.unit().symbol(), quantity, plan.missing(), reasons);
  }

  /** What was said of a bin, to be put into words. */
  public Told told(Verdict verdict, String place) {
    Map<String, Object> values = new HashMap<>(Map.of("place", place));
    if (verdict instanceof Verdict.Taken taken) {
      values.put("quantity", taken.quantity().toString());
      values.put("full", taken.full());
    } else if (verdict instanceof Verdict.OtherClass other) {
      values.put("accepts", other.accepts());
    } else if (verdict instanceof Verdict.OtherItem other) {
      values.put("item", name(other.item()));
    } else if (verdict instanceof Verdict.OtherHome other) {
      values.put("item", name(other.item()));
    } else if (verdict instanceof Verdict.OtherLot other) {
      values.put(
          "lot", lotsAndSerials.lot(other.lot()).map(LotsAndSerials.LotCard::code).orElse("?"));
    } else if (verdict instanceof Verdict.Full full) {
      values.put("limit", full.limit().name());
    } else if (verdict instanceof Verdict.TooLittleRoom little) {
      values.put("room", little.room().toString());
    }
    return new Told(Told.type(verdict.getClass()), values);
  }

  private String name(long item) {
    return catalog.measured(Set.of(item)).stream()
        .map(Catalog.Measured::name)
        .findFirst()
        .orElse("?");
  }
}
