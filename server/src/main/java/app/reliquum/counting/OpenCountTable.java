package app.reliquum.counting;

import static app.reliquum.counting.Times.utc;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.sentence.CountSentence;
import app.reliquum.core.sentence.OpenCount;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The rows of where each person stands in what they count. */
@Repository
class OpenCountTable {

  private static final TypeReference<List<PositionKey>> KEYS = new TypeReference<>() {};

  /** Whoever has said nothing for so long has left without a word. */
  private static final Duration STILL_THERE = Duration.ofMinutes(30);

  private final JdbcClient jdbc;
  private final JsonMapper json;
  private final Clock clock;

  OpenCountTable(JdbcClient jdbc, JsonMapper json, Clock clock) {
    this.jdbc = jdbc;
    this.json = json;
    this.clock = clock;
  }

  private record Row(
      long siteId, long countId, long slipId, String sentence, String asked, long nextPlaceId) {}

  OpenCount read(long person, long site) {
    return find(person, site, "").orElse(OpenCount.nothing(site));
  }

  OpenCount lock(long person, long site) {
    Optional<OpenCount> there = find(person, site, " for update");
    if (there.isEmpty()) {
      // An insert that yields to one made meanwhile; it locks the row as an update does.
      jdbc.sql(
              """
              insert into open_count (person_id, site_id, sentence, changed) values (?, ?, ?, ?)
              on duplicate key update site_id = site_id
              """)
          .params(person, site, json.writeValueAsString(CountSentence.EMPTY), utc(clock.instant()))
          .update();
      there = find(person, site, " for update");
    }
    return there.orElseThrow();
  }

  private Optional<OpenCount> find(long person, long site, String lock) {
    return jdbc.sql(
            "select site_id, count_id, slip_id, sentence, asked, next_place_id from open_count"
                + " where person_id = ?"
                + lock)
        .param(person)
        .query(Row.class)
        .optional()
        .map(
            row ->
                row.siteId() == site
                    ? new OpenCount(
                        site,
                        row.countId(),
                        row.slipId(),
                        json.readValue(row.sentence(), CountSentence.class),
                        row.asked() == null ? List.of() : json.readValue(row.asked(), KEYS),
                        row.nextPlaceId())
                    : OpenCount.nothing(site));
  }

  void write(long person, OpenCount open) {
    jdbc.sql(
            """
            update open_count set site_id = ?, count_id = ?, slip_id = ?, sentence = ?,
              asked = ?, next_place_id = ?, changed = ? where person_id = ?
            """)
        .params(
            java.util.Arrays.asList(
                open.site(),
                open.count(),
                open.slip(),
                json.writeValueAsString(open.sentence()),
                open.asked().isEmpty()
                    ? null
                    : json.writerFor(KEYS).writeValueAsString(open.asked()),
                open.nextPlace(),
                utc(clock.instant()),
                person))
        .update();
  }

  /** Who else stands at a slip. */
  List<String> others(long slip, long person) {
    return jdbc.sql(
            "select w.name from open_count s join person w on w.id = s.person_id where s.slip_id"
                + " = ? and s.person_id <> ? and s.changed > ? order by w.name")
        .params(slip, person, CountLines.since(clock.instant(), STILL_THERE))
        .query(String.class)
        .list();
  }

  String name(long person) {
    return jdbc.sql("select name from person where id = ?")
        .param(person)
        .query(String.class)
        .optional()
        .orElse("?");
  }

  long countOfLine(long line) {
    return jdbc.sql("select count_id from count_line where id = ?")
        .param(line)
        .query(Long.class)
        .single();
  }

  /** Asks for a position to be counted so many times. */
  void askRounds(long result, int rounds) {
    jdbc.sql("update count_result set rounds = ? where id = ?").params(rounds, result).update();
  }

  /** The counts that are being counted at a site, or one of them. */
  List<CountLines.Doing> open(long site, long count) {
    return jdbc.sql(
            """
            select c.id, c.number, c.method, c.shape, c.blind, c.state, c.note,
              (select count(*) from count_slip s where s.count_id = c.id) slips,
              (select count(*) from count_slip s where s.count_id = c.id and s.state = 'DONE') done
            from stock_count c where c.state in ('PREPARED', 'COUNTING')
              and (:site = 0 or c.site_id = :site) and (:count = 0 or c.id = :count)
            order by c.id desc limit 100
            """)
        .param("site", site)
        .param("count", count)
        .query(CountLines.Doing.class)
        .list();
  }
}
