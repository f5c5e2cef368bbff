package app.reliquum.inbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.purchasing.ResponseLine;
import app.reliquum.core.purchasing.ResponseLine.Status;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.Message;
import app.reliquum.house.House;
import app.reliquum.ubl.OrderResponses;
import app.reliquum.ubl.OrderResponses.Code;
import app.reliquum.ubl.OrderResponses.Response;
import app.reliquum.ubl.Price;
import app.reliquum.ubl.Reading;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Takes down what the systems of suppliers answer to orders (UBL 2.1). */
@Service
class OrderAnswers {

  private static final int LONGEST_NOTE = 200;
  private static final int PACK_DECIMALS = 6;

  private final OrderTable table;
  private final OrderAmendments amendments;
  private final InboundOrders orders;
  private final Catalog catalog;
  private final House house;

  OrderAnswers(
      OrderTable table,
      OrderAmendments amendments,
      InboundOrders orders,
      Catalog catalog,
      House house) {
    this.house = house;
    this.table = table;
    this.amendments = amendments;
    this.orders = orders;
    this.catalog = catalog;
  }

  /**
   * Takes an answer down on the order that it names: its days, quantities and prices are expected
   * from now on. One that only says that the order was received changes nothing.
   *
   * @throws Problem if it can't be read, names no order of ours, or says what can't be
   */
  @Transactional
  InboundViews.Card read(byte[] xml, Actor actor) {
    Response response = OrderResponses.read(xml);
    String number = response.order().strip().toUpperCase(Locale.ROOT);
    OrderTable.Head head =
        table
            .withNumber(number)
            .filter(one -> actor.worksAt(one.siteId()))
            .orElseThrow(() -> Problem.missing("order", number));
    if (response.code() == Code.ACKNOWLEDGED && response.lines().isEmpty()) {
      table.event(head.id(), actor, "ACKNOWLEDGED", said(response));
      return orders.card(head.id(), actor);
    }
    Map<Integer, OrderTable.LineRow> lines = new TreeMap<>();
    table.lines(head.id()).forEach(line -> lines.put(line.lineNo(), line));
    return amendments.amend(
        head.id(),
        new InboundViews.Amendment(
            head.version(),
            InboundViews.AmendedBy.SUPPLIER,
            said(response),
            amended(response, lines, number)),
        actor);
  }

  private static String said(Response response) {
    String said = response.number() + (response.note().isBlank() ? "" : ": " + response.note());
    return said.substring(0, Math.min(said.length(), LONGEST_NOTE));
  }

  private List<InboundViews.LineAmendment> amended(
      Response response, Map<Integer, OrderTable.LineRow> lines, String number) {
    Map<Integer, InboundViews.LineAmendment> amended = new TreeMap<>();
    for (OrderResponses.Line said : response.lines()) {
      Message where = Message.of("Line {0}: ", said.line());
      OrderTable.LineRow line = lines.get(lineNumber(said.line()));
      if (line == null) {
        throw Problem.invalid("file", "{0} has no line {1}.", number, said.line());
      }
      if (amended.containsKey(line.lineNo())) {
        throw Problem.invalid("file", "{0}is answered twice.", where);
      }
      amended.put(line.lineNo(), amended(response, said, line, where));
    }
    // What the answer as a whole says holds for lines of which nothing is said.
    for (OrderTable.LineRow line : lines.values()) {
      boolean ordered = line.arrival().open().isPositive();
      if (ordered && !amended.containsKey(line.lineNo())) {
        Status status = response.code() == Code.REJECTED ? Status.NOT_ACCEPTED : Status.ACCEPTED;
        ResponseLine whole =
            new ResponseLine(line.lineNo(), status, Optional.empty(), Optional.empty());
        if (status == Status.NOT_ACCEPTED || response.promised() != null) {
          amended.put(
              line.lineNo(),
              new InboundViews.LineAmendment(
                  line.lineNo(),
                  packs(whole.wanted(line.arrival()), line, Message.of("")),
                  response.promised(),
                  null));
        }
      }
    }
    return new ArrayList<>(amended.values());
  }

  private static int lineNumber(String given) {
    return given.matches("[0-9]{1,6}") ? Integer.parseInt(given) : -1;
  }

  private InboundViews.LineAmendment amended(
      Response response, OrderResponses.Line said, OrderTable.LineRow line, Message where) {
    Catalog.Measured item = catalog.measured(Set.of(line.itemId())).get(0);
    Optional<Quantity> quantity =
        said.quantity() == null
            ? Optional.empty()
            : Optional.of(
                Reading.quantity(
                    item, said.quantity(), said.unit(), Message.of("quantity"), where));
    ResponseLine answer =
        new ResponseLine(
            line.lineNo(),
            status(response, said, where),
            quantity,
            Optional.ofNullable(said.promised() == null ? response.promised() : said.promised()));
    try {
      return new InboundViews.LineAmendment(
          line.lineNo(),
          packs(answer.wanted(line.arrival()), line, where),
          answer.promised().orElse(null),
          price(said, line, item, where));
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("file", fault);
    }
  }

  private static Status status(Response response, OrderResponses.Line said, Message where) {
    if (said.status() == null) {
      return response.code() == Code.REJECTED ? Status.NOT_ACCEPTED : Status.CHANGED;
    }
    return Status.of(said.status())
        .orElseThrow(
            () ->
                Problem.invalid(
                    "file",
                    "{0}has the status {1}. Expected 3, 5, 7 or 42 (UN/EDIFACT 1229).",
                    where,
                    said.status()));
  }

  /** How many of the line's pack a quantity is. */
  private static Quantity packs(Quantity quantity, OrderTable.LineRow line, Message where) {
    if (line.pack().isEmpty() || quantity.isZero()) {
      return quantity;
    }
    try {
      return new Quantity(
          quantity
              .amount()
              .multiply(line.packs())
              .divide(line.quantity(), PACK_DECIMALS, RoundingMode.UNNECESSARY));
    } catch (ArithmeticException uneven) {
      throw Problem.invalid(
          "file", "{0}{1} can't be said in packs of {2}.", where, quantity, line.pack());
    }
  }

  private @Nullable BigDecimal price(
      OrderResponses.Line said, OrderTable.LineRow line, Catalog.Measured item, Message where) {
    Price price = said.price();
    if (price == null || line.packs().signum() == 0) {
      return null;
    }
    return price.of(
        item,
        line.quantity().divide(line.packs(), MathContext.DECIMAL64),
        house.card().currency(),
        where);
  }
}
