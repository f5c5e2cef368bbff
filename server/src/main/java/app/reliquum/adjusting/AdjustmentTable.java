package app.reliquum.adjusting;

import app.reliquum.adjusting.Adjustment.State;
import app.reliquum.adjusting.MovementKinds.Kind;
import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.core.adjustment.Purpose;
import app.reliquum.core.adjustment.Way;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.documents.Document;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentLog;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The rows of adjustments, their lines, reasons and fields. */
@Repository
class AdjustmentTable {

  private final JdbcClient jdbc;
  private final JdbcTemplate batches;
  private final Clock clock;

  private final DocumentLog log;

  AdjustmentTable(JdbcClient jdbc, JdbcTemplate batches, Clock clock, DocumentLog log) {
    this.log = log;
    this.jdbc = jdbc;
    this.batches = batches;
    this.clock = clock;
  }

  /** An adjustment without its lines. */
  record Head(
      long id,
      String number,
      Purpose purpose,
      long kindId,
      Way way,
      State state,
      long siteId,
      String note,
      boolean replacing,
      String party,
      LocalDate due,
      BigDecimal net,
      LocalDateTime written,
      long writtenBy,
      long postingId) {}

  /** What one line changes. */
  record LineRow(
      PositionKey key, Quantity book, Quantity variance, UnitCost cost, BigDecimal value) {
    static LineRow of(PositionKey key, Quantity book, Quantity variance, UnitCost cost) {
      BigDecimal value =
          variance.isNegative() ? cost.of(variance.negated()).negate() : cost.of(variance);
      return new LineRow(key, book, variance, cost, value);
    }

    /** The same with what the books would make of it. */
    LineRow worth(BigDecimal moved) {
      return new LineRow(key, book, variance, cost, variance.isNegative() ? moved.negate() : moved);
    }
  }

  long insert(
      Command command, Adjusting.Draft draft, String number, long site, List<LineRow> rows) {
    BigDecimal net = rows.stream().map(LineRow::value).reduce(BigDecimal.ZERO, BigDecimal::add);
    BigDecimal gross =
        rows.stream().map(row -> row.value().abs()).reduce(BigDecimal.ZERO, BigDecimal::add);
    Adjustment.Entry entry = draft.entry();
    long id =
        GeneratedId.of(
            jdbc.sql(
                    """
            insert into adjustment (number, purpose, kind_id, way, state, site_id, note, source,
              replacing, party, due, gross, net, written, written_by)
            values (?, ?, ?, ?, 'PROPOSED', ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
            """)
                .params(
                    number,
                    draft.kind().purpose().name(),
                    draft.kind().id(),
                    entry.way().name(),
                    site,
                    text(entry.note()),
                    text(entry.source()),
                    entry.replacing(),
                    text(entry.party()),
                    entry.due(),
                    gross,
                    net,
                    entry.effective() == null ? now() : Utc.of(entry.effective()),
                    command.actor().id()));
    batches.batchUpdate(
        "insert into adjustment_reason (adjustment_id, kind_id) values (?, ?)",
        draft.reasons().stream().map(Kind::id).map(reason -> new Object[] {id, reason}).toList());
    batches.batchUpdate(
        "insert into adjustment_field (adjustment_id, field_id, value) values (?, ?, ?)",
        draft.fields().entrySet().stream()
            .map(field -> new Object[] {id, field.getKey(), field.getValue()})
            .toList());
    insertLines(id, rows);
    if (draft.picture() != null) {
      jdbc.sql(
              "insert into adjustment_picture (adjustment_id, media_type, content) values (?, ?,"
                  + " ?)")
          .params(id, draft.picture().mediaType(), draft.picture().content())
          .update();
    }
    write(id, number, site, command.actor(), "PROPOSED");
    return id;
  }

  private void insertLines(long id, List<LineRow> rows) {
    List<Object[]> values = new ArrayList<>();
    for (LineRow row : rows) {
      PositionKey key = row.key();
      values.add(
          new Object[] {
            id,
            values.size() + 1,
            key.item(),
            key.place(),
            key.lot(),
            key.serial(),
            key.unitLoad(),
            key.condition().code(),
            row.book().amount(),
            row.variance().amount(),
            row.cost().amount(),
            row.value()
          });
    }
    batches.batchUpdate(
        "insert into adjustment_line (adjustment_id, line_no, item_id, place_id, lot_id, serial_id,"
            + " unit_load_id, condition_code, book, variance, unit_cost, value) values (?, ?, ?, ?,"
            + " ?, ?, ?, ?, ?, ?, ?, ?)",
        values);
  }

