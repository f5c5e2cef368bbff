package app.reliquum.api;

import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Work of one kind that needs someone.
 *
 * @param oldest the day since when the oldest of it is due or waits, where that is known
 * @param value what it is worth, where that can be said
 * @param first those that are due first
 */
@Schema(name = "OpenTask")
public record OpenTask(
    Kind kind,
    Turn turn,
    long count,
    @Nullable LocalDate oldest,
    @Nullable BigDecimal value,
    List<Subject> first) {

  private static final int FEW = 4;

  /** Whose turn it is. */
  @Schema(name = "OpenTaskTurn")
  public enum Turn {
    /** Who approves and answers for the books. */
    CONTROL,
    /** Who looks after orders, transfers and counts. */
    INVENTORY,
    /** Who buys. */
    PURCHASING,
    /** Who works in the stockroom. */
    FLOOR
  }

  /** What needs someone; the most urgent stands first. */
  @Schema(name = "OpenTaskKind")
  public enum Kind {
    LEDGER_CHECK_FAILED(Turn.CONTROL),
    LEDGER_DIFFERS(Turn.CONTROL),
    JOB_FAILED(Turn.CONTROL),
    APPROVAL(Turn.CONTROL),
    REQUISITION(Turn.CONTROL),
    COUNT_IN_REVIEW(Turn.CONTROL),
    LATE_OUTBOUND(Turn.INVENTORY),
    SHORT_OUTBOUND(Turn.INVENTORY),
    INFORMATION_REQUESTED(Turn.INVENTORY),
    MISSING_FROM_TRANSFER(Turn.INVENTORY),
    TRANSFER_IN_REVIEW(Turn.INVENTORY),
    LATE_TRANSFER(Turn.INVENTORY),
    SHORT_TRANSFER(Turn.INVENTORY),
    REPORTED_DISCREPANCY(Turn.INVENTORY),
    OVERDUE_LOAN(Turn.INVENTORY),
    EXPIRING_LOT(Turn.INVENTORY),
    LATE_INBOUND(Turn.PURCHASING),
    CHANGED_INBOUND(Turn.PURCHASING),
    LOW_STOCK(Turn.PURCHASING),
    LOW_STOCK_UNKNOWN(Turn.PURCHASING),
    TO_CHECK(Turn.FLOOR),
    TO_PUT_AWAY(Turn.FLOOR),
    TO_SHIP(Turn.FLOOR),
    TO_COUNT(Turn.FLOOR),
    IN_TRANSIT(Turn.FLOOR);

    private final Turn turn;

    Kind(Turn turn) {
      this.turn = turn;
    }

    /** Whose turn it is. */
    public Turn turn() {
      return turn;
    }
  }

  /**
   * One of what needs someone.
   *
   * @param id its number, by which it is opened
   * @param name what it is called
   * @param about whom or what it concerns
   * @param day when it is or was due, or since when it waits
   */
  @Schema(name = "OpenTaskSubject")
  public record Subject(String id, String name, String about, @Nullable LocalDate day) {}

  /** Work of a kind. */
  public static OpenTask of(
      Kind kind,
      long count,
      @Nullable LocalDate oldest,
      @Nullable BigDecimal value,
      List<Subject> first) {
    return new OpenTask(kind, kind.turn(), count, oldest, value, List.copyOf(first));
  }

  /**
   * Work of a kind that a statement finds; none if it finds nothing.
   *
   * @param rows a statement whose rows have {@code id}, {@code name}, {@code about}, the {@code
   *     day} by which they are told, and {@code value}
   * @param sites what its {@code :site}, {@code :sites} and {@code :everywhere} are
   */
  public static Optional<OpenTask> found(
      JdbcClient jdbc, Kind kind, String rows, SitesAsked sites) {
    record Found(Subject subject, long count, @Nullable LocalDate oldest, BigDecimal value) {}
    List<Found> found =
        sites
            .bind(
                jdbc.sql(
                    "select x.*, count(*) over () many, min(x.day) over () oldest,"
                        + " sum(x.value) over () worth from ("
                        + rows
                        + ") x order by x.day is null, x.day, x.id limit "
                        + FEW))
            .query(
                (row, n) ->
                    new Found(
                        new Subject(
                            row.getString("id"),
                            row.getString("name"),
                            row.getString("about") == null ? "" : row.getString("about"),
                            Utc.day(row.getDate("day"))),
                        row.getLong("many"),
                        Utc.day(row.getDate("oldest")),
                        row.getBigDecimal("worth")))
            .list();
    return found.stream()
        .findFirst()
        .map(
            any ->
                of(
                    kind,
                    any.count(),
                    any.oldest(),
                    any.value(),
                    found.stream().map(Found::subject).toList()));
  }
}
