package app.reliquum.printing;

import app.reliquum.api.Actor;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.api.Texts;
import app.reliquum.core.text.Message;
import app.reliquum.places.Places;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.net.URI;
import java.net.URISyntaxException;
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

/** The printers of the house. */
@Service
class Printers {

  private static final Message WANTED =
      Message.of(
          "Expected an address such as ipp://10.0.0.9/ipp/print or ipps://printer.example:443/ipp/print;"
              + " empty for the built-in tray.");

  private final JdbcClient jdbc;
  private final Places places;
  private final TrayPrinter tray;
  private final IppPrinter ipp;
  private final RowLog rowLog;

  Printers(JdbcClient jdbc, Places places, TrayPrinter tray, IppPrinter ipp, RowLog rowLog) {
    this.jdbc = jdbc;
    this.places = places;
    this.tray = tray;
    this.ipp = ipp;
    this.rowLog = rowLog;
  }

  /**
   * A printer.
   *
   * @param siteId where it stands; null for one that every site uses
   * @param address by which it is reached; empty for the tray that ships along
   * @param labels whether it prints labels
   * @param papers whether it prints papers
   */
  @Schema(name = "PrinterCard")
  record Card(
      long id,
      int version,
      String code,
      String name,
      @Nullable Long siteId,
      @Nullable String site,
      String address,
      boolean labels,
      boolean papers,
      boolean active) {

    /** Whether it can be used by a site. */
    boolean usedAt(long at) {
      return siteId == null || siteId == at;
    }
  }

  /** A printer as entered. */
  @Schema(name = "PrinterEntry")
  record Entry(
      @Nullable Integer version,
      @NotNull @Pattern(regexp = Texts.CODE, message = Texts.CODE_WANTED) String code,
      @NotBlank @Size(max = 60) String name,
      @Nullable Long siteId,
      @NotNull @Size(max = 200) String address,
      boolean labels,
      boolean papers,
      boolean active) {}

  /**
   * How a printer is at this moment.
   *
   * @param reached whether it answers
   * @param said what it calls itself, what is amiss, or why it can't be reached
   */
  @Schema(name = "PrinterCondition")
  record Condition(boolean reached, boolean ready, String said) {}

  private static final String SELECT =
      "select p.*, s.name site from printer p left join site s on s.id = p.site_id";

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
        row.getBoolean("labels"),
        row.getBoolean("papers"),
        row.getBoolean("active"));
  }

  /** The printers that someone can use, by name. */
  @Transactional(readOnly = true)
  public List<Card> all(Actor actor) {
    return jdbc.sql(SELECT + " order by p.name, p.id").query(Printers::card).list().stream()
        .filter(one -> one.siteId() == null || actor.worksAt(one.siteId()))
        .toList();
  }

  @Transactional(readOnly = true)
  public Card printer(long id) {
    return jdbc.sql(SELECT + " where p.id = ?")
        .param(id)
        .query(Printers::card)
        .optional()
        .orElseThrow(() -> Problem.missing("printer", id));
  }

  Optional<Card> coded(String code) {
    return jdbc.sql(SELECT + " where p.code = ?").param(code).query(Printers::card).optional();
  }

  /**
   * The printer on which someone has labels printed who names none: the one that they have chosen
   * for themselves, else one of their own sites, else one of the whole house.
   *
   * @throws Problem if there is none
   */
  Card forLabels(Actor actor) {
    long own =
        jdbc.sql("select printer_id from person_choice where person_id = ?")
            .param(actor.id())
            .query(Long.class)
            .optional()
            .orElse(0L);
    return all(actor).stream()
        .filter(one -> one.active() && one.labels())
        .min(
            Comparator.<Card>comparingInt(one -> one.id() == own ? 0 : 1)
                .thenComparing(one -> one.siteId() != null && !actor.everywhere() ? 0 : 1)
                .thenComparing(one -> one.address().isEmpty() ? 1 : 0)
                .thenComparing(Card::id))
        .orElseThrow(
            () ->
                Problem.refused(
                    "no-printer",
                    "No printer prints labels. Set one under House rules > Printers."));
  }

  @Transactional
  public Card add(Entry entry) {
    check(entry);
    rowLog.changing("printers");
    try {
      return printer(
          GeneratedId.of(
              jdbc.sql(
                      "insert into printer (code, name, site_id, address, labels, papers, active)"
                          + " values (?, ?, ?, ?, ?, ?, ?)")
                  .param(entry.code())
                  .param(entry.name().strip())
                  .param(entry.siteId())
                  .param(entry.address().strip())
                  .param(entry.labels())
                  .param(entry.papers())
                  .param(entry.active())));
    } catch (DuplicateKeyException there) {
      throw taken(entry);
    }
  }

  @Transactional
  public Card change(long id, Entry entry) {
    check(entry);
    Problem.unlessCurrent(entry.version(), printer(id).version());
    rowLog.changing("printers");
    try {
      jdbc.sql(
              "update printer set version = version + 1, code = ?, name = ?, site_id = ?,"
                  + " address = ?, labels = ?, papers = ?, active = ? where id = ?")
          .params(
              entry.code(),
              entry.name().strip(),
              entry.siteId(),
              entry.address().strip(),
              entry.labels(),
              entry.papers(),
              entry.active(),
              id)
          .update();
    } catch (DuplicateKeyException there) {
      throw taken(entry);
    }
    return printer(id);
  }

  void delete(String code) {
    jdbc.sql("delete from printer where code = ?").param(code).update();
  }

  private static Problem taken(Entry entry) {
    return Problem.conflict("not-unique", "There is a printer {0} already.", entry.code())
        .with("field", "code");
  }

  private void check(Entry entry) {
    if (entry.siteId() != null) {
      places.named(entry.siteId());
    }
    if (!entry.labels() && !entry.papers()) {
      throw Problem.invalid("labels", "Expected a printer that prints labels, papers or both.");
    }
    if (entry.address().isBlank()) {
      return;
    }
    try {
      URI address = new URI(entry.address().strip());
      String scheme = address.getScheme();
      if (address.getHost() == null
          || scheme == null
          || !List.of("ipp", "ipps").contains(scheme)
          || address.getRawUserInfo() != null) {
        throw Problem.invalid("address", WANTED);
      }
    } catch (URISyntaxException none) {
      throw Problem.invalid("address", WANTED);
    }
  }

  /** Where jobs for a printer go. */
  URI address(Card printer) {
    return printer.address().isEmpty() ? tray.address() : URI.create(printer.address());
  }

  /** Asks a printer how it is. */
  Condition condition(long id) {
    URI address = address(printer(id));
    try {
      IppPrinter.Condition is = ipp.look(address);
      return new Condition(true, is.ready(), is.reasons().isEmpty() ? is.name() : is.reasons());
    } catch (IppPrinter.PrinterException away) {
      return new Condition(false, false, Objects.requireNonNull(away.getMessage()));
    }
  }
}
