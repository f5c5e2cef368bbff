package app.reliquum.stock;

import app.reliquum.core.ledger.Usage;
import app.reliquum.places.DaysAtSites;
import java.math.BigDecimal;
import java.sql.Date;
import java.time.LocalDate;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * How many items were out of stock, day by day: those of which a site had nothing left at the end
 * of the day, though customers or jobs used them there within {@value #ASKED_WITHIN_DAYS} days.
 */
@Service
public class StockOuts {

  /** For how many days before the last one use counts. */
  public static final int ASKED_WITHIN_DAYS = 90;

  private static final String DEMAND =
      Usage.DEMAND.stream()
          .map(cause -> "'" + cause + "'")
          .sorted()
          .collect(Collectors.joining(", "));

  private final JdbcClient jdbc;

  StockOuts(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  /** How many items of how many sites were out of stock at the end of each of the days. */
  @Transactional(readOnly = true)
  public Map<LocalDate, Long> byDay(DaysAtSites asked) {
    Map<LocalDate, Long> outs = new TreeMap<>();
    asked.first().datesUntil(asked.last().plusDays(1)).forEach(day -> outs.put(day, 0L));
    Backwards backwards = new Backwards(asked, outs);
    asked
        .sites()
        .bind(
            jdbc.sql(
                """
                select u.item_id, u.site_id, coalesce(s.on_hand, 0) on_hand, c.day,
                  coalesce(c.quantity, 0) changed
                from (select distinct u.item_id, u.site_id from usage_by_day u
                    join item i on i.id = u.item_id and i.active
                    where u.day >= :used and u.cause in (%s) and u.quantity > 0 and %s) u
                  left join item_stock s on s.item_id = u.item_id and s.site_id = u.site_id
                  left join change_by_day c
                    on c.item_id = u.item_id and c.site_id = u.site_id and c.day >= :first
                order by u.item_id, u.site_id, c.day desc
                """
                    .formatted(DEMAND, asked.sites().seen("u.site_id"))))
        .param("used", asked.last().minusDays(ASKED_WITHIN_DAYS))
        .param("first", asked.first())
        .query(
            row -> {
              Date day = row.getDate("day");
              backwards.change(
                  row.getLong("item_id"),
                  row.getLong("site_id"),
                  row.getBigDecimal("on_hand"),
                  day == null ? null : day.toLocalDate(),
                  row.getBigDecimal("changed"));
            });
    backwards.end();
    return outs;
  }

  /** Goes back from what is on hand now, change by change, and counts the days without stock. */
  private static final class Backwards {

    private final DaysAtSites asked;
    private final Map<LocalDate, Long> outs;
    private long item;
    private long site;
    private LocalDate until;
    private BigDecimal level = BigDecimal.ONE;

    Backwards(DaysAtSites asked, Map<LocalDate, Long> outs) {
      this.asked = asked;
      this.outs = outs;
      this.until = asked.last();
    }

    void change(
        long ofItem, long atSite, BigDecimal onHand, @Nullable LocalDate day, BigDecimal changed) {
      if (ofItem != item || atSite != site) {
        end();
        item = ofItem;
        site = atSite;
        until = asked.last();
        level = onHand;
      }
      if (day != null) {
        // Since this day it has been at the level that it has after it.
        count(day);
        level = level.subtract(changed);
        until = day.minusDays(1);
      }
    }

    void end() {
      count(asked.first());
    }

    private void count(LocalDate from) {
      if (level.signum() <= 0 && !until.isBefore(from)) {
        from.datesUntil(until.plusDays(1))
            .filter(outs::containsKey)
            .forEach(day -> outs.merge(day, 1L, Long::sum));
      }
    }
  }
}
