package app.reliquum.catalog;

import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.JdbcOperations;

/** An item that rows of a table name, with how it is measured. */
record MeasuredRow(long id, MeasureRule measure) {

  private static final int PORTION = 1_000;

  /** Those with these codes, by code. */
  static Map<String, MeasuredRow> of(JdbcOperations jdbc, Collection<String> codes) {
    Map<String, MeasuredRow> found = new HashMap<>();
    List<String> all = codes.stream().distinct().toList();
    for (int from = 0; from < all.size(); from += PORTION) {
      List<String> some = all.subList(from, Math.min(all.size(), from + PORTION));
      jdbc.query(
          "select code, id, unit, decimals, tracking from item where code in ("
              + String.join(",", Collections.nCopies(some.size(), "?"))
              + ")",
          row -> {
            found.put(
                row.getString(1),
                new MeasuredRow(
                    row.getLong(2),
                    new MeasureRule(
                        UnitOfMeasure.valueOf(row.getString(3)),
                        row.getInt(4),
                        Tracking.valueOf(row.getString(5)))));
          },
          some.toArray());
    }
    return found;
  }
}
