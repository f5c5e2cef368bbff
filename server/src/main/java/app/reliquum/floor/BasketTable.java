package app.reliquum.floor;

import app.reliquum.api.Utc;
import app.reliquum.core.adjustment.Way;
import app.reliquum.core.sentence.AdjustSentence.Change;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The rows of baskets: what each person gathers before it is posted together. */
@Repository
class BasketTable {

  private static final TypeReference<List<Change>> CHANGES = new TypeReference<>() {};

  private final JdbcClient jdbc;
  private final JsonMapper json;
  private final Clock clock;

  BasketTable(JdbcClient jdbc, JsonMapper json, Clock clock) {
    this.jdbc = jdbc;
    this.json = json;
    this.clock = clock;
  }

  /**
   * A basket.
   *
   * @param kind the movement kind that it is of, 0 for none yet
   */
  record Basket(long site, long kind, Way way, List<Change> changes) {
    static Basket empty(long site) {
      return new Basket(site, 0, Way.OUT, List.of());
    }

    Basket with(List<Change> others) {
      return new Basket(site, kind, way, List.copyOf(others));
    }
  }

  private record Row(long siteId, long kindId, String way, String gathered) {}

  /** Someone's basket at a site. One that was left behind at another site is looked at there. */
  Basket read(long person, long site) {
    return find(person).filter(basket -> basket.site() == site).orElse(Basket.empty(site));
  }

  /** The site at which someone has left a basket with something in it, if it is another one. */
  Optional<Long> elsewhere(long person, long site) {
    return find(person)
        .filter(basket -> basket.site() != site && !basket.changes().isEmpty())
        .map(Basket::site);
  }

  private Optional<Basket> find(long person) {
    return jdbc.sql("select site_id, kind_id, way, gathered from basket where person_id = ?")
        .param(person)
        .query(Row.class)
        .optional()
        .map(
            row ->
                new Basket(
                    row.siteId(),
                    row.kindId(),
                    Way.valueOf(row.way()),
                    json.readValue(row.gathered(), CHANGES)));
  }

  void write(long person, Basket basket) {
    jdbc.sql(
            "insert into basket (person_id, site_id, kind_id, way, gathered, changed) values (?, ?,"
                + " ?, ?, ?, ?) on duplicate key update site_id = value(site_id), kind_id ="
                + " value(kind_id), way = value(way), gathered = value(gathered), changed ="
                + " value(changed)")
        .params(
            person,
            basket.site(),
            basket.kind(),
            basket.way().name(),
            json.writerFor(CHANGES).writeValueAsString(basket.changes()),
            Utc.of(clock.instant()))
        .update();
  }
}
