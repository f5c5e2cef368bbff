package app.reliquum.outbound;

import app.reliquum.api.Command;
import app.reliquum.api.Utc;
import app.reliquum.core.fulfilment.Outbound;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentNumbers;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.Stock;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Enters orders that were shipped before the house kept them here. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class PastOrders {

  private final OutboundTable table;
  private final DocumentNumbers numbers;
  private final Stock stock;
  private final JdbcClient jdbc;

  PastOrders(OutboundTable table, DocumentNumbers numbers, Stock stock, JdbcClient jdbc) {
    this.table = table;
    this.numbers = numbers;
    this.stock = stock;
    this.jdbc = jdbc;
  }

  /**
   * Some goods that left.
   *
   * @param line where they lay, and that they went to the customer
   * @param price what one unit was sold for; null if that is not known
   */
  public record Sold(Line line, @Nullable BigDecimal price) {}

  /**
   * An order that was shipped whole.
   *
   * @param number the number that it had
   * @param needed its required date; null for none
   */
  public record Past(
      String number,
      long site,
      long customer,
      @Nullable LocalDate needed,
      Instant ordered,
      Instant shipped,
      List<Sold> goods) {}

  /** Enters an order, and posts its goods as of the moment at which they left. */
  public void enter(Command command, Past past) {
    long order =
        table.insert(
            past.number(),
            OutboundViews.Kind.CUSTOMER,
            past.site(),
            past.customer(),
            0,
            null,
            "",
            past.needed(),
            "",
            command.actor());
    long posting =
        stock
            .post(
                command,
                new NewPosting(
                    PostingKind.ISSUE,
                    past.shipped(),
                    past.number(),
                    null,
                    null,
                    past.goods().stream().map(Sold::line).toList()))
            .posting();
    List<BigDecimal> values = stock.values(posting);
    long despatch =
        table.addDespatch(
            numbers.next(DocumentKind.DELIVERY, "DN"),
            order,
            "",
            command.actor(),
            Utc.of(past.shipped()));
    Map<Long, Integer> lines = lines(order, past.goods());
    for (int i = 0; i < past.goods().size(); i++) {
      Sold sold = past.goods().get(i);
      Line line = sold.line();
      int number = lines.getOrDefault(line.goods().item(), 0);
      table.addGoods(
          despatch,
          number,
          posting,
          PositionKey.of(line.goods(), line.from()),
          line.quantity(),
          values.get(i).abs(),
          sold.price());
      table.shipped(order, number, line.quantity());
    }
    table.state(order, Outbound.State.SHIPPED);
    jdbc.sql(
            "update outbound_order set created = :ordered, allocated = :ordered, ended = :shipped"
                + " where id = :id")
        .param("ordered", Utc.of(past.ordered()))
        .param("shipped", Utc.of(past.shipped()))
        .param("id", order)
        .update();
  }

  /** Writes a line for each item, and gives their numbers. */
  private Map<Long, Integer> lines(long order, List<Sold> goods) {
    Map<Long, Integer> lines = new LinkedHashMap<>();
    Map<Long, Quantity> asked = new LinkedHashMap<>();
    for (Sold sold : goods) {
      asked.merge(sold.line().goods().item(), sold.line().quantity(), Quantity::plus);
    }
    asked.forEach(
        (item, quantity) -> {
          int number = lines.size() + 1;
          lines.put(item, number);
          table.addLine(
              order,
              number,
              new Goods(item, 0, 0),
              "",
              quantity,
              quantity,
              goods.stream()
                  .filter(one -> one.line().goods().item() == item)
                  .findFirst()
                  .map(Sold::price)
                  .orElse(null),
              0,
              false);
        });
    return lines;
  }
}
