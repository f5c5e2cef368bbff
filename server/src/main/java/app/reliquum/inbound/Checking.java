package app.reliquum.inbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Picture;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.places.Places;
import app.reliquum.stock.Ledger;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.Stock;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Goods that wait on docks and at inspection: to be checked, or to be put away. */
@Service
public class Checking {

  private static final int LONGEST_PICTURE = 2_000_000;

  private final JdbcClient jdbc;
  private final Places places;
  private final Stock stock;
  private final Ledger ledger;

  Checking(JdbcClient jdbc, Places places, Stock stock, Ledger ledger) {
    this.jdbc = jdbc;
    this.places = places;
    this.stock = stock;
    this.ledger = ledger;
  }

  /**
   * Goods that wait.
   *
   * @param since when the last of them came there
   * @param document the order on which they came, if it is known
   */
  @Schema(name = "WaitingRow")
  public record Waiting(
      String key,
      long itemId,
      String item,
      String name,
      String symbol,
      long lotId,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      long serialId,
      @Nullable String serial,
      long loadId,
      @Nullable String load,
      boolean trolley,
      long placeId,
      String place,
      String site,
      long siteId,
      Condition condition,
      Quantity quantity,
      @Nullable Instant since,
      @Nullable String document) {}

  /** What waits at the sites that someone may work at, the longest first. */
  @Transactional(readOnly = true)
  public List<Waiting> waiting(Long site, boolean toCheck, Actor actor) {
    return jdbc.sql(
            """
            select s.item_id, i.code, i.name, i.unit, s.lot_id, t.code lot, t.expiry, s.serial_id,
              r.code serial, s.unit_load_id, u.code load_code, coalesce(u.trolley, false) trolley,
              s.place_id, p.address, w.name site, w.id site_id, s.condition_code, s.quantity,
              s.landed since, s.landed_by document
            from area a join place p on p.area_id = a.id join site w on w.id = p.site_id
              join on_hand s on s.place_id = p.id
              join item i on i.id = s.item_id
              left join lot t on t.id = s.lot_id left join serial r on r.id = s.serial_id
              left join unit_load u on u.id = s.unit_load_id
            where a.purpose in ('RECEIVE', 'INSPECT')
            """
                + (toCheck ? " and s.condition_code = 1" : "")
                + (site == null ? "" : " and w.id = :site")
                + (actor.everywhere() ? "" : " and w.id in (:sites)")
                + " order by since, s.place_id, i.code limit 500")
        .param("site", site)
        .param("sites", actor.siteNumbers())
        .query(
            (row, n) ->
                new Waiting(
                    "%d-%d-%d-%d-%d-%d"
                        .formatted(
                            row.getLong("item_id"),
                            row.getLong("place_id"),
                            row.getLong("lot_id"),
                            row.getLong("serial_id"),
                            row.getLong("unit_load_id"),
                            row.getInt("condition_code")),
                    row.getLong("item_id"),
                    row.getString("code"),
                    row.getString("name"),
                    UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
                    row.getLong("lot_id"),
                    row.getString("lot"),
                    OrderTable.date(row.getDate("expiry")),
                    row.getLong("serial_id"),
                    row.getString("serial"),
                    row.getLong("unit_load_id"),
                    row.getString("load_code"),
                    row.getBoolean("trolley"),
                    row.getLong("place_id"),
                    row.getString("address"),
                    row.getString("site"),
                    row.getLong("site_id"),
                    Condition.of(row.getInt("condition_code")),
                    new Quantity(row.getBigDecimal("quantity")),
                    Utc.instant(row.getTimestamp("since")),
                    row.getString("document")))
        .list();
  }

  /** Some of the goods, and what they were found to be. */
  @Schema(name = "CheckFindingEntry")
  public record FindingEntry(
      @NotNull Condition condition, @NotNull Quantity quantity, @Size(max = 200) String reason) {}

  /**
   * Goods that were checked.
   *
   * @param condition the condition in which they waited
   * @param picture a picture as base64, null for none
   * @param mediaType what the picture calls itself; what it is found to be counts
   */
  @Schema(name = "CheckEntry")
  public record Entry(
      long item,
      long place,
      long lot,
      long serial,
      long load,
      @NotNull Condition condition,
      @NotEmpty @Size(max = 5) List<@Valid FindingEntry> findings,
      @Size(max = LONGEST_PICTURE * 4 / 3, message = "is larger than 2 MB") String picture,
      @Size(max = 40) String mediaType) {}

  /** What was posted. */
  @Schema(name = "CheckedCard")
  public record Checked(List<Long> postings) {}

  /** Sets the condition of goods that wait, each quantity with its reason. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Checked check(Command command, Entry entry) {
    Places.LedgerPlace place =
        places.forLedger(Set.of(entry.place())).stream()
            .findFirst()
            .orElseThrow(() -> Problem.missing("place", entry.place()));
    command.actor().requireSite(place.site(), place.siteName());
    Goods goods = new Goods(entry.item(), entry.lot(), entry.serial());
    Spot from = new Spot(entry.place(), entry.load(), entry.condition());
    Picture picture = picture(entry);
    List<Long> postings = new ArrayList<>();
    for (FindingEntry finding : entry.findings()) {
      String reason = finding.reason() == null ? "" : finding.reason().strip();
      if (finding.condition() == entry.condition()) {
        throw Problem.invalid("condition", "The goods are in that condition already.");
      }
      if (finding.condition() == Condition.REJECTED && reason.isEmpty()) {
        throw Problem.invalid("reason", "Say why they are rejected.");
      }
      Spot to = new Spot(entry.place(), entry.load(), finding.condition());
      long posting =
          stock
              .post(
                  command,
                  new NewPosting(
                      PostingKind.CONDITION,
                      null,
                      null,
                      null,
                      reason.isEmpty() ? "Checked" : reason,
                      List.of(new Line(goods, from, to, finding.quantity()))))
              .posting();
      postings.add(posting);
      if (picture != null) {
        jdbc.sql("insert into picture (posting_id, media_type, content) values (?, ?, ?)")
            .params(posting, picture.mediaType(), picture.content())
            .update();
      }
    }
    return new Checked(postings);
  }

  private static @Nullable Picture picture(Entry entry) {
    if (entry.picture() == null || entry.picture().isEmpty()) {
      return null;
    }
    try {
      return Picture.of("picture", Base64.getDecoder().decode(entry.picture()), LONGEST_PICTURE);
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("picture", "The picture can't be read. Expected base64.");
    }
  }

  /** The picture of a posting at a site of someone, if one was taken. */
  public Optional<Picture> pictureOf(long posting, Actor actor) {
    if (!ledger.isSeenBy(posting, actor)) {
      return Optional.empty();
    }
    return jdbc.sql("select media_type, content from picture where posting_id = ? limit 1")
        .param(posting)
        .query((row, n) -> new Picture(row.getString(1), row.getBytes(2)))
        .optional();
  }
}
