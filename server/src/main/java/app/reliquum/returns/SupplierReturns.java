package app.reliquum.returns;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.core.fulfilment.SupplierReturn;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.Message;
import app.reliquum.documents.Document;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentLog;
import app.reliquum.documents.DocumentNumbers;
import app.reliquum.inbound.GoneBack;
import app.reliquum.inbound.Suppliers;
import app.reliquum.places.Places;
import app.reliquum.returns.SupplierReturnViews.Entry;
import app.reliquum.returns.SupplierReturnViews.LineEntry;
import app.reliquum.stock.AboutToReverse;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.PostingReversed;
import app.reliquum.stock.Stock;
import java.math.BigDecimal;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Sets goods aside that go back to their supplier, ships them, and takes both back. */
@Service
public class SupplierReturns {

  private final JdbcClient jdbc;
  private final Stock stock;
  private final Places places;
  private final Suppliers suppliers;
  private final ReturnableGoods returnable;
  private final GoneBack goneBack;
  private final DocumentNumbers numbers;
  private final DocumentLog log;
  private final Clock clock;

  SupplierReturns(
      JdbcClient jdbc,
      Stock stock,
      Places places,
      Suppliers suppliers,
      ReturnableGoods returnable,
      GoneBack goneBack,
      DocumentNumbers numbers,
      DocumentLog log,
      Clock clock) {
    this.jdbc = jdbc;
    this.stock = stock;
    this.places = places;
    this.suppliers = suppliers;
    this.returnable = returnable;
    this.goneBack = goneBack;
    this.numbers = numbers;
    this.log = log;
    this.clock = clock;
  }

  private record Head(
      long id,
      int version,
      String number,
      SupplierReturn.State state,
      long siteId,
      long supplierId,
      long placeId,
      String reason,
      String reference,
      long shippedPostingId) {}

  private Head lock(long id) {
    return head("id = ?", id).orElseThrow(() -> Problem.missing("supplier return", id));
  }

  private Optional<Head> head(String which, Object value) {
    return jdbc.sql("select * from supplier_return where " + which + " for update")
        .param(value)
        .query(Head.class)
        .optional();
  }

  private Head lockOpen(long id, Actor actor) {
    Head head = lock(id);
    places.requireSite(head.siteId(), actor);
    if (head.state() != SupplierReturn.State.OPEN) {
      throw Problem.conflict(
          "not-open",
          head.state() == SupplierReturn.State.SHIPPED
              ? Message.of("{0} was shipped.", head.number())
              : Message.of("{0} was cancelled.", head.number()));
    }
    return head;
  }

  private void tell(Head head, long person, String what, String detail) {
    log.write(
        Document.of(DocumentKind.SUPPLIER_RETURN, head.id(), head.number(), List.of(head.siteId())),
        person,
        what,
        detail);
  }

  /** Begins a return, and sets its goods aside. */
  @Transactional(propagation = Propagation.MANDATORY)
  public long add(Command command, Entry entry) {
    Places.SiteCard site = places.site(entry.site(), command.actor());
    Suppliers.Card supplier = suppliers.supplier(entry.supplier());
    String number = numbers.claim(DocumentKind.SUPPLIER_RETURN, "SR", entry.number());
    jdbc.sql(
            """
            insert into supplier_return (number, state, site_id, supplier_id, place_id, reason,
              reference, note, created, created_by) values (?, 'OPEN', ?, ?, ?, ?, ?, ?, ?, ?)
            """)
        .params(
            number,
            site.id(),
            supplier.id(),
            places.setAside(number),
            entry.reason().strip(),
            stripped(entry.reference()),
            stripped(entry.note()),
            Utc.of(clock.instant()),
            command.actor().id())
        .update();
    Head head = head("number = ?", number).orElseThrow();
    tell(head, command.actor().id(), "MADE", head.reason());
    setAside(command, head, entry.lines());
    return head.id();
  }

