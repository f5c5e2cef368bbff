package app.reliquum.connections;

import app.reliquum.api.Actor;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.api.Texts;
import app.reliquum.places.Places;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.net.URI;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.util.UriComponentsBuilder;
import tools.jackson.databind.JsonNode;

/** The scales of packing benches, and what they show. */
@Service
public class Scales {

  private static final BigDecimal HEAVIEST = new BigDecimal(99999);

  private final JdbcClient jdbc;
  private final Places places;
  private final JsonOverHttp http;
  private final PracticeServer practice;
  private final RowLog rowLog;

  Scales(
      JdbcClient jdbc, Places places, JsonOverHttp http, PracticeServer practice, RowLog rowLog) {
    this.jdbc = jdbc;
    this.places = places;
    this.http = http;
    this.practice = practice;
    this.rowLog = rowLog;
  }

  /**
   * A scale.
   *
   * @param siteId where it stands; null for one that every site uses
   * @param address by which it is asked; empty for the practice scale that ships along
   */
  @Schema(name = "ScaleCard")
  public record Card(
      long id,
      int version,
      String code,
      String name,
      @Nullable Long siteId,
      @Nullable String site,
      String address,
      boolean active) {}

  /** A scale as entered. */
  @Schema(name = "ScaleEntry")
  record Entry(
      @Nullable Integer version,
      @NotNull @Pattern(regexp = Texts.CODE, message = Texts.CODE_WANTED) String code,
      @NotBlank @Size(max = 60) String name,
      @Nullable Long siteId,
      @NotNull @Size(max = 200) String address,
      boolean active) {}

  /**
   * What a scale shows at this moment.
   *
   * @param kilograms what stands on it weighs; null if it can't be asked or is not at rest
   * @param said why there is no weight
   */
  @Schema(name = "ScaleReading")
  record Reading(@Nullable BigDecimal kilograms, @Nullable String said) {}

  private static final String SELECT =
      "select c.*, s.name site from scale c left join site s on s.id = c.site_id";

  private static Card card(ResultSet row, int n) throws SQLException {
    long site = row.getLong("site_id");
    return new Card(
        row.getLong("id"),
        row.getInt("version"),
        row.getString("code"),
        row.getString("name"),
        site == 0 ? null : site,
        row.getString("site"),
        row.getString("address"),
        row.getBoolean("active"));
  }

  /** The scales that someone can use, by name. */
  @Transactional(readOnly = true)
  public List<Card> all(Actor actor) {
    return jdbc.sql(SELECT + " order by c.name, c.id").query(Scales::card).list().stream()
        .filter(one -> one.siteId() == null || actor.worksAt(one.siteId()))
        .toList();
  }

  Optional<Card> coded(String code) {
    return jdbc.sql(SELECT + " where c.code = ?").param(code).query(Scales::card).optional();
  }

  private Card scale(long id) {
    return jdbc.sql(SELECT + " where c.id = ?")
        .param(id)
        .query(Scales::card)
        .optional()
        .orElseThrow(() -> Problem.missing("scale", id));
  }

  @Transactional
  public Card add(Entry entry) {
    check(entry);
    rowLog.changing("scales");
    try {
      return scale(
          GeneratedId.of(
              jdbc.sql(
                      "insert into scale (code, name, site_id, address, active) values (?, ?, ?, ?,"
                          + " ?)")
                  .param(entry.code())
                  .param(entry.name().strip())
                  .param(entry.siteId())
                  .param(entry.address().strip())
                  .param(entry.active())));
    } catch (DuplicateKeyException there) {
      throw taken(entry);
    }
  }

  @Transactional
  public Card change(long id, Entry entry) {
    check(entry);
    Problem.unlessCurrent(entry.version(), scale(id).version());
    rowLog.changing("scales");
    try {
      jdbc.sql(
              "update scale set version = version + 1, code = ?, name = ?, site_id = ?, address ="
                  + " ?, active = ? where id = ?")
          .params(
              entry.code(),
              entry.name().strip(),
              entry.siteId(),
              entry.address().strip(),
              entry.active(),
              id)
          .update();
    } catch (DuplicateKeyException there) {
      throw taken(entry);
    }
    return scale(id);
  }

