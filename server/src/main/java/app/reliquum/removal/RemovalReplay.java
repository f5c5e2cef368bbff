package app.reliquum.removal;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.removal.Policy;
import app.reliquum.core.removal.Replay;
import app.reliquum.core.removal.Replay.Outcome;
import app.reliquum.core.removal.Scope;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.removal.RuleTable.RuleRow;
import app.reliquum.removal.StockHistory.Past;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Plays the last days over again by a rule as entered, and by the rules as they are. */
@Service
class RemovalReplay {

  /**
   * So many of the items that were asked for most are played; a rule for all goods has thousands.
   */
  private static final int MOST_ITEMS = 60;

  private final RemovalRules rules;
  private final RuleTable table;
  private final StockHistory history;
  private final RemovalPreview preview;
  private final Places places;
  private final Clock clock;
  private final SiteDays days;

  RemovalReplay(
      RemovalRules rules,
      RuleTable table,
      StockHistory history,
      RemovalPreview preview,
      Places places,
      Clock clock,
      SiteDays days) {
    this.days = days;
    this.rules = rules;
    this.table = table;
    this.history = history;
    this.preview = preview;
    this.places = places;
    this.clock = clock;
  }

  /**
   * A rule to be compared with those that hold.
   *
   * @param replaces the rule that it would take the place of; null for a new one
   */
  @Schema(name = "RemovalComparisonEntry")
  record Entry(
      @NotNull Long site,
      @Min(1) @Max(365) int days,
      @NotNull @Valid RemovalRules.Entry rule,
      Long replaces) {}

  /** What would have come of the demand of some days. */
  @Schema(name = "RemovalOutcome")
  record Result(
      Quantity taken, Quantity missing, Quantity expired, int stops, int splits, int remainders) {
    static Result of(Outcome outcome) {
      return new Result(
          outcome.taken(),
          outcome.missing(),
          outcome.expired(),
          outcome.stops(),
          outcome.splits(),
          outcome.remainders());
    }
  }

  /** An item by both. */
  @Schema(name = "RemovalComparedItem")
  record Item(
      long itemId, String item, String name, String symbol, int askings, Result now, Result then) {}

  /**
   * Both rules side by side.
   *
   * @param now by the rules as they are
   * @param then by the rule as entered
   * @param items the items, those first for which most changes
   * @param left how many more items it is for that were not played
   */
  @Schema(name = "RemovalComparison")
  record Comparison(int days, int askings, Result now, Result then, List<Item> items, int left) {}

  @Transactional(readOnly = true)
  public Comparison compare(Entry entry, Actor actor) {
    places.requireSite(entry.site(), actor);
    RuleRow tried = rules.draft(entry.rule(), -1);
    Map<Long, Long> sites = places.sitesOfAreas();
    long at = tried.areaId() != 0 ? sites.getOrDefault(tried.areaId(), 0L) : tried.siteId();
    if (at != 0 && at != entry.site()) {
      throw Problem.invalid("site", "The rule is for another site.");
    }
    Instant now = clock.instant();
    Instant since = now.minus(Duration.ofDays(entry.days()));
    LocalDate today = days.on(entry.site(), now);
    List<Long> covered = history.asked(tried, entry.site(), since);
    List<Long> played = covered.subList(0, Math.min(MOST_ITEMS, covered.size()));
    Map<Long, Policy> policies =
        rules.policies(played.stream().collect(Collectors.toSet()), entry.site());
    List<RuleRow> others = new ArrayList<>(table.all());
    others.removeIf(row -> entry.replaces() != null && row.id() == entry.replaces());
    others.add(tried);
    Map<Long, String> categories = table.categories(played.stream().collect(Collectors.toSet()));
    Outcome sumNow = Outcome.NOTHING;
    Outcome sumThen = Outcome.NOTHING;
    int askings = 0;
    List<Item> items = new ArrayList<>();
    for (long id : played) {
      Past of = history.of(id, entry.site(), since);
      Quantity pack = preview.pack(id, new Quantity(java.math.BigDecimal.valueOf(1_000_000)));
      Policy then =
          Policy.of(
              Scope.Subject.of(id, categories.getOrDefault(id, ""), entry.site()),
              others.stream().map(RuleRow::rule).toList(),
              area -> sites.getOrDefault(area, 0L));
      Outcome byNow = Replay.play(of.start(), of.events(), policies.get(id), pack, today);
      Outcome byThen = Replay.play(of.start(), of.events(), then, pack, today);
      int asked =
          (int) of.events().stream().filter(one -> one instanceof Replay.Event.Asked).count();
      sumNow = sumNow.plus(byNow);
      sumThen = sumThen.plus(byThen);
      askings += asked;
      items.add(
          new Item(
              id,
              of.item(),
              of.name(),
              UnitOfMeasure.valueOf(of.unit()).symbol(),
              asked,
              Result.of(byNow),
              Result.of(byThen)));
    }
    items.sort(
        Comparator.comparingInt(
                (Item one) ->
                    -Math.abs(one.now().stops() - one.then().stops())
                        - Math.abs(one.now().splits() - one.then().splits())
                        - Math.abs(one.now().remainders() - one.then().remainders())
                        - (one.now().expired().equals(one.then().expired()) ? 0 : 1000))
            .thenComparing(Item::item));
    return new Comparison(
        entry.days(),
        askings,
        Result.of(sumNow),
        Result.of(sumThen),
        items,
        covered.size() - played.size());
  }
}
