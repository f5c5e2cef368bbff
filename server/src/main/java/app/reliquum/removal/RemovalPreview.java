package app.reliquum.removal;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.removal.Candidate;
import app.reliquum.core.removal.Policy;
import app.reliquum.core.removal.Removal;
import app.reliquum.core.removal.Rule;
import app.reliquum.core.removal.Scope;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.removal.RuleTable.RuleRow;
import app.reliquum.stock.Reserving;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Says what the rules, or a rule as entered, would take of today's stock. Takes nothing. */
@Service
public class RemovalPreview {

  private final RemovalRules rules;
  private final RuleTable table;
  private final Reserving reserving;
  private final Catalog catalog;
  private final Places places;
  private final SiteDays days;
  private final LotsAndSerials lotsAndSerials;

  RemovalPreview(
      RemovalRules rules,
      RuleTable table,
      Reserving reserving,
      Catalog catalog,
      Places places,
      SiteDays days,
      LotsAndSerials lotsAndSerials) {
    this.lotsAndSerials = lotsAndSerials;
    this.days = days;
    this.rules = rules;
    this.table = table;
    this.reserving = reserving;
    this.catalog = catalog;
    this.places = places;
  }

  /**
   * "If someone asked for so much of an item on a day."
   *
   * @param needed the day; null for today
   * @param rule a rule as entered; null for the rules as they are
   * @param replaces the rule that it would take the place of; null for a new one
   */
  @Schema(name = "RemovalTrialEntry")
  public record TrialEntry(
      @NotBlank @Size(max = 24) String item,
      @NotNull Long site,
      @NotNull Quantity quantity,
      LocalDate needed,
      @Min(0) @Max(3650) int minimumLife,
      boolean oneLot,
      @Valid RemovalRules.Entry rule,
      Long replaces) {}

  /** A position, and what would become of it. */
  @Schema(name = "RemovalChoice")
  public record Choice(
      int rank,
      Removal.Verdict verdict,
      Removal.@Nullable Behind behind,
      long placeId,
      String place,
      @Nullable String area,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      @Nullable String serial,
      @Nullable LocalDate inDate,
      Condition condition,
      Quantity free,
      Quantity taken,
      @Nullable String rule) {}

  /**
   * What would be taken.
   *
   * @param choices every position, those that would do in the order of taking
   * @param missing how much would not be found
   * @param split what several lots would give, if one lot only was asked for and none can cover it
   * @param governing the rule that holds, as a sentence; null for how the house usually takes
   * @param covered whether the rule as entered is for these goods at this site at all
   */
  @Schema(name = "RemovalTrial")
  public record Trial(
      long itemId,
      String item,
      String name,
      String symbol,
      Quantity asked,
      LocalDate needed,
      List<Choice> choices,
      Quantity missing,
      List<Choice> split,
      @Nullable String governing,
      boolean covered) {}

  /** Tries it. */
  @Transactional(readOnly = true)
  public Trial trial(TrialEntry entry, Actor actor) {
    places.requireSite(entry.site(), actor);
    String code = entry.item().strip().toUpperCase(Locale.ROOT);
    Catalog.Measured item =
        catalog
            .withCode(code)
            .orElseThrow(() -> Problem.invalid("item", "There is no item {0}.", code));
    Quantity asked;
    try {
      asked = item.measure().check(entry.quantity());
    } catch (QuantityException fault) {
      throw Problem.invalid("quantity", fault);
    }
    LocalDate today = days.today(entry.site());
    LocalDate needed = entry.needed() == null ? today : entry.needed();
    Map<Long, RuleRow> named = named();
    Policy policy = policy(entry, item, named);
    Removal.Wanted wanted =
        Removal.Wanted.of(asked, needed)
            .asking(
                entry.minimumLife(),
                entry.oneLot() ? Removal.Wanted.Lots.ONE : Removal.Wanted.Lots.BY_RULE)
            .inPacks(pack(item.id(), asked));
    return trial(
        item,
        wanted,
        policy,
        reserving.candidates(item.id(), entry.site()),
        named,
        areas(entry.site(), actor));
  }