  void delete(String code) {
    jdbc.sql("delete from scale where code = ?").param(code).update();
  }

  private void check(Entry entry) {
    if (entry.siteId() != null) {
      places.named(entry.siteId());
    }
    HttpAddress.check(entry.address());
  }

  private static Problem taken(Entry entry) {
    return Problem.conflict("not-unique", "There is a scale {0} already.", entry.code())
        .with("field", "code");
  }

  /**
   * What a scale shows with a unit load on it.
   *
   * @param site where it is weighed
   * @param chosen the scale that is meant; null for the first of the site, else of every site
   * @param sscc the number of the unit load, which the scale may show
   * @return kilograms, more than none
   * @throws Problem if there is no scale, it can't be asked, is not at rest, or shows nothing
   */
  public BigDecimal weight(long site, @Nullable Long chosen, String sscc) {
    Card scale = chosen == null ? ofSite(site) : scale(chosen);
    if (!scale.active() || scale.siteId() != null && scale.siteId() != site) {
      throw Problem.refused("no-scale", "{0} is not used at this site.", scale.name());
    }
    Reading reading = ask(scale, sscc);
    BigDecimal weight = reading.kilograms();
    if (weight == null) {
      throw Problem.refused(
          "scale-silent",
          "{0} Weigh again, or type the weight.",
          Objects.requireNonNull(reading.said()));
    }
    if (weight.signum() == 0) {
      throw Problem.refused("scale-empty", "The scale shows nothing. Put {0} on it.", sscc);
    }
    return weight;
  }

  private Card ofSite(long site) {
    return jdbc
        .sql(SELECT + " where c.active and (c.site_id is null or c.site_id = ?)")
        .param(site)
        .query(Scales::card)
        .list()
        .stream()
        .min(
            Comparator.<Card>comparingInt(one -> one.siteId() == null ? 1 : 0)
                .thenComparing(one -> one.address().isEmpty() ? 1 : 0)
                .thenComparing(Card::id))
        .orElseThrow(
            () ->
                Problem.refused(
                    "no-scale",
                    "There is no scale here. Type the weight, or set a scale under House rules."));
  }

  /** Asks a scale what it shows, with nothing in particular on it. */
  @Transactional(readOnly = true)
  public Reading reading(long id) {
    return ask(scale(id), "");
  }

  private Reading ask(Card scale, String sscc) {
    URI at = scale.address().isEmpty() ? practice.scale() : URI.create(scale.address());
    URI address =
        sscc.isEmpty()
            ? at
            : UriComponentsBuilder.fromUri(at).queryParam("load", sscc).build().toUri();
    try {
      JsonOverHttp.Answer answer = http.get(address);
      return answer.ok() ? read(scale, answer.body()) : silent(scale, "answers " + answer.status());
    } catch (JsonOverHttp.UnreachableException away) {
      return new Reading(null, scale.name() + ": " + away.getMessage());
    }
  }

  private static Reading read(Card scale, JsonNode said) {
    JsonNode kilograms = said.path("kilograms");
    if (said.path("steady").isBoolean() && !said.path("steady").asBoolean()) {
      return silent(scale, "is not at rest");
    }
    if (!kilograms.isNumber()) {
      return silent(scale, "says no weight");
    }
    BigDecimal weight = kilograms.decimalValue();
    if (weight.signum() < 0 || weight.compareTo(HEAVIEST) > 0) {
      return silent(scale, "shows " + weight.toPlainString() + " kg: set it to zero");
    }
    return new Reading(weight, null);
  }

  private static Reading silent(Card scale, String why) {
    return new Reading(null, scale.name() + " " + why + ".");
  }
}
