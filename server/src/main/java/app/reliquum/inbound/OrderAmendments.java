package app.reliquum.inbound;

import app.reliquum.api.Actor;
import app.reliquum.api.NoticeRaised;
import app.reliquum.api.Problem;
import app.reliquum.api.Words;
import app.reliquum.catalog.Amounts;
import app.reliquum.core.fulfilment.Arrival;
import app.reliquum.core.notice.NoticeKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.Message;
import app.reliquum.house.House;
import app.reliquum.house.Letters;
import app.reliquum.places.Places;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Amends purchase orders line by line, and takes down what their suppliers answer. */
@Service
class OrderAmendments {

  private static final int LONGEST_DETAIL = 400;

  private final OrderTable table;
  private final InboundOrders orders;
  private final Suppliers suppliers;
  private final Amounts amounts;
  private final Places places;
  private final Letters letters;
  private final OrderPapers papers;
  private final ApplicationEventPublisher events;

  private final House house;

  OrderAmendments(
      OrderTable table,
      InboundOrders orders,
      Suppliers suppliers,
      Amounts amounts,
      Places places,
      Letters letters,
      OrderPapers papers,
      ApplicationEventPublisher events,
      House house) {
    this.house = house;
    this.events = events;
    this.papers = papers;
    this.table = table;
    this.orders = orders;
    this.suppliers = suppliers;
    this.amounts = amounts;
    this.places = places;
    this.letters = letters;
  }

  /**
   * Amends lines of an order that the supplier has, or says what he has answered. If we amend what
   * was sent, he is told.
   */
  @Transactional
  public InboundViews.Card amend(long id, InboundViews.Amendment amendment, Actor actor) {
    OrderTable.Head head = table.lock(id).orElseThrow(() -> Problem.missing("order", id));
    places.site(head.siteId(), actor);
    Problem.unlessCurrent(amendment.version(), head.version());
    if (head.kind() != InboundViews.Kind.PURCHASE || head.state().ended()) {
      throw Problem.refused("not-open", "{0} is no open purchase order.", head.number());
    }
    Map<Integer, OrderTable.LineRow> lines = new TreeMap<>();
    table.lines(id).forEach(line -> lines.put(line.lineNo(), line));
    List<Message> changes = new ArrayList<>();
    for (int i = 0; i < amendment.lines().size(); i++) {
      InboundViews.LineAmendment said = amendment.lines().get(i);
      OrderTable.LineRow line = lines.get(said.line());
      if (line == null) {
        throw Problem.invalid(at(i, "line"), "{0} has no line {1}.", head.number(), said.line());
      }
      Quantity quantity = wanted(line, said.packs(), at(i, "packs"));
      LocalDate day = said.expected();
      LocalDate before = line.expected() == null ? head.expected() : line.expected();
      boolean otherDay = day != null && !day.equals(before);
      BigDecimal price = said.price();
      boolean otherPrice =
          price != null && (line.price() == null || price.compareTo(line.price()) != 0);
      if (otherDay || otherPrice || quantity.compareTo(new Quantity(line.quantity())) != 0) {
        changes.add(change(line, said.packs(), otherDay ? day : null, otherPrice ? price : null));
      }
      table.amend(
          id,
          said.line(),
          said.packs(),
          quantity,
          day == null ? before : day,
          price == null ? line.price() : price);
    }
    // The others keep the day that the order had: from now on it is expected when its next line is.
    Set<Integer> said =
        amendment.lines().stream()
            .map(InboundViews.LineAmendment::line)
            .collect(Collectors.toSet());
    lines.values().stream()
        .filter(line -> !said.contains(line.lineNo()) && line.expected() == null)
        .forEach(
            line ->
                table.amend(
                    id,
                    line.lineNo(),
                    new Quantity(line.packs()),
                    new Quantity(line.quantity()),
                    head.expected(),
                    line.price()));
    table.state(
        id,
        Arrival.amendedState(table.lines(id).stream().map(OrderTable.LineRow::arrival).toList()),
        false);
    return told(id, head, amendment, changes, actor);
  }

  private static String at(int line, String field) {
    return "lines[" + line + "]." + field;
  }

  private Quantity wanted(OrderTable.LineRow line, Quantity packs, String field) {
    try {
      Quantity quantity =
          packs.isZero() ? Quantity.ZERO : amounts.read(line.code(), packs, line.pack()).quantity();
      return Arrival.amended(line.arrival(), quantity).quantity();
    } catch (IllegalArgumentException | Problem fault) {
      throw Problem.invalid(field, fault);
    }
  }

  private static Message change(
      OrderTable.LineRow line,
      Quantity packs,
      @Nullable LocalDate day,
      @Nullable BigDecimal price) {
    String unit = line.pack().isEmpty() ? line.unit().symbol() : line.pack();
    Quantity before = new Quantity(line.packs());
    Message quantity =
        packs.compareTo(before) == 0
            ? Message.of("{0} {1}", packs, unit)
            : Message.of("{0} → {1} {2}", before, packs, unit);
    return Message.of(
        "{0}. {1}: {2}{3}{4}",
        line.lineNo(),
        line.name(),
        quantity,
        price == null ? "" : Message.of(" at {0}", price.stripTrailingZeros()),
        day == null ? "" : Message.of(", {0}", day));
  }

  private static String joined(List<Message> said, Words words) {
    return said.stream().map(words::say).collect(Collectors.joining("; "));
  }

  /** Writes down who has amended what, and tells the supplier what we want otherwise. */
  private InboundViews.Card told(
      long id,
      OrderTable.Head head,
      InboundViews.Amendment amendment,
      List<Message> changes,
      Actor actor) {
    String note = amendment.note() == null ? "" : amendment.note().strip();
    List<Message> said = new ArrayList<>(changes);
    if (!note.isEmpty()) {
      said.add(Message.verbatim(note));
    }
    String detail = joined(said, house.words());
    boolean answer = amendment.by() == InboundViews.AmendedBy.SUPPLIER;
    if (answer) {
      table.answered(
          id, changes.isEmpty() ? InboundViews.Answer.CONFIRMED : InboundViews.Answer.CHANGED);
    } else if (changes.isEmpty()) {
      throw Problem.invalid("lines", "Nothing of {0} is wanted otherwise.", head.number());
    }
    table.event(
        id,
        actor,
        !answer ? "AMENDED" : changes.isEmpty() ? "CONFIRMED" : "ANSWERED",
        detail.substring(0, Math.min(detail.length(), LONGEST_DETAIL)));
    InboundViews.Card card = orders.card(id, actor);
    Suppliers.Card supplier = suppliers.supplier(head.supplierId());
    if (answer && !changes.isEmpty()) {
      events.publishEvent(
          new NoticeRaised(
              NoticeKind.CHANGED_DELIVERY,
              head.siteId(),
              head.number(),
              Map.of(
                  "inbound", Long.toString(id),
                  "number", head.number(),
                  "from", supplier.name(),
                  "change", joined(changes, house.words()))));
    }
    if (!answer && head.sent() != null && !supplier.email().isEmpty()) {
      letters.write(
          supplier.email(),
          papers.words(supplier).say("Amendment of order {0}", head.number()),
          OrderLetter.amendment(papers.words(supplier), card, supplier, said),
          head.number(),
          head.siteId(),
          papers.attachments(card));
    }
    return card;
  }
}
