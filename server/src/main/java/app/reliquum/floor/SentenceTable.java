package app.reliquum.floor;

import app.reliquum.api.Utc;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.OpenSentence;
import app.reliquum.core.sentence.Verb;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The rows of what each person has said, one a verb. */
@Repository
class SentenceTable {

  private static final TypeReference<List<Evidence>> EVIDENCE = new TypeReference<>() {};

  private final JdbcClient jdbc;
  private final JsonMapper json;
  private final Clock clock;

  SentenceTable(JdbcClient jdbc, JsonMapper json, Clock clock) {
    this.jdbc = jdbc;
    this.json = json.rebuild().addMixIn(Evidence.class, EvidenceInJson.class).build();
    this.clock = clock;
  }

  /** The core knows no JSON; this says how its evidence is kept. */
  @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
  @JsonSubTypes({
    @JsonSubTypes.Type(value = Evidence.Bin.class, name = "bin"),
    @JsonSubTypes.Type(value = Evidence.Item.class, name = "item"),
    @JsonSubTypes.Type(value = Evidence.Lot.class, name = "lot"),
    @JsonSubTypes.Type(value = Evidence.Serial.class, name = "serial"),
    @JsonSubTypes.Type(value = Evidence.Figure.class, name = "figure"),
    @JsonSubTypes.Type(value = Evidence.ConditionSaid.class, name = "of"),
    @JsonSubTypes.Type(value = Evidence.Turned.class, name = "turned"),
    @JsonSubTypes.Type(value = Evidence.UnitLoad.class, name = "unitLoad"),
    @JsonSubTypes.Type(value = Evidence.IncomingUnitLoad.class, name = "load"),
    @JsonSubTypes.Type(value = Evidence.LotCode.class, name = "lotCode"),
    @JsonSubTypes.Type(value = Evidence.SerialCode.class, name = "serialCode"),
    @JsonSubTypes.Type(value = Evidence.SerialRange.class, name = "serialRange"),
    @JsonSubTypes.Type(value = Evidence.Expiry.class, name = "expiry"),
    @JsonSubTypes.Type(value = Evidence.BestBefore.class, name = "best-before"),
    @JsonSubTypes.Type(value = Evidence.Produced.class, name = "produced"),
    @JsonSubTypes.Type(value = Evidence.Knowingly.class, name = "knowingly"),
    @JsonSubTypes.Type(value = Evidence.OverReceiptAgreed.class, name = "over"),
    @JsonSubTypes.Type(value = Evidence.Contents.class, name = "contents"),
    @JsonSubTypes.Type(value = Evidence.LabelSaid.class, name = "together")
  })
  interface EvidenceInJson {}

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
                    row.siteId(), parse(row.evidence()), parse(row.lastDone()), row.about()))
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
            format(said.evidence()),
            format(said.lastDone()),
            said.about(),
            now(),
            person,
            verb.name())
        .update();
  }

  private List<Evidence> parse(String text) {
    return text == null ? List.of() : json.readValue(text, EVIDENCE);
  }

  private String format(List<Evidence> evidence) {
    return json.writerFor(EVIDENCE).writeValueAsString(evidence);
  }

  private LocalDateTime now() {
    return Utc.of(clock.instant());
  }
}
