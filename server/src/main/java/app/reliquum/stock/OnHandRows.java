package app.reliquum.stock;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.stock.OnHand.Query;
import app.reliquum.stock.OnHand.Row;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** Makes the rows of {@link OnHand} from what the database gives. */
final class OnHandRows {

  private OnHandRows() {}

  static Row row(Query query, ResultSet row) throws SQLException {
    LocalDate inDate = PositionTable.localDate(row.getDate("in_date"));
    boolean one = query.filter().item() != null;
    return switch (query.group()) {
      case ITEM -> {
        Row item = itemRow(row, sum(row, "on_hand"), sum(row, "available"));
        yield spread(item, row.getInt("positions"), inDate, sum(row, "reserved"), null);
      }
      case PLACE ->
          new Row(
              "p" + row.getLong("place_id"),
              query.filter().item(),
              one ? row.getString("code") : null,
              one ? row.getString("name") : null,
              one ? symbol(row.getString("unit")) : null,
              row.getLong("place_id"),
              row.getString("address"),
              row.getString("area"),
              row.getString("site"),
              null,
              null,
              null,
              null,
              null,
              null,
              null,
              one ? sum(row, "on_hand") : null,
              one ? sum(row, "available") : null,
              one ? sum(row, "reserved") : null,
              null,
              inDate,
              row.getInt("positions"),
              row.getInt("items"));
      case LOT ->
          new Row(
              "l" + row.getLong("lot_id"),
              row.getLong("id"),
              row.getString("code"),
              row.getString("name"),
              symbol(row.getString("unit")),
              null,
              null,
              null,
              null,
              row.getLong("lot_id"),
              row.getString("lot"),
              PositionTable.localDate(row.getDate("expiry")),
              null,
              null,
              null,
              null,
              sum(row, "on_hand"),
              sum(row, "available"),
              sum(row, "reserved"),
              null,
              inDate,
              row.getInt("positions"),
              null);
      case POSITION -> position(row, inDate);
    };
  }

  static Row position(ResultSet row, @Nullable LocalDate inDate) throws SQLException {
    long lot = row.getLong("lot_id");
    long serial = row.getLong("serial_id");
    Condition condition = PositionTable.condition(row.getInt("condition_code"));
    String key =
        row.getLong("id")
            + "-"
            + row.getLong("place_id")
            + "-"
            + lot
            + "-"
            + serial
            + "-"
            + row.getLong("unit_load_id")
            + "-"
            + condition.code();
    return new Row(
        key,
        row.getLong("id"),
        row.getString("code"),
        row.getString("name"),
        symbol(row.getString("unit")),
        row.getLong("place_id"),
        row.getString("address"),
        row.getString("area"),
        row.getString("site"),
        lot == 0 ? null : lot,
        row.getString("lot"),
        PositionTable.localDate(row.getDate("expiry")),
        serial == 0 ? null : serial,
        row.getString("serial"),
        row.getString("unit_load"),
        condition,
        sum(row, "on_hand"),
        sum(row, "available"),
        sum(row, "reserved"),
        null,
        inDate,
        null,
        null);
  }

  static Quantity sum(ResultSet row, String column) throws SQLException {
    return PositionTable.quantity(row.getBigDecimal(column));
  }

  static String symbol(String unit) {
    return UnitOfMeasure.valueOf(unit).symbol();
  }

  static Row itemRow(ResultSet row, Quantity onHand, Quantity available) throws SQLException {
    return itemRow(
        new StockedItems.Item(
            row.getLong("id"),
            row.getString("code"),
            row.getString("name"),
            symbol(row.getString("unit")),
            onHand,
            available,
            null));
  }

  static Row itemRow(StockedItems.Item item) {
    return new Row(
        "i" + item.id(),
        item.id(),
        item.code(),
        item.name(),
        item.symbol(),
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        item.onHand(),
        item.available(),
        item.reserved(),
        null,
        null,
        null,
        null);
  }

  static Row spread(
      Row row,
      int positions,
      @Nullable LocalDate inDate,
      Quantity reserved,
      @Nullable Quantity coming) {
    return new Row(
        row.key(),
        row.itemId(),
        row.item(),
        row.name(),
        row.symbol(),
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        row.onHand(),
        row.available(),
        reserved,
        coming,
        inDate,
        positions,
        null);
  }
}
