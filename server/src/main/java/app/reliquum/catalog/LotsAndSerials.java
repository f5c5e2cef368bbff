package app.reliquum.catalog;

import app.reliquum.api.Problem;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.NumberRule;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Lots and serial numbers: found by what people call them, and made known when goods come in. */
@Service
public class LotsAndSerials {

  private static final int ITEMS_AT_ONCE = 1_000;

  private final JdbcClient jdbc;
  private final JdbcOperations many;
  private final Catalog catalog;

  LotsAndSerials(JdbcClient jdbc, JdbcOperations many, Catalog catalog) {
    this.many = many;
    this.catalog = catalog;
    this.jdbc = jdbc;
  }

  /** A lot. */
  public record LotCard(
      long id,
      long itemId,
      String code,
      LocalDate expiry,
      LocalDate bestBefore,
      LocalDate produced,
      String supplierLot) {

    /** The days that it carries. */
    public LotDates dates() {
      return new LotDates(expiry, bestBefore, produced);
    }
  }

  /** A serial number. */
  public record SerialCard(long id, long itemId, String code, long lotId, LocalDate serviceDue) {}

  private static final String LOT =
      "select id, item_id, code, expiry, best_before, produced, supplier_lot from lot where ";

  private static final String SERIAL =
      "select id, item_id, code, lot_id, service_due from serial where ";

  /** Lots by their numbers. */
  public List<LotCard> lots(Collection<Long> ids) {
    return ids.isEmpty()
        ? List.of()
        : jdbc.sql(LOT + "id in (:ids)").param("ids", ids).query(LotCard.class).list();
  }

  public Optional<LotCard> lot(long id) {
    return jdbc.sql(LOT + "id = ?").param(id).query(LotCard.class).optional();
  }

  /** The lots with a code, of whatever item. */
  public List<LotCard> lotsCalled(String code) {
    return jdbc.sql(LOT + "code = ? order by item_id limit 50")
        .param(code)
        .query(LotCard.class)
        .list();
  }

  public Optional<LotCard> lot(long item, String code) {
    return jdbc.sql(LOT + "item_id = ? and code = ?")
        .param(item)
        .param(code)
        .query(LotCard.class)
        .optional();
  }

  /**
   * The lot with a code, made if there is none. A lot that is known takes the days that it lacks.
   *
   * @param said what is said of its days now
   * @param came the day on which its goods come, from which its shelf life runs
   * @throws Problem if what is said contradicts what is known
   */
  @Transactional
  public LotCard obtainLot(long item, String code, LotDates said, LocalDate came) {
    Optional<LotCard> before = lot(item, code);
    if (before.isEmpty()) {
      LotDates dates = said.keeping(shelfLife(item), came);
      try {
        jdbc.sql(
                "insert into lot (item_id, code, expiry, best_before, produced)"
                    + " values (?, ?, ?, ?, ?)")
            .params(item, code, dates.expiry(), dates.bestBefore(), dates.produced())
            .update();
      } catch (DuplicateKeyException madeMeanwhile) {
        // then it is there, and may know other days
      }
      before = lot(item, code);
    }
    LotCard known = before.orElseThrow();
    known
        .dates()
        .against(said)
        .ifPresent(
            other -> {
              throw Lots.contradiction(code, other);
            });
    LotDates dates = known.dates().with(said);
    if (dates.equals(known.dates())) {
      return known;
    }
    jdbc.sql("update lot set expiry = ?, best_before = ?, produced = ? where id = ?")
        .params(dates.expiry(), dates.bestBefore(), dates.produced(), known.id())
        .update();
    return lot(known.id()).orElseThrow();
  }

  private @Nullable Integer shelfLife(long item) {
    return jdbc.sql("select shelf_life_days from item where id = ?")
        .param(item)
        .query((row, n) -> Optional.ofNullable(row.getObject(1, Integer.class)))
        .single()
        .orElse(null);
  }

  /** The number of a new lot, made by the item's rule or that of the house. */
  @Transactional
  public String nextLot(long item, LocalDate day) {
    String rule =
        jdbc.sql("select lot_rule from item where id = ?").param(item).query(String.class).single();
    NumberRule made = rule.isEmpty() ? NumberRule.HOUSE_LOTS : NumberRule.of(rule);
    while (true) {
      String code = made.number(day, catalog.next("lot " + made.prefix(day)));
      if (lot(item, code).isEmpty()) {
        return code;
      }
    }
  }

  /** The number of a new piece, made by the item's rule or that of the house. */
  @Transactional
  public String nextSerial(long item, LocalDate day) {
    String rule =
        jdbc.sql("select serial_rule from item where id = ?")
            .param(item)
            .query(String.class)
            .single();
    NumberRule made = rule.isEmpty() ? NumberRule.HOUSE_SERIALS : NumberRule.of(rule);
    while (true) {
      String code = made.number(day, catalog.next("serial " + made.prefix(day)));
      if (serial(item, code).isEmpty()) {
        return code;
      }
    }
  }

