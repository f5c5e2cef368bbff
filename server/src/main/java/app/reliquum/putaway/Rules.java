package app.reliquum.putaway;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.places.Places;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The put-away rules of the house, and how full they are. */
@Service
public class Rules {

  private final RuleStore store;
  private final JdbcClient jdbc;
  private final Catalog catalog;
  private final RowLog rowLog;
  private final Places places;

  Rules(RuleStore store, JdbcClient jdbc, Catalog catalog, Places places, RowLog rowLog) {
    this.rowLog = rowLog;
    this.store = store;
    this.jdbc = jdbc;
    this.catalog = catalog;
    this.places = places;
  }

  /**
   * A rule, and how full it is.
   *
   * @param capacity how much the bin or the whole area may hold of the item, in base units
   * @param used how much lies there; of a category the sum over its items
   * @param percent how full it is; null without a capacity
   */
  @Schema(name = "PutAwayRuleCard")
  public record Card(
      long id,
      int version,
      long siteId,
      @Nullable Long itemId,
      @Nullable String item,
      @Nullable String name,
      @Nullable String symbol,
      String category,
      @Nullable Long areaId,
      @Nullable String area,
      @Nullable Long placeId,
      @Nullable String place,
      int priority,
      @Nullable Quantity capacityPacks,
      String capacityPack,
      @Nullable Quantity capacity,
      Quantity used,
      @Nullable Quantity free,
      @Nullable Integer percent,
      boolean active) {}

  /**
   * A rule as entered.
   *
   * @param item an item's code; null for a category
   * @param category a category; null for an item
   * @param areaId an area; null for a bin
   * @param bin a bin's address; null for an area
   * @param capacityPacks how many of a pack may lie there; null for no limit
   * @param capacityPack the pack; null for base units
   */
  @Schema(name = "PutAwayRuleEntry")
  public record Entry(
      @Nullable Integer version,
      @NotNull Long site,
      @Size(max = 24) @Nullable String item,
      @Size(max = 60) @Nullable String category,
      @Nullable Long areaId,
      @Size(max = 24) @Nullable String bin,
      @Min(1) @Max(999) int priority,
      @Nullable Quantity capacityPacks,
      @Size(max = 30) @Nullable String capacityPack,
      boolean active) {}

  private static final String CARD =
      """
      select r.id, r.version, r.site_id, r.item_id, i.code, i.name, i.unit, r.category, r.area_id,
        a.name area, r.place_id, p.address, r.priority, r.capacity_packs, r.capacity_pack,
        r.capacity, r.active,
        coalesce((select sum(s.quantity) from on_hand s
          join place b on b.id = s.place_id join item j on j.id = s.item_id
          where b.site_id = r.site_id
            and (r.place_id = 0 or s.place_id = r.place_id)
            and (r.area_id = 0 or b.area_id = r.area_id)
            and (r.item_id = 0 or s.item_id = r.item_id)
            and (r.category = '' or j.category = r.category
              or left(j.category, char_length(r.category) + 1) = concat(r.category, '/'))), 0) used
      from put_away_rule r left join item i on i.id = r.item_id
        left join area a on a.id = r.area_id left join place p on p.id = r.place_id
      """;

  /** The rules of a site, with how full they are. */
  @Transactional(readOnly = true)
  public List<Card> rules(long site, Actor actor) {
    places.requireSite(site, actor);
    return query(
        CARD + " where r.site_id = ? order by r.item_id = 0, i.code, r.category, r.priority", site);
  }

  /** A rule by its number. */
  @Transactional(readOnly = true)
  public Card rule(long id) {
    return query(CARD + " where r.id = ?", id).stream()
        .findFirst()
        .orElseThrow(() -> Problem.missing("rule", id));
  }

  private List<Card> query(String sql, long id) {
    return jdbc.sql(sql)
        .param(id)
        .query(
            (row, n) -> {
              BigDecimal capacity = row.getBigDecimal("capacity");
              BigDecimal packs = row.getBigDecimal("capacity_packs");
              BigDecimal used = row.getBigDecimal("used");
              String unit = row.getString("unit");
              long item = row.getLong("item_id");
              long area = row.getLong("area_id");
              long place = row.getLong("place_id");
              return new Card(
                  row.getLong("id"),
                  row.getInt("version"),
                  row.getLong("site_id"),
                  item == 0 ? null : item,
                  row.getString("code"),
                  row.getString("name"),
                  unit == null ? null : UnitOfMeasure.valueOf(unit).symbol(),
                  row.getString("category"),
                  area == 0 ? null : area,
                  row.getString("area"),
                  place == 0 ? null : place,
                  row.getString("address"),
                  row.getInt("priority"),
                  packs == null ? null : new Quantity(packs),
                  row.getString("capacity_pack"),
                  capacity == null ? null : new Quantity(capacity),
                  new Quantity(used),
                  capacity == null
                      ? null
                      : new Quantity(capacity.subtract(used).max(BigDecimal.ZERO)),
                  capacity == null ? null : percent(used, capacity),
                  row.getBoolean("active"));
            })
        .list();
  }

