package app.reliquum.inbound;

import app.reliquum.api.Problem;
import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Who sells what, as a table. */
@Component
class SupplierItemTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "supplier items",
          "Who sells what.",
          TableColumn.code("item", "The code of the item.", "SH-08-GV")
              .asKey()
              .naming("items")
              .alsoCalled("item code", "article", "sku"),
          TableColumn.code("supplier", "The code of the supplier.", "NORDHOLM")
              .asKey()
              .naming("suppliers")
              .alsoCalled("vendor"),
          TableColumn.text("their code", "What the supplier calls the item.", "NR-4408")
              .alsoCalled("supplier code", "supplier item code"),
          TableColumn.decimal("price", "What one unit of the item costs.", "1.85")
              .alsoCalled("cost", "purchase price"),
          TableColumn.decimal("minimum", "The least that can be ordered.", "50").usually("0"),
          TableColumn.decimal("multiple", "Orders are whole multiples of this.", "10").usually("0"),
          TableColumn.whole(
              "lead days", "Working days until it comes; empty for those of the supplier.", "5"),
          TableColumn.yesNo("preferred", "Whether it is the one to buy from.", false),
          TableColumn.code("tax", "The code of the tax; empty for that of the supplier.", "")
              .naming("taxes"));

  private final JdbcClient jdbc;
  private final Catalog catalog;
  private final Suppliers suppliers;
  private final SupplierItems sources;

  SupplierItemTable(
      RowQuery query,
      JdbcClient jdbc,
      Catalog catalog,
      Suppliers suppliers,
      SupplierItems sources) {
    super(
        FORM,
        query,
        """
        select i.code, s.code, t.their_code, t.price, t.minimum, t.multiple, t.lead_days,
          t.preferred, x.code
        from supplier_item t join item i on i.id = t.item_id
          join supplier s on s.id = t.supplier_id left join tax x on x.id = t.tax_id
        order by i.code, s.code
        """);
    this.jdbc = jdbc;
    this.catalog = catalog;
    this.suppliers = suppliers;
    this.sources = sources;
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    Catalog.Measured item =
        catalog
            .withCode(row.text("item"))
            .orElseThrow(() -> Problem.invalid("item", "Expected an item that exists."));
    Suppliers.Card supplier =
        suppliers
            .withCode(row.text("supplier"))
            .orElseThrow(() -> Problem.invalid("supplier", "Expected a supplier that exists."));
    SupplierItems.Entry entry =
        new SupplierItems.Entry(
            supplier.id(),
            row.text("their code"),
            row.decimal("price").orElse(null),
            new Quantity(row.decimal("minimum").orElseThrow()),
            new Quantity(row.decimal("multiple").orElseThrow()),
            row.whole("lead days").orElse(null),
            row.yes("preferred"),
            row.text("tax"));
    if (writing.valid(row, entry)) {
      sources.writeOne(item, entry);
    }
  }

  /** One supplier is preferred for an item: another one is no more. */
  @Override
  public List<RowChange> givingWay(List<RowChange> changes) {
    Map<String, TableRow> preferred = new HashMap<>();
    Set<List<String>> said = new HashSet<>();
    for (RowChange change : changes) {
      said.add(change.after().key());
      if (change.after().yes("preferred")) {
        preferred.put(change.after().text("item").toLowerCase(Locale.ROOT), change.after());
      }
    }
    List<RowChange> gives = new ArrayList<>();
    if (!preferred.isEmpty()) {
      rows(
          row -> {
            TableRow instead = preferred.get(row.text("item").toLowerCase(Locale.ROOT));
            if (instead != null && row.yes("preferred") && !said.contains(row.key())) {
              TableRow after =
                  new TableRow(row.form(), instead.number(), row.with("preferred", "no").cells());
              gives.add(new RowChange(Optional.of(row), after));
            }
          });
    }
    return gives;
  }

  @Override
  protected void written(List<RowChange> changes, TableWriting writing) {
    Set<String> several =
        Set.copyOf(
            jdbc.sql(
                    "select i.code from supplier_item t join item i on i.id = t.item_id"
                        + " where t.preferred group by i.code having count(*) > 1")
                .query(String.class)
                .list());
    changes.stream()
        .map(RowChange::after)
        .filter(row -> row.yes("preferred") && several.contains(row.text("item")))
        .collect(Collectors.toMap(row -> row.text("item"), row -> row, (one, other) -> other))
        .values()
        .forEach(
            row ->
                writing.fault(
                    row,
                    "preferred",
                    "Expected one supplier to buy the item from; another one is preferred too."));
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    jdbc.sql(
            "delete t from supplier_item t join item i on i.id = t.item_id"
                + " join supplier s on s.id = t.supplier_id where i.code = ? and s.code = ?")
        .params(row.text("item"), row.text("supplier"))
        .update();
  }
}
