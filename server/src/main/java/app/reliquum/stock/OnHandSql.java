package app.reliquum.stock;

import app.reliquum.api.Actor;
import app.reliquum.core.ledger.Condition;
import app.reliquum.places.AreaSql;
import app.reliquum.stock.OnHand.Group;
import app.reliquum.stock.OnHand.Query;
import app.reliquum.stock.OnHand.Sort;

/** The parts of the statements that {@link OnHand} asks by. */
final class OnHandSql {

  private static final String AVAILABLE = "if(" + good("p") + ", p.quantity - p.reserved, 0)";

  private static final String RESERVED = "if(" + good("p") + ", p.reserved, 0)";

  private OnHandSql() {}

  /**
   * Whether what is not reserved of a position of that alias is available, in an area {@code a}.
   */
  static String good(String position) {
    return position + ".condition_code = " + Condition.GOOD.code() + " and " + AreaSql.AVAILABLE;
  }

  /** Grouping by the column that is sorted by lets the index give the first page at once. */
  static String groupKey(Query query) {
    return switch (query.group()) {
      case ITEM -> query.sort() == Sort.NAME ? "i.name, i.id" : "i.code";
      case PLACE -> "pl.label";
      default -> "p.lot_id";
    };
  }

  static String driver(Query query, boolean many) {
    if (!many) {
      return "";
    }
    return switch (query.group()) {
      case POSITION ->
          query.sort() == Sort.PLACE ? "label" : query.sort() == Sort.ITEM ? "code" : "";
      case ITEM -> query.sort() == Sort.ITEM ? "code" : "";
      case PLACE -> "label";
      case LOT -> "";
    };
  }

  /** What must be read to count rows: the places only if a condition names them. */
  static String counted(String source, String where) {
    return " from "
        + source
        + " p"
        + (where.contains("pl.") ? " join place pl on pl.id = p.place_id" : "");
  }

  /** The positions of one page, sorted by a column of their own. */
  static String sortedAlone(Query query, String where) {
    return "(select p.* from stock_position p"
        + where
        + " order by "
        + order(query, "")
        + " limit :limit offset :offset)";
  }

  static String tables(String source, String driver) {
    String rest =
        " left join area a on a.id = pl.area_id left join site t on t.id = pl.site_id"
            + " left join lot l on l.id = p.lot_id left join serial r on r.id = p.serial_id";
    return switch (driver) {
      case "code" ->
          " from item i force index (code) straight_join "
              + source
              + " p force index (primary) on p.item_id = i.id straight_join place pl on pl.id = p.place_id"
              + rest;
      case "label" ->
          " from place pl force index (label) straight_join "
              + source
              + " p force index (place) on p.place_id = pl.id"
              + " straight_join item i on i.id = p.item_id"
              + rest;
      default ->
          " from "
              + source
              + " p join item i on i.id = p.item_id join place pl on pl.id = p.place_id"
              + rest;
    };
  }

  static String columns(Query query) {
    String sums =
        " sum(p.quantity) on_hand, sum("
            + AVAILABLE
            + ") available, sum("
            + RESERVED
            + ") reserved,";
    return switch (query.group()) {
      case POSITION ->
          "select i.id, i.code, i.name, i.unit, p.quantity on_hand, "
              + AVAILABLE
              + " available, "
              + RESERVED
              + " reserved, p.in_date, p.place_id, pl.address, a.name area, t.name site,"
              + " p.lot_id, l.code lot, l.expiry, p.serial_id, r.code serial, p.unit_load_id,"
              + " if(p.unit_load_id = 0, null,"
              + " (select u.code from unit_load u where u.id = p.unit_load_id)) unit_load,"
              + " p.condition_code";
      case ITEM ->
          "select i.id, i.code, i.name, i.unit,"
              + sums
              + " min(p.in_date) in_date, count(*) positions";
      case PLACE ->
          "select p.place_id, pl.address, a.name area, t.name site, min(p.in_date) in_date,"
              // Only of one item can goods be added up.
              + (query.filter().item() == null ? "" : sums + " i.id, i.code, i.name, i.unit,")
              + " count(*) positions, count(distinct p.item_id) items";
      case LOT ->
          "select i.id, i.code, i.name, i.unit, p.lot_id, l.code lot, l.expiry,"
              + sums
              + " min(p.in_date) in_date, count(*) positions";
    };
  }