  public Optional<SerialCard> serial(long id) {
    return jdbc.sql(SERIAL + "id = ?").param(id).query(SerialCard.class).optional();
  }

  /** The numbers of pieces. */
  public Map<Long, String> serialCodes(Collection<Long> ids) {
    Map<Long, String> codes = new HashMap<>();
    if (!ids.isEmpty()) {
      jdbc.sql("select id, code from serial where id in (:ids)")
          .param("ids", ids)
          .query(
              row -> {
                codes.put(row.getLong(1), row.getString(2));
              });
    }
    return codes;
  }

  /** The pieces with a serial number, of whatever item. */
  public List<SerialCard> serialsCalled(String code) {
    return jdbc.sql(SERIAL + "code = ? order by item_id limit 50")
        .param(code)
        .query(SerialCard.class)
        .list();
  }

  public Optional<SerialCard> serial(long item, String code) {
    return jdbc.sql(SERIAL + "item_id = ? and code = ?")
        .param(item)
        .param(code)
        .query(SerialCard.class)
        .optional();
  }

  /**
   * The piece with a serial number, made known if it is not.
   *
   * @param lot the lot that is said of it; 0 if none is
   * @throws Problem if it is known to be of another lot
   */
  @Transactional
  public SerialCard obtainSerial(long item, String code, long lot, @Nullable LocalDate serviceDue) {
    Optional<SerialCard> known = serial(item, code);
    known
        .filter(piece -> lot != 0 && piece.lotId() != lot)
        .ifPresent(
            piece -> {
              throw Lots.otherLot(
                  code,
                  lot(piece.lotId()).map(LotCard::code).orElse("none"),
                  lot(lot).orElseThrow().code());
            });
    return known.orElseGet(
        () -> {
          try {
            jdbc.sql("insert into serial (item_id, code, lot_id, service_due) values (?, ?, ?, ?)")
                .params(item, code, lot, serviceDue)
                .update();
          } catch (DuplicateKeyException madeMeanwhile) {
            // then it is there
          }
          return serial(item, code).orElseThrow();
        });
  }

  /**
   * A lot or a piece that is named by someone.
   *
   * @param item the number of its item
   */
  public record Code(long item, String code) {
    /** The same in small letters, as it is looked up. */
    public Code folded() {
      return new Code(item, code.toLowerCase(Locale.ROOT));
    }
  }

  /**
   * Makes many lots at once that are not known yet; those that are stay as they are.
   *
   * @param lots what is said of the days of each
   * @param came the day on which their goods come, from which shelf life runs
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void makeLots(Map<Code, LotDates> lots, LocalDate came) {
    Map<Long, Integer> keeps = new HashMap<>();
    jdbc.sql("select id, shelf_life_days from item where shelf_life_days is not null")
        .query(
            row -> {
              keeps.put(row.getLong(1), row.getInt(2));
            });
    List<Object[]> rows = new ArrayList<>();
    lots.forEach(
        (lot, said) -> {
          LotDates dates = said.keeping(keeps.get(lot.item()), came);
          rows.add(
              new Object[] {
                lot.item(), lot.code(), dates.expiry(), dates.bestBefore(), dates.produced()
              });
        });
    many.batchUpdate(
        "insert ignore into lot (item_id, code, expiry, best_before, produced)"
            + " values (?, ?, ?, ?, ?)",
        rows);
  }

  /**
   * Makes many pieces at once that are not known yet.
   *
   * @param pieces the number of the lot of each, 0 for none
   * @param serviceDue when those are due that are
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void makeSerials(Map<Code, Long> pieces, Map<Code, LocalDate> serviceDue) {
    List<Object[]> rows = new ArrayList<>();
    pieces.forEach(
        (piece, lot) ->
            rows.add(new Object[] {piece.item(), piece.code(), lot, serviceDue.get(piece)}));
    many.batchUpdate(
        "insert ignore into serial (item_id, code, lot_id, service_due) values (?, ?, ?, ?)", rows);
  }

  /** The numbers of all lots of some items, by item and code, {@link Code#folded folded}. */
  @Transactional(readOnly = true)
  public Map<Code, Long> lotsOf(Collection<Long> items) {
    return numbers("select item_id, code, id from lot where item_id in (:items)", items);
  }

  /** The numbers of all pieces of some items, by item and code, {@link Code#folded folded}. */
  @Transactional(readOnly = true)
  public Map<Code, Long> serialsOf(Collection<Long> items) {
    return numbers("select item_id, code, id from serial where item_id in (:items)", items);
  }

  private Map<Code, Long> numbers(String sql, Collection<Long> items) {
    Map<Code, Long> numbers = new HashMap<>();
    List<Long> all = List.copyOf(items);
    for (int from = 0; from < all.size(); from += ITEMS_AT_ONCE) {
      jdbc.sql(sql)
          .param("items", all.subList(from, Math.min(all.size(), from + ITEMS_AT_ONCE)))
          .query(
              row -> {
                numbers.put(new Code(row.getLong(1), row.getString(2)).folded(), row.getLong(3));
              });
    }
    return numbers;
  }
}
