package app.reliquum.inbound;

import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.demand.SupplyTerms;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.house.Taxes;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who sells what, in which quantities, how soon and at what price. */
@Service
public class SupplierItems {

  private final JdbcClient jdbc;
  private final Catalog catalog;
  private final Suppliers suppliers;
  private final RowLog rowLog;
  private final Taxes taxes;

  SupplierItems(JdbcClient jdbc, Catalog catalog, Suppliers suppliers, Taxes taxes, RowLog rowLog) {
    this.rowLog = rowLog;
    this.taxes = taxes;
    this.jdbc = jdbc;
    this.catalog = catalog;
    this.suppliers = suppliers;
  }

  /**
   * A supplier of an item.
   *
   * @param theirCode what the supplier calls it; empty if nobody has said
   * @param price of one, in the money of the house
   * @param minimum the least of one order; 0 for any
   * @param multiple only multiples of this are sold; 0 for any
   * @param leadDays working days from order to receipt; null for those of the supplier
   * @param preferred whether it is the one to buy from
   * @param tax the code of its tax; null for that of the supplier
   */
  @Schema(name = "SupplierOfItem")
  public record Row(
      long supplierId,
      String supplier,
      String name,
      String theirCode,
      @Nullable BigDecimal price,
      Quantity minimum,
      Quantity multiple,
      @Nullable Integer leadDays,
      boolean preferred,
      @Nullable String tax) {}

  /**
   * A supplier of an item as entered.
   *
   * @param tax the code of its tax; null or empty for that of the supplier
   */
  @Schema(name = "SupplierOfItemEntry")
  public record Entry(
      @NotNull Long supplierId,
      @NotNull @Size(max = 60) String theirCode,
      @PositiveOrZero @Nullable BigDecimal price,
      @NotNull Quantity minimum,
      @NotNull Quantity multiple,
      @Min(0) @Max(999) @Nullable Integer leadDays,
      boolean preferred,
      @Size(max = 24) @Nullable String tax) {}

  /**
   * What buying an item comes to.
   *
   * @param supplier its number
   * @param days working days from order to receipt
   */
  public record Terms(
      long supplier, String name, SupplyTerms quantities, int days, @Nullable BigDecimal price) {}

  private static final String ROWS =
      """
      select t.*, s.code, s.name, s.lead_days stated, x.code tax
      from supplier_item t join supplier s on s.id = t.supplier_id
        left join tax x on x.id = t.tax_id
      """;

  /** The suppliers of an item; the one to buy from first. */
  @Transactional(readOnly = true)
  public List<Row> of(long item) {
    return jdbc.sql(ROWS + " where t.item_id = ? order by t.preferred desc, s.name, s.id")
        .param(item)
        .query(SupplierItems::row)
        .list();
  }

  private static Row row(ResultSet row, int n) throws SQLException {
    return new Row(
        row.getLong("supplier_id"),
        row.getString("code"),
        row.getString("name"),
        row.getString("their_code"),
        row.getBigDecimal("price"),
        new Quantity(row.getBigDecimal("minimum")),
        new Quantity(row.getBigDecimal("multiple")),
        days(row),
        row.getBoolean("preferred"),
        row.getString("tax"));
  }

  private static @Nullable Integer days(ResultSet row) throws SQLException {
    int days = row.getInt("lead_days");
    return row.wasNull() ? null : days;
  }

  /** Says who sells an item. */
  @Transactional
  public List<Row> write(long item, List<Entry> entries) {
    Catalog.Measured measured =
        catalog.measured(Set.of(item)).stream()
            .findFirst()
            .orElseThrow(() -> Problem.missing("item", item));
    if (entries.stream().filter(Entry::preferred).count() > 1) {
      throw Problem.invalid("suppliers", "Only one supplier is the one to buy from.");
    }
    rowLog.changing("supplier items", measured.code());
    jdbc.sql("delete from supplier_item where item_id = ?").param(item).update();
    Set<Long> seen = new HashSet<>();
    for (int i = 0; i < entries.size(); i++) {
      Entry entry = entries.get(i);
      Suppliers.Card supplier = suppliers.supplier(entry.supplierId());
      if (!seen.add(supplier.id())) {
        throw Problem.invalid(at(i, "supplierId"), "{0} is named twice.", supplier.name());
      }
      check(measured, entry.minimum(), at(i, "minimum"));
      check(measured, entry.multiple(), at(i, "multiple"));
      insert(item, entry, taxOf(entry, at(i, "tax")));
    }
    return of(item);
  }

  /** Says what one supplier asks for an item; what others ask stays. */
  void writeOne(Catalog.Measured item, Entry entry) {
    check(item, entry.minimum(), "minimum");
    check(item, entry.multiple(), "multiple");
    jdbc.sql("delete from supplier_item where item_id = ? and supplier_id = ?")
        .params(item.id(), entry.supplierId())
        .update();
    insert(item.id(), entry, taxOf(entry, "tax"));
  }

  private @Nullable Long taxOf(Entry entry, String field) {
    return entry.tax() == null || entry.tax().isBlank()
        ? null
        : Long.valueOf(taxes.chosen(entry.tax(), field).id());
  }

  private static String at(int line, String field) {
    return "suppliers[" + line + "]." + field;
  }

