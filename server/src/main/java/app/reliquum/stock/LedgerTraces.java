package app.reliquum.stock;

import app.reliquum.api.sheets.LastingTraces;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * What was posted stays in the ledger, also when it was reversed, with the goods and bins of it.
 */
@Component
class LedgerTraces implements LastingTraces {

  private static final String LINES = "ledger_line";

  /** The columns of a line, by which of them refers to the same. */
  private static final List<String> PLACES = List.of("from_place_id", "to_place_id");

  private static final Set<String> TABLES =
      Set.of(
          LINES,
          "stock_position",
          "item_stock",
          "on_hand_at_site",
          "lot",
          "serial",
          "change_by_day",
          "usage_by_day");

  private final JdbcClient jdbc;

  LedgerTraces(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  @Override
  public Set<String> tables() {
    return TABLES;
  }

  @Override
  public Set<Long> ofOthers(String column, Collection<Long> numbers, String batch) {
    List<String> columns =
        column.equals("item_id") ? List.of(column) : column.equals("place_id") ? PLACES : List.of();
    Set<Long> others = new HashSet<>();
    for (String one : columns) {
      others.addAll(
          jdbc.sql(
                  "select distinct l.%s from ledger_line l join posting p on p.id = l.posting_id"
                          .formatted(one)
                      + " where l.%s in (:numbers) and not p.reason <=> :batch".formatted(one))
              .param("numbers", numbers)
              .param("batch", batch)
              .query(Long.class)
              .set());
    }
    return others;
  }
}
