package app.reliquum.supply;

import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.core.fulfilment.Requisition.State;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.inbound.InboundOrders;
import app.reliquum.inbound.InboundViews;
import app.reliquum.inbound.SupplierItems;
import app.reliquum.inbound.Suppliers;
import app.reliquum.places.SiteDays;
import app.reliquum.supply.RequisitionViews.Line;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Makes purchase orders of requisitions. */
@Service
class RequisitionOrders {

  private final JdbcClient jdbc;
  private final RequisitionRows rows;
  private final RequisitionDecisions decisions;
  private final InboundOrders orders;
  private final Suppliers suppliers;
  private final SupplierItems sold;
  private final SiteDays days;

  RequisitionOrders(
      JdbcClient jdbc,
      RequisitionRows rows,
      RequisitionDecisions decisions,
      InboundOrders orders,
      Suppliers suppliers,
      SupplierItems sold,
      SiteDays days) {
    this.jdbc = jdbc;
    this.rows = rows;
    this.decisions = decisions;
    this.orders = orders;
    this.suppliers = suppliers;
    this.sold = sold;
    this.days = days;
  }

  private record Together(long supplier, long site) implements Comparable<Together> {
    @Override
    public int compareTo(Together other) {
      return supplier != other.supplier
          ? Long.compare(supplier, other.supplier)
          : Long.compare(site, other.site);
    }
  }

  /**
   * Orders lines that were agreed to: one purchase order for each supplier and site. One that came
   * of requisitions before and has not been sent yet takes them in.
   *
   * @return the numbers of the orders
   */
  @Transactional(propagation = Propagation.MANDATORY)
  List<String> order(Command command, List<Long> ids) {
    Map<Together, List<Line>> together = new TreeMap<>();
    for (Line line : rows.locked(ids, command.actor())) {
      RequisitionDecisions.must(line, State.APPROVED);
      if (line.supplierId() == null) {
        throw Problem.refused(
                "no-supplier", "Nobody is known to sell {0}. Name a supplier first.", line.name())
            .with("number", line.number());
      }
      together
          .computeIfAbsent(new Together(line.supplierId(), line.siteId()), key -> new ArrayList<>())
          .add(line);
    }
    List<String> numbers = new ArrayList<>();
    together.forEach((key, lines) -> numbers.add(order(command, key, lines)));
    return numbers;
  }

  private String order(Command command, Together key, List<Line> lines) {
    Suppliers.Card supplier = suppliers.supplier(key.supplier());
    Map<Long, Quantity> sums = new TreeMap<>();
    Map<Long, String> codes = new HashMap<>();
    lines.forEach(
        line -> {
          sums.merge(line.itemId(), line.quantity(), Quantity::plus);
          codes.put(line.itemId(), line.item());
        });
    Map<SupplierItems.Sold, BigDecimal> prices =
        sold.prices(
            sums.keySet().stream()
                .map(item -> new SupplierItems.Sold(item, key.supplier()))
                .toList());
    List<InboundViews.LineEntry> ordered =
        sums.entrySet().stream()
            .map(
                one ->
                    new InboundViews.LineEntry(
                        Objects.requireNonNull(codes.get(one.getKey())),
                        one.getValue(),
                        "",
                        prices.get(new SupplierItems.Sold(one.getKey(), key.supplier())),
                        null))
            .toList();
    LocalDate due = days.today(key.site()).plusDays(supplier.leadDays());
    Optional<Long> unsent = unsent(key);
    InboundViews.Card order =
        unsent.isPresent()
            ? orders.addLines(unsent.get(), ordered, due, command.actor())
            : orders.add(
                new InboundViews.Entry(
                    null,
                    null,
                    supplier.code(),
                    key.site(),
                    due,
                    String.join(
                        ", ", lines.stream().map(Line::number).distinct().limit(20).toList()),
                    ordered),
                command.actor());
    jdbc.sql(
            "update requisition_line set state = 'ORDERED', order_id = :order,"
                + " version = version + 1 where id in (:ids)")
        .param("order", order.id())
        .param("ids", RequisitionDecisions.ids(lines))
        .update();
    decisions.write(lines, command.actor(), State.ORDERED.name());
    return order.number();
  }

  /** An order of the same supplier for the same site that requisitions became and nobody sent. */
  private Optional<Long> unsent(Together key) {
    List<Long> ours =
        jdbc.sql(
                "select distinct l.order_id from requisition_line l"
                    + " join requisition r on r.id = l.requisition_id where l.state = 'ORDERED'"
                    + " and l.supplier_id = ? and r.site_id = ? order by l.order_id desc limit 20")
            .params(key.supplier(), key.site())
            .query(Long.class)
            .list();
    return orders.unsent(ours, key.supplier(), key.site());
  }
}
