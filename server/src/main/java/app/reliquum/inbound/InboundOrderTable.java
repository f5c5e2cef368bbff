package app.reliquum.inbound;

import app.reliquum.api.sheets.DocumentTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import app.reliquum.places.Places;
import java.util.List;
import org.springframework.stereotype.Component;

/** What is still to come on purchase orders, as a table. */
@Component
class InboundOrderTable extends DocumentTable {

  private static final TableForm FORM =
      TableForm.of(
          "inbound orders",
          "What is still to come on orders from suppliers: a row for each line.",
          TableColumn.code("order", "The number of the order.", "PO-1001")
              .asKey()
              .alsoCalled("number", "order number"),
          TableColumn.whole("line", "The number of the line.", "1").asKey(),
          TableColumn.code("supplier", "The code of the supplier.", "NORDHOLM")
              .asNeeded()
              .naming("suppliers"),
          TableColumn.code("site", "The code of the site where it comes.", "KQ")
              .asNeeded()
              .naming("sites"),
          TableColumn.day("due", "When it is expected.", "2027-01-15").alsoCalled("expected"),
          TableColumn.text("note", "A note on the order.", ""),
          TableColumn.code("item", "The code of the item.", "SH-08-GV")
              .asNeeded()
              .naming("items")
              .alsoCalled("item code", "article", "sku"),
          TableColumn.decimal("quantity", "How much is still to come.", "5").asNeeded(),
          TableColumn.text("pack", "The pack that is ordered; empty for single units.", "box"),
          TableColumn.decimal("price", "What one of them costs.", "18.50"),
          TableColumn.code("tax", "The code of the tax; empty for what was agreed.", "")
              .naming("taxes"));

  private final InboundOrders orders;
  private final Places places;

  InboundOrderTable(RowQuery query, InboundOrders orders, Places places) {
    super(
        FORM,
        query,
        """
        select o.number, l.line_no, s.code, w.code, o.expected, o.note, i.code,
          if(l.received = 0, l.packs, l.quantity - l.received), if(l.received = 0, l.pack, ''),
          if(l.received = 0, l.price, l.price * l.packs / l.quantity), l.tax_code
        from inbound_line l join inbound_order o on o.id = l.order_id
          join supplier s on s.id = o.supplier_id join site w on w.id = o.site_id
          join item i on i.id = l.item_id
        where o.kind = 'PURCHASE' and o.state in ('EXPECTED', 'ARRIVING')
          and l.quantity > l.received
        order by o.number, l.line_no
        """,
        List.of("supplier", "site", "due", "note"));
    this.orders = orders;
    this.places = places;
  }

  @Override
  protected void add(List<TableRow> lines, TableWriting writing) {
    TableRow head = lines.get(0);
    InboundViews.Entry entry =
        new InboundViews.Entry(
            null,
            head.text("order"),
            head.text("supplier"),
            places.coded(head.text("site")),
            head.day("due").orElse(null),
            head.text("note"),
            lines.stream().map(InboundOrderTable::line).toList());
    if (writing.valid(head, entry)) {
      orders.add(entry, writing.actor());
    }
  }

  private static InboundViews.LineEntry line(TableRow row) {
    return new InboundViews.LineEntry(
        row.text("item"),
        new Quantity(row.decimal("quantity").orElseThrow()),
        row.text("pack"),
        row.decimal("price").orElse(null),
        row.says("tax") ? row.text("tax") : null);
  }

  @Override
  protected void end(TableRow row, TableWriting writing) {
    orders.close(
        orders.withNumber(row.text("order")).orElseThrow(), writing.batch(), writing.actor());
  }
}
