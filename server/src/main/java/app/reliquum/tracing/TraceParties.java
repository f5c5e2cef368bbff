package app.reliquum.tracing;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Who is on the other side of documents: customers, suppliers, and who has borrowed something. */
@Component
class TraceParties {

  private static final int AT_ONCE = 1_000;

  private static final String OF_DOCUMENTS =
      """
      select o.number, c.id, c.code, c.name, c.town, c.email
        from outbound_order o join customer c on c.id = o.customer_id where o.number in (:numbers)
      union all
      select o.number, s.id, s.code, s.name, s.town, s.email
        from inbound_order o join supplier s on s.id = o.supplier_id where o.number in (:numbers)
      union all
      select r.number, s.id, s.code, s.name, s.town, s.email
        from supplier_return r join supplier s on s.id = r.supplier_id where r.number in (:numbers)
      union all
      select l.number, 0, '', l.party, '', '' from loan l where l.number in (:numbers)
      """;

  private final JdbcClient jdbc;

  TraceParties(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  private record Row(String number, long id, String code, String name, String town, String email) {}

  /** The other side of documents by their numbers; who is not known is left out. */
  Map<String, Traced.Party> of(Collection<String> numbers) {
    List<String> all = new ArrayList<>(numbers);
    Map<String, Traced.Party> parties = new HashMap<>();
    for (int from = 0; from < all.size(); from += AT_ONCE) {
      jdbc.sql(OF_DOCUMENTS)
          .param("numbers", all.subList(from, Math.min(all.size(), from + AT_ONCE)))
          .query(Row.class)
          .list()
          .forEach(
              row ->
                  parties.put(
                      row.number(),
                      new Traced.Party(row.id(), row.code(), row.name(), row.town(), row.email())));
    }
    return parties;
  }
}
