package app.reliquum.supply;

import app.reliquum.api.Command;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Utc;
import app.reliquum.approvals.Approvals;
import app.reliquum.catalog.Amounts;
import app.reliquum.core.fulfilment.Pegging;
import app.reliquum.core.fulfilment.Requisition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentLog;
import app.reliquum.documents.DocumentNumbers;
import app.reliquum.inbound.SupplierItems;
import app.reliquum.inbound.Suppliers;
import app.reliquum.places.Places;
import app.reliquum.supply.RequisitionViews.Card;
import app.reliquum.supply.RequisitionViews.Entry;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Asks for goods that are to be bought, and says what is asked for. */
@Service
public class Requisitions {

  private final JdbcClient jdbc;
  private final RequisitionRows rows;
  private final RequisitionDecisions decisions;
  private final Amounts amounts;
  private final DocumentNumbers numbers;
  private final DocumentLog log;
  private final Places places;
  private final Suppliers suppliers;
  private final SupplierItems sold;
  private final Approvals approvals;
  private final Clock clock;

  Requisitions(
      JdbcClient jdbc,
      RequisitionRows rows,
      RequisitionDecisions decisions,
      Amounts amounts,
      DocumentNumbers numbers,
      DocumentLog log,
      Places places,
      Suppliers suppliers,
      SupplierItems sold,
      Approvals approvals,
      Clock clock) {
    this.jdbc = jdbc;
    this.rows = rows;
    this.decisions = decisions;
    this.amounts = amounts;
    this.numbers = numbers;
    this.log = log;
    this.places = places;
    this.suppliers = suppliers;
    this.sold = sold;
    this.approvals = approvals;
    this.clock = clock;
  }

  /** What is asked for, before it has a number. */
  private record Wanted(long item, Quantity quantity, long supplier, int sourceLine) {}

  /**
   * Asks for what someone has entered. What is worth no more than the limit up to which they may
   * agree is agreed to at once.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Card ask(Command command, Entry entry) {
    places.site(entry.site(), command.actor());
    List<Amounts.Amount> read =
        entry.lines().stream()
            .map(
                line ->
                    amounts.read(line.item(), line.packs(), line.pack() == null ? "" : line.pack()))
            .toList();
    Map<Long, SupplierItems.Terms> usual =
        sold.terms(read.stream().map(one -> one.item().id()).toList());
    List<Wanted> wanted = new ArrayList<>();
    for (int i = 0; i < read.size(); i++) {
      long item = read.get(i).item().id();
      Long named = entry.lines().get(i).supplier();
      long supplier = named == null ? supplierOf(usual.get(item)) : suppliers.supplier(named).id();
      wanted.add(new Wanted(item, read.get(i).quantity(), supplier, 0));
    }
    String note = entry.note() == null ? "" : entry.note().strip();
    long id = insert(command, entry.site(), "", entry.needed(), note, wanted);
    Card card = rows.card(id, command.actor());
    Optional<BigDecimal> limit = approvals.limit(command.actor(), null);
    if (Requisition.approvedAtOnce(Optional.ofNullable(card.value()), limit)) {
      decisions.approve(command, card.lines());
      return rows.card(id, command.actor());
    }
    return card;
  }

  /**
   * Asks for goods because of a document.
   *
   * @param source the document
   * @param quantities how much of which item
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void ask(Command command, Map<Long, Quantity> quantities, long site, String source) {
    if (!quantities.isEmpty()) {
      Map<Long, SupplierItems.Terms> usual = sold.terms(quantities.keySet());
      insert(
          command,
          site,
          source,
          null,
          "",
          quantities.entrySet().stream()
              .map(
                  one ->
                      new Wanted(
                          one.getKey(), one.getValue(), supplierOf(usual.get(one.getKey())), 0))
              .toList());
    }
  }

  /**
   * Asks for goods because of a line of a document.
   *
   * @param source the document
   * @param line the number of the line
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void ask(
      Command command, long item, Quantity quantity, long site, String source, int line) {
    long supplier = supplierOf(sold.terms(List.of(item)).get(item));
    insert(command, site, source, null, "", List.of(new Wanted(item, quantity, supplier, line)));
  }

  /**
   * Asks for goods that someone has agreed to already.
   *
   * @param supplier whom they are to be bought from; 0 for nobody yet
   * @return the number of the requisition
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public String approved(
      Command command, long item, Quantity quantity, long site, long supplier, String source) {
    long id =
        insert(command, site, source, null, "", List.of(new Wanted(item, quantity, supplier, 0)));
    Card card = rows.card(id, command.actor());
    decisions.approve(command, card.lines());
    return card.number();
  }

  private long insert(
      Command command,
      long site,
      String source,
      @Nullable LocalDate needed,
      String note,
      List<Wanted> wanted) {
    String number = numbers.next(DocumentKind.REQUISITION, "RQ");
    long id =
        GeneratedId.of(
            jdbc.sql(
                    "insert into requisition (number, site_id, source, asked, asked_by, needed,"
                        + " note) values (?, ?, ?, ?, ?, ?, ?)")
                .params(
                    number,
                    site,
                    source,
                    Utc.of(clock.instant()),
                    command.actor().id(),
                    needed,
                    note));
    int line = 1;
    for (Wanted one : wanted) {
      jdbc.sql(
              "insert into requisition_line (requisition_id, line_no, state, item_id, quantity,"
                  + " supplier_id, source_line) values (?, ?, 'REQUESTED', ?, ?, ?, ?)")
          .params(id, line++, one.item(), one.quantity().amount(), one.supplier(), one.sourceLine())
          .update();
    }
    log.write(
        RequisitionDecisions.document(id, number, site), command.actor().id(), "REQUESTED", source);
    return id;
  }

  private static long supplierOf(SupplierItems.@Nullable Terms terms) {
    return terms == null ? 0 : terms.supplier();
  }

  // For whoever reckons with what is requested

  /**
   * What was requested, and is neither refused nor ended, because of a line of a document.
   *
   * @param received how much of its item was received by the order that it became, for whomever
   * @param order the number of the order that it became; null while it is none
   */
  public record ForLine(
      String number,
      long itemId,
      Quantity quantity,
      Quantity received,
      String document,
      int line,
      @Nullable String order) {}

