package app.reliquum.stock;

import app.reliquum.api.Command;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Utc;
import app.reliquum.core.costing.Valuation;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.sql.Timestamp;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.lang.Contract;
import org.springframework.stereotype.Repository;

/** The rows of the ledger. They are added, read, and never changed. */
@Repository
class LedgerTable {

  private static final String LINE =
      """
      insert into ledger_line (posting_id, line_no, effective, item_id, lot_id, serial_id,
        from_place_id, from_unit_load_id, from_condition, to_place_id, to_unit_load_id,
        to_condition, quantity, value)
      values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
      """;

  private final JdbcClient jdbc;
  private final JdbcTemplate batches;

  LedgerTable(JdbcClient jdbc, JdbcTemplate batches) {
    this.jdbc = jdbc;
    this.batches = batches;
  }

  /** A posting without its lines. */
  record Head(
      long id,
      PostingKind kind,
      String document,
      Integer documentLine,
      Long reversesId,
      boolean reversed) {}

  long append(
      Command command,
      NewPosting posting,
      Instant effective,
      Instant recorded,
      @Nullable Long reverses,
      List<Instant> moments,
      List<BigDecimal> values) {
    long number =
        GeneratedId.of(
            jdbc.sql(
                    """
            insert into posting (kind, effective, recorded, person_id, device, document,
              document_line, reason, command_id, reverses_id, movement_kind_id)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
            """)
                .param(posting.kind().name())
                .param(utc(effective))
                .param(utc(recorded))
                .param(command.actor().id())
                .param(command.device())
                .param(posting.document())
                .param(posting.documentLine())
                .param(posting.reason())
                .param(command.id().toString())
                .param(reverses)
                .param(posting.explained().kind()));
    List<Object[]> rows = new ArrayList<>(posting.lines().size());
    for (Line line : posting.lines()) {
      rows.add(
          new Object[] {
            number,
            rows.size() + 1,
            utc(moments.get(rows.size())),
            line.goods().item(),
            line.goods().lot(),
            line.goods().serial(),
            line.from().place(),
            line.from().unitLoad(),
            line.from().condition().code(),
            line.to().place(),
            line.to().unitLoad(),
            line.to().condition().code(),
            line.quantity().amount(),
            values.get(rows.size())
          });
    }
    batches.batchUpdate(LINE, rows);
    if (!posting.explained().fields().isEmpty()) {
      batches.batchUpdate(
          "insert into posting_field (posting_id, field_id, value) values (?, ?, ?)",
          posting.explained().fields().entrySet().stream()
              .map(field -> new Object[] {number, field.getKey(), field.getValue()})
              .toList());
    }
    return number;
  }

  /** The head of a posting, locked against being reversed twice. */
  Optional<Head> lock(long posting) {
    return jdbc.sql(
            """
            select p.id, p.kind, p.document, p.document_line, p.reverses_id,
              exists (select 1 from posting r where r.reverses_id = p.id) reversed
            from posting p where p.id = ? for update
            """)
        .param(posting)
        .query(Head.class)
        .optional();
  }

  List<Line> lines(long posting) {
    return jdbc.sql(
            """
            select item_id, lot_id, serial_id, from_place_id, from_unit_load_id, from_condition,
              to_place_id, to_unit_load_id, to_condition, quantity
            from ledger_line where posting_id = ? order by line_no
            """)
        .param(posting)
        .query(
            (row, n) ->
                new Line(
                    new Goods(row.getLong(1), row.getLong(2), row.getLong(3)),
                    new Spot(
                        row.getLong(4), row.getLong(5), PositionTable.condition(row.getInt(6))),
                    new Spot(
                        row.getLong(7), row.getLong(8), PositionTable.condition(row.getInt(9))),
                    new Quantity(row.getBigDecimal(10))))
        .list();
  }

  List<BigDecimal> values(long posting) {
    return jdbc.sql("select value from ledger_line where posting_id = ? order by line_no")
        .param(posting)
        .query(BigDecimal.class)
        .list();
  }

  Set<Long> items(long posting) {
    return jdbc.sql("select distinct item_id from ledger_line where posting_id = ?")
        .param(posting)
        .query(Long.class)
        .set();
  }

  /** When each line of a posting happened and what it moved, in the order of its reversal. */
  List<Valuation.Undone> undone(long posting, Map<Integer, BigDecimal> writtenOff) {
    return jdbc.sql(
            "select effective, value, line_no from ledger_line where posting_id = ? order by"
                + " line_no desc")
        .param(posting)
        .query(
            (row, n) ->
                new Valuation.Undone(
                    instant(row.getTimestamp(1)),
                    row.getBigDecimal(2),
                    writtenOff.getOrDefault(row.getInt(3), BigDecimal.ZERO)))
        .list();
  }

  static LocalDateTime utc(Instant moment) {
    return Utc.of(moment);
  }

  @Contract("null -> null; !null -> !null")
  static @Nullable Instant instant(@Nullable Timestamp moment) {
    return moment == null ? null : moment.toLocalDateTime().toInstant(ZoneOffset.UTC);
  }
}
