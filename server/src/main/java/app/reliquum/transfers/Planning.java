package app.reliquum.transfers;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Amounts;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.document.DueDay;
import app.reliquum.core.fulfilment.Transfer;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Reservation;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Policy;
import app.reliquum.core.removal.Removal;
import app.reliquum.core.text.Message;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentNumbers;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.removal.RemovalPreview;
import app.reliquum.removal.RemovalRules;
import app.reliquum.stock.Reserving;
import app.reliquum.stock.ReservingDocuments;
import app.reliquum.transfers.TransferTable.Figure;
import app.reliquum.transfers.TransferTable.Head;
import app.reliquum.transfers.TransferTable.LineRow;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Transfers before anything of them is sent: written down, changed, released, called off. */
@Service
public class Planning implements ReservingDocuments {

  private final TransferTable table;
  private final Progress progress;
  private final Catalog catalog;
  private final DocumentNumbers numbers;
  private final Amounts amounts;
  private final Places places;
  private final Reserving reserving;
  private final RemovalRules rules;
  private final RemovalPreview preview;
  private final SiteDays days;
  private final LotsAndSerials lotsAndSerials;

  Planning(
      TransferTable table,
      Progress progress,
      Catalog catalog,
      DocumentNumbers numbers,
      Amounts amounts,
      Places places,
      Reserving reserving,
      RemovalRules rules,
      RemovalPreview preview,
      SiteDays days,
      LotsAndSerials lotsAndSerials) {
    this.lotsAndSerials = lotsAndSerials;
    this.days = days;
    this.table = table;
    this.progress = progress;
    this.catalog = catalog;
    this.numbers = numbers;
    this.amounts = amounts;
    this.places = places;
    this.reserving = reserving;
    this.rules = rules;
    this.preview = preview;
  }

  /** Writes a transfer down. */
  @Transactional
  public long add(TransferViews.Entry entry, Actor actor) {
    checkRoute(entry.from(), entry.to());
    checkDays(entry);
    places.requireSite(entry.from(), actor);
    String number = numbers.claim(DocumentKind.TRANSFER, "TR", entry.number());
    long id =
        table.insert(
            number,
            true,
            direct(entry),
            entry.from(),
            "",
            entry.to(),
            entry.wanted(),
            note(entry),
            places.inTransit(number),
            actor);
    table.dispatch(id, entry.dispatch());
    writeLines(id, entry.lines());
    table.event(id, actor, "MADE", summary(table.lines(id)));
    return id;
  }

  /** Begins a transfer that is made as goods are scanned. */
  @Transactional
  public long begin(TransferViews.UnplannedEntry entry, Actor actor) {
    checkRoute(entry.from(), entry.to());
    places.requireSite(entry.from(), actor);
    String number = nextNumber();
    boolean direct = places.named(entry.to()).virtual();
    long id =
        table.insert(
            number,
            false,
            direct,
            entry.from(),
            "",
            entry.to(),
            null,
            "",
            places.inTransit(number),
            actor);
    progress.refresh(table.find(id).orElseThrow());
    table.event(id, actor, "BEGUN", "");
    return id;
  }

  /** To a virtual site nothing travels. */
  private boolean direct(TransferViews.Entry entry) {
    return Boolean.TRUE.equals(entry.direct()) || places.named(entry.to()).virtual();
  }

  private void checkRoute(long from, long to) {
    if (from == to) {
      throw Problem.invalid(
          "to", "A transfer goes to another site. Within one site, move the goods.");
    }
    places.named(from);
    places.named(to);
  }

  private static void checkDays(TransferViews.Entry entry) {
    if (entry.dispatch() != null
        && entry.wanted() != null
        && entry.dispatch().isAfter(entry.wanted())) {
      throw Problem.invalid(
          "dispatch", "It can't leave after it is due there, on {0}.", entry.wanted());
    }
  }

  String nextNumber() {
    return numbers.next(DocumentKind.TRANSFER, "TR");
  }

  private static String note(TransferViews.Entry entry) {
    return entry.note() == null ? "" : entry.note().strip();
  }

