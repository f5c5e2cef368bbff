package app.reliquum.stock;

import app.reliquum.catalog.ItemUse;
import app.reliquum.places.PlaceUse;
import java.util.Collection;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Tells items and places what the ledger holds them to. */
@Component
class StockUse implements ItemUse, PlaceUse {

  private final JdbcClient jdbc;
  private final PositionTable positions;
  private final DailyFigures figures;

  StockUse(JdbcClient jdbc, PositionTable positions, DailyFigures figures) {
    this.jdbc = jdbc;
    this.positions = positions;
    this.figures = figures;
  }

  @Override
  public boolean inLedger(long item) {
    return exists("select 1 from ledger_line where item_id = ? limit 1", item);
  }

  @Override
  public boolean inLedger(Collection<Long> places) {
    return !places.isEmpty()
        && jdbc.sql("select 1 from ledger_line where to_place_id in (:places) limit 1")
            .param("places", places)
            .query(Integer.class)
            .optional()
            .isPresent();
  }

  @Override
  public boolean holdsGoods(long place) {
    return exists(
        "select 1 from stock_position where place_id = ? and quantity > 0 limit 1", place);
  }

  @Override
  public void availabilityChanged(long site) {
    positions.rebuildTotals(site);
  }

  @Override
  public void daysChanged(long site) {
    figures.makeAnew();
  }

  private boolean exists(String sql, long id) {
    return jdbc.sql(sql).param(id).query(Integer.class).optional().isPresent();
  }
}
