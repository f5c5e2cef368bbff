package app.reliquum.adjusting;

import app.reliquum.api.Actor;
import app.reliquum.api.Utc;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What was scrapped: by item, by reason, by month. What was taken back is not in it. */
@Service
public class ScrapReport {

  private final JdbcClient jdbc;

  ScrapReport(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  /** By what scrap is told apart. */
  public enum By {
    ITEM,
    REASON,
    MONTH
  }

  /**
   * A row.
   *
   * @param label the item's name, the reasons, or the month
   * @param quantity how much; only by item
   */
  @Schema(name = "ScrapRow")
  public record Row(
      String label,
      @Nullable String code,
      @Nullable Quantity quantity,
      @Nullable String symbol,
      int times,
      BigDecimal value) {}

  /** The rows, the dearest first; months in their order. */
  @Transactional(readOnly = true)
  public List<Row> rows(By by, Long site, Instant after, Instant before, Actor actor) {
    String label =
        switch (by) {
          case ITEM -> "i.name";
          case REASON ->
              "(select group_concat(x.name order by x.id <> a.kind_id, x.name separator ' + ') from"
                  + " adjustment_reason r join movement_kind x on x.id = r.kind_id where"
                  + " r.adjustment_id = a.id)";
          case MONTH -> "date_format(h.effective, '%Y-%m')";
        };
    return jdbc.sql(
            "select x.label, max(x.code) code, sum(x.quantity) quantity, max(x.unit) unit,"
                + " count(distinct x.id) times, sum(x.value) value from (select "
                + label
                + " label, i.code, l.quantity, i.unit, a.id, l.value, i.id item from adjustment a"
                + " join posted h on h.id = a.posting_id join posted_line l on l.posting_id = h.id"
                + " join item i on i.id = l.item_id where a.purpose = 'SCRAP' and not exists"
                + " (select 1 from posted b where b.reverses_id = h.id)"
                + (site == null ? "" : " and a.site_id = :site")
                + (actor.everywhere() ? "" : " and a.site_id in (:sites)")
                + " and h.effective >= :after and h.effective < :before) x group by "
                + (by == By.ITEM ? "x.item, x.label" : "x.label")
                + (by == By.MONTH ? " order by x.label" : " order by value desc, x.label")
                + " limit 500")
        .param("site", site)
        .param("sites", actor.siteNumbers())
        .param("after", Utc.of(after))
        .param("before", Utc.of(before))
        .query(
            (row, n) ->
                new Row(
                    row.getString("label"),
                    by == By.ITEM ? row.getString("code") : null,
                    by == By.ITEM ? new Quantity(row.getBigDecimal("quantity")) : null,
                    by == By.ITEM ? UnitOfMeasure.valueOf(row.getString("unit")).symbol() : null,
                    row.getInt("times"),
                    row.getBigDecimal("value")))
        .list();
  }
}
