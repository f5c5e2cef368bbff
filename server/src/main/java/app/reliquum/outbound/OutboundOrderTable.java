package app.reliquum.outbound;

import app.reliquum.api.Command;
import app.reliquum.api.sheets.DocumentTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.demand.SupplyRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import app.reliquum.places.Places;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** What is still to go out on orders of customers, as a table. */
@Component
class OutboundOrderTable extends DocumentTable {

  private static final String DEVICE = "import";

  private static final TableForm FORM =
      TableForm.of(
          "outbound orders",
          "What is still to go out on orders of customers: a row for each line.",
          TableColumn.code("order", "The number of the order.", "OB-2001")
              .asKey()
              .alsoCalled("number", "order number"),
          TableColumn.whole("line", "The number of the line.", "1").asKey(),
          TableColumn.code("customer", "The code of the customer.", "TERN")
              .asNeeded()
              .naming("customers"),
          TableColumn.code("site", "The code of the site that delivers.", "KQ")
              .asNeeded()
              .naming("sites"),
          TableColumn.day("needed by", "When it is needed.", "2027-01-20").alsoCalled("needed"),
          TableColumn.text("reference", "The customer's reference.", "THEIRS-17"),
          TableColumn.text("note", "A note on the order.", ""),
          TableColumn.code("item", "The code of the item.", "SH-08-GV")
              .asNeeded()
              .naming("items")
              .alsoCalled("item code", "article", "sku"),
          TableColumn.decimal("quantity", "How much is still to go out.", "2").asNeeded(),
          TableColumn.text("pack", "The pack that is ordered; empty for single units.", "box"),
          TableColumn.text("lot", "The lot or serial number that is wanted.", ""),
          TableColumn.decimal("price", "What one unit of the item is sold for.", "3.20"),
          TableColumn.whole("minimum life", "For how many days it must still be good.", "0"),
          TableColumn.of(
              "one lot",
              TableColumn.Kind.YES_NO,
              "Whether it must all be of one lot; empty for what the customer needs.",
              "no"),
          TableColumn.choice(
              "supply", "How it is met; empty as its policy says.", SupplyRule.values()),
          TableColumn.code("supply from", "The site that is asked for the rest.", "")
              .naming("sites"));

  private final Accepting accepting;
  private final OutboundTable table;
  private final Places places;

  OutboundOrderTable(RowQuery query, Accepting accepting, OutboundTable table, Places places) {
    super(
        FORM,
        query,
        """
        select o.number, l.line_no, c.code, w.code, o.needed, o.reference, o.note, i.code,
          if(l.shipped + l.withdrawn = 0, l.packs, l.asked - l.shipped - l.withdrawn),
          if(l.shipped + l.withdrawn = 0, l.pack, ''), coalesce(n.code, t.code), l.price,
          l.minimum_life, l.one_lot, l.supply_rule, f.code
        from outbound_line l join outbound_order o on o.id = l.order_id
          join customer c on c.id = o.customer_id join site w on w.id = o.site_id
          join item i on i.id = l.item_id left join lot t on t.id = l.lot_id
          left join serial n on n.id = l.serial_id left join site f on f.id = l.supply_from
        where o.kind = 'CUSTOMER' and o.state not in ('SHIPPED', 'DONE', 'CANCELLED')
          and l.asked > l.shipped + l.withdrawn
        order by o.number, l.line_no
        """,
        List.of("customer", "site", "needed by", "reference", "note"));
    this.accepting = accepting;
    this.table = table;
    this.places = places;
  }

  @Override
  protected void add(List<TableRow> lines, TableWriting writing) {
    TableRow head = lines.get(0);
    OutboundViews.Entry entry =
        new OutboundViews.Entry(
            null,
            head.text("order"),
            head.text("customer"),
            places.coded(head.text("site")),
            head.day("needed by").orElse(null),
            head.text("reference"),
            head.text("note"),
            true,
            lines.stream().map(this::line).toList());
    if (writing.valid(head, entry)) {
      accepting.add(entry, writing.actor());
    }
  }

  private OutboundViews.LineEntry line(TableRow row) {
    return new OutboundViews.LineEntry(
        row.text("item"),
        new Quantity(row.decimal("quantity").orElseThrow()),
        row.text("pack"),
        row.says("lot") ? row.text("lot") : null,
        row.decimal("price").orElse(null),
        row.whole("minimum life").orElse(null),
        row.says("one lot") ? row.yes("one lot") : null,
        row.says("supply") ? row.constant(SupplyRule.class, "supply") : null,
        row.says("supply from") ? places.coded(row.text("supply from")) : null);
  }

  @Override
  protected void end(TableRow row, TableWriting writing) {
    accepting.close(
        new Command(UUID.randomUUID(), writing.actor(), DEVICE),
        table.withNumber(row.text("order")).orElseThrow().id(),
        writing.batch());
  }
}
