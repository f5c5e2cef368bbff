package app.reliquum.catalog;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.place.PlaceKind;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What is known of a piece with a serial number: where it came from, where it is, who has it, and
 * when it is due for service. Its movements stand in the ledger.
 */
@Service
class SerialLives {

  private final JdbcClient jdbc;
  private final Clock clock;

  SerialLives(JdbcClient jdbc, Clock clock) {
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /**
   * Where a posting has brought a piece.
   *
   * @param kind which kind of place it is; a bin, or where goods are that lie in none
   * @param place the address of the bin; null where it lies in none, or at a site of others
   * @param siteId its site; null where it lies at none
   * @param load the unit load that it is on; null for none
   * @param document the number of the document by which it got there; empty for none
   */
  @Schema(name = "SerialWhere")
  record Where(
      PlaceKind kind,
      @Nullable Long placeId,
      @Nullable String place,
      @Nullable Long siteId,
      @Nullable String site,
      @Nullable String load,
      Condition condition,
      Instant since,
      String person,
      String document) {}

  /**
   * Where a piece has come from.
   *
   * @param from which kind of place it came from
   * @param supplier who has sold it, if it was ordered; null if nobody is known
   */
  @Schema(name = "SerialOrigin")
  record Origin(PlaceKind from, Instant at, String document, @Nullable String supplier) {}

  /**
   * Who has a piece that is lent out.
   *
   * @param due when it is to come back; null for no day
   */
  @Schema(name = "SerialLoan")
  record Lent(long id, String number, String party, Instant since, @Nullable LocalDate due) {}

  /** How the day of service was moved. */
  @Schema(name = "SerialChange")
  record Change(
      Instant at,
      String by,
      String reason,
      @Nullable LocalDate serviceDueBefore,
      @Nullable LocalDate serviceDue) {}

  /**
   * A piece.
   *
   * @param where where it is; null if nothing was ever posted of it
   * @param origin where it came from first; null if nothing was
   * @param lent who has it; null if nobody was lent it
   * @param loans how often it was lent out
   */
  @Schema(name = "SerialLife")
  record Life(
      long id,
      int version,
      String code,
      long itemId,
      String item,
      String name,
      @Nullable Long lotId,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      @Nullable LocalDate serviceDue,
      @Nullable Where where,
      @Nullable Origin origin,
      @Nullable Lent lent,
      int loans,
      List<Change> changes) {}

  /** When a piece is due for service from now on. */
  @Schema(name = "ServiceDueEntry")
  record ServiceEntry(
      @NotNull Integer version,
      @Nullable LocalDate serviceDue,
      @NotBlank @Size(max = 200) String reason) {}

  private record Known(
      int version,
      String code,
      long itemId,
      String item,
      String name,
      @Nullable Long lotId,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      @Nullable LocalDate serviceDue) {}

  /**
   * A piece, as someone may see it.
   *
   * @throws Problem if there is none
   */
  @Transactional(readOnly = true)
  public Life life(long id, Actor actor) {
    Known known =
        jdbc.sql(
                """
                select s.version, s.code, s.item_id, i.code item, i.name, l.id lot_id, l.code lot,
                  l.expiry, s.service_due from serial s join item i on i.id = s.item_id
                  left join lot l on l.id = s.lot_id where s.id = ?
                """)
            .param(id)
            .query(Known.class)
            .optional()
            .orElseThrow(() -> Problem.missing("serial number", id));
    return new Life(
        id,
        known.version(),
        known.code(),
        known.itemId(),
        known.item(),
        known.name(),
        known.lotId(),
        known.lot(),
        known.expiry(),
        known.serviceDue(),
        where(id, actor).orElse(null),
        origin(id).orElse(null),
        lent(id).orElse(null),
        jdbc.sql("select count(*) from loan_goods where serial_id = ?")
            .param(id)
            .query(Integer.class)
            .single(),
        changes(id));
  }

  /** It is where its last line has brought it. */
  private Optional<Where> where(long id, Actor actor) {
    return jdbc.sql(
            """
            select p.kind, p.id, p.address, p.site_id, s.name site, u.code load_code,
              l.to_condition, l.effective, w.name person, h.document
            from posted_line l join posted h on h.id = l.posting_id
              join place p on p.id = l.to_place_id left join site s on s.id = p.site_id
              left join unit_load u on u.id = l.to_unit_load_id
              join person w on w.id = h.person_id
            where l.serial_id = ? order by l.effective desc, l.posting_id desc, l.line_no desc limit 1
            """)
        .param(id)
        .query((row, n) -> where(row, actor))
        .optional();
  }

  private static Where where(ResultSet row, Actor actor) throws SQLException {
    long site = row.getLong("site_id");
    boolean seen = site != 0 && actor.worksAt(site);
    return new Where(
        PlaceKind.valueOf(row.getString("kind")),
        seen ? (Long) row.getLong("id") : null,
        seen ? row.getString("address") : null,
        site == 0 ? null : (Long) site,
        row.getString("site"),
        row.getString("load_code"),
        Condition.of(row.getInt("to_condition")),
        Objects.requireNonNull(Utc.instant(row.getTimestamp("effective"))),
        row.getString("person"),
        Objects.requireNonNullElse(row.getString("document"), ""));
  }

  private Optional<Origin> origin(long id) {
    return jdbc.sql(
            """
            select p.kind, l.effective, h.document, u.name supplier
            from posted_line l join posted h on h.id = l.posting_id
              join place p on p.id = l.from_place_id
              left join inbound_order o on o.number = h.document
              left join supplier u on u.id = o.supplier_id
            where l.serial_id = ? order by l.effective, l.posting_id, l.line_no limit 1
            """)
        .param(id)
        .query(
            (row, n) ->
                new Origin(
                    PlaceKind.valueOf(row.getString("kind")),
                    Objects.requireNonNull(Utc.instant(row.getTimestamp("effective"))),
                    Objects.requireNonNullElse(row.getString("document"), ""),
                    row.getString("supplier")))
        .optional();
  }

  private Optional<Lent> lent(long id) {
    return jdbc.sql(
            """
            select n.id, n.number, n.party, n.lent, n.due from loan_goods g
              join loan n on n.id = g.loan_id
            where g.serial_id = ? and g.back < g.lent and n.closed is null
            order by n.id desc limit 1
            """)
        .param(id)
        .query(
            (row, n) ->
                new Lent(
                    row.getLong(1),
                    row.getString(2),
                    row.getString(3),
                    Objects.requireNonNull(Utc.instant(row.getTimestamp(4))),
                    row.getObject(5, LocalDate.class)))
        .optional();
  }

  private List<Change> changes(long id) {
    return jdbc.sql(
            """
            select c.at, w.name, c.reason, c.service_due_before, c.service_due
            from serial_change c join person w on w.id = c.person_id
            where c.serial_id = ? order by c.id desc
            """)
        .param(id)
        .query(
            (row, n) ->
                new Change(
                    Objects.requireNonNull(Utc.instant(row.getTimestamp(1))),
                    row.getString(2),
                    row.getString(3),
                    row.getObject(4, LocalDate.class),
                    row.getObject(5, LocalDate.class)))
        .list();
  }

  /**
   * Says when a piece is due for service from now on, and keeps what was said before.
   *
   * @throws Problem if someone has said it meanwhile
   */
  @Transactional
  public Life setServiceDue(long id, ServiceEntry entry, Actor actor) {
    LocalDate before = life(id, actor).serviceDue();
    int changed =
        jdbc.sql(
                "update serial set service_due = ?, version = version + 1"
                    + " where id = ? and version = ?")
            .params(entry.serviceDue(), id, entry.version())
            .update();
    if (changed == 0) {
      throw Problem.changed();
    }
    if (!Objects.equals(before, entry.serviceDue())) {
      jdbc.sql(
              "insert into serial_change (serial_id, at, person_id, reason, service_due_before,"
                  + " service_due) values (?, ?, ?, ?, ?, ?)")
          .params(
              id,
              Utc.of(clock.instant()),
              actor.id(),
              entry.reason().strip(),
              before,
              entry.serviceDue())
          .update();
    }
    return life(id, actor);
  }
}
