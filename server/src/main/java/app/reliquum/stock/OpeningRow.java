package app.reliquum.stock;

import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials.Code;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.table.TableRow;
import app.reliquum.places.Places;

/** A row of opening stock, in base units, with what it names. */
record OpeningRow(TableRow row, Catalog.Measured item, Places.LedgerPlace place) {

  Code lot() {
    return new Code(item.id(), row.text("lot"));
  }

  Code serial() {
    return new Code(item.id(), row.text("serial"));
  }

  /** What it says of the days of its lot. */
  LotDates dates() {
    return new LotDates(
        row.day("expiry").orElse(null),
        row.day("best before").orElse(null),
        row.day("produced").orElse(null));
  }
}