  /**
   * Says what the rules as they are would take of an item.
   *
   * @param candidates what there is of it
   */
  @Transactional(readOnly = true)
  public Trial trial(
      long item, long site, Removal.Wanted wanted, List<Candidate> candidates, Actor actor) {
    return trial(
        catalog.measured(Set.of(item)).get(0),
        wanted,
        rules.policy(item, site),
        candidates,
        named(),
        areas(site, actor));
  }

  private Map<Long, RuleRow> named() {
    Map<Long, RuleRow> named = new HashMap<>();
    table.all().forEach(row -> named.put(row.id(), row));
    return named;
  }

  private Map<Long, String> areas(long site, Actor actor) {
    Map<Long, String> areas = new HashMap<>();
    places.site(site, actor).areas().forEach(area -> areas.put(area.id(), area.name()));
    return areas;
  }

  private Trial trial(
      Catalog.Measured item,
      Removal.Wanted wanted,
      Policy policy,
      List<Candidate> candidates,
      Map<Long, RuleRow> named,
      Map<Long, String> areas) {
    Removal.Plan plan = Removal.decide(wanted, policy, candidates);
    Rule first = policy.rules().get(0);
    return new Trial(
        item.id(),
        item.code(),
        item.name(),
        item.unit().symbol(),
        wanted.quantity(),
        wanted.needed(),
        shown(plan.choices(), named, areas),
        plan.missing(),
        plan.split() == null ? List.of() : shown(plan.split().taken(), named, areas),
        named.containsKey(first.id()) ? named.get(first.id()).sentence() : null,
        !named.containsKey(TRIED) || policy.rules().stream().anyMatch(rule -> rule.id() == TRIED));
  }

  /** The number of a rule that is tried and not written yet. */
  private static final long TRIED = -1;

  private Policy policy(TrialEntry entry, Catalog.Measured item, Map<Long, RuleRow> named) {
    if (entry.rule() == null) {
      return rules.policy(item.id(), entry.site());
    }
    RuleRow tried = rules.draft(entry.rule(), TRIED);
    if (entry.replaces() != null) {
      named.remove(entry.replaces());
    }
    named.put(TRIED, tried);
    Map<Long, Long> sites = places.sitesOfAreas();
    return Policy.of(
        Scope.Subject.of(
            item.id(),
            table.categories(Set.of(item.id())).getOrDefault(item.id(), ""),
            entry.site()),
        named.values().stream().map(RuleRow::rule).toList(),
        area -> sites.getOrDefault(area, 0L));
  }

  /** What is wanted of an item, in its packs if a rule of the policy asks for them. */
  public Removal.Wanted inPacks(Removal.Wanted wanted, long item, Policy policy) {
    return policy.rules().stream().anyMatch(Rule::usesPacks)
        ? wanted.inPacks(pack(item, wanted.quantity()))
        : wanted;
  }

  /** The largest pack of which at least one is asked for. */
  public Quantity pack(long item, Quantity asked) {
    return catalog.packs(item).stream()
        .map(Pack::factor)
        .filter(factor -> factor.compareTo(asked) <= 0)
        .max(Quantity::compareTo)
        .orElse(Quantity.ZERO);
  }

  private List<Choice> shown(
      List<Removal.Choice> choices, Map<Long, RuleRow> named, Map<Long, String> areas) {
    List<Choice> shown = new ArrayList<>();
    for (Removal.Choice one : choices) {
      Candidate candidate = one.candidate();
      long serial = candidate.key().serial();
      RuleRow rule = named.get(one.rule().id());
      shown.add(
          new Choice(
              one.rank(),
              one.verdict(),
              one.behind(),
              candidate.key().place(),
              candidate.address(),
              areas.get(candidate.area()),
              candidate.lot().isEmpty() ? null : candidate.lot(),
              candidate.expiry(),
              serial == 0
                  ? null
                  : lotsAndSerials.serial(serial).map(LotsAndSerials.SerialCard::code).orElse(null),
              candidate.inDate(),
              candidate.key().condition(),
              candidate.free(),
              one.taken(),
              rule == null ? null : rule.sentence()));
    }
    return shown;
  }
}
