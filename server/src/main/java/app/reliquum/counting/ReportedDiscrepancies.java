package app.reliquum.counting;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.places.Places;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What people on the floor say looks wrong: a reason to count. */
@Service
public class ReportedDiscrepancies {

  private static final int MOST = 500;

  private final JdbcClient jdbc;
  private final Places places;
  private final Clock clock;

  ReportedDiscrepancies(JdbcClient jdbc, Places places, Clock clock) {
    this.jdbc = jdbc;
    this.places = places;
    this.clock = clock;
  }

  /**
   * Something that looks wrong.
   *
   * @param place the bin
   * @param empty whether the bin is empty although the book has something there
   */
  @Schema(name = "SuspicionEntry")
  public record Entry(@NotNull Long place, boolean empty, @Size(max = 200) @Nullable String note) {}

  /** What someone has said. */
  @Schema(name = "Suspicion")
  public record Card(
      long id,
      long siteId,
      String site,
      long placeId,
      String place,
      String person,
      Instant at,
      boolean empty,
      String note,
      int positions) {}

  /** Says that a bin looks wrong. Said again, it is one suspicion. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void say(Command command, Entry entry) {
    Places.LedgerPlace bin =
        places.forLedger(Set.of(entry.place())).stream()
            .findFirst()
            .orElseThrow(() -> Problem.missing("bin", entry.place()));
    command.actor().requireSite(bin.site(), bin.siteName());
    int known =
        jdbc.sql(
                "update reported_discrepancy set found_empty = found_empty or ?, note = if(? = '', note, ?)"
                    + " where place_id = ? and count_id = 0")
            .params(entry.empty(), note(entry), note(entry), entry.place())
            .update();
    boolean open =
        known > 0
            || jdbc.sql(
                        "select count(*) from reported_discrepancy where place_id = ? and count_id = 0")
                    .param(entry.place())
                    .query(Integer.class)
                    .single()
                > 0;
    if (!open) {
      jdbc.sql(
              "insert into reported_discrepancy (site_id, place_id, person_id, at, found_empty, note) values"
                  + " (?, ?, ?, ?, ?, ?)")
          .params(
              bin.site(),
              bin.id(),
              command.actor().id(),
              Times.utc(clock.instant()),
              entry.empty(),
              note(entry))
          .update();
    }
  }

  private static String note(Entry entry) {
    return entry.note() == null ? "" : entry.note().strip();
  }

  /** What nobody has looked into yet. */
  @Transactional(readOnly = true)
  public List<Card> open(Long site, Actor actor) {
    return jdbc.sql(
            """
            select u.id, u.site_id, t.name site, u.place_id, p.address place, w.name person, u.at,
              u.found_empty, u.note,
              (select count(*) from on_hand s where s.place_id = p.id)
                positions
            from reported_discrepancy u join place p on p.id = u.place_id join site t on t.id = u.site_id
              join person w on w.id = u.person_id
            where u.count_id = 0 and (:site = 0 or u.site_id = :site)
              and (:all or u.site_id in (:sites)) order by u.at desc limit :most
            """)
        .param("site", site == null ? 0 : site)
        .param("all", actor.everywhere())
        .param("sites", actor.siteNumbers())
        .param("most", MOST)
        .query(
            (row, n) ->
                new Card(
                    row.getLong("id"),
                    row.getLong("site_id"),
                    row.getString("site"),
                    row.getLong("place_id"),
                    row.getString("place"),
                    row.getString("person"),
                    Times.instant(row, "at"),
                    row.getBoolean("found_empty"),
                    row.getString("note"),
                    row.getInt("positions")))
        .list();
  }
}
