package app.reliquum.api.lists;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The rows that a list is made of.
 *
 * @param from the tables that are needed to tell which rows there are, beginning with {@code from}
 * @param key the column that is unique among them
 * @param sites the columns that name sites: whoever may see one of them may see the row; none if
 *     everyone may see all
 * @param words conditions by which a word is found: {@code :starts} stands for a text that begins
 *     with it, {@code :holds} for one that holds it
 */
public record ListTable<C extends Enum<C> & ListColumn>(
    String from, String key, List<String> sites, List<String> words) {

  /**
   * How its rows are shown.
   *
   * @param select what is read of each row, beginning with {@code select}
   * @param joins more tables that only this needs, or an empty text
   * @param only a condition that holds for all rows that are shown
   * @param order the order if none is asked for, without {@code order by}; rows that are alike in
   *     it stand by their key, the same way
   */
  public record Shown(String select, String joins, String only, String order) {}

  /** The condition that leaves out what someone may not see; it needs {@code :sites}. */
  public String seenBy(Actor actor) {
    return actor.everywhere() || sites.isEmpty()
        ? "1 = 1"
        : sites.stream()
            .map(site -> site + " in (:sites)")
            .collect(Collectors.joining(" or ", "(", ")"));
  }

  /** How many rows there are of which a condition holds. */
  public int count(JdbcClient jdbc, String only, Actor actor) {
    return jdbc.sql("select count(*) " + from + " where " + only + " and " + seenBy(actor))
        .param("sites", actor.siteNumbers())
        .query(Integer.class)
        .single();
  }

  /** A stretch of rows, and how many there are in all. */
  public <R> Page<R> page(
      JdbcClient jdbc, ListQuery<C> query, Shown shown, Actor actor, RowMapper<R> mapper) {
    Map<String, Object> values = new HashMap<>();
    String where = where(query, shown.only(), actor, values);
    long total =
        jdbc.sql("select count(*) " + from + where).params(values).query(Long.class).single();
    values.put("limit", Page.limit(query.limit()));
    values.put("offset", query.offset());
    List<R> rows =
        jdbc.sql(
                shown.select()
                    + " "
                    + from
                    + " "
                    + shown.joins()
                    + where
                    + " order by "
                    + order(query, shown)
                    + " limit :limit offset :offset")
            .params(values)
            .query(mapper)
            .list();
    return new Page<>(total, query.offset(), rows);
  }

  private String order(ListQuery<C> query, Shown shown) {
    String way = query.descending() ? " desc" : "";
    C sort = query.sort();
    if (sort == null) {
      return shown.order() + ", " + key + (shown.order().endsWith(" desc") ? " desc" : "");
    }
    String sql = sort.value().sorted();
    // What is not filled in stands last, whichever way.
    return sql + " is null, " + sql + way + ", " + key + way;
  }

  private String where(ListQuery<C> query, String only, Actor actor, Map<String, Object> values) {
    List<String> all = new ArrayList<>(List.of("(" + only + ")", seenBy(actor)));
    values.put("sites", actor.siteNumbers());
    SearchText text = SearchText.of(query.q());
    List<String> typed = text.isEmpty() ? List.of() : List.of(text.text().split("\\s+"));
    for (int n = 0; n < typed.size(); n++) {
      String found = String.join(" or ", words);
      all.add("(" + found.replace(":starts", ":starts" + n).replace(":holds", ":holds" + n) + ")");
      String starts = SearchText.of(typed.get(n)).prefix();
      values.put("starts" + n, starts);
      values.put("holds" + n, "%" + starts);
    }
    all.addAll(conditions(query.where(), values));
    return " where " + String.join(" and ", all);
  }

  private List<String> conditions(List<ListCondition<C>> asked, Map<String, Object> values) {
    List<String> all = new ArrayList<>();
    Map<C, List<String>> alternatives = new HashMap<>();
    for (ListCondition<C> one : asked) {
      String name = "value" + values.size();
      Object value = one.value();
      if (value != null) {
        values.put(
            name,
            one.comparison() == Comparison.HOLDS
                ? "%" + SearchText.of(value.toString()).prefix()
                : value);
      }
      String sql = condition(one, ":" + name);
      if (one.comparison() == Comparison.IS) {
        alternatives.computeIfAbsent(one.column(), column -> new ArrayList<>()).add(sql);
      } else {
        all.add(sql);
      }
    }
    alternatives.values().forEach(any -> all.add("(" + String.join(" or ", any) + ")"));
    return all;
  }

  private String condition(ListCondition<C> one, String value) {
    ListValue column = one.column().value();
    String sql = column.sql();
    boolean among = column.kind() == ListValue.Kind.AMONG;
    return switch (one.comparison()) {
      case IS -> among ? value + " in (" + sql + ")" : sql + " = " + value;
      case IS_NOT ->
          among
              ? value + " not in (" + sql + ")"
              : "(" + sql + " is null or " + sql + " <> " + value + ")";
      case HOLDS -> sql + " like " + value;
      case FROM -> sql + " >= " + value;
      case UNTIL -> sql + " <= " + value;
      case BEFORE -> sql + " < " + value;
      case EMPTY -> column.isEmpty();
      case FILLED -> "not (" + column.isEmpty() + ")";
    };
  }
}
