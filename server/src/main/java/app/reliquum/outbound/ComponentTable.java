package app.reliquum.outbound;

import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What kits are made of, as a table. */
@Component
class ComponentTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "components",
          "What an item is made of that the house puts together itself.",
          TableColumn.code("kit", "The code of the item that is put together.", "KIT-FIRST-AID")
              .asKey()
              .naming("items")
              .suchAs("SET-MOOR-01"),
          TableColumn.code("item", "The code of what goes into it.", "SH-08-GV")
              .asKey()
              .naming("items")
              .alsoCalled("component"),
          TableColumn.decimal("quantity", "How much of it goes into one.", "2").asNeeded());

  private final JdbcClient jdbc;
  private final Kits kits;

  ComponentTable(RowQuery query, JdbcClient jdbc, Kits kits) {
    super(
        FORM,
        query,
        """
        select kit.code, i.code, k.quantity from kit_component k
          join item kit on kit.id = k.kit_id join item i on i.id = k.item_id
        order by kit.code, i.code
        """);
    this.jdbc = jdbc;
    this.kits = kits;
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    Kits.ComponentEntry entry =
        new Kits.ComponentEntry(
            row.text("item"), new Quantity(row.decimal("quantity").orElseThrow()));
    if (writing.valid(row, entry)) {
      kits.writeOne(row.text("kit"), entry);
    }
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    jdbc.sql(
            "delete k from kit_component k join item kit on kit.id = k.kit_id"
                + " join item i on i.id = k.item_id where kit.code = ? and i.code = ?")
        .params(row.text("kit"), row.text("item"))
        .update();
  }
}