  private static int percent(BigDecimal used, BigDecimal capacity) {
    return used.movePointRight(2).divideToIntegralValue(capacity).intValue();
  }

  @Transactional
  public Card add(Entry entry, Actor actor) {
    places.site(entry.site(), actor);
    Rule rule = new Rule(entry.site());
    write(rule, entry);
    return rule(save(rule));
  }

  @Transactional
  public Card change(long id, Entry entry, Actor actor) {
    Rule rule = store.findById(id).orElseThrow(() -> Problem.missing("rule", id));
    places.requireSite(rule.siteId(), actor);
    Problem.unlessCurrent(entry.version(), rule.version());
    if (entry.site() != rule.siteId()) {
      throw Problem.invalid("site", "A rule stays at its site. Make another one there.");
    }
    write(rule, entry);
    return rule(save(rule));
  }

  private long save(Rule rule) {
    try {
      return store.saveAndFlush(rule).id();
    } catch (DataIntegrityViolationException twice) {
      throw Problem.conflict(
          "not-unique", "There is a rule for these goods and this place already. Change that one.");
    }
  }

  @Transactional
  public Card remove(long id, Actor actor) {
    Card card = rule(id);
    places.requireSite(card.siteId(), actor);
    rowLog.changing("put-away rules");
    store.deleteById(id);
    return card;
  }

  private void write(Rule rule, Entry entry) {
    rowLog.changing("put-away rules");
    Draft draft = draft(entry);
    rule.appliesTo(draft.item() == null ? 0 : draft.item().id(), draft.category());
    rule.goesTo(draft.area(), draft.place());
    rule.describe(entry.priority(), entry.active());
    rule.capacity(
        entry.capacityPacks() == null ? null : entry.capacityPacks().amount(),
        draft.pack(),
        draft.capacity() == null ? null : draft.capacity().amount());
  }

  /** A rule as entered, with everything that it names found. */
  record Draft(
      Catalog.@Nullable Measured item,
      String category,
      long area,
      long place,
      String pack,
      @Nullable Quantity capacity) {}

  Draft draft(Entry entry) {
    String code = text(entry.item()).toUpperCase(Locale.ROOT);
    String category = text(entry.category());
    if (code.isEmpty() == category.isEmpty()) {
      throw Problem.invalid("item", "Name an item or a category, one of them.");
    }
    Catalog.Measured item =
        code.isEmpty()
            ? null
            : catalog
                .withCode(code)
                .orElseThrow(() -> Problem.invalid("item", "There is no item {0}.", code));
    String address = text(entry.bin()).toUpperCase(Locale.ROOT);
    long area = entry.areaId() == null ? 0 : entry.areaId();
    if (address.isEmpty() == (area == 0)) {
      throw Problem.invalid("bin", "Name an area or a bin, one of them.");
    }
    long place =
        address.isEmpty()
            ? 0
            : places.atAddress(address).stream()
                .filter(bin -> bin.site() == entry.site())
                .findFirst()
                .orElseThrow(() -> Problem.invalid("bin", "The site has no bin {0}.", address))
                .id();
    if (area != 0 && !Objects.equals(places.sitesOfAreas().get(area), entry.site())) {
      throw Problem.invalid("areaId", "The site has no such area. Choose one of its own.");
    }
    String pack = text(entry.capacityPack());
    return new Draft(item, category, area, place, pack, capacity(entry, item, pack));
  }

  private @Nullable Quantity capacity(Entry entry, Catalog.@Nullable Measured item, String pack) {
    if (entry.capacityPacks() == null) {
      return null;
    }
    if (entry.capacityPacks().isNegative()) {
      throw Problem.invalid("capacityPacks", "A capacity is not below zero.");
    }
    if (pack.isEmpty()) {
      return entry.capacityPacks();
    }
    if (item == null) {
      throw Problem.invalid("capacityPack", "Packs differ by item. Give a category base units.");
    }
    try {
      return catalog.packs(item.id()).stream()
          .filter(one -> one.name().equalsIgnoreCase(pack))
          .map(Pack::factor)
          .map(entry.capacityPacks()::times)
          .findFirst()
          .orElseThrow(
              () -> Problem.invalid("capacityPack", "{0} has no pack {1}.", item.code(), pack));
    } catch (QuantityException fault) {
      throw Problem.invalid("capacityPacks", fault);
    }
  }

  private static String text(@Nullable String given) {
    return given == null ? "" : given.strip();
  }
}
