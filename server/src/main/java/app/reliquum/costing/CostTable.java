package app.reliquum.costing;

import app.reliquum.api.Problem;
import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.costing.CostMethod;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * How items are valued, as a table. What an item in stock costs follows from its stock; only of
 * others is the cost told by which they are known.
 */
@Component
class CostTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "costs",
          "How an item is valued, where it is not by the moving average, and what it is known to"
              + " cost while there is none of it.",
          TableColumn.code("item", "The code of the item.", "SH-08-GV").asKey().naming("items"),
          TableColumn.choice("method", "Which worth goods take along.", CostMethod.values())
              .usually(TableColumn.word(CostMethod.MOVING_AVERAGE)),
          TableColumn.decimal("cost", "What one unit costs, if there is none in stock.", "1.85"));

  private final JdbcClient jdbc;
  private final Costs costs;

  CostTable(RowQuery query, JdbcClient jdbc, Costs costs) {
    super(
        FORM,
        query,
        """
        select i.code, coalesce(m.method, 'MOVING_AVERAGE'), c.cost from item i
          left join item_cost_method m on m.item_id = i.id
          left join item_cost c on c.item_id = i.id and c.cost > 0 and not exists
            (select 1 from cost_pool p where p.item_id = i.id and p.quantity > 0)
        where m.method <> 'MOVING_AVERAGE' or c.cost is not null order by i.code
        """);
    this.jdbc = jdbc;
    this.costs = costs;
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    long item = item(row);
    costs.method(item, row.constant(CostMethod.class, "method"));
    row.decimal("cost")
        .ifPresent(
            cost -> {
              if (cost.signum() < 0) {
                throw Problem.invalid("cost", "Expected a cost that is not negative.");
              }
              costs.set(writing.actor(), item, new UnitCost(cost), writing.batch());
            });
  }

  private long item(TableRow row) {
    return jdbc.sql("select id from item where code = ?")
        .param(row.text("item"))
        .query(Long.class)
        .single();
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    long item = item(row);
    costs.method(item, CostMethod.MOVING_AVERAGE);
    jdbc.sql("delete from item_cost where item_id = ?").param(item).update();
  }
}