  private static void check(Catalog.Measured item, Quantity quantity, String field) {
    if (quantity.isZero()) {
      return;
    }
    try {
      item.measure().check(quantity);
    } catch (QuantityException fault) {
      throw Problem.invalid(field, fault);
    }
  }

  private void insert(long item, Entry entry, @Nullable Long tax) {
    jdbc.sql(
            """
            insert into supplier_item (item_id, supplier_id, their_code, price, minimum, multiple,
              lead_days, preferred, tax_id) values (?, ?, ?, ?, ?, ?, ?, ?, ?)
            """)
        .params(
            item,
            entry.supplierId(),
            entry.theirCode().strip(),
            entry.price(),
            entry.minimum().amount(),
            entry.multiple().amount(),
            entry.leadDays(),
            entry.preferred(),
            tax)
        .update();
  }

  /**
   * What buying each of some items comes to, from the supplier that is named, or the one that was
   * ordered from last. Items that nobody sells are left out.
   */
  @Transactional(readOnly = true)
  public Map<Long, Terms> terms(Collection<Long> items) {
    Map<Long, Terms> terms = new HashMap<>();
    if (items.isEmpty()) {
      return terms;
    }
    jdbc.sql(
            """
            select l.item_id, s.id, s.name, s.lead_days, t.minimum, t.multiple, t.lead_days own_days,
              t.price
            from (select l.item_id, max(o.id) last from inbound_line l
                join inbound_order o on o.id = l.order_id and o.supplier_id > 0
                where l.item_id in (:items) group by l.item_id) l
              join inbound_order o on o.id = l.last join supplier s on s.id = o.supplier_id
              left join supplier_item t on t.item_id = l.item_id and t.supplier_id = s.id
            """)
        .param("items", items)
        .query((row, n) -> terms.put(row.getLong(1), termsOf(row)))
        .list();
    jdbc.sql(
            """
            select t.item_id, s.id, s.name, s.lead_days, t.minimum, t.multiple, t.lead_days own_days,
              t.price
            from supplier_item t join supplier s on s.id = t.supplier_id
            where t.item_id in (:items) and t.preferred
            """)
        .param("items", items)
        .query((row, n) -> terms.put(row.getLong(1), termsOf(row)))
        .list();
    return terms;
  }

  private static Terms termsOf(ResultSet row) throws SQLException {
    int own = row.getInt("own_days");
    boolean stated = row.wasNull();
    return new Terms(
        row.getLong("id"),
        row.getString("name"),
        new SupplyTerms(quantity(row, "minimum"), quantity(row, "multiple")),
        stated ? row.getInt("lead_days") : own,
        row.getBigDecimal("price"));
  }

  private static Quantity quantity(ResultSet row, String column) throws SQLException {
    BigDecimal amount = row.getBigDecimal(column);
    return amount == null ? Quantity.ZERO : new Quantity(amount);
  }

  /**
   * What a supplier calls some items; those of which nobody has said are left out.
   *
   * @return their codes by item
   */
  @Transactional(readOnly = true)
  public Map<Long, String> theirCodes(long supplier, Collection<Long> items) {
    Map<Long, String> codes = new HashMap<>();
    if (!items.isEmpty()) {
      jdbc.sql(
              "select item_id, their_code from supplier_item where supplier_id = :supplier"
                  + " and item_id in (:items) and their_code <> ''")
          .param("supplier", supplier)
          .param("items", items)
          .query(
              row -> {
                codes.put(row.getLong(1), row.getString(2));
              });
    }
    return codes;
  }

  /** How some items are taxed if a supplier sells them; untaxed ones are left out. */
  @Transactional(readOnly = true)
  public Map<Long, Taxes.Card> taxes(long supplier, Collection<Long> items) {
    Map<Long, Taxes.Card> taxed = new HashMap<>();
    if (items.isEmpty()) {
      return taxed;
    }
    suppliers.tax(supplier).ifPresent(tax -> items.forEach(item -> taxed.put(item, tax)));
    Map<Long, Taxes.Card> known = taxes.byId();
    jdbc.sql(
            "select item_id, tax_id from supplier_item where supplier_id = :supplier"
                + " and item_id in (:items) and tax_id is not null")
        .param("supplier", supplier)
        .param("items", items)
        .query(
            row -> {
              taxed.put(row.getLong(1), Objects.requireNonNull(known.get(row.getLong(2))));
            });
    return taxed;
  }

  /** An item as a supplier sells it. */
  public record Sold(long item, long supplier) {}

  /** What suppliers ask for one of some items; where nobody has said, there is none. */
  @Transactional(readOnly = true)
  public Map<Sold, BigDecimal> prices(Collection<Sold> sold) {
    Map<Sold, BigDecimal> prices = new HashMap<>();
    if (!sold.isEmpty()) {
      jdbc.sql(
              "select item_id, supplier_id, price from supplier_item where item_id in (:items)"
                  + " and supplier_id in (:suppliers) and price is not null")
          .param("items", sold.stream().map(Sold::item).distinct().toList())
          .param("suppliers", sold.stream().map(Sold::supplier).distinct().toList())
          .query(
              row -> {
                prices.put(new Sold(row.getLong(1), row.getLong(2)), row.getBigDecimal(3));
              });
    }
    return prices;
  }
}
