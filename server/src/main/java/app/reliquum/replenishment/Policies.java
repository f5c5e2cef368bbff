package app.reliquum.replenishment;

import app.reliquum.api.Actor;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.lists.ListTable;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.category.CategoryPath;
import app.reliquum.core.demand.ReplenishmentRule;
import app.reliquum.core.demand.ReplenishmentRule.Kind;
import app.reliquum.core.demand.Sourcing;
import app.reliquum.core.demand.SupplyRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.places.Places;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * How items are kept in stock. A policy is of an item, of a category or of the whole house, at one
 * site, at the sites of a group together, or at each of all; of those that are about an item at a
 * site the most specific holds: that of the item before that of its category, and for either that
 * of the site before that of its group before that of all.
 */
@Service
public class Policies {

  private static final double HUNDRED = 100;

  private final JdbcClient jdbc;
  private final Catalog catalog;
  private final Places places;
  private final RowLog rowLog;
  private final SiteGroups groups;

  Policies(JdbcClient jdbc, Catalog catalog, Places places, SiteGroups groups, RowLog rowLog) {
    this.rowLog = rowLog;
    this.groups = groups;
    this.jdbc = jdbc;
    this.catalog = catalog;
    this.places = places;
  }

  /** What a policy is about. */
  public enum Scope {
    HOUSE,
    CATEGORY,
    ITEM
  }

  /**
   * The figures of a policy. Of point, quantity and up-to level, what is null is worked out.
   *
   * @param servicePercent the chance of no stock-out in a cycle
   * @param reviewDays working days from one review to the next
   * @param windowDays how many days back demand is looked at
   * @param orderCost what one order costs
   * @param holdingPercent what keeping goods for a year costs, of their cost
   * @param forOrders how lines of orders are met that do not say it themselves
   * @param forOrdersFrom the site that is asked for what stock does not meet; null for none
   */
  @Schema(name = "PolicyFigures")
  public record Figures(
      @NotNull Kind kind,
      @Nullable Quantity point,
      @Nullable Quantity quantity,
      @Nullable Quantity upTo,
      @NotNull @DecimalMin("50") @DecimalMax("99.9999") BigDecimal servicePercent,
      @Min(0) @Max(60) int reviewDays,
      @Min(7) @Max(1500) int windowDays,
      @NotNull @PositiveOrZero BigDecimal orderCost,
      @NotNull @PositiveOrZero @DecimalMax("1000") BigDecimal holdingPercent,
      @NotNull SupplyRule forOrders,
      @Nullable Long forOrdersFrom) {

    /** The figures as core reads them. */
    ReplenishmentRule rule() {
      return new ReplenishmentRule(
          kind,
          Optional.ofNullable(point),
          Optional.ofNullable(quantity),
          Optional.ofNullable(upTo),
          servicePercent.doubleValue() / HUNDRED,
          reviewDays,
          windowDays,
          orderCost.doubleValue(),
          holdingPercent.doubleValue() / HUNDRED);
    }
  }

  /** A policy. Site and group are null where it holds at all sites. */
  @Schema(name = "Policy")
  public record Row(
      long id,
      int version,
      Scope scope,
      @Nullable Long itemId,
      @Nullable String item,
      @Nullable String name,
      @Nullable String symbol,
      String category,
      @Nullable Long siteId,
      @Nullable String site,
      @Nullable Long groupId,
      @Nullable String group,
      Figures figures) {}

  /**
   * A policy as entered: of an item, else of a category, else of the house.
   *
   * @param site null for all, or for those of the group
   * @param group the sites that are looked at together; null for each by itself
   */
  @Schema(name = "PolicyEntry")
  public record Entry(
      @Nullable Integer version,
      @Size(max = 24) @Nullable String item,
      @Size(max = 60) @Nullable String category,
      @Nullable Long site,
      @Nullable Long group,
      @NotNull @Valid Figures figures) {}

  /** One policy for many items at once, at one site or at all. */
  @Schema(name = "PolicyOfMany")
  public record ManyEntry(
      @NotEmpty @Size(max = 500) List<@NotNull Long> items,
      @Nullable Long site,
      @Nullable Long group,
      @NotNull @Valid Figures figures) {}

