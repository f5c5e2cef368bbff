package app.reliquum.costing;

import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Sites that value their stock together with another one, as a table. */
@Component
class SharedCostTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "shared costs",
          "Sites that value their stock together with that of another.",
          TableColumn.code("site", "The code of the site.", "PS").asKey().naming("sites"),
          TableColumn.code("shares costs of", "The code of the other site.", "KQ")
              .asNeeded()
              .naming("sites"));

  private final JdbcClient jdbc;
  private final Costs costs;

  SharedCostTable(RowQuery query, JdbcClient jdbc, Costs costs) {
    super(
        FORM,
        query,
        "select s.code, o.code from site s join site o on o.id = s.cost_site_id"
            + " where s.cost_site_id <> 0 order by s.code");
    this.jdbc = jdbc;
    this.costs = costs;
  }

  private long site(String code) {
    return jdbc.sql("select id from site where code = ?").param(code).query(Long.class).single();
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    costs.share(writing.actor(), site(row.text("site")), site(row.text("shares costs of")));
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    long site = site(row.text("site"));
    costs.share(writing.actor(), site, site);
  }
}
