package app.reliquum.stock;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.scan.Sscc;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Clock;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Pallets and cases that move whole, and trolleys that goods are put on and off. */
@Service
public class UnitLoads {

  /** The extension digit and a company prefix from the range for use within a house (02). */
  private static final String PREFIX = "30200001";

  private final JdbcClient jdbc;
  private final Catalog catalog;
  private final Clock clock;

  UnitLoads(JdbcClient jdbc, Catalog catalog, Clock clock) {
    this.jdbc = jdbc;
    this.catalog = catalog;
    this.clock = clock;
  }

  /**
   * A unit load.
   *
   * @param code its SSCC, or a trolley's own code
   * @param place where it stands, null if nothing is on it
   */
  @Schema(name = "UnitLoadCard")
  public record Card(
      long id,
      String code,
      boolean trolley,
      String name,
      @Nullable Long place,
      @Nullable String address) {}

  private static final String CARD =
      """
      select u.id, u.code, u.trolley, u.name, s.place_id place, p.address
      from unit_load u
        left join stock_position s on s.unit_load_id = u.id and s.quantity > 0
        left join place p on p.id = s.place_id
      """;

  /** A unit load by its number. */
  public Optional<Card> card(long id) {
    return jdbc.sql(CARD + " where u.id = ? limit 1").param(id).query(Card.class).optional();
  }

  /** Unit loads by their numbers. */
  public List<Card> cards(Collection<Long> ids) {
    return jdbc.sql(CARD + " where u.id in (:ids) group by u.id")
        .param("ids", ids)
        .query(Card.class)
        .list();
  }

  /** A unit load by its SSCC or code. */
  public Optional<Card> withCode(String code) {
    return jdbc.sql(CARD + " where u.code = ? limit 1")
        .param(code.toUpperCase(Locale.ROOT))
        .query(Card.class)
        .optional();
  }

  /** The trolleys by code: those at the sites of someone, and those that stand nowhere yet. */
  public List<Card> trolleys(Actor actor) {
    return jdbc.sql(
            CARD
                + " where u.trolley and (:everywhere or p.site_id is null or p.site_id in (:sites))"
                + " group by u.id order by u.code")
        .param("everywhere", actor.everywhere())
        .param("sites", actor.siteNumbers())
        .query(Card.class)
        .list();
  }

  /** The unit load with an SSCC, made known if it is not. */
  @Transactional
  public long obtain(Sscc sscc) {
    return withCode(sscc.digits()).map(Card::id).orElseGet(() -> insert(sscc.digits(), false, ""));
  }

  /** A new unit load with a number of the house's own. */
  @Transactional
  public Card make() {
    String code = Sscc.of(PREFIX, catalog.next("sscc")).digits();
    return card(insert(code, false, "")).orElseThrow();
  }

  /** A trolley. */
  @Transactional
  public Card addTrolley(String code, String name) {
    if (withCode(code).isPresent()) {
      throw Problem.conflict("not-unique", "There is a trolley {0} already.", code)
          .with("field", "code");
    }
    return card(insert(code, true, name)).orElseThrow();
  }

  private long insert(String code, boolean trolley, String name) {
    try {
      jdbc.sql("insert into unit_load (code, trolley, name, made) values (?, ?, ?, ?)")
          .params(code, trolley, name, Utc.of(clock.instant()))
          .update();
    } catch (DuplicateKeyException madeMeanwhile) {
      // then it is there
    }
    return withCode(code).orElseThrow().id();
  }
}