  /** Changes a transfer of which nothing is picked. What was reserved is reserved anew. */
  @Transactional
  public void change(long id, TransferViews.Entry entry, Actor actor) {
    Head head = progress.lockOpen(id, actor);
    places.requireSite(head.fromSiteId(), actor);
    places.requireSite(entry.from(), actor);
    checkRoute(entry.from(), entry.to());
    checkDays(entry);
    Problem.unlessCurrent(entry.version(), head.version());
    requireUntouched(head);
    reserving.release(head.number(), one -> true);
    List<LineRow> before = table.lines(id);
    table.update(id, entry.from(), entry.to(), entry.wanted(), direct(entry), note(entry));
    table.dispatch(id, entry.dispatch());
    table.clearLines(id);
    writeLines(id, entry.lines());
    List<LineRow> after = table.lines(id);
    record(head, actor, "ROUTE", route(head.fromSiteId(), head.toSiteId()), route(entry));
    record(head, actor, "WANTED", Objects.toString(head.wanted(), ""), wanted(entry));
    record(
        head,
        actor,
        "DISPATCH",
        Objects.toString(head.dispatch(), ""),
        Objects.toString(entry.dispatch(), ""));
    record(head, actor, "NOTE", head.note(), note(entry));
    record(head, actor, "LINES", summary(before), summary(after));
    if (head.isReleased()) {
      reserve(table.find(id).orElseThrow(), actor);
    }
    progress.refresh(head);
  }

  private static String wanted(TransferViews.Entry entry) {
    return Objects.toString(entry.wanted(), "");
  }

  private String route(TransferViews.Entry entry) {
    return route(entry.from(), entry.to());
  }

  private String route(long from, long to) {
    return places.named(from).name() + " → " + places.named(to).name();
  }

  private void record(Head head, Actor actor, String what, String before, String after) {
    if (!before.equals(after)) {
      table.event(head.id(), actor, what, "", before, after);
    }
  }

  private static String summary(List<LineRow> lines) {
    return lines.stream()
        .map(
            row ->
                new Quantity(row.asked())
                    + " × "
                    + row.code()
                    + (row.lot() == null ? "" : " lot " + row.lot())
                    + (row.serial() == null ? "" : " " + row.serial()))
        .collect(Collectors.joining(", "));
  }

  private void requireUntouched(Head head) {
    boolean picked =
        reserving.of(head.number()).stream().anyMatch(one -> one.reservation().picked());
    boolean sent = table.lines(head.id()).stream().anyMatch(row -> row.sent().signum() > 0);
    if (picked || sent) {
      throw Problem.refused(
          "under-way",
          sent
              ? Message.of(
                  "{0} has been sent in part. Make another transfer for what is to be different.",
                  head.number())
              : Message.of(
                  "{0} is being picked. Make another transfer for what is to be different.",
                  head.number()));
    }
  }

  private void writeLines(long transfer, List<TransferViews.LineEntry> lines) {
    int number = 1;
    for (TransferViews.LineEntry line : lines) {
      Amounts.Amount amount = amounts.read(line.item(), line.packs(), line.pack());
      Goods goods = goods(amount.item(), line);
      if (goods.serial() != 0 && amount.quantity().compareTo(Quantity.ONE) > 0) {
        throw Amounts.wrong(Message.of("A serial number is one piece."), amount.item().code());
      }
      table.addLine(transfer, number++, goods, amount.pack(), amount.packs(), amount.quantity());
    }
  }

  /** The goods that a line names: of whatever lot, of one lot, or just one piece. */
  private Goods goods(Catalog.Measured item, TransferViews.LineEntry line) {
    String serial = line.serial() == null ? "" : line.serial().strip();
    String mark = line.lot() == null ? "" : line.lot().strip();
    if (!serial.isEmpty()) {
      return piece(item, serial);
    }
    if (mark.isEmpty()) {
      return new Goods(item.id(), 0, 0);
    }
    long lot = lotsAndSerials.lot(item.id(), mark).map(LotsAndSerials.LotCard::id).orElse(0L);
    if (lot != 0) {
      return new Goods(item.id(), lot, 0);
    }
    if (item.tracking().needsSerial()) {
      return piece(item, mark);
    }
    throw Amounts.wrong(Message.of("There is no lot {0} of {1}.", mark, item.name()), item.code());
  }

  private Goods piece(Catalog.Measured item, String code) {
    LotsAndSerials.SerialCard card =
        lotsAndSerials
            .serial(item.id(), code)
            .orElseThrow(
                () ->
                    Amounts.wrong(
                        Message.of("There is no {0} with number {1}.", item.name(), code),
                        item.code()));
    return new Goods(item.id(), 0, card.id());
  }

  /** Reserves the stock of a transfer by the removal rules, as far as there is enough. */
  @Transactional
  public void release(long id, Actor actor) {
    Head head = progress.lockOpen(id, actor);
    places.requireSite(head.fromSiteId(), actor);
    if (!head.isReleased()) {
      table.released(id, true);
    }
    reserve(head, actor);
    progress.refresh(head);
  }