  private static final ListTable<PolicyColumn> POLICIES =
      new ListTable<>(
          "from replenishment_policy y left join item i on i.id = y.item_id"
              + " left join site s on s.id = y.site_id"
              + " left join site_group g on g.id = y.group_id",
          "y.id",
          List.of(),
          List.of("i.code like :starts", "i.name like :holds", "y.category like :holds"));

  private static final String SELECT =
      "select y.*, i.code, i.name, i.unit, s.name site, g.name group_name ";

  private static final ListTable.Shown HOUSE_FIRST =
      new ListTable.Shown(
          SELECT, "", "1 = 1", "y.item_id <> 0, y.category, i.code, y.site_id, y.group_id");

  /** A page of policies: that of the house first, then of categories, then of items. */
  @Transactional(readOnly = true)
  public Page<Row> page(ListQuery<PolicyColumn> query, Actor actor) {
    return POLICIES.page(jdbc, query, HOUSE_FIRST, actor, Policies::row);
  }

  /** A policy by its number. */
  @Transactional(readOnly = true)
  public Row policy(long id) {
    return jdbc.sql(SELECT + POLICIES.from() + " where y.id = ?")
        .param(id)
        .query(Policies::row)
        .optional()
        .orElseThrow(() -> Problem.missing("policy", id));
  }

  private static Row row(ResultSet row, int n) throws SQLException {
    long item = row.getLong("item_id");
    long site = row.getLong("site_id");
    String category = row.getString("category");
    String unit = row.getString("unit");
    return new Row(
        row.getLong("id"),
        row.getInt("version"),
        item != 0 ? Scope.ITEM : category.isEmpty() ? Scope.HOUSE : Scope.CATEGORY,
        item == 0 ? null : item,
        row.getString("code"),
        row.getString("name"),
        unit == null ? null : UnitOfMeasure.valueOf(unit).symbol(),
        category,
        site == 0 ? null : site,
        row.getString("site"),
        row.getLong("group_id") == 0 ? null : row.getLong("group_id"),
        row.getString("group_name"),
        new Figures(
            Kind.valueOf(row.getString("kind")),
            quantity(row, "point"),
            quantity(row, "quantity"),
            quantity(row, "up_to"),
            row.getBigDecimal("service_percent"),
            row.getInt("review_days"),
            row.getInt("window_days"),
            row.getBigDecimal("order_cost"),
            row.getBigDecimal("holding_percent"),
            SupplyRule.valueOf(row.getString("for_orders")),
            row.getLong("for_orders_from") == 0 ? null : row.getLong("for_orders_from")));
  }

  private static @Nullable Quantity quantity(ResultSet row, String column) throws SQLException {
    BigDecimal amount = row.getBigDecimal(column);
    return amount == null ? null : new Quantity(amount);
  }

  /** Sets a policy. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Row add(Entry entry, Actor actor) {
    Catalog.Measured item = item(entry);
    String category = item == null ? category(entry) : "";
    long itemId = item == null ? 0 : item.id();
    Where where = where(entry.site(), entry.group(), actor);
    check(item, where.site(), entry.figures());
    if (find(itemId, category, where).isPresent()) {
      throw Problem.conflict("not-unique", "There is a policy for that already. Change that one.")
          .with("field", item == null ? "category" : "item");
    }
    rowLog.changing("policies", item == null ? "" : item.code());
    return policy(insert(itemId, category, where, entry.figures()));
  }

  private Catalog.@Nullable Measured item(Entry entry) {
    if (entry.item() == null || entry.item().isBlank()) {
      return null;
    }
    String code = entry.item().strip().toUpperCase(Locale.ROOT);
    return catalog
        .withCode(code)
        .orElseThrow(() -> Problem.invalid("item", "There is no item {0}.", code));
  }

  private String category(Entry entry) {
    String category = entry.category() == null ? "" : entry.category().strip();
    if (!category.isEmpty()
        && catalog.categories().stream()
            .noneMatch(one -> CategoryPath.upwards(one).contains(category))) {
      throw Problem.invalid("category", "There is no category {0}.", category);
    }
    return category;
  }

  /** Where a policy holds: at a site, at those of a group together, or, with neither, at all. */
  private record Where(long site, long group) {}

