package app.reliquum.floor;

import app.reliquum.core.adjustment.Way;
import app.reliquum.core.sentence.AdjustFacts;

/** The facts for one reading of an Adjust sentence. */
final class StoredAdjustFacts extends StoredFacts implements AdjustFacts {
  private final BasketTable.Basket basket;

  StoredAdjustFacts(BasketTable.Basket basket, House house) {
    super(basket.site(), house);
    this.basket = basket;
  }

  @Override
  public Way way() {
    return basket.way();
  }

  @Override
  public boolean reasonChosen() {
    return basket.kind() != 0;
  }
}