  private static final String HEAD =
      "select id, number, purpose, kind_id, way, state, site_id, note, replacing, party, due, net, written,"
          + " written_by, posting_id from adjustment where id = ?";

  Head head(long id) {
    return find(id, "");
  }

  Head lock(long id) {
    return find(id, " for update");
  }

  private Head find(long id, String lock) {
    return jdbc.sql(HEAD + lock)
        .param(id)
        .query(Head.class)
        .optional()
        .orElseThrow(() -> Problem.missing("adjustment", id));
  }

  List<LineRow> lines(long id) {
    return jdbc.sql(
            "select item_id, place_id, lot_id, serial_id, unit_load_id, condition_code, book,"
                + " variance, unit_cost, value from adjustment_line where adjustment_id = ? order by"
                + " line_no")
        .param(id)
        .query(
            (row, n) ->
                new LineRow(
                    new PositionKey(
                        row.getLong(1),
                        row.getLong(2),
                        row.getLong(3),
                        row.getLong(4),
                        row.getLong(5),
                        Condition.of(row.getInt(6))),
                    new Quantity(row.getBigDecimal(7)),
                    new Quantity(row.getBigDecimal(8)),
                    new UnitCost(row.getBigDecimal(9)),
                    row.getBigDecimal(10)))
        .list();
  }

  Map<Long, String> fields(long id) {
    Map<Long, String> fields = new TreeMap<>();
    jdbc.sql("select field_id, value from adjustment_field where adjustment_id = ?")
        .param(id)
        .query(
            row -> {
              fields.put(row.getLong(1), row.getString(2));
            });
    return fields;
  }

  /** The names of its reasons, the main one first. */
  String reasonNames(long id) {
    return jdbc.sql(
            "select group_concat(k.name order by k.id <> a.kind_id, k.name separator ' + ') from"
                + " adjustment_reason r join adjustment a on a.id = r.adjustment_id join"
                + " movement_kind k on k.id = r.kind_id where r.adjustment_id = ?")
        .param(id)
        .query(String.class)
        .single();
  }

  /** Writes that it is posted, and what that was worth. */
  void posted(Head head, Actor actor, long posting, List<LineRow> rows, List<BigDecimal> values) {
    BigDecimal net = BigDecimal.ZERO;
    BigDecimal gross = BigDecimal.ZERO;
    List<Object[]> lines = new ArrayList<>();
    for (int i = 0; i < rows.size(); i++) {
      BigDecimal value = values.get(i);
      gross = gross.add(value);
      value = rows.get(i).variance().isNegative() ? value.negate() : value;
      net = net.add(value);
      lines.add(new Object[] {value, head.id(), i + 1});
    }
    batches.batchUpdate(
        "update adjustment_line set value = ? where adjustment_id = ? and line_no = ?", lines);
    jdbc.sql(
            "update adjustment set state = 'POSTED', posting_id = ?, gross = ?, net = ?, ended = ?,"
                + " ended_by = ?, version = version + 1 where id = ?")
        .params(posting, gross, net, now(), actor.id(), head.id())
        .update();
    write(head.id(), head.number(), head.siteId(), actor, "POSTED");
  }

  void refused(long id, Actor actor) {
    jdbc.sql(
            "update adjustment set state = 'REFUSED', ended = ?, ended_by = ?, version = version +"
                + " 1 where id = ?")
        .params(now(), actor.id(), id)
        .update();
    Head head = head(id);
    write(id, head.number(), head.siteId(), actor, "REFUSED");
  }

  private void write(long id, String number, long site, Actor actor, String what) {
    log.write(
        Document.of(DocumentKind.ADJUSTMENT, id, number, List.of(site)), actor.id(), what, "");
  }

  /** A picture of what happened. */
  Optional<Adjustment.Picture> picture(long id) {
    return jdbc.sql("select media_type, content from adjustment_picture where adjustment_id = ?")
        .param(id)
        .query((row, n) -> new Adjustment.Picture(row.getString(1), row.getBytes(2)))
        .optional();
  }

  LocalDateTime now() {
    return Utc.of(clock.instant());
  }

  private static String text(String entered) {
    return entered == null ? "" : entered.strip();
  }
}