  private Where where(@Nullable Long site, @Nullable Long group, Actor actor) {
    if (group != null) {
      if (site != null) {
        throw Problem.invalid("group", "A policy is for one site or for a group, not for both.");
      }
      groups.group(group).sites().forEach(one -> places.requireSite(one, actor));
      return new Where(0, group);
    }
    if (site == null) {
      if (!actor.everywhere()) {
        throw Problem.invalid("site", "Only who works at all sites sets a policy for all of them.");
      }
      return new Where(0, 0);
    }
    places.requireSite(site, actor);
    return new Where(site, 0);
  }

  private static boolean transfers(Figures figures) {
    return figures.forOrders().way().orElse(null) == Sourcing.Way.TRANSFER;
  }

  private void check(Catalog.@Nullable Measured item, long site, Figures figures) {
    if (transfers(figures)) {
      Long from = figures.forOrdersFrom();
      if (from == null || from == site) {
        throw Problem.invalid(
            "figures.forOrdersFrom", "Name the other site that is asked for what is not in stock.");
      }
      places.named(from);
    }
    if (item == null) {
      if (figures.point() != null || figures.quantity() != null || figures.upTo() != null) {
        throw Problem.invalid(
            "figures.point",
            "Figures are fixed for one item: items of a category are counted in different units.");
      }
      return;
    }
    measured(item, "figures.point", figures.point());
    measured(item, "figures.quantity", figures.quantity());
    measured(item, "figures.upTo", figures.upTo());
    try {
      figures.rule();
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("figures.upTo", fault);
    }
  }

  private static void measured(Catalog.Measured item, String field, @Nullable Quantity quantity) {
    if (quantity != null && !quantity.isZero()) {
      try {
        item.measure().check(quantity);
      } catch (QuantityException fault) {
        throw Problem.invalid(field, fault);
      }
    }
  }

  private Optional<Long> find(long item, String category, Where where) {
    return jdbc.sql(
            "select id from replenishment_policy where item_id = ? and category = ?"
                + " and site_id = ? and group_id = ?")
        .params(item, category, where.site(), where.group())
        .query(Long.class)
        .optional();
  }

  private long insert(long item, String category, Where where, Figures figures) {
    return GeneratedId.of(
        jdbc.sql(
                """
                insert into replenishment_policy (item_id, category, site_id, group_id, kind, point, quantity,
                  up_to, service_percent, review_days, window_days, order_cost, holding_percent,
                  for_orders, for_orders_from)
                values (:item, :category, :site, :group, :kind, :point, :quantity, :upTo, :service, :review,
                  :window, :orderCost, :holding, :forOrders,
                  :forOrdersFrom)
                """)
            .params(values(figures))
            .param("item", item)
            .param("category", category)
            .param("site", where.site())
            .param("group", where.group()));
  }

  private void update(long id, Figures figures) {
    jdbc.sql(
            """
            update replenishment_policy set version = version + 1, kind = :kind, point = :point,
              quantity = :quantity, up_to = :upTo, service_percent = :service,
              review_days = :review, window_days = :window, order_cost = :orderCost,
              holding_percent = :holding, for_orders = :forOrders,
              for_orders_from = :forOrdersFrom
            where id = :id
            """)
        .params(values(figures))
        .param("id", id)
        .update();
  }

  private static Map<String, @Nullable Object> values(Figures figures) {
    Map<String, @Nullable Object> values = new HashMap<>();
    values.put("kind", figures.kind().name());
    values.put("point", amount(figures.point()));
    values.put("quantity", amount(figures.quantity()));
    values.put("upTo", amount(figures.upTo()));
    values.put("service", figures.servicePercent());
    values.put("review", figures.reviewDays());
    values.put("window", figures.windowDays());
    values.put("orderCost", figures.orderCost());
    values.put("holding", figures.holdingPercent());
    values.put("forOrders", figures.forOrders().name());
    values.put("forOrdersFrom", transfers(figures) ? figures.forOrdersFrom() : 0);
    return values;
  }

  private static @Nullable BigDecimal amount(@Nullable Quantity quantity) {
    return quantity == null ? null : quantity.amount();
  }

