package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Amounts;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.demand.Sourcing;
import app.reliquum.core.demand.SupplyRule;
import app.reliquum.core.fulfilment.Outbound;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.text.Message;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentNumbers;
import app.reliquum.outbound.OutboundTable.Head;
import app.reliquum.places.Places;
import app.reliquum.stock.Reserving;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Orders and jobs before anything of them is picked: accepted, changed, closed. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class Accepting {

  private final OutboundTable table;
  private final OutboundProgress progress;
  private final Allocating allocating;
  private final Customers customers;
  private final Kits kits;
  private final Catalog catalog;
  private final DocumentNumbers numbers;
  private final Amounts amounts;
  private final Places places;
  private final Reserving reserving;
  private final LotsAndSerials lotsAndSerials;

  Accepting(
      OutboundTable table,
      OutboundProgress progress,
      Allocating allocating,
      Customers customers,
      Kits kits,
      Catalog catalog,
      DocumentNumbers numbers,
      Amounts amounts,
      Places places,
      Reserving reserving,
      LotsAndSerials lotsAndSerials) {
    this.lotsAndSerials = lotsAndSerials;
    this.table = table;
    this.progress = progress;
    this.allocating = allocating;
    this.customers = customers;
    this.kits = kits;
    this.catalog = catalog;
    this.numbers = numbers;
    this.amounts = amounts;
    this.places = places;
    this.reserving = reserving;
  }

  /** Accepts an order, and looks for its stock unless it says not to. */
  public long add(OutboundViews.Entry entry, Actor actor) {
    Customers.Card customer = customer(entry.customer());
    places.requireSite(entry.site(), actor);
    long id =
        table.insert(
            numbers.claim(DocumentKind.OUTBOUND_ORDER, "OB", entry.number()),
            OutboundViews.Kind.CUSTOMER,
            entry.site(),
            customer.id(),
            0,
            null,
            text(entry.reference()),
            entry.needed(),
            text(entry.note()),
            actor);
    writeLines(id, entry.site(), entry.lines(), customer);
    table.event(id, actor, "ACCEPTED", entry.lines().size() + " lines");
    begin(id, entry.allocate(), actor);
    return id;
  }

  private Customers.Card customer(String code) {
    Customers.Card customer =
        customers
            .withCode(code)
            .orElseThrow(
                () -> Problem.invalid("customer", "There is no customer {0}.", code.strip()));
    if (!customer.active()) {
      throw Problem.invalid("customer", "{0} is closed.", customer.name());
    }
    return customer;
  }

  private void begin(long id, Boolean allocate, Actor actor) {
    if (allocate == null || allocate) {
      allocating.allocate(id, actor);
    } else {
      progress.refresh(id);
    }
  }

  /** Accepts a job: its lines are what the kit is made of, as often as it is made. */
  public long addJob(OutboundViews.JobEntry entry, Actor actor) {
    String code = entry.kit().strip().toUpperCase(Locale.ROOT);
    Catalog.Measured kit =
        catalog
            .withCode(code)
            .orElseThrow(() -> Problem.invalid("kit", "There is no item {0}.", code));
    places.requireSite(entry.site(), actor);
    Quantity many;
    try {
      many = kit.measure().check(entry.kits());
    } catch (QuantityException fault) {
      throw Problem.invalid("kits", fault);
    }
    List<Kits.Component> components = kits.of(kit.id()).components();
    if (components.isEmpty()) {
      throw Problem.invalid("kit", "Nobody has said what {0} is made of.", kit.name());
    }
    long id =
        table.insert(
            numbers.claim(DocumentKind.OUTBOUND_ORDER, "JB", entry.number()),
            OutboundViews.Kind.JOB,
            entry.site(),
            0,
            kit.id(),
            many,
            "",
            entry.needed(),
            text(entry.note()),
            actor);
    int line = 1;
    for (Kits.Component one : components) {
      Quantity asked = one.quantity().times(many);
      table.addLine(id, line++, new Goods(one.itemId(), 0, 0), "", asked, asked, null, 0, false);
    }
    table.event(id, actor, "ACCEPTED", many + " × " + kit.code());
    begin(id, entry.allocate(), actor);
    return id;
  }

  private static String text(@Nullable String given) {
    return given == null ? "" : given.strip();
  }

  private void writeLines(
      long order, long site, List<OutboundViews.LineEntry> lines, Customers.Card customer) {
    int number = 1;
    for (OutboundViews.LineEntry line : lines) {
      Amounts.Amount amount = amounts.read(line.item(), line.packs(), line.pack());
      Goods goods = goods(amount.item(), text(line.lot()));
      if (goods.serial() != 0 && amount.quantity().compareTo(Quantity.ONE) > 0) {
        throw Amounts.wrong(Message.of("A serial number is one piece."), amount.item().code());
      }
      table.addLine(
          order,
          number,
          goods,
          amount.pack(),
          amount.packs(),
          amount.quantity(),
          line.price(),
          line.minimumLife() == null ? customer.minimumLife() : line.minimumLife(),
          line.oneLot() == null ? customer.oneLot() : line.oneLot());
      if (line.supply() != null) {
        table.supply(
            order,
            number,
            line.supply(),
            from("lines[" + (number - 1) + "].supplyFrom", site, line.supply(), line.supplyFrom()));
      }
      number++;
    }
  }

  /** The site that a line is supplied from; 0 where its rule names none. */
  private long from(String field, long site, SupplyRule rule, @Nullable Long from) {
    if (rule.way().orElse(null) != Sourcing.Way.TRANSFER) {
      return 0;
    }
    if (from == null || from == site) {
      throw Problem.invalid(
          field, "Name the other site that is asked for what is not in stock here.");
    }
    places.named(from);
    return from;
  }

  /**
   * Says how a line is met of which nothing is picked. What is reserved for it is looked for anew:
   * what is bought for the order takes nothing from stock.
   */
  public void supply(long id, int line, OutboundViews.SupplyEntry entry, Actor actor) {
    Head head = progress.lockOpen(id, actor);
    requireNobodyPicks(head);
    Outbound.Line standing =
        progress.lines(head).stream()
            .filter(one -> one.line() == line)
            .findFirst()
            .orElseThrow(() -> Problem.missing("line", line));
    if (standing.picked().isPositive() || standing.shipped().isPositive()) {
      throw Problem.refused(
          "under-way", "Line {0} is picked or gone in part. It is met as it was.", line);
    }
    table.supply(
        id,
        line,
        entry.rule(),
        entry.rule() == null ? 0 : from("from", head.siteId(), entry.rule(), entry.from()));
    table.event(id, actor, "SUPPLY_CHANGED", "line " + line);
    if (head.isAllocated()) {
      reserving.release(head.number(), one -> one.line() == line);
      allocating.allocate(id, actor);
    }
  }

  /** The goods that a line names: of whatever lot, of one lot, or just one piece. */
  private Goods goods(Catalog.Measured item, String mark) {
    if (mark.isEmpty()) {
      return new Goods(item.id(), 0, 0);
    }
    if (item.tracking().needsSerial()) {
      return lotsAndSerials
          .serial(item.id(), mark)
          .map(piece -> new Goods(item.id(), 0, piece.id()))
          .orElseThrow(
              () ->
                  Amounts.wrong(
                      Message.of("There is no {0} with number {1}.", item.name(), mark),
                      item.code()));
    }
    return lotsAndSerials
        .lot(item.id(), mark)
        .map(lot -> new Goods(item.id(), lot.id(), 0))
        .orElseThrow(
            () ->
                Amounts.wrong(
                    Message.of("There is no lot {0} of {1}.", mark, item.name()), item.code()));
  }

  /** Changes an order of which nothing is picked. What was reserved is looked for anew. */
  public void change(long id, OutboundViews.Entry entry, Actor actor) {
    Head head = progress.lockOpen(id, actor);
    places.requireSite(entry.site(), actor);
    if (head.kind() == OutboundViews.Kind.JOB) {
      throw Problem.refused(
          "job", "A job is what its kit is made of. Close it, and make another one.");
    }
    Problem.unlessCurrent(entry.version(), head.version());
    requireUntouched(head);
    Customers.Card customer = customer(entry.customer());
    reserving.release(head.number(), one -> true);
    table.update(
        id,
        customer.id(),
        entry.site(),
        text(entry.reference()),
        entry.needed(),
        text(entry.note()));
    table.clearLines(id);
    writeLines(id, entry.site(), entry.lines(), customer);
    table.event(id, actor, "CHANGED", entry.lines().size() + " lines");
    if (head.isAllocated()) {
      allocating.allocate(id, actor);
    } else {
      progress.refresh(id);
    }
  }

  private void requireUntouched(Head head) {
    boolean touched =
        progress.lines(head).stream()
            .anyMatch(line -> line.picked().isPositive() || line.shipped().isPositive());
    if (touched) {
      throw Problem.refused(
          "under-way",
          "{0} is picked or gone in part. It can't be changed any more.",
          head.number());
    }
    requireNobodyPicks(head);
  }

  private static void requireNobodyPicks(Head head) {
    if (head.roundId() != 0) {
      throw Problem.refused(
          "under-way", "{0} is on the way to pick {1}.", head.picker(), head.number());
    }
  }

  /** Nothing more of it is delivered: what has not gone is withdrawn, and kept no longer. */
  public void close(Command command, long id, String reason) {
    Head head = progress.lockOpen(id, command.actor());
    List<Outbound.Line> lines = progress.lines(head);
    if (lines.stream().anyMatch(line -> line.picked().isPositive())) {
      throw Problem.refused(
          "picked", "Something is picked for {0}. Hand it over, or put it back.", head.number());
    }
    reserving.release(head.number(), one -> true);
    lines.forEach(line -> table.withdraw(id, line.line(), line.open()));
    if (head.roundId() != 0) {
      table.onRound(id, 0, 0);
    }
    table.event(id, command.actor(), "CLOSED", reason.strip());
    progress.refresh(id);
  }
}