  private void reserve(Head head, Actor actor) {
    LocalDate needed = DueDay.notBefore(today(head.fromSiteId()), head.wanted());
    List<Reserving.Kept> kept = reserving.of(head.number());
    List<LineRow> rows = table.lines(head.id());
    Map<Long, Policy> policies =
        rules.policies(
            rows.stream().map(LineRow::itemId).collect(Collectors.toSet()), head.fromSiteId());
    List<LineRow> asking = new ArrayList<>();
    List<Reserving.Ask> asks = new ArrayList<>();
    for (LineRow row : rows) {
      Quantity need = row.line().demand(keptFor(row, kept), Quantity.ZERO).missing();
      if (need.isPositive()) {
        asking.add(row);
        asks.add(
            new Reserving.Ask(
                row.lineNo(),
                row.itemId(),
                preview.inPacks(
                    Removal.Wanted.of(need, needed).ofGoods(row.lotId(), row.serialId()),
                    row.itemId(),
                    Objects.requireNonNull(policies.get(row.itemId()))),
                policies.get(row.itemId())));
      }
    }
    List<Removal.Plan> plans = reserving.reserve(head.number(), head.fromSiteId(), asks);
    List<String> missing = new ArrayList<>();
    for (int i = 0; i < plans.size(); i++) {
      if (plans.get(i).missing().isPositive()) {
        missing.add(plans.get(i).missing() + " × " + asking.get(i).code());
      }
    }
    table.event(
        head.id(), actor, missing.isEmpty() ? "MADE_READY" : "SHORT", String.join(", ", missing));
  }

  static Quantity keptFor(LineRow row, List<Reserving.Kept> kept) {
    return kept.stream()
        .map(Reserving.Kept::reservation)
        .filter(one -> one.line() == row.lineNo())
        .map(Reservation::quantity)
        .reduce(Quantity.ZERO, Quantity::plus);
  }

  /** Takes the release back: nothing is reserved any more. */
  @Transactional
  public void holdBack(long id, Actor actor) {
    Head head = progress.lockOpen(id, actor);
    places.requireSite(head.fromSiteId(), actor);
    requireUntouched(head);
    if (!head.planned()) {
      throw Problem.refused("unplanned", "{0} was never planned. Call it off.", head.number());
    }
    reserving.release(head.number(), one -> true);
    table.released(id, false);
    table.event(id, actor, "HELD_BACK", "");
    progress.refresh(head);
  }

  /**
   * Closes a transfer: what has not been sent will not be. What is on the road must have arrived,
   * or been given up, before.
   */
  @Transactional
  public void close(long id, String reason, Actor actor) {
    Head head = progress.lockOpen(id, actor);
    places.requireSite(head.fromSiteId() == 0 ? head.toSiteId() : head.fromSiteId(), actor);
    List<LineRow> rows = table.lines(id);
    Quantity inTransit =
        rows.stream().map(row -> row.line().inTransit()).reduce(Quantity.ZERO, Quantity::plus);
    if (inTransit.isPositive()) {
      throw Problem.refused(
              "on-the-road",
              "Some of {0} is in transit. Receive it, or report it missing, first.",
              head.number())
          .with("inTransit", inTransit);
    }
    boolean picked =
        reserving.of(head.number()).stream().anyMatch(one -> one.reservation().picked());
    if (picked) {
      throw Problem.refused(
          "picked", "Something is picked for {0}. Ship it, or put it back.", head.number());
    }
    withdrawRest(head, rows);
    table.event(id, actor, "CLOSED", reason.strip());
    if (rows.isEmpty()) {
      table.state(id, Transfer.State.CLOSED);
    } else {
      progress.refresh(head);
    }
  }

  /** What has not been sent will not be, and is kept no longer. */
  void withdrawRest(Head head, List<LineRow> rows) {
    for (LineRow row : rows) {
      Quantity rest = row.line().toSend();
      if (rest.isPositive()) {
        table.add(head.id(), row.lineNo(), Figure.WITHDRAWN, rest);
      }
    }
    reserving.release(head.number(), one -> !one.picked());
  }

  @Override
  public DocumentKind kind() {
    return DocumentKind.TRANSFER;
  }

  @Override
  @Transactional
  public Reservation free(
      Command command, String document, long reservation, @Nullable Quantity part) {
    Head head = progress.lockOpen(table.withNumber(document).orElseThrow().id(), command.actor());
    Reservation freed = reserving.free(document, reservation, part);
    table.event(
        head.id(),
        command.actor(),
        "RESERVATION_REMOVED",
        freed.quantity() + " of line " + freed.line());
    progress.refresh(head);
    return freed;
  }

  LocalDate today(long site) {
    return days.today(site);
  }
}
