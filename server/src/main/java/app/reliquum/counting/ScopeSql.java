package app.reliquum.counting;

import app.reliquum.counting.Counting.Scope;
import app.reliquum.counting.Counting.Shape;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.lang.Contract;

/** The statements that find what a scope means: bins, items, and what lies there. */
final class ScopeSql {

  private static final int DIFFERENCES_SINCE_DAYS = 180;

  private final Map<String, Object> values = new HashMap<>();
  private final String places;
  private final String items;
  private final String subjects;
  private final Shape shape;

  ScopeSql(Scope scope, Shape shape, Instant now) {
    values.put("site", scope.site());
    this.places = places(scope);
    this.items = items(scope);
    this.shape = shape;
    this.subjects =
        switch (shape) {
          case ITEM -> ofItems(scope, now);
          case LOAD -> ofLoads(scope, now);
          case BIN, FREE -> ofBins(scope, now);
        };
  }

  /** The values that the statements name. */
  Map<String, Object> values() {
    return values;
  }

  private String places(Scope scope) {
    StringBuilder where = new StringBuilder("p.site_id = :site and p.kind = 'BIN' and p.active");
    if (given(scope.areas())) {
      where.append(" and p.area_id in (:areas)");
      values.put("areas", scope.areas());
    }
    if (given(scope.places())) {
      where.append(" and p.id in (:places)");
      values.put("places", scope.places());
    }
    if (given(scope.binsFrom())) {
      where.append(" and p.address >= :binsFrom");
      values.put("binsFrom", scope.binsFrom().strip());
    }
    if (given(scope.binsTo())) {
      // The last bin named, and all whose addresses go on from it.
      where.append(" and (p.address <= :binsTo or p.address like :binsToAll)");
      values.put("binsTo", scope.binsTo().strip());
      values.put("binsToAll", scope.binsTo().strip().replaceAll("[%_\\\\]", "\\\\$0") + "%");
    }
    return where.toString();
  }

  private String items(Scope scope) {
    StringBuilder where = new StringBuilder();
    if (given(scope.items())) {
      where.append(" and i.code in (:items)");
      values.put("items", scope.items().stream().map(String::strip).toList());
    }
    if (given(scope.categories())) {
      where.append(" and i.category in (:categories)");
      values.put("categories", scope.categories());
    }
    if (given(scope.classes())) {
      where.append(
          " and exists (select 1 from item_class k where k.site_id = :site and k.item_id = i.id and"
              + " k.class in (:classes))");
      values.put("classes", scope.classes().stream().map(Enum::name).toList());
    }
    return where.toString();
  }

  private String ofBins(Scope scope, Instant now) {
    StringBuilder where = new StringBuilder(places);
    if (!items.isEmpty()) {
      where.append(
          " and exists (select 1 from on_hand s join item i on i.id = s.item_id where"
              + " s.place_id = p.id"
              + items
              + ")");
    }
    if (scope.notCountedDays() != null) {
      where.append(
          " and not exists (select 1 from counted_place c where c.place_id = p.id"
              + " and c.last_counted >= :since)");
      values.put("since", Times.utc(now.minus(scope.notCountedDays(), ChronoUnit.DAYS)));
    }
    if (scope.minValue() != null) {
      where.append(
          " and (select sum(s.quantity * c.cost) from on_hand s join item_cost c on c.item_id"
              + " = s.item_id where s.place_id = p.id) >= :minValue");
      values.put("minValue", scope.minValue());
    }
    if (Boolean.TRUE.equals(scope.hadDifferences())) {
      where.append(
          " and exists (select 1 from count_result r join stock_count o on o.id = r.count_id where"
              + " r.place_id = p.id and r.posted <> 0 and o.state = 'POSTED' and o.ended > :wrong)");
      values.put("wrong", Times.utc(now.minus(DIFFERENCES_SINCE_DAYS, ChronoUnit.DAYS)));
    }
    if (Boolean.TRUE.equals(scope.suspected())) {
      where.append(
          " and exists (select 1 from reported_discrepancy u where u.place_id = p.id and u.count_id = 0)");
    }
    return "select p.id place_id, 0 item_id, 0 unit_load_id, p.walk, p.address label from place p"
        + " where "
        + where;
  }

