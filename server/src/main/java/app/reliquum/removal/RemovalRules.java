package app.reliquum.removal;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.removal.Policy;
import app.reliquum.core.removal.Rule;
import app.reliquum.core.removal.Scope;
import app.reliquum.core.removal.SortKey;
import app.reliquum.places.Places;
import app.reliquum.removal.RuleTable.RuleRow;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The removal rules of the house. */
@Service
public class RemovalRules {

  private final RuleTable table;
  private final Catalog catalog;
  private final Places places;
  private final RowLog rowLog;

  RemovalRules(RuleTable table, Catalog catalog, Places places, RowLog rowLog) {
    this.rowLog = rowLog;
    this.table = table;
    this.catalog = catalog;
    this.places = places;
  }

  /** A rule by what it is for. */
  @Schema(name = "RemovalRuleName")
  public record Name(long id, String sentence) {}

  /**
   * A rule.
   *
   * @param category the category, empty for none
   * @param overrides the rules that would hold for some of its goods without it
   * @param overriddenBy the rules that hold instead of it for some of its goods
   */
  @Schema(name = "RemovalRuleCard")
  public record Card(
      long id,
      int version,
      @Nullable Long itemId,
      @Nullable String item,
      @Nullable String name,
      String category,
      @Nullable Long areaId,
      @Nullable String area,
      @Nullable Long siteId,
      @Nullable String site,
      List<SortKey> keys,
      int minimumLife,
      boolean oneLot,
      boolean fullPacks,
      Rule.Substitutes substitutes,
      List<Name> overrides,
      List<Name> overriddenBy) {}

  /**
   * A rule as entered. At most one of item and category is named, and at most one of area and site.
   *
   * @param minimumLife for how many days goods must still be good on the day they are needed
   */
  @Schema(name = "RemovalRuleEntry")
  public record Entry(
      @Nullable Integer version,
      @Size(max = 24) @Nullable String item,
      @Size(max = 60) String category,
      @Nullable Long area,
      @Nullable Long site,
      @NotEmpty @Size(max = 7) List<@NotNull SortKey> keys,
      @Min(0) @Max(3650) int minimumLife,
      boolean oneLot,
      boolean fullPacks,
      @NotNull Rule.Substitutes substitutes) {}

  /** Something that was changed: the rule as a sentence before and after. */
  @Schema(name = "RemovalRuleChange")
  public record Change(
      long id,
      long ruleId,
      Instant at,
      String person,
      @Nullable String before,
      @Nullable String after) {}

  // For whoever takes goods

  /** The rules that have a say about each of some items at a site. */
  @Transactional(readOnly = true)
  public Map<Long, Policy> policies(Set<Long> items, long site) {
    List<Rule> all = table.all().stream().map(RuleRow::rule).toList();
    Map<Long, Long> sites = places.sitesOfAreas();
    Map<Long, String> categories = all.isEmpty() ? Map.of() : table.categories(items);
    Map<Long, Policy> policies = new HashMap<>();
    for (long item : items) {
      policies.put(
          item,
          all.isEmpty()
              ? Policy.USUAL
              : Policy.of(
                  Scope.Subject.of(item, categories.getOrDefault(item, ""), site),
                  all,
                  area -> sites.getOrDefault(area, 0L)));
    }
    return policies;
  }

  /** The rules that have a say about an item at a site. */
  @Transactional(readOnly = true)
  public Policy policy(long item, long site) {
    return Objects.requireNonNull(policies(Set.of(item), site).get(item));
  }

  // For whoever makes them

  /** The rules that hold at the sites of someone, the most specific first. */
  @Transactional(readOnly = true)
  public List<Card> rules(Actor actor) {
    List<RuleRow> rows = table.all();
    Map<Long, Long> sites = places.sitesOfAreas();
    List<RuleRow> seen = rows.stream().filter(row -> seen(row, sites, actor)).toList();
    return seen.stream().map(row -> card(row, seen)).toList();
  }

  /** A rule by its number. */
  @Transactional(readOnly = true)
  public Card rule(long id) {
    List<RuleRow> rows = table.all();
    return rows.stream()
        .filter(row -> row.id() == id)
        .findFirst()
        .map(row -> card(row, rows))
        .orElseThrow(() -> Problem.missing("rule", id));
  }

  /** How a rule as entered would stand among the others. */
  Card standing(Entry entry, long replaces) {
    RuleRow draft = draft(entry, replaces);
    List<RuleRow> rows = new ArrayList<>(table.all());
    rows.removeIf(row -> row.id() == replaces);
    return card(draft, rows);
  }