  /** Changes the figures of a policy; what it is about stays as it is. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Row change(long id, Entry entry, Actor actor) {
    Row row = theirs(id, actor);
    Problem.unlessCurrent(entry.version(), row.version());
    check(
        row.item() == null ? null : catalog.withCode(row.item()).orElseThrow(),
        row.siteId() == null ? 0 : row.siteId(),
        entry.figures());
    watch(row);
    update(id, entry.figures());
    return policy(id);
  }

  /** Takes a policy away: a less specific one holds from then on. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Row remove(long id, Actor actor) {
    Row row = theirs(id, actor);
    watch(row);
    jdbc.sql("delete from replenishment_policy where id = ?").param(id).update();
    return row;
  }

  private void watch(Row row) {
    rowLog.changing("policies", row.item() == null ? "" : row.item());
  }

  private Row theirs(long id, Actor actor) {
    jdbc.sql("select id from replenishment_policy where id = ? for update")
        .param(id)
        .query(Long.class)
        .optional();
    Row row = policy(id);
    where(row.siteId(), row.groupId(), actor);
    return row;
  }

  /** Sets one policy for many items, in place of those of their own that they had there. */
  @Transactional(propagation = Propagation.MANDATORY)
  public int set(ManyEntry entry, Actor actor) {
    Where where = where(entry.site(), entry.group(), actor);
    List<Catalog.Measured> items = catalog.measured(Set.copyOf(entry.items()));
    for (Catalog.Measured item : items) {
      check(item, where.site(), entry.figures());
      rowLog.changing("policies", item.code());
      find(item.id(), "", where)
          .ifPresentOrElse(
              id -> update(id, entry.figures()),
              () -> insert(item.id(), "", where, entry.figures()));
    }
    return items.size();
  }

  /** The group that a site is in, 0 for none. */
  private static final String OF_SITE =
      "coalesce((select m.group_id from site_group_site m where m.site_id = :site), 0)";

  /** Whether any policy could hold at a site. */
  @Transactional(readOnly = true)
  public boolean any(long site) {
    return jdbc.sql(
            "select exists(select 1 from replenishment_policy where site_id in (0, :site)"
                + " and group_id in (0, "
                + OF_SITE
                + ") and kind <> 'NONE')")
        .param("site", site)
        .query(Boolean.class)
        .single();
  }

  /** Whether any says of some items that they are bought or made for one order. */
  @Transactional(readOnly = true)
  public boolean anyForOneOrder() {
    return jdbc.sql(
            "select exists(select 1 from replenishment_policy where for_orders in (:rules))")
        .param(
            "rules",
            Arrays.stream(SupplyRule.values())
                .filter(rule -> !rule.fromStock())
                .map(Enum::name)
                .toList())
        .query(Boolean.class)
        .single();
  }

  /**
   * The policy that holds for each of some items at a site; items without one are left out.
   *
   * @param categories the category of each item
   */
  @Transactional(readOnly = true)
  public Map<Long, Row> holding(long site, Map<Long, String> categories) {
    Map<Long, Row> holding = new HashMap<>();
    if (categories.isEmpty()) {
      return holding;
    }
    List<Row> rows =
        jdbc.sql(
                SELECT
                    + POLICIES.from()
                    + " where y.site_id in (0, :site) and y.group_id in (0, "
                    + OF_SITE
                    + ") and (y.item_id = 0 or y.item_id in (:items))")
            .param("site", site)
            .param("items", categories.keySet())
            .query(Policies::row)
            .list();
    Map<Long, List<Row>> ofItems =
        rows.stream()
            .filter(row -> row.scope() == Scope.ITEM)
            .collect(Collectors.groupingBy(row -> Objects.requireNonNull(row.itemId())));
    List<Row> others = rows.stream().filter(row -> row.scope() != Scope.ITEM).toList();
    categories.forEach(
        (item, category) -> {
          // What a category lies in is for it as well, the nearest first; the house is for all.
          List<String> above = new ArrayList<>(CategoryPath.upwards(category));
          above.add("");
          Stream.concat(
                  ofItems.getOrDefault(item, List.of()).stream(),
                  others.stream().filter(row -> above.contains(row.category())))
              .min(
                  Comparator.comparing((Row row) -> row.scope() != Scope.ITEM)
                      .thenComparingInt(row -> above.indexOf(row.category()))
                      .thenComparing(row -> row.siteId() == null)
                      .thenComparing(row -> row.groupId() == null))
              .ifPresent(row -> holding.put(item, row));
        });
    return holding;
  }
}