  /** Sets more goods aside. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void addLines(Command command, long id, List<LineEntry> lines) {
    Head head = lockOpen(id, command.actor());
    setAside(command, head, lines);
    tell(head, command.actor().id(), "ADDED", Integer.toString(lines.size()));
  }

  private void setAside(Command command, Head head, List<LineEntry> entries) {
    Set<Long> named = entries.stream().map(LineEntry::place).collect(Collectors.toSet());
    Set<Long> here =
        places.forLedger(named).stream()
            .filter(place -> place.kind() == PlaceKind.BIN && place.site() == head.siteId())
            .map(Places.LedgerPlace::id)
            .collect(Collectors.toSet());
    List<Line> lines = new ArrayList<>();
    for (LineEntry entry : entries) {
      if (!here.contains(entry.place())) {
        throw Problem.missing("bin of this site", entry.place());
      }
      lines.add(
          new Line(
              new Goods(entry.item(), entry.lot(), entry.serial()),
              new Spot(entry.place(), entry.load(), entry.condition()),
              new Spot(head.placeId(), 0, entry.condition()),
              entry.quantity()));
    }
    long posting = post(command, head, "Set aside: " + head.reason(), lines);
    int next =
        jdbc.sql("select coalesce(max(line_no), 0) from supplier_return_line where return_id = ?")
            .param(head.id())
            .query(Integer.class)
            .single();
    for (LineEntry entry : entries) {
      insert(head, ++next, entry, posting);
    }
    changed(head);
  }

  private void insert(Head head, int line, LineEntry entry, long posting) {
    Optional<ReturnableGoods.Origin> origin =
        returnable.origin(
            entry.item(), entry.lot(), entry.serial(), head.supplierId(), entry.place());
    jdbc.sql(
            """
            insert into supplier_return_line (return_id, line_no, item_id, lot_id, serial_id,
              condition_code, quantity, from_place_id, from_unit_load_id, order_id, order_line,
              unit_cost, expect_again, posting_id)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
            """)
        .params(
            head.id(),
            line,
            entry.item(),
            entry.lot(),
            entry.serial(),
            entry.condition().code(),
            entry.quantity().amount(),
            entry.place(),
            entry.load(),
            origin.map(ReturnableGoods.Origin::orderId).orElse(0L),
            origin.map(ReturnableGoods.Origin::orderLine).orElse(0),
            origin.map(ReturnableGoods.Origin::unitCost).orElse(null),
            entry.expectAgain() && origin.isPresent(),
            posting)
        .update();
  }

  private long post(Command command, Head head, String reason, List<Line> lines) {
    return stock
        .post(
            command,
            new NewPosting(
                PostingKind.SUPPLIER_RETURN, null, head.number(), null, brief(reason), lines))
        .posting();
  }

  private static String brief(String reason) {
    return reason.substring(0, Math.min(200, reason.length()));
  }

  private void changed(Head head) {
    jdbc.sql("update supplier_return set version = version + 1 where id = ?")
        .param(head.id())
        .update();
  }

  /** Says otherwise what a return is about. */
  @Transactional
  public void change(long id, SupplierReturnViews.ChangeEntry entry, Actor actor) {
    Head head = lockOpen(id, actor);
    Problem.unlessCurrent(entry.version(), head.version());
    jdbc.sql("update supplier_return set reason = ?, reference = ?, note = ? where id = ?")
        .params(entry.reason().strip(), stripped(entry.reference()), stripped(entry.note()), id)
        .update();
    changed(head);
    tell(head, actor.id(), "CHANGED", entry.reason().strip());
  }

  private record SetAside(
      long id,
      int lineNo,
      long itemId,
      long lotId,
      long serialId,
      int conditionCode,
      BigDecimal quantity,
      long fromPlaceId,
      long orderId,
      int orderLine,
      boolean expectAgain,
      BigDecimal expectedAgain) {

    Goods goods() {
      return new Goods(itemId, lotId, serialId);
    }

    Condition condition() {
      return Condition.of(conditionCode);
    }

    /** From where the return keeps them to somewhere else. */
    Line to(Head head, long place) {
      return new Line(
          goods(),
          new Spot(head.placeId(), 0, condition()),
          new Spot(place, 0, condition()),
          new Quantity(quantity));
    }
  }

  private List<SetAside> setAside(Head head) {
    return jdbc.sql(
            "select * from supplier_return_line where return_id = ? and put_back_posting_id = 0"
                + " order by line_no for update")
        .param(head.id())
        .query(SetAside.class)
        .list();
  }