  private Card card(RuleRow row, List<RuleRow> rows) {
    Map<Long, Long> sites = places.sitesOfAreas();
    List<Name> overrides = new ArrayList<>();
    List<Name> overriddenBy = new ArrayList<>();
    for (RuleRow other : rows) {
      if (other.id() != row.id() && row.meets(other, sites)) {
        (row.moreSpecificThan(other) ? overrides : overriddenBy)
            .add(new Name(other.id(), other.sentence()));
      }
    }
    return new Card(
        row.id(),
        row.version(),
        row.itemId() == 0 ? null : row.itemId(),
        row.item(),
        row.name(),
        row.category(),
        row.areaId() == 0 ? null : row.areaId(),
        row.area(),
        row.siteId() == 0 ? null : row.siteId(),
        row.site(),
        row.keys(),
        row.minimumLife(),
        row.oneLot(),
        row.fullPacks(),
        row.substitutes(),
        overrides,
        overriddenBy);
  }

  /** What holds for every site is seen by all, the rest by those who work where it holds. */
  private static boolean seen(RuleRow row, Map<Long, Long> sites, Actor actor) {
    long site = site(row, sites);
    return site == 0 || actor.worksAt(site);
  }

  private static long site(RuleRow row, Map<Long, Long> sites) {
    return row.areaId() == 0 ? row.siteId() : sites.getOrDefault(row.areaId(), 0L);
  }

  private long site(RuleRow row) {
    return site(row, places.sitesOfAreas());
  }

  /** A rule of a site is made by those who work there, one for every site by those everywhere. */
  private RuleRow theirs(RuleRow row, Actor actor) {
    long site = site(row);
    if (site == 0) {
      actor.requireEverywhere("A rule without a site");
    } else {
      places.requireSite(site, actor);
    }
    return row;
  }

  /** Writes a rule. */
  @Transactional
  public Card add(Entry entry, Actor actor) {
    RuleRow draft = theirs(draft(entry, 0), actor);
    long id;
    try {
      rowLog.changing("removal rules");
      id = table.insert(draft);
    } catch (DuplicateKeyException twice) {
      throw twice();
    }
    Card card = rule(id);
    table.changed(id, site(draft), actor, null, table.find(id).orElseThrow().sentence());
    return card;
  }

  /** Changes a rule. */
  @Transactional
  public Card change(long id, Entry entry, Actor actor) {
    RuleRow before = theirs(table.find(id).orElseThrow(() -> Problem.missing("rule", id)), actor);
    Problem.unlessCurrent(entry.version(), before.version());
    try {
      rowLog.changing("removal rules");
      table.update(theirs(draft(entry, id), actor));
    } catch (DuplicateKeyException twice) {
      throw twice();
    }
    RuleRow after = table.find(id).orElseThrow();
    table.changed(id, site(after), actor, before.sentence(), after.sentence());
    return rule(id);
  }

  private static Problem twice() {
    return Problem.conflict(
        "not-unique", "There is a rule for these goods and this place already. Change that one.");
  }

  /** Takes a rule away. */
  @Transactional
  public Card remove(long id, Actor actor) {
    Card card = rule(id);
    RuleRow row = theirs(table.find(id).orElseThrow(), actor);
    rowLog.changing("removal rules");
    table.changed(id, site(row), actor, row.sentence(), null);
    table.delete(id);
    return card;
  }

  /** Who changed what, the latest first; of one rule or of all. */
  @Transactional(readOnly = true)
  public List<Change> changes(Long rule, Actor actor) {
    return table.changes(rule, actor);
  }

  /** A rule as entered, with everything that it names found. */
  RuleRow draft(Entry entry, long id) {
    String code = text(entry.item()).toUpperCase(Locale.ROOT);
    String category = text(entry.category());
    if (!code.isEmpty() && !category.isEmpty()) {
      throw Problem.invalid("category", "Name an item or a category, not both.");
    }
    if (!category.isEmpty() && !catalog.categories().contains(category) && !above(category)) {
      throw Problem.invalid("category", "No item is of the category {0}.", category);
    }
    long area = entry.area() == null ? 0 : entry.area();
    long site = entry.site() == null ? 0 : entry.site();
    if (area != 0 && site != 0) {
      throw Problem.invalid("area", "Name an area or a site, not both.");
    }
    if (area != 0 && !places.sitesOfAreas().containsKey(area)) {
      throw Problem.missing("area", area).with("field", "area");
    }
    if (site != 0) {
      places.named(site);
    }
    if (new HashSet<>(entry.keys()).size() < entry.keys().size()) {
      throw Problem.invalid("keys", "Each order can be named once.");
    }
    Catalog.Measured item =
        code.isEmpty()
            ? null
            : catalog
                .withCode(code)
                .orElseThrow(() -> Problem.invalid("item", "There is no item {0}.", code));
    return table.named(
        new RuleRow(
            id,
            entry.version() == null ? 0 : entry.version(),
            item == null ? 0 : item.id(),
            code.isEmpty() ? null : code,
            item == null ? null : item.name(),
            category,
            area,
            null,
            site,
            null,
            entry.keys(),
            entry.minimumLife(),
            entry.oneLot(),
            entry.fullPacks(),
            entry.substitutes()));
  }

  /** Whether something lies below a category that no item is of itself. */
  private boolean above(String category) {
    return catalog.categories().stream().anyMatch(one -> one.startsWith(category + "/"));
  }

  private static String text(@Nullable String given) {
    return given == null ? "" : given.strip();
  }
}
