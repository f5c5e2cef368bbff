package app.reliquum.stock;

import app.reliquum.core.ledger.Usage;
import app.reliquum.feed.FeedCursors;
import app.reliquum.feed.FeedEntry;
import app.reliquum.feed.FeedReader;
import app.reliquum.feed.FeedTopic;
import app.reliquum.places.SiteDays;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.EnumSet;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * What the ledger comes to by item, site and day: what was used, and by how much stock changed.
 *
 * <p>Each posting is added once, as it is read from the feed, to the days that it belongs to: a
 * late one to its own, a reversal to that of what it reverses. At any moment the figures are the
 * sum of all postings that have been read; so they can be made anew, and checked, at any moment.
 */
@Component
public class DailyFigures implements FeedReader {

  private static final String NAME = "stock-daily-figures";
  private static final EnumSet<Usage.Cause> EVERY = EnumSet.allOf(Usage.Cause.class);

  /** That the posting of a line {@code l} is one that was read. */
  private static final String READ =
      "l.posting_id not in (" + FeedCursors.unread(NAME, FeedTopic.STOCK) + ")";

  private final JdbcClient jdbc;
  private final SiteDays days;
  private final FeedCursors cursors;

  DailyFigures(JdbcClient jdbc, SiteDays days, FeedCursors cursors) {
    this.jdbc = jdbc;
    this.days = days;
    this.cursors = cursors;
  }

  @Override
  public String name() {
    return NAME;
  }

  @Override
  public boolean reads(FeedTopic topic, String what) {
    return topic == FeedTopic.STOCK;
  }

  @Override
  public void read(FeedEntry entry) {
    jdbc.sql(
            """
            select min(least(h.effective, coalesce(o.effective, h.effective)))
            from posted h left join posted o on o.id = h.reverses_id where h.id = ?
            """)
        .param(entry.subject())
        .query(LocalDateTime.class)
        .optional()
        .ifPresent(
            first -> add("l.posting_id = " + entry.subject(), first.toInstant(ZoneOffset.UTC)));
  }

  /** Makes the figures of a house that kept none before. */
  @EventListener(ApplicationReadyEvent.class)
  @Order(Ordered.HIGHEST_PRECEDENCE)
  @Transactional
  public void makeOnce() {
    if (jdbc.sql("insert ignore into daily_figures_made (once) values (1)").update() > 0) {
      makeAnew();
    }
  }

  /**
   * Adds the figures of every day up again. Must be called when a site has come into another time
   * zone, for then its days are others.
   */
  @Transactional
  public void makeAnew() {
    cursors.skip(NAME);
    jdbc.sql("delete from usage_by_day").update();
    jdbc.sql("delete from change_by_day").update();
    add(READ, first());
  }

  private Instant first() {
    return jdbc.sql("select min(effective) from posted")
        .query(LocalDateTime.class)
        .optional()
        .map(first -> first.toInstant(ZoneOffset.UTC))
        .orElse(Instant.EPOCH);
  }

  private void add(String which, Instant first) {
    jdbc.sql(
            "insert into usage_by_day (item_id, site_id, day, cause, quantity) "
                + used(which, first)
                + " on duplicate key update quantity = quantity + values(quantity)")
        .update();
    jdbc.sql(
            "insert into change_by_day (item_id, site_id, day, quantity) "
                + changed(which, first)
                + " on duplicate key update quantity = quantity + values(quantity)")
        .update();
  }

  private String used(String which, Instant first) {
    return """
        select u.item_id, u.site_id, %s day, %s cause, sum(u.quantity) quantity
        from (%s) u group by u.item_id, u.site_id, day, cause having sum(u.quantity) <> 0
        """
        .formatted(
            days.onSql("u.site_id", "u.used_at", first),
            UsageSql.cause("u.contra"),
            UsageSql.lines(EVERY, which));
  }

  private String changed(String which, Instant first) {
    return """
        select u.item_id, u.site_id, %s day, sum(u.quantity) quantity
        from (
          select l.item_id, p.site_id, l.effective, l.quantity
          from posted_line l join place p on p.id = l.to_place_id and %2$s where %3$s
          union all
          select l.item_id, p.site_id, l.effective, -l.quantity
          from posted_line l join place p on p.id = l.from_place_id and %2$s where %3$s
        ) u group by u.item_id, u.site_id, day having sum(u.quantity) <> 0
        """
        .formatted(days.onSql("u.site_id", "u.effective", first), OwnPlaces.are("p.kind"), which);
  }

  /** Where a figure differs from what the ledger adds up to; for a check of the books. */
  String differences() {
    Instant first = first();
    return """
        insert into book_check_difference (check_id, item_id, place_id, lot_id, serial_id,
          unit_load_id, condition_code, kept, recomputed)
        select :id, item_id, 0, 0, 0, 0, 0, sum(kept), sum(recomputed)
        from (
          select item_id, site_id, day, cause, quantity kept, 0 recomputed from usage_by_day
          union all
          select w.item_id, w.site_id, w.day, w.cause, 0, w.quantity from (%s) w
          union all
          select item_id, site_id, day, '', quantity, 0 from change_by_day
          union all
          select w.item_id, w.site_id, w.day, '', 0, w.quantity from (%s) w
        ) both_sides
        group by item_id, site_id, day, cause
        having sum(kept) <> sum(recomputed)
        """
        .formatted(used(READ, first), changed(READ, first));
  }
}
