package app.reliquum.counting;

import app.reliquum.api.Utc;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.lang.Contract;

/** How moments and positions stand in the rows of counts. */
final class Times {

  /** The columns of a position, in the order of its key. */
  static final String KEY = "item_id, place_id, lot_id, serial_id, unit_load_id, condition_code";

  private Times() {}

  @Contract("null -> null; !null -> !null")
  static @Nullable LocalDateTime utc(@Nullable Instant moment) {
    return moment == null ? null : Utc.of(whole(moment));
  }

  /** As exact as it is kept. */
  static Instant whole(Instant moment) {
    return moment.truncatedTo(ChronoUnit.MICROS);
  }

  @Contract("null -> null; !null -> !null")
  static @Nullable Instant instant(@Nullable LocalDateTime moment) {
    return moment == null ? null : moment.toInstant(ZoneOffset.UTC);
  }

  /** A moment that every row has. */
  static Instant instant(ResultSet row, String column) throws SQLException {
    return Utc.instant(row.getTimestamp(column));
  }

  /** A moment that a row may have. */
  static Optional<Instant> instantIfAny(ResultSet row, String column) throws SQLException {
    return Optional.ofNullable(Utc.instant(row.getTimestamp(column)));
  }

  /** That two rows are about one position. */
  static String same(String one, String other) {
    StringBuilder same = new StringBuilder();
    for (String column : KEY.split(", ")) {
      same.append(same.isEmpty() ? "" : " and ")
          .append(one + "." + column + " = " + other + "." + column);
    }
    return same.toString();
  }

  static PositionKey key(ResultSet row) throws SQLException {
    return new PositionKey(
        row.getLong("item_id"),
        row.getLong("place_id"),
        row.getLong("lot_id"),
        row.getLong("serial_id"),
        row.getLong("unit_load_id"),
        Condition.of(row.getInt("condition_code")));
  }

  static Object[] values(PositionKey key) {
    return new Object[] {
      key.item(), key.place(), key.lot(), key.serial(), key.unitLoad(), key.condition().code()
    };
  }
}
