package app.reliquum.floor;

import app.reliquum.api.Utc;
import app.reliquum.core.sentence.OpenSentence;
import app.reliquum.core.sentence.Verb;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The rows of what each person has said, one a verb. */
@Repository
class SentenceTable {

  private final JdbcClient jdbc;
  private final EvidenceJson json;
  private final Clock clock;

  SentenceTable(JdbcClient jdbc, EvidenceJson json, Clock clock) {
    this.jdbc = jdbc;
    this.json = json;
    this.clock = clock;
  }

  private record Row(long siteId, String evidence, String lastDone, long about) {}

  /**
   * Reads a row.
   *
   * @param locked whether others are kept from it until the transaction ends
   */
  OpenSentence open(long person, Verb verb, long site, boolean locked) {
    return locked ? lock(person, verb, site) : read(person, verb, site);
  }

  private OpenSentence read(long person, Verb verb, long site) {
    return find(person, verb, site, "").orElse(OpenSentence.nothing(site));
  }

  private OpenSentence lock(long person, Verb verb, long site) {
    Optional<OpenSentence> there = find(person, verb, site, " for update");
    if (there.isEmpty()) {
      // An insert that yields to one made meanwhile; it locks the row as an update does.
      jdbc.sql(
              """
              insert into sentence (person_id, verb, site_id, evidence, changed)
              values (?, ?, ?, '[]', ?)
              on duplicate key update site_id = site_id
              """)
          .params(person, verb.name(), site, now())
          .update();
      there = find(person, verb, site, " for update");
    }
    return there.orElseThrow();
  }

  private Optional<OpenSentence> find(long person, Verb verb, long site, String lock) {
    return jdbc.sql(
            "select site_id, evidence, last_done, about from sentence where person_id = ? and verb = ?"
                + lock)
        .params(person, verb.name())
        .query(Row.class)
        .optional()
        .map(
            row ->
                new OpenSentence(
                    row.siteId(),
                    json.read(row.evidence()),
                    json.read(row.lastDone()),
                    row.about()))
        // An empty sentence belongs to no site; what was done elsewhere can't be done again here.
        .map(
            said ->
                said.evidence().isEmpty() && said.site() != site
                    ? OpenSentence.nothing(site)
                    : said);
  }

  void write(long person, Verb verb, OpenSentence said) {
    jdbc.sql(
            """
            update sentence set site_id = ?, evidence = ?, last_done = ?, about = ?, changed = ?
            where person_id = ? and verb = ?
            """)
        .params(
            said.site(),
            json.write(said.evidence()),
            json.write(said.lastDone()),
            said.about(),
            now(),
            person,
            verb.name())
        .update();
  }

  private LocalDateTime now() {
    return Utc.of(clock.instant());
  }
}
