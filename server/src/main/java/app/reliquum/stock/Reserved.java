package app.reliquum.stock;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.core.ledger.Reservation;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.documents.DocumentNumbers;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What is reserved where, seen from the stock, and freed from there. */
@Service
class Reserved {

  private static final int MOST = 500;

  private final JdbcClient jdbc;
  private final DocumentNumbers numbers;
  private final ObjectProvider<ReservingDocuments> keepers;

  Reserved(JdbcClient jdbc, DocumentNumbers numbers, ObjectProvider<ReservingDocuments> keepers) {
    this.jdbc = jdbc;
    this.numbers = numbers;
    this.keepers = keepers;
  }

  /** A reservation. */
  @Schema(name = "ReservationRow")
  record Row(
      long id,
      String document,
      int line,
      long itemId,
      String item,
      String name,
      String symbol,
      long placeId,
      String place,
      String site,
      long siteId,
      @Nullable String lot,
      @Nullable String serial,
      @Nullable String load,
      Quantity quantity,
      boolean picked,
      Instant made) {}

  /** What was freed. */
  @Schema(name = "FreedReservation")
  record Freed(String document, Quantity quantity) {}

  private static final String ROW =
      """
      select r.id, r.document, r.document_line line, r.item_id, i.code item, i.name, i.unit,
        r.place_id, p.address place, s.name site, p.site_id, o.code lot, n.code serial,
        u.code load_code, r.quantity, r.picked, r.made
      from reservation r join item i on i.id = r.item_id join place p on p.id = r.place_id
        join site s on s.id = p.site_id left join lot o on o.id = r.lot_id
        left join serial n on n.id = r.serial_id left join unit_load u on u.id = r.unit_load_id
      """;

  @Transactional(readOnly = true)
  public List<Row> rows(Long item, Long place, Long lot, Actor actor) {
    if (item == null && place == null) {
      throw Problem.invalid("item", "Name an item or a bin.");
    }
    return jdbc.sql(
            ROW
                + " where (:item = 0 or r.item_id = :item) and (:place = 0 or r.place_id = :place)"
                + " and (:lot = 0 or r.lot_id = :lot) and (:everywhere or p.site_id in (:sites))"
                + " order by r.made, r.id limit :most")
        .param("item", item == null ? 0 : item)
        .param("place", place == null ? 0 : place)
        .param("lot", lot == null ? 0 : lot)
        .param("everywhere", actor.everywhere())
        .param("sites", actor.siteNumbers())
        .param("most", MOST)
        .query((row, n) -> row(row))
        .list();
  }

  private static Row row(java.sql.ResultSet row) throws java.sql.SQLException {
    return new Row(
        row.getLong("id"),
        row.getString("document"),
        row.getInt("line"),
        row.getLong("item_id"),
        row.getString("item"),
        row.getString("name"),
        UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
        row.getLong("place_id"),
        row.getString("place"),
        row.getString("site"),
        row.getLong("site_id"),
        row.getString("lot"),
        row.getString("serial"),
        row.getString("load_code"),
        new Quantity(row.getBigDecimal("quantity")),
        row.getBoolean("picked"),
        row.getTimestamp("made").toLocalDateTime().toInstant(ZoneOffset.UTC));
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public Freed release(Command command, long id, Quantity part) {
    Row row =
        jdbc.sql(ROW + " where r.id = ?")
            .param(id)
            .query((one, n) -> row(one))
            .optional()
            .orElseThrow(() -> Problem.missing("reservation", id));
    command.actor().requireSite(row.siteId(), row.site());
    Reservation freed =
        numbers
            .kind(row.document())
            .flatMap(kind -> keepers.stream().filter(keeper -> keeper.kind() == kind).findFirst())
            .orElseThrow(() -> Problem.missing("document", row.document()))
            .free(command, row.document(), id, part);
    return new Freed(row.document(), freed.quantity());
  }
}