  /**
   * What was requested of some items at a site and is not ordered yet, and what was ordered because
   * of some documents, whether it has come or not; oldest first.
   */
  @Transactional(readOnly = true)
  public List<ForLine> forLines(Collection<Long> items, long site, Collection<String> documents) {
    return jdbc.sql(
            """
            select r.number, l.item_id, l.quantity, r.source, l.source_line, o.number,
              coalesce((select sum(i.received) from inbound_line i where i.order_id = o.id
                and i.item_id = l.item_id), 0)
            from requisition_line l join requisition r on r.id = l.requisition_id
              left join inbound_order o on o.id = l.order_id
            where l.item_id in (:items) and r.site_id = :site
              and (l.state in ('REQUESTED', 'APPROVED')
                or l.state = 'ORDERED' and l.source_line > 0 and r.source in (:documents))
            order by l.id
            """)
        .param("items", items)
        .param("site", site)
        .param("documents", documents.isEmpty() ? List.of("") : documents)
        .query(
            (row, n) ->
                new ForLine(
                    row.getString(1),
                    row.getLong(2),
                    new Quantity(row.getBigDecimal(3)),
                    new Quantity(row.getBigDecimal(7)),
                    row.getString(4),
                    row.getInt(5),
                    row.getString(6)))
        .list();
  }

  /** What was requested because of lines of some documents and then cancelled, by line. */
  @Transactional(readOnly = true)
  public Map<Pegging.Line, Quantity> cancelledFor(Collection<String> documents) {
    Map<Pegging.Line, Quantity> sums = new HashMap<>();
    jdbc.sql(
            "select r.source, l.source_line, sum(l.quantity) from requisition r"
                + " join requisition_line l on l.requisition_id = r.id"
                + " where r.source in (:documents) and l.source_line > 0"
                + " and l.state = 'CANCELLED' group by r.source, l.source_line")
        .param("documents", documents)
        .query(
            row -> {
              sums.put(
                  new Pegging.Line(row.getString(1), row.getInt(2)),
                  new Quantity(row.getBigDecimal(3)));
            });
    return sums;
  }

  /** How much of some items is agreed to at a site and not ordered yet. */
  @Transactional(readOnly = true)
  public Map<Long, Quantity> notYetOrdered(List<Long> items, long site) {
    Map<Long, Quantity> sums = new HashMap<>();
    jdbc.sql(
            "select l.item_id, sum(l.quantity) from requisition_line l"
                + " join requisition r on r.id = l.requisition_id where l.state = 'APPROVED'"
                + " and r.site_id = :site and l.item_id in (:items) group by l.item_id")
        .param("items", items)
        .param("site", site)
        .query(
            row -> {
              sums.put(row.getLong(1), new Quantity(row.getBigDecimal(2)));
            });
    return sums;
  }
}
