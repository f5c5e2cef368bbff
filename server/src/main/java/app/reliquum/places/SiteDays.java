package app.reliquum.places;

import app.reliquum.api.Problem;
import app.reliquum.api.SitesAsked;
import app.reliquum.api.Utc;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.zone.ZoneOffsetTransition;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/**
 * Which day it is at a site. Late, due, overdue and days left are all reckoned from it, in lists,
 * on cards and on Today alike.
 */
@Service
public class SiteDays {

  /** Clocks are changed once or twice in it; no moment of the ledger is so far ahead. */
  private static final Duration YEAR = Duration.ofDays(366);

  private final JdbcClient jdbc;
  private final Clock clock;

  SiteDays(JdbcClient jdbc, Clock clock) {
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** The day at a site. */
  public LocalDate today(long site) {
    return on(site, clock.instant());
  }

  /** The day at a site, or the latest of those at all sites that someone may look at. */
  public LocalDate today(SitesAsked sites) {
    Long site = sites.site();
    return site != null
        ? today(site)
        : today().entrySet().stream()
            .filter(one -> sites.actor().worksAt(one.getKey()))
            .map(Map.Entry::getValue)
            .max(LocalDate::compareTo)
            .orElseGet(() -> LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC));
  }

  /** The day that it was at a site at a moment. */
  public LocalDate on(long site, Instant moment) {
    String zone =
        jdbc.sql("select time_zone from site where id = ?")
            .param(site)
            .query(String.class)
            .optional()
            .orElseThrow(() -> Problem.missing("site", site));
    return LocalDate.ofInstant(moment, ZoneId.of(zone));
  }

  /** The day at each site, by its number. */
  public Map<Long, LocalDate> today() {
    Instant now = clock.instant();
    Map<Long, LocalDate> days = new TreeMap<>();
    jdbc.sql("select id, time_zone from site")
        .query(
            row -> {
              days.put(row.getLong(1), LocalDate.ofInstant(now, ZoneId.of(row.getString(2))));
            });
    return days;
  }

  /**
   * The day at the site of a row, for a query over several sites: at any moment there are at most
   * three of them on earth.
   *
   * @param site the column that names the site; where it names none the day is that of UTC
   * @return an expression of SQL
   */
  public String todaySql(String site) {
    LocalDate utc = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
    Map<LocalDate, String> others =
        today().entrySet().stream()
            .filter(one -> !one.getValue().equals(utc))
            .collect(
                Collectors.groupingBy(
                    Map.Entry::getValue,
                    TreeMap::new,
                    Collectors.mapping(
                        one -> String.valueOf(one.getKey()), Collectors.joining(", "))));
    if (others.isEmpty()) {
      return "date '" + utc + "'";
    }
    StringBuilder sql = new StringBuilder("(case");
    others.forEach(
        (day, sites) -> sql.append(" when %s in (%s) then date '%s'".formatted(site, sites, day)));
    return sql.append(" else date '").append(utc).append("' end)").toString();
  }

  /**
   * The day at the site of a row that a moment falls on, for statements over many rows: the
   * database knows no time zones, so each zone's changes of the clock are written out.
   *
   * @param site the column that names the site; where it names none the day is that of UTC
   * @param moment the column that holds the moment, in UTC
   * @param first no moment is earlier
   * @return an expression of SQL
   */
  public String onSql(String site, String moment, Instant first) {
    return "date(" + localSql(site, moment, first) + ")";
  }

  /** The hour of the day, 0 to 23, at the site of a row; as {@link #onSql}. */
  public String hourOnSql(String site, String moment, Instant first) {
    return "hour(" + localSql(site, moment, first) + ")";
  }

  private String localSql(String site, String moment, Instant first) {
    Map<String, String> zones = new TreeMap<>();
    jdbc.sql("select time_zone, group_concat(id) from site group by time_zone")
        .query(
            row -> {
              zones.put(row.getString(1), row.getString(2));
            });
    if (zones.isEmpty()) {
      return moment;
    }
    return zones.entrySet().stream()
        .map(
            zone ->
                " when %s in (%s) then %s"
                    .formatted(
                        site, zone.getValue(), offset(ZoneId.of(zone.getKey()), moment, first)))
        .collect(
            Collectors.joining(
                "", "(%s + interval (case".formatted(moment), " else 0 end) second)"));
  }

  private String offset(ZoneId zone, String moment, Instant first) {
    Instant last = clock.instant().plus(YEAR);
    StringBuilder sql = new StringBuilder("(case");
    Instant from = first;
    for (ZoneOffsetTransition next = zone.getRules().nextTransition(from);
        next != null && from.isBefore(last);
        next = zone.getRules().nextTransition(from)) {
      sql.append(
          " when %s < '%s' then %d"
              .formatted(
                  moment, Utc.of(next.getInstant()), next.getOffsetBefore().getTotalSeconds()));
      from = next.getInstant();
    }
    int after = zone.getRules().getOffset(from).getTotalSeconds();
    return from.equals(first)
        ? String.valueOf(after)
        : sql.append(" else ").append(after).append(" end)").toString();
  }
}
