package app.reliquum.demo;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.demo.DemoHouse.DemoSite;
import app.reliquum.inbound.Suppliers;
import app.reliquum.returns.ReturnableGoods;
import app.reliquum.returns.SupplierReturnViews;
import app.reliquum.returns.SupplierReturns;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** What the demo house sends back to its suppliers. */
@Component
class DemoReturns {

  private static final int LOOKED_THROUGH = 200;

  private final SupplierReturns returns;
  private final ReturnableGoods returnable;
  private final Suppliers suppliers;

  DemoReturns(SupplierReturns returns, ReturnableGoods returnable, Suppliers suppliers) {
    this.returns = returns;
    this.returnable = returnable;
    this.suppliers = suppliers;
  }

  /** Rejected goods wait for their supplier's lorry; some that came on an order have left. */
  void write(DemoSite quay, Actor clerk) {
    long site = quay.card().id();
    ReturnableGoods.Goods rejected =
        found(site, ReturnableGoods.Show.REJECTED, clerk).stream().findFirst().orElseThrow();
    long skerry = suppliers.all().get(0).id();
    returns.add(
        command(clerk),
        entry(site, skerry, "Crushed in transport", "Collected with the next delivery", rejected));
    found(site, ReturnableGoods.Show.DOCK, clerk).stream()
        .filter(one -> one.origin() != null)
        .findFirst()
        .ifPresent(one -> ship(site, one, clerk));
  }

  private void ship(long site, ReturnableGoods.Goods goods, Actor clerk) {
    ReturnableGoods.Origin origin = goods.origin();
    if (origin == null) {
      return;
    }
    long id =
        returns.add(
            command(clerk), entry(site, origin.supplierId(), "Thread is cut wrongly", "", goods));
    // Made and its goods set aside.
    returns.ship(
        command(clerk), id, new SupplierReturnViews.ShippingEntry(1, "Tern Couriers", "RA-5081"));
  }

  private List<ReturnableGoods.Goods> found(long site, ReturnableGoods.Show show, Actor clerk) {
    return returnable.page(site, 0, show, null, 0, LOOKED_THROUGH, clerk).rows();
  }

  private static SupplierReturnViews.Entry entry(
      long site, long supplier, String reason, String note, ReturnableGoods.Goods goods) {
    return new SupplierReturnViews.Entry(
        null,
        site,
        supplier,
        reason,
        "",
        note,
        List.of(
            new SupplierReturnViews.LineEntry(
                goods.itemId(),
                goods.placeId(),
                goods.lotId(),
                goods.serialId(),
                goods.loadId(),
                goods.condition(),
                Quantity.ONE,
                goods.origin() != null)));
  }

  private static Command command(Actor clerk) {
    return new Command(UUID.randomUUID(), clerk, "office");
  }
}