  /** Puts the goods of a line back where they were. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void putBack(Command command, long id, long line, @Nullable String reason) {
    Head head = lockOpen(id, command.actor());
    List<SetAside> lines = setAside(head).stream().filter(one -> one.id() == line).toList();
    if (lines.isEmpty()) {
      throw Problem.missing("line that is set aside", line);
    }
    putBack(command, head, lines, stripped(reason));
    tell(head, command.actor().id(), "PUT_BACK", Integer.toString(lines.get(0).lineNo()));
  }

  private void putBack(Command command, Head head, List<SetAside> lines, String reason) {
    long posting =
        post(
            command,
            head,
            reason.isEmpty() ? "Put back" : "Put back: " + reason,
            lines.stream().map(line -> line.to(head, line.fromPlaceId())).toList());
    jdbc.sql("update supplier_return_line set put_back_posting_id = :posting where id in (:lines)")
        .param("posting", posting)
        .param("lines", lines.stream().map(SetAside::id).toList())
        .update();
    changed(head);
  }

  /** Puts everything back, and ends it. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void cancel(Command command, long id, @Nullable String reason) {
    Head head = lockOpen(id, command.actor());
    List<SetAside> lines = setAside(head);
    if (!lines.isEmpty()) {
      putBack(command, head, lines, stripped(reason));
    }
    jdbc.sql("update supplier_return set state = 'CANCELLED' where id = ?").param(id).update();
    changed(head);
    tell(head, command.actor().id(), "CANCELLED", stripped(reason));
  }

  /** Hands the goods over: they leave the house, and orders expect again what is to come again. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void ship(Command command, long id, SupplierReturnViews.ShippingEntry entry) {
    Head head = lockOpen(id, command.actor());
    Problem.unlessCurrent(entry.version(), head.version());
    List<SetAside> lines = setAside(head);
    if (lines.isEmpty()) {
      throw Problem.refused("nothing-set-aside", "Nothing is set aside for {0}.", head.number());
    }
    // Documents come before positions everywhere, and orders in one order.
    lines.stream()
        .filter(SetAside::expectAgain)
        .sorted(Comparator.comparingLong(SetAside::orderId).thenComparingInt(SetAside::orderLine))
        .forEach(line -> expectAgain(head, line, command.actor()));
    long supplier = places.contra(PlaceKind.SUPPLIER);
    long posting =
        post(
            command,
            head,
            head.reason(),
            lines.stream().map(line -> line.to(head, supplier)).toList());
    String reference = stripped(entry.reference());
    jdbc.sql(
            """
            update supplier_return set state = 'SHIPPED', shipped = ?, shipped_by = ?, taken_by = ?,
              reference = if(? = '', reference, ?), shipped_posting_id = ? where id = ?
            """)
        .params(
            Utc.of(clock.instant()),
            command.actor().id(),
            stripped(entry.takenBy()),
            reference,
            reference,
            posting,
            id)
        .update();
    changed(head);
    tell(head, command.actor().id(), "SHIPPED", stripped(entry.takenBy()));
  }

  private void expectAgain(Head head, SetAside line, Actor actor) {
    Quantity again =
        goneBack.expectAgain(
            line.orderId(), line.orderLine(), new Quantity(line.quantity()), head.number(), actor);
    jdbc.sql("update supplier_return_line set expected_again = ? where id = ?")
        .params(again.amount(), line.id())
        .update();
  }

  @EventListener
  void aboutToReverse(AboutToReverse reversal) {
    if (reversal.kind() != PostingKind.SUPPLIER_RETURN || reversal.document() == null) {
      return;
    }
    Head head = head("number = ?", reversal.document()).orElseThrow();
    if (head.state() == SupplierReturn.State.SHIPPED
        && head.shippedPostingId() != reversal.posting()) {
      throw Problem.refused(
          "shipped",
          "{0} was shipped. Reverse its shipping first if the goods are still here.",
          head.number());
    }
    goneBack.lock(
        setAside(head).stream()
            .filter(line -> line.expectedAgain().signum() > 0)
            .map(SetAside::orderId)
            .toList());
  }

  /** What is taken back has not left, was not put back, or was not set aside. */
  @EventListener
  void reversed(PostingReversed back) {
    if (back.kind() != PostingKind.SUPPLIER_RETURN || back.document() == null) {
      return;
    }
    Head head = head("number = ?", back.document()).orElseThrow();
    if (head.shippedPostingId() == back.posting()) {
      for (SetAside line : setAside(head)) {
        if (line.expectedAgain().signum() > 0) {
          goneBack.hereAfterAll(
              line.orderId(), line.orderLine(), new Quantity(line.expectedAgain()));
        }
      }
      jdbc.sql("update supplier_return_line set expected_again = 0 where return_id = ?")
          .param(head.id())
          .update();
      jdbc.sql(
              "update supplier_return set state = 'OPEN', shipped = null, shipped_by = 0,"
                  + " taken_by = '', shipped_posting_id = 0 where id = ?")
          .param(head.id())
          .update();
    }
    jdbc.sql(
            "update supplier_return_line set put_back_posting_id = 0 where put_back_posting_id = ?")
        .param(back.posting())
        .update();
    jdbc.sql(
            "update supplier_return_line set put_back_posting_id = ? where posting_id = ?"
                + " and put_back_posting_id = 0")
        .params(back.posting(), back.posting())
        .update();
    // What was put back and is not, makes a return of it again.
    jdbc.sql(
            "update supplier_return r set state = 'OPEN' where id = ? and state = 'CANCELLED'"
                + " and exists (select 1 from supplier_return_line n where n.return_id = r.id"
                + " and n.put_back_posting_id = 0)")
        .param(head.id())
        .update();
    changed(head);
  }

  private static String stripped(@Nullable String text) {
    return text == null ? "" : text.strip();
  }
}
