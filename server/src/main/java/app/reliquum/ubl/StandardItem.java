package app.reliquum.ubl;

import app.reliquum.catalog.Catalog;
import java.util.Optional;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ItemIdentificationType;

/** How an item is named to everyone: by its GTIN. */
final class StandardItem {

  private StandardItem() {}

  /** The first GTIN of an item, if it has one. */
  static Optional<ItemIdentificationType> of(Catalog catalog, long item) {
    return catalog.item(item).barcodes().stream()
        .filter(code -> code.matches("[0-9]{8,14}"))
        .findFirst()
        .map(
            gtin -> {
              ItemIdentificationType standard = new ItemIdentificationType();
              standard.setID(Party.named(gtin, Reading.GTIN));
              return standard;
            });
  }
}
