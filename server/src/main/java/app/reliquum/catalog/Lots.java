package app.reliquum.catalog;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.text.Message;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Lots looked at by themselves: their days, and who has corrected them why. */
@Service
public class Lots {

  private static final int MOST_CHANGES = 200;

  private final Catalog catalog;
  private final JdbcClient jdbc;
  private final Clock clock;
  private final LotsAndSerials lotsAndSerials;

  Lots(Catalog catalog, JdbcClient jdbc, Clock clock, LotsAndSerials lotsAndSerials) {
    this.lotsAndSerials = lotsAndSerials;
    this.catalog = catalog;
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** One correction of a lot's days; each day null where it was or is not known. */
  public record LotChange(
      Instant at,
      String by,
      String reason,
      @Nullable LocalDate expiryBefore,
      @Nullable LocalDate expiry,
      @Nullable LocalDate bestBeforeBefore,
      @Nullable LocalDate bestBefore,
      @Nullable LocalDate producedBefore,
      @Nullable LocalDate produced) {}

  /** A lot whole. */
  public record LotView(
      long id,
      int version,
      long itemId,
      String item,
      String itemName,
      String code,
      @Nullable LocalDate expiry,
      @Nullable LocalDate bestBefore,
      @Nullable LocalDate produced,
      String supplierLot,
      List<LotChange> changes) {}

  /** A lot's days as they are corrected; null where none is known. */
  public record LotDatesEntry(
      @NotNull Integer version,
      @Nullable LocalDate expiry,
      @Nullable LocalDate bestBefore,
      @Nullable LocalDate produced,
      @NotBlank @Size(max = 200) String reason) {}

  /** What is said of a lot's day contradicts what is known of it. */
  public static Problem contradiction(String lot, LotDates.Contradiction other) {
    return Problem.refused(
            other.day() == LotDates.Day.EXPIRY ? "other-expiry" : "other-date",
            switch (other.day()) {
              case EXPIRY ->
                  Message.of(
                      "Lot {0} is known to be good until {1}, not {2}. Look at the label again, or"
                          + " correct the lot.",
                      lot, other.known(), other.said());
              case BEST_BEFORE ->
                  Message.of(
                      "Lot {0} is known to be best before {1}, not {2}. Look at the label again, or"
                          + " correct the lot.",
                      lot, other.known(), other.said());
              case PRODUCED ->
                  Message.of(
                      "Lot {0} is known to be made on {1}, not {2}. Look at the label again, or"
                          + " correct the lot.",
                      lot, other.known(), other.said());
            })
        .with("lot", lot)
        .with("day", other.day())
        .with("expected", other.known().toString())
        .with("found", other.said().toString());
  }

  /** A piece that is known belongs to another lot than the one that is said. */
  static Problem otherLot(String serial, String known, String said) {
    return Problem.refused(
            "other-lot",
            "Serial number {0} is of lot {1}, not {2}. Look at the label again.",
            serial,
            known,
            said)
        .with("serial", serial)
        .with("expected", known)
        .with("found", said);
  }

  /** A lot with its days and their corrections, the last first. */
  @Transactional(readOnly = true)
  public LotView view(long id) {
    return jdbc.sql(
            """
            select l.id, l.version, l.item_id, i.code, i.name, l.code, l.expiry, l.best_before,
              l.produced, l.supplier_lot
            from lot l join item i on i.id = l.item_id where l.id = ?
            """)
        .param(id)
        .query(
            (row, n) ->
                new LotView(
                    row.getLong(1),
                    row.getInt(2),
                    row.getLong(3),
                    row.getString(4),
                    row.getString(5),
                    row.getString(6),
                    row.getObject(7, LocalDate.class),
                    row.getObject(8, LocalDate.class),
                    row.getObject(9, LocalDate.class),
                    row.getString(10),
                    changes(id)))
        .optional()
        .orElseThrow(() -> Problem.missing("lot", id));
  }

  private List<LotChange> changes(long lot) {
    return jdbc.sql(
            """
            select c.at, w.name, c.reason, c.expiry_before, c.expiry, c.best_before_before,
              c.best_before, c.produced_before, c.produced
            from lot_change c join person w on w.id = c.person_id
            where c.lot_id = ? order by c.id desc limit ?
            """)
        .params(lot, MOST_CHANGES)
        .query(
            (row, n) ->
                new LotChange(
                    row.getObject(1, LocalDateTime.class).toInstant(ZoneOffset.UTC),
                    row.getString(2),
                    row.getString(3),
                    row.getObject(4, LocalDate.class),
                    row.getObject(5, LocalDate.class),
                    row.getObject(6, LocalDate.class),
                    row.getObject(7, LocalDate.class),
                    row.getObject(8, LocalDate.class),
                    row.getObject(9, LocalDate.class)))
        .list();
  }

  /**
   * Corrects a lot's days, and keeps what they were, who did it and why.
   *
   * @throws Problem if someone corrected it meanwhile, or it would end before it was made
   */
  @Transactional
  public LotView correct(Actor actor, long id, LotDatesEntry entry) {
    LotDates dates = new LotDates(entry.expiry(), entry.bestBefore(), entry.produced());
    LotDates before = lotsAndSerials.lot(id).orElseThrow(() -> Problem.missing("lot", id)).dates();
    if (!dates.inOrder()) {
      throw Problem.invalid(
          "produced", "A lot can't end before it was made: look at the three days again.");
    }
    int changed =
        jdbc.sql(
                "update lot set expiry = ?, best_before = ?, produced = ?, version = version + 1"
                    + " where id = ? and version = ?")
            .params(dates.expiry(), dates.bestBefore(), dates.produced(), id, entry.version())
            .update();
    if (changed == 0) {
      throw Problem.changed();
    }
    if (!dates.equals(before)) {
      jdbc.sql(
              """
              insert into lot_change (lot_id, at, person_id, reason, expiry_before, expiry,
                best_before_before, best_before, produced_before, produced)
              values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
              """)
          .params(
              id,
              Utc.of(clock.instant()),
              actor.id(),
              entry.reason().strip(),
              before.expiry(),
              dates.expiry(),
              before.bestBefore(),
              dates.bestBefore(),
              before.produced(),
              dates.produced())
          .update();
    }
    return view(id);
  }
}
