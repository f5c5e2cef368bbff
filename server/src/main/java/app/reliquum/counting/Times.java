package app.reliquum.counting;

import app.reliquum.api.Utc;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;

/** How moments and positions stand in the rows of counts. */
final class Times {

  /** The columns of a position, in the order of its key. */
  static final String KEY = "item_id, place_id, lot_id, serial_id, unit_load_id, condition_code";

  private Times() {}

  static LocalDateTime utc(Instant moment) {
    return moment == null ? null : Utc.of(whole(moment));
  }

  /** As exact as it is kept. */
  static Instant whole(Instant moment) {
    return moment.truncatedTo(ChronoUnit.MICROS);
  }

  static Instant instant(LocalDateTime moment) {
    return moment == null ? null : moment.toInstant(ZoneOffset.UTC);
  }

  static Instant instant(ResultSet row, String column) throws SQLException {
    Timestamp moment = row.getTimestamp(column);
    return moment == null ? null : moment.toLocalDateTime().toInstant(ZoneOffset.UTC);
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
