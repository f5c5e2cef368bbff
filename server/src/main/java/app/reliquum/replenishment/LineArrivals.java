package app.reliquum.replenishment;

import app.reliquum.core.fulfilment.LineArrival;
import app.reliquum.core.fulfilment.Pegging;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.outbound.WaitingOrders.Lacking;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Keeps how much of what came because of lines of orders has become available. */
@Component
class LineArrivals {

  private final JdbcClient jdbc;
  private final JdbcTemplate batches;

  LineArrivals(JdbcClient jdbc, JdbcTemplate batches) {
    this.jdbc = jdbc;
    this.batches = batches;
  }

  /** A line of a document, and its item: a document that is changed may name another one there. */
  record Key(String document, int line, long itemId) {}

  /** What has arrived for the lines of some documents. */
  @Transactional(readOnly = true)
  public Map<Key, LineArrival> of(Collection<String> documents) {
    Map<Key, LineArrival> arrivals = new HashMap<>();
    if (!documents.isEmpty()) {
      jdbc.sql("select * from line_arrival where document in (:documents)")
          .param("documents", documents)
          .query(
              row -> {
                arrivals.put(
                    new Key(
                        row.getString("document"), row.getInt("line_no"), row.getLong("item_id")),
                    new LineArrival(
                        new Quantity(row.getBigDecimal("arrived")),
                        new Quantity(row.getBigDecimal("others"))));
              });
    }
    return arrivals;
  }

  /**
   * Notes for which lines goods are that have become available.
   *
   * @param available how many of which item
   * @param lacking the lines that lack some of them
   * @param asked what was asked for because of these, oldest first
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void note(
      Map<Long, Quantity> available, List<Lacking> lacking, List<LineRequests.Asked> asked) {
    Map<Key, Quantity> received = new LinkedHashMap<>();
    asked.stream()
        .filter(one -> one.received().isPositive())
        .forEach(
            one ->
                received.merge(
                    new Key(one.document(), one.line(), one.itemId()),
                    one.received(),
                    Quantity::plus));
    Map<Key, Lacking> lines = new HashMap<>();
    lacking.forEach(one -> lines.put(new Key(one.number(), one.line(), one.itemId()), one));
    received.keySet().retainAll(lines.keySet());
    if (received.isEmpty()) {
      return;
    }
    Map<Key, LineArrival> before = of(received.keySet().stream().map(Key::document).toList());
    List<Object[]> rows = new ArrayList<>();
    available.forEach(
        (item, quantity) -> {
          List<Pegging.Wanted> due = new ArrayList<>();
          received.forEach(
              (key, all) -> {
                if (key.itemId() == item) {
                  LineArrival arrival = before.getOrDefault(key, LineArrival.NONE);
                  due.add(
                      new Pegging.Wanted(
                          new Pegging.Line(key.document(), key.line()), arrival.toArrive(all)));
                }
              });
          Pegging.share(quantity, due)
              .forEach(
                  (line, share) -> {
                    Key key = new Key(line.document(), line.line(), item);
                    Lacking one = lines.get(key);
                    if (one != null) {
                      LineArrival now =
                          before.getOrDefault(key, LineArrival.NONE).more(share, one.met());
                      rows.add(row(key, now));
                    }
                  });
        });
    batches.batchUpdate(
        """
        insert into line_arrival (document, line_no, item_id, arrived, others)
        values (?, ?, ?, ?, ?)
        on duplicate key update arrived = values(arrived), others = values(others)
        """,
        rows);
  }

  private static Object[] row(Key key, LineArrival now) {
    BigDecimal arrived = now.arrived().amount();
    BigDecimal others = now.others().amount();
    return new Object[] {key.document(), key.line(), key.itemId(), arrived, others};
  }
}
