package app.reliquum.places;

import app.reliquum.api.Problem;
import app.reliquum.core.demand.WorkingDays;
import java.sql.Date;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** On which days a site works. */
@Service
public class SiteCalendar {

  private final JdbcClient jdbc;

  SiteCalendar(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  /** A day on which a site does not work. */
  public record Holiday(LocalDate day, String name) {}

  /** The days on which a site works. */
  @Transactional(readOnly = true)
  public WorkingDays working(long site) {
    String days =
        jdbc.sql("select working_days from site where id = ?")
            .param(site)
            .query(String.class)
            .optional()
            .orElseThrow(() -> Problem.missing("site", site));
    return new WorkingDays(
        days(days), holidays(site).stream().map(Holiday::day).collect(Collectors.toSet()));
  }

  /** How many working days goods from another site take to come to it. */
  @Transactional(readOnly = true)
  public int transferDays(long site) {
    return jdbc.sql("select transfer_days from site where id = ?")
        .param(site)
        .query(Integer.class)
        .single();
  }

  List<Holiday> holidays(long site) {
    return jdbc.sql("select day, name from site_holiday where site_id = ? order by day")
        .param(site)
        .query((row, n) -> new Holiday(row.getDate(1).toLocalDate(), row.getString(2)))
        .list();
  }

  void write(long site, List<Holiday> holidays) {
    jdbc.sql("delete from site_holiday where site_id = ?").param(site).update();
    Set<LocalDate> seen = new HashSet<>();
    for (Holiday one : holidays) {
      if (!seen.add(one.day())) {
        throw Problem.invalid("holidays", "{0} is named twice.", one.day());
      }
      jdbc.sql("insert into site_holiday (site_id, day, name) values (?, ?, ?)")
          .params(site, Date.valueOf(one.day()), one.name().strip())
          .update();
    }
  }

  static Set<DayOfWeek> days(String kept) {
    return Arrays.stream(kept.split(","))
        .filter(name -> !name.isBlank())
        .map(DayOfWeek::valueOf)
        .collect(Collectors.toCollection(TreeSet::new));
  }

  static String kept(Set<DayOfWeek> days) {
    return new TreeSet<>(days).stream().map(DayOfWeek::name).collect(Collectors.joining(","));
  }
}