  private String ofItems(Scope scope, Instant now) {
    StringBuilder where = new StringBuilder("i.active").append(items);
    where.append(
        " and exists (select 1 from on_hand s join place p on p.id = s.place_id where"
            + " s.item_id = i.id and "
            + places
            + ")");
    if (scope.notCountedDays() != null) {
      where.append(
          " and not exists (select 1 from counted_item n where n.item_id = i.id and n.site_id ="
              + " :site and n.last_counted >= :since)");
      values.put("since", Times.utc(now.minus(scope.notCountedDays(), ChronoUnit.DAYS)));
    }
    if (scope.minValue() != null) {
      where.append(
          " and (select t.on_hand * c.cost from on_hand_at_site t join item_cost c on c.item_id ="
              + " t.item_id where t.item_id = i.id and t.site_id = :site) >= :minValue");
      values.put("minValue", scope.minValue());
    }
    if (Boolean.TRUE.equals(scope.hadDifferences())) {
      where.append(
          " and exists (select 1 from counted_item n where n.item_id = i.id and n.site_id = :site"
              + " and n.differences > 0)");
    }
    if (Boolean.TRUE.equals(scope.suspected())) {
      where.append(
          " and exists (select 1 from reported_discrepancy u where u.site_id = :site and u.count_id = 0 and"
              + " (u.item_id = i.id or exists (select 1 from on_hand s where s.place_id ="
              + " u.place_id and s.item_id = i.id)))");
    }
    return "select 0 place_id, i.id item_id, 0 unit_load_id, 0 walk, i.code label from item i where "
        + where;
  }

  /** Unit loads that stand there, in the order of walking; trolleys are counted by bin. */
  private String ofLoads(Scope scope, Instant now) {
    StringBuilder where = new StringBuilder(places).append(items);
    if (scope.notCountedDays() != null) {
      where.append(
          " and not exists (select 1 from counted_place c where c.place_id = p.id"
              + " and c.last_counted >= :since)");
      values.put("since", Times.utc(now.minus(scope.notCountedDays(), ChronoUnit.DAYS)));
    }
    if (Boolean.TRUE.equals(scope.hadDifferences())) {
      where.append(
          " and exists (select 1 from count_result r join stock_count o on o.id = r.count_id where"
              + " r.unit_load_id = u.id and r.posted <> 0 and o.state = 'POSTED' and o.ended >"
              + " :wrong)");
      values.put("wrong", Times.utc(now.minus(DIFFERENCES_SINCE_DAYS, ChronoUnit.DAYS)));
    }
    if (Boolean.TRUE.equals(scope.suspected())) {
      where.append(
          " and exists (select 1 from reported_discrepancy d where d.place_id = p.id and d.count_id"
              + " = 0)");
    }
    String worth = "";
    if (scope.minValue() != null) {
      worth =
          " having coalesce(sum(s.quantity * (select c.cost from item_cost c where c.item_id ="
              + " s.item_id)), 0) >= :minValue";
      values.put("minValue", scope.minValue());
    }
    return "select 0 place_id, 0 item_id, u.id unit_load_id, min(p.walk) walk, u.code label from"
        + " unit_load u join on_hand s on s.unit_load_id = u.id join place p on p.id = s.place_id"
        + " join item i on i.id = s.item_id where not u.trolley and "
        + where
        + " group by u.id, u.code"
        + worth;
  }

  /** What the slips are about, without an order. */
  String subjects() {
    return subjects;
  }

  /** How many positions lie in what the slips are about, and what they are worth by the book. */
  String worth() {
    return "select count(*) positions, coalesce(sum(round(s.quantity * c.cost, 2)), 0) value from ("
        + subjects
        + ") x join on_hand s on "
        + switch (shape) {
          case ITEM -> "s.item_id = x.item_id";
          case LOAD -> "s.unit_load_id = x.unit_load_id";
          case BIN, FREE -> "s.place_id = x.place_id";
        }
        + " join place p on p.id ="
        + " s.place_id and p.site_id = :site and p.kind = 'BIN' left join item_cost c on c.item_id ="
        + " s.item_id";
  }

  @Contract("null -> false")
  private static boolean given(@Nullable List<?> list) {
    return list != null && !list.isEmpty();
  }

  @Contract("null -> false")
  private static boolean given(@Nullable String text) {
    return text != null && !text.isBlank();
  }
}
