package app.reliquum.counting;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.counting.CountTable.Head;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The lines of a count sheet: the positions of its slip, in the order of walking. */
@Repository
class SheetLines {

  private final JdbcClient jdbc;

  SheetLines(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  /**
   * A line of a sheet.
   *
   * @param quantity what the book has there now
   */
  record Line(
      long itemId,
      long placeId,
      long lotId,
      long serialId,
      long unitLoadId,
      int conditionCode,
      String place,
      String item,
      String name,
      UnitOfMeasure unit,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      @Nullable String serial,
      @Nullable String unitLoad,
      BigDecimal quantity) {

    Condition condition() {
      return Condition.of(conditionCode);
    }

    PositionKey key() {
      return new PositionKey(itemId, placeId, lotId, serialId, unitLoadId, condition());
    }
  }

  private static final String SHOWN =
      """
      select s.item_id, s.place_id, s.lot_id, s.serial_id, s.unit_load_id, s.condition_code,
        p.address place, i.code item, i.name, i.unit, l.code lot, l.expiry, n.code serial,
        u.code unit_load, sum(s.quantity) quantity
      from (%s) s join place p on p.id = s.place_id and p.kind = 'BIN' and p.site_id = :site
        join item i on i.id = s.item_id left join lot l on l.id = s.lot_id
        left join serial n on n.id = s.serial_id left join unit_load u on u.id = s.unit_load_id
      group by s.item_id, s.place_id, s.lot_id, s.serial_id, s.unit_load_id, s.condition_code
      order by p.walk, p.address, i.code, l.code, n.code
      """;

  private static final String NOW =
      """
      select x.item_id, x.place_id, x.lot_id, x.serial_id, x.unit_load_id, x.condition_code,
        x.quantity
      from on_hand x
      where (:place = 0 or x.place_id = :place) and (:item = 0 or x.item_id = :item)
        and (:load = 0 or x.unit_load_id = :load)
      """;

  /** What lay there at some moment since the count was drawn up, so that a printed sheet had it. */
  private static final String SINCE =
      """
      union all select m.item_id, m.%1$s_place_id, m.lot_id, m.serial_id, m.%1$s_unit_load_id,
        m.%1$s_condition, 0
      from posted_line m join posted h on h.id = m.posting_id and h.recorded >= :since
      where m.%1$s_place_id = :place and (:item = 0 or m.item_id = :item)
      """;

  /**
   * What a slip is about.
   *
   * @param place a bin, 0 for any; likewise the item and the unit load
   */
  record About(long place, long item, long load) {
    static About of(CountTable.SlipRow slip) {
      return new About(slip.placeId(), slip.itemId(), slip.unitLoadId());
    }

    static About of(Counting.Slip slip) {
      return new About(slip.placeId(), slip.itemId(), slip.unitLoadId());
    }
  }

  /** What a sheet says that is printed now. */
  List<Line> printed(Head head, About slip) {
    return jdbc.sql(SHOWN.formatted(NOW))
        .param("site", head.siteId())
        .param("place", slip.place())
        .param("item", slip.item())
        .param("load", slip.load())
        .query(Line.class)
        .list();
  }

  /** What any sheet says that was printed since the count was drawn up. */
  List<Line> everPrinted(Head head, CountTable.SlipRow of) {
    About slip = About.of(of);
    if (slip.place() == 0) {
      return printed(head, slip);
    }
    String ever = NOW + SINCE.formatted("from") + SINCE.formatted("to");
    return jdbc.sql(SHOWN.formatted(ever))
        .param("site", head.siteId())
        .param("place", slip.place())
        .param("item", slip.item())
        .param("load", slip.load())
        .param("since", head.created())
        .query(Line.class)
        .list();
  }
}
