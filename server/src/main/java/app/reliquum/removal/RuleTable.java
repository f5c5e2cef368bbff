package app.reliquum.removal;

import app.reliquum.api.Actor;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Utc;
import app.reliquum.core.removal.Rule;
import app.reliquum.core.removal.Scope;
import app.reliquum.core.removal.SortKey;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The rows of removal rules, and of what was changed of them. */
@Repository
class RuleTable {

  private static final int MOST_CHANGES = 500;

  private final JdbcClient jdbc;
  private final Clock clock;

  RuleTable(JdbcClient jdbc, Clock clock) {
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** A rule with the names of what it is for. */
  record RuleRow(
      long id,
      int version,
      long itemId,
      @Nullable String item,
      @Nullable String name,
      String category,
      long areaId,
      @Nullable String area,
      long siteId,
      @Nullable String site,
      List<SortKey> keys,
      int minimumLife,
      boolean oneLot,
      boolean fullPacks,
      Rule.Substitutes substitutes) {

    Rule rule() {
      return new Rule(
          id,
          new Scope(itemId, category, areaId, siteId),
          keys,
          minimumLife,
          oneLot,
          fullPacks,
          substitutes);
    }

    /** Whether some goods at some place are both rules' affair. */
    boolean meets(RuleRow other, Map<Long, Long> sites) {
      boolean goods =
          (itemId == 0 && category.isEmpty())
              || (other.itemId == 0 && other.category.isEmpty())
              || (itemId != 0 && itemId == other.itemId)
              || within(category, other.category)
              || within(other.category, category)
              || (itemId != 0) != (other.itemId != 0);
      long here = areaId != 0 ? sites.getOrDefault(areaId, 0L) : siteId;
      long there = other.areaId != 0 ? sites.getOrDefault(other.areaId, 0L) : other.siteId;
      boolean place =
          here == 0
              || there == 0
              || (here == there && (areaId == 0 || other.areaId == 0 || areaId == other.areaId));
      return goods && place;
    }

    private static boolean within(String category, String other) {
      return !category.isEmpty() && (category + "/").startsWith(other + "/");
    }

    boolean moreSpecificThan(RuleRow other) {
      int byGoods = Integer.compare(goodsRank(), other.goodsRank());
      return byGoods != 0 ? byGoods > 0 : placeRank() > other.placeRank();
    }

    private int goodsRank() {
      return itemId != 0 ? Integer.MAX_VALUE : category.isEmpty() ? 0 : category.split("/").length;
    }

    private int placeRank() {
      return areaId != 0 ? 2 : siteId != 0 ? 1 : 0;
    }

    /** The rule as people say it. */
    String sentence() {
      String goods =
          itemId != 0 ? name : category.isEmpty() ? "everything" : "category " + category;
      String where = areaId != 0 ? " in " + area : siteId != 0 ? " at " + site : "";
      StringBuilder text = new StringBuilder("For ").append(goods).append(where).append(" take ");
      text.append(keys.stream().map(RuleRow::words).collect(Collectors.joining(", then ")));
      if (minimumLife > 0) {
        text.append("; good for ").append(minimumLife).append(" more days");
      }
      text.append(oneLot ? "; of one lot only" : "").append(fullPacks ? "; in full packs" : "");
      return text.append(
              switch (substitutes) {
                case NONE -> "; nothing else instead";
                case SAME_LOT -> "; the same lot instead";
                case ANY_THAT_FITS -> "";
              })
          .append('.')
          .toString();
    }

    private static String words(SortKey key) {
      return switch (key) {
        case FULL_PACKS -> "full packs first";
        default -> key.name().toLowerCase(Locale.ROOT).replace('_', ' ');
      };
    }
  }

  private static final String ROW =
      """
      select r.*, i.code, i.name, a.name area, coalesce(s.name, t.name) site
      from removal_rule r left join item i on i.id = r.item_id left join area a on a.id = r.area_id
        left join site s on s.id = r.site_id left join site t on t.id = a.site_id
      """;

  /** Every rule, the most specific first. */
  List<RuleRow> all() {
    return jdbc.sql(
            ROW
                + " order by r.item_id = 0, i.code, r.category = '', r.category, r.area_id = 0,"
                + " r.site_id = 0, r.id")
        .query((row, n) -> row(row))
        .list();
  }

  Optional<RuleRow> find(long id) {
    return jdbc.sql(ROW + " where r.id = ?").param(id).query((row, n) -> row(row)).optional();
  }

  private static RuleRow row(ResultSet row) throws SQLException {
    return new RuleRow(
        row.getLong("id"),
        row.getInt("version"),
        row.getLong("item_id"),
        row.getString("code"),
        row.getString("name"),
        row.getString("category"),
        row.getLong("area_id"),
        row.getString("area"),
        row.getLong("site_id"),
        row.getString("site"),
        Arrays.stream(row.getString("sort_keys").split(",")).map(SortKey::valueOf).toList(),
        row.getInt("minimum_life"),
        row.getBoolean("one_lot"),
        row.getBoolean("full_packs"),
        Rule.Substitutes.valueOf(row.getString("substitutes")));
  }

  /** A draft with the names of its area and site. */
  RuleRow named(RuleRow draft) {
    String area = name("select name from area where id = ?", draft.areaId());
    String site =
        draft.areaId() != 0
            ? name(
                "select s.name from area a join site s on s.id = a.site_id where a.id = ?",
                draft.areaId())
            : name("select name from site where id = ?", draft.siteId());
    return new RuleRow(
        draft.id(),
        draft.version(),
        draft.itemId(),
        draft.item(),
        draft.name(),
        draft.category(),
        draft.areaId(),
        area,
        draft.siteId(),
        site,
        draft.keys(),
        draft.minimumLife(),
        draft.oneLot(),
        draft.fullPacks(),
        draft.substitutes());
  }

  private @Nullable String name(String sql, long id) {
    return id == 0 ? null : jdbc.sql(sql).param(id).query(String.class).optional().orElse(null);
  }

  long insert(RuleRow rule) {
    return GeneratedId.of(
        jdbc.sql(
                """
            insert into removal_rule (item_id, category, area_id, site_id, sort_keys, minimum_life,
              one_lot, full_packs, substitutes) values (?, ?, ?, ?, ?, ?, ?, ?, ?)
            """)
            .params(values(rule)));
  }

  void update(RuleRow rule) {
    List<Object> values = new java.util.ArrayList<>(values(rule));
    values.add(rule.id());
    jdbc.sql(
            """
            update removal_rule set item_id = ?, category = ?, area_id = ?, site_id = ?,
              sort_keys = ?, minimum_life = ?, one_lot = ?, full_packs = ?, substitutes = ?,
              version = version + 1 where id = ?
            """)
        .params(values)
        .update();
  }

  private static List<Object> values(RuleRow rule) {
    return List.of(
        rule.itemId(),
        rule.category(),
        rule.areaId(),
        rule.siteId(),
        rule.keys().stream().map(Enum::name).collect(Collectors.joining(",")),
        rule.minimumLife(),
        rule.oneLot(),
        rule.fullPacks(),
        rule.substitutes().name());
  }

  void delete(long id) {
    jdbc.sql("delete from removal_rule where id = ?").param(id).update();
  }

  void changed(long rule, long site, Actor actor, @Nullable String before, @Nullable String after) {
    if (!Objects.equals(before, after)) {
      jdbc.sql(
              "insert into removal_rule_change (rule_id, site_id, at, person_id, before_text,"
                  + " after_text) values (?, nullif(?, 0), ?, ?, ?, ?)")
          .params(rule, site, now(), actor.id(), brief(before), brief(after))
          .update();
    }
  }

  private static @Nullable String brief(@Nullable String text) {
    return text == null ? null : text.substring(0, Math.min(400, text.length()));
  }

  List<RemovalRules.Change> changes(Long rule, Actor actor) {
    return jdbc.sql(
            """
            select c.id, c.rule_id, c.at, w.name, c.before_text, c.after_text
            from removal_rule_change c join person w on w.id = c.person_id
            where (:rule = 0 or c.rule_id = :rule)
              and (:everywhere or c.site_id is null or c.site_id in (:sites))
            order by c.at desc, c.id desc limit :most
            """)
        .param("everywhere", actor.everywhere())
        .param("sites", actor.siteNumbers())
        .param("rule", rule == null ? 0 : rule)
        .param("most", MOST_CHANGES)
        .query(
            (row, n) ->
                new RemovalRules.Change(
                    row.getLong(1),
                    row.getLong(2),
                    row.getTimestamp(3).toLocalDateTime().toInstant(ZoneOffset.UTC),
                    row.getString(4),
                    row.getString(5),
                    row.getString(6)))
        .list();
  }

  /** The category of each of some items. */
  Map<Long, String> categories(Set<Long> items) {
    Map<Long, String> categories = new HashMap<>();
    if (!items.isEmpty()) {
      jdbc.sql("select id, category from item where id in (:ids)")
          .param("ids", items)
          .query(
              row -> {
                categories.put(row.getLong(1), row.getString(2));
              });
    }
    return categories;
  }

  private LocalDateTime now() {
    return Utc.of(clock.instant());
  }
}
