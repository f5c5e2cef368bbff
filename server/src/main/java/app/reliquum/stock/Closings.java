package app.reliquum.stock;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import io.swagger.v3.oas.annotations.media.Schema;
import java.sql.Date;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Closes the books: nothing may take effect any more on or before the day. */
@Service
public class Closings {

  private final JdbcClient jdbc;
  private final Clock clock;

  Closings(JdbcClient jdbc, Clock clock) {
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** That the books were closed once. */
  @Schema(name = "Closing")
  public record Closing(long id, LocalDate upTo, Instant closed, String closedBy, String note) {}

  /** Every closing, the last first. */
  @Transactional(readOnly = true)
  public List<Closing> all() {
    return jdbc.sql(
            "select c.id, c.up_to, c.closed, coalesce(p.name, '') closed_by, c.note from closing c"
                + " left join person p on p.id = c.closed_by order by c.id desc")
        .query(
            (row, n) ->
                new Closing(
                    row.getLong(1),
                    row.getDate(2).toLocalDate(),
                    LedgerTable.instant(row.getTimestamp(3)),
                    row.getString(4),
                    row.getString(5)))
        .list();
  }

  /** The last closed day. */
  public Optional<LocalDate> upTo() {
    return jdbc.sql("select max(up_to) from closing")
        .query((row, n) -> Optional.ofNullable(row.getDate(1)).map(Date::toLocalDate))
        .single();
  }

  /** The same, held so until the transaction ends. */
  @Transactional(propagation = Propagation.MANDATORY)
  Optional<LocalDate> heldUpTo() {
    jdbc.sql("select id from house where id = 1 lock in share mode").query(Long.class).single();
    return upTo();
  }

  /**
   * Closes the books up to a day.
   *
   * @throws Problem if the day is not over at every site, or is closed already
   */
  @Transactional
  public Closing close(Actor actor, LocalDate day, String note) {
    jdbc.sql("select id from house where id = 1 for update").query(Long.class).single();
    LocalDate today =
        jdbc.sql("select distinct time_zone from site").query(String.class).list().stream()
            .map(zone -> clock.instant().atZone(ZoneId.of(zone)).toLocalDate())
            .min(Comparator.naturalOrder())
            .orElse(LocalDate.now(clock));
    if (!day.isBefore(today)) {
      throw Problem.invalid("upTo", "That day is not over yet. Close up to a day that is.");
    }
    upTo()
        .filter(last -> !day.isAfter(last))
        .ifPresent(
            last -> {
              throw Problem.conflict("closed-already", "The books are closed up to {0}.", last)
                  .with("upTo", last);
            });
    jdbc.sql("insert into closing (up_to, closed, closed_by, note) values (?, ?, ?, ?)")
        .params(day, LedgerTable.utc(clock.instant()), actor.id(), note)
        .update();
    return all().get(0);
  }
}