  /**
   * By what is asked, and then by the key of a row: rows that are alike in what they are sorted by
   * keep one order, or else a page would repeat what another has shown.
   */
  static String order(Query query, String driver) {
    String way = query.descending() ? " desc" : "";
    boolean single = query.group() == Group.POSITION;
    String sorted =
        switch (query.sort()) {
          case ITEM -> query.group() == Group.PLACE ? "pl.label" + way : "i.code" + way;
          case NAME -> "i.name" + way;
          case PLACE -> "pl.label" + way;
          case LOT -> "l.code" + way + ", i.code";
          case EXPIRY -> "l.expiry is null, l.expiry" + way + ", i.code";
          case IN_DATE -> (single ? "p.in_date" : "min(p.in_date)") + way;
          case ON_HAND -> (single ? "p.quantity" : "sum(p.quantity)") + way;
          case AVAILABLE -> (single ? AVAILABLE : "sum(" + AVAILABLE + ")") + way;
        };
    if (!driver.isEmpty()) {
      // Read in the order of unique keys: a sort by more would read every row first.
      return sorted;
    }
    return sorted
        + switch (query.group()) {
          case POSITION ->
              ", p.item_id, p.place_id, p.lot_id, p.serial_id, p.unit_load_id, p.condition_code";
          case ITEM -> ", i.id" + way;
          case PLACE -> ", pl.label";
          case LOT -> ", p.lot_id";
        };
  }

  /**
   * Rows that are read in the order of a driving table keep it, and below it that of the positions'
   * key, as long as no join gathers rows in a buffer first.
   */
  static String unbuffered(String driver, String select) {
    return driver.isEmpty() ? select : "set statement join_cache_level = 0 for " + select;
  }

  /**
   * The positions of a past moment: those of now, less what has happened since. It costs what has
   * happened since, not what the ledger holds.
   */
  static String asOf(Query query) {
    String now = query.filter().item() == null ? "" : " and item_id = :item";
    return """
        (select item_id, place_id, lot_id, serial_id, unit_load_id, condition_code,
           sum(quantity) quantity, 0 reserved, null in_date
         from (
           select item_id, place_id, lot_id, serial_id, unit_load_id, condition_code, quantity
           from stock_position where quantity > 0 %1$s
           union all
           select l.item_id, l.from_place_id, l.lot_id, l.serial_id, l.from_unit_load_id,
             l.from_condition, l.quantity
           from ledger_line l where l.effective > :at %1$s
           union all
           select l.item_id, l.to_place_id, l.lot_id, l.serial_id, l.to_unit_load_id,
             l.to_condition, -l.quantity
           from ledger_line l where l.effective > :at %1$s
         ) moved
         where place_id in (select id from place where %2$s)
         group by item_id, place_id, lot_id, serial_id, unit_load_id, condition_code
         having sum(quantity) <> 0)"""
        .formatted(now, OwnPlaces.are("kind"));
  }

  static String where(Query query, Actor actor) {
    StringBuilder where = new StringBuilder(" where p.quantity <> 0");
    if (query.filter().site() != null) {
      where.append(" and pl.site_id = :site");
    }
    if (!actor.everywhere()) {
      where.append(" and pl.site_id in (:sites)");
    }
    if (query.filter().area() != null) {
      where.append(" and pl.area_id = :area");
    }
    if (query.filter().item() != null) {
      where.append(" and p.item_id = :item");
    }
    if (query.filter().place() != null) {
      where.append(" and p.place_id = :place");
    }
    if (query.filter().lot() != null) {
      where.append(" and p.lot_id = :lot");
    }
    if (query.filter().serial() != null) {
      where.append(" and p.serial_id = :serial");
    }
    if (query.filter().load() != null) {
      where.append(" and p.unit_load_id = (select u.id from unit_load u where u.code = :load)");
    }
    if (query.filter().condition() != null) {
      where.append(" and p.condition_code = :condition");
    }
    return where.toString();
  }
}
