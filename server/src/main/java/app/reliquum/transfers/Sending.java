package app.reliquum.transfers;

import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Reservation;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.Message;
import app.reliquum.costing.Costs;
import app.reliquum.places.Places;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.OnHand;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.Reserving;
import app.reliquum.stock.Stock;
import app.reliquum.transfers.TransferTable.Figure;
import app.reliquum.transfers.TransferTable.Head;
import app.reliquum.transfers.TransferTable.LineRow;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Picks what a transfer asks for and sends it.
 *
 * <p>What is picked is put down in the packing area, if the site has one, and is kept for the
 * transfer wherever it lies. Sending takes all that is picked onto the road.
 */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class Sending {

  private final TransferTable table;
  private final Progress progress;
  private final Planning planning;
  private final Catalog catalog;
  private final Places places;
  private final Stock stock;
  private final Reserving reserving;
  private final Costs costs;
  private final OnHand onHand;

  Sending(
      TransferTable table,
      Progress progress,
      Planning planning,
      Catalog catalog,
      Places places,
      Stock stock,
      Reserving reserving,
      Costs costs,
      OnHand onHand) {
    this.table = table;
    this.progress = progress;
    this.planning = planning;
    this.catalog = catalog;
    this.places = places;
    this.stock = stock;
    this.reserving = reserving;
    this.costs = costs;
    this.onHand = onHand;
  }

  /** Some of what is picked, for one line of the transfer. */
  private record Part(int line, Quantity quantity) {}

  /**
   * Picks goods for a transfer.
   *
   * @param lines what is taken, and where; of where to only the unit load matters
   * @param knowingly whether more may be picked than a planned transfer asks for
   */
  public void pick(Command command, long id, List<Line> lines, boolean knowingly) {
    Head head = open(command, id);
    Optional<Long> packing = places.packing(head.fromSiteId());
    List<Line> inOrder = new ArrayList<>(lines);
    inOrder.sort(Comparator.comparing(Line::taken));
    for (Line line : inOrder) {
      for (Part part : allot(command, head, line.goods(), line.quantity(), knowingly)) {
        pick(command, head, line, part, packing.orElse(line.from().place()));
      }
    }
    if (!head.isReleased()) {
      table.released(id, true);
    }
    table.handedIn(id, null);
    progress.refresh(head);
  }

  private Head open(Command command, long id) {
    Head head = progress.lockOpen(id, command.actor());
    if (head.fromSiteId() == 0) {
      throw Problem.refused("not-ours", "{0} is sent by {1}.", head.number(), head.sender());
    }
    places.requireSite(head.fromSiteId(), command.actor());
    return head;
  }

  /** Sets goods against the lines that ask for them; what is more goes on a line of its own. */
  private List<Part> allot(
      Command command, Head head, Goods goods, Quantity quantity, boolean knowingly) {
    List<LineRow> rows = table.lines(head.id());
    List<Reserving.Kept> kept = reserving.of(head.number());
    List<Part> parts = new ArrayList<>();
    Quantity rest = quantity;
    for (LineRow row : rows) {
      if (row.takes(goods)) {
        Quantity part = rest.min(row.line().toSend().minus(picked(row, kept)));
        if (part.isPositive()) {
          parts.add(new Part(row.lineNo(), part));
          rest = rest.minus(part);
        }
      }
    }
    if (rest.isPositive()) {
      if (head.planned() && !knowingly) {
        throw tooMuch(head, goods, quantity, quantity.minus(rest));
      }
      parts.add(new Part(extra(command, head, rows, goods, rest), rest));
    }
    return parts;
  }

  private static Quantity picked(LineRow row, List<Reserving.Kept> kept) {
    return kept.stream()
        .map(Reserving.Kept::reservation)
        .filter(one -> one.picked() && one.line() == row.lineNo())
        .map(Reservation::quantity)
        .reduce(Quantity.ZERO, Quantity::plus);
  }

  private Problem tooMuch(Head head, Goods goods, Quantity asked, Quantity most) {
    String name = catalog.measured(Set.of(goods.item())).get(0).name();
    return Problem.refused(
            "too-much",
            most.isZero()
                ? Message.of("{0} asks for no more {1}.", head.number(), name)
                : Message.of(
                    "{0} asks for {1} more of {2}, not {3}.", head.number(), most, name, asked))
        .with("asked", asked)
        .with("most", most);
  }

  private int extra(
      Command command, Head head, List<LineRow> rows, Goods goods, Quantity quantity) {
    if (head.planned()) {
      String code = catalog.measured(Set.of(goods.item())).get(0).code();
      table.event(head.id(), command.actor(), "ADDED", quantity + " × " + code);
    }
    Optional<LineRow> known = rows.stream().filter(row -> row.takes(goods)).findFirst();
    if (known.isPresent()) {
      table.ask(head.id(), known.get().lineNo(), quantity);
      return known.get().lineNo();
    }
    int next = 1 + rows.stream().mapToInt(LineRow::lineNo).max().orElse(0);
    table.addLine(head.id(), next, new Goods(goods.item(), 0, 0), "", quantity, quantity);
    return next;
  }

  private void pick(Command command, Head head, Line line, Part part, long packing) {
    PositionKey from = line.taken();
    if (packing == from.place()) {
      Quantity free = reserving.pickInPlace(head.number(), part.line(), from, part.quantity());
      if (free.compareTo(part.quantity()) < 0) {
        Catalog.Measured item = catalog.measured(Set.of(from.item())).get(0);
        throw Problem.refused(
                "not-enough",
                free.isPositive()
                    ? Message.of("Only {0} of {1} are free there.", free, item.name())
                    : Message.of("Nothing of {0} is free there.", item.name()))
            .with("free", free)
            .with("asked", part.quantity());
      }
      return;
    }
    Spot to = new Spot(packing, line.to().unitLoad(), from.condition());
    stock.post(
        command,
        new NewPosting(
            PostingKind.PICK,
            null,
            head.number(),
            part.line(),
            null,
            List.of(new Line(line.goods(), line.from(), to, part.quantity()))));
    reserving.picked(
        head.number(),
        part.line(),
        PositionKey.of(line.goods(), to),
        part.quantity(),
        from.place());
  }

  /** Picks everything that is reserved, as it is reserved: for a site that does not scan. */
  public void pickAll(Command command, long id) {
    Head head = open(command, id);
    List<Line> lines =
        reserving.hold(head.number()).stream()
            .map(Reserving.Kept::reservation)
            .filter(one -> !one.picked())
            .map(one -> taking(one.key(), one.quantity()))
            .toList();
    if (lines.isEmpty()) {
      throw Problem.refused(
          "nothing-reserved", "Nothing more is reserved for {0} to be picked.", head.number());
    }
    pick(command, id, lines, false);
  }

  /** What is taken by the list comes off its unit load: others may stand on it. */
  private static Line taking(PositionKey key, Quantity quantity) {
    Spot off = new Spot(key.place(), 0, key.condition());
    return new Line(key.goods(), key.spot(), off, quantity);
  }

  /** Puts something that was picked back where it was. */
  public void putBack(Command command, long id, long reservation) {
    Head head = open(command, id);
    Reserving.Kept kept =
        reserving.hold(head.number()).stream()
            .filter(one -> one.reservation().id() == reservation && one.reservation().picked())
            .findFirst()
            .orElseThrow(() -> Problem.missing("picked goods", reservation));
    Reservation one = kept.reservation();
    boolean moved = kept.pickedFrom() != 0 && kept.pickedFrom() != one.key().place();
    if (moved) {
      // No longer kept, just these goods can be taken back.
      reserving.release(head.number(), other -> other.id() == one.id());
      Spot back = new Spot(kept.pickedFrom(), one.key().unitLoad(), one.key().condition());
      stock.post(
          command,
          new NewPosting(
              PostingKind.PICK,
              null,
              head.number(),
              one.line(),
              null,
              List.of(new Line(one.key().goods(), one.key().spot(), back, one.quantity()))));
      if (head.planned()) {
        reserving.keep(
            head.number(), one.line(), PositionKey.of(one.key().goods(), back), one.quantity());
      }
    } else if (head.planned()) {
      reserving.unpick(one);
    } else {
      reserving.release(head.number(), other -> other.id() == one.id());
    }
    if (!head.planned()) {
      askLess(head, one);
      table.handedIn(id, null);
    }
    progress.refresh(head);
  }

  private void askLess(Head head, Reservation one) {
    table.ask(head.id(), one.line(), one.quantity().negated());
    table.lines(head.id()).stream()
        .filter(row -> row.lineNo() == one.line() && row.asked().signum() <= 0)
        .forEach(row -> table.dropLine(head.id(), row.lineNo()));
  }

  /** Whether all that a line asks for is picked. */
  boolean isPicked(Head head, LineRow row) {
    return picked(row, reserving.of(head.number())).compareTo(row.line().toSend()) >= 0;
  }

  /** What was sent: the posting, and which shipment of the transfer it is. */
  public record Sent(long posting, int shipment) {}

  /**
   * Sends from the Floor. What nobody has planned is handed in where the site wants it looked
   * through: the Office sends it then. What is picked or put back meanwhile is handed in anew.
   */
  public void sendFromFloor(Command command, long id, TransferViews.Rest rest) {
    Head head = open(command, id);
    if (head.planned() || !places.reviewsUnplanned(head.fromSiteId())) {
      send(command, id, rest);
      return;
    }
    picked(head);
    table.handedIn(id, command.actor());
    table.event(id, command.actor(), "HANDED_IN", "");
    progress.refresh(head);
  }

  private List<Reservation> picked(Head head) {
    List<Reservation> picked =
        reserving.hold(head.number()).stream()
            .map(Reserving.Kept::reservation)
            .filter(Reservation::picked)
            .sorted(Comparator.comparing(Reservation::key))
            .toList();
    if (picked.isEmpty()) {
      throw Problem.refused(
          "nothing-picked", "Nothing is picked for {0}. Pick something first.", head.number());
    }
    return picked;
  }

  /** Sends everything that is picked. */
  public Sent send(Command command, long id, TransferViews.Rest rest) {
    Head head = open(command, id);
    List<Reservation> picked = picked(head);
    long place = head.direct() ? places.docks(head.toSiteId()).get(0) : head.roadPlaceId();
    Set<Long> whole = wholeLoads(picked);
    List<Line> lines = new ArrayList<>();
    for (Reservation one : picked) {
      lines.add(
          new Line(
              one.key().goods(),
              one.key().spot(),
              travelling(one.key(), place, whole),
              one.quantity()));
    }
    long posting =
        stock
            .post(
                command,
                new NewPosting(
                    head.direct() ? PostingKind.TRANSFER : PostingKind.SHIPMENT,
                    null,
                    head.number(),
                    null,
                    null,
                    lines))
            .posting();
    int shipment = table.nextShipment(id);
    table.addShipment(id, shipment, command.actor(), posting);
    writeGoods(head, picked, whole, shipment, posting);
    if (rest == TransferViews.Rest.STAYS) {
      planning.withdrawRest(head, table.lines(id));
    }
    table.touched(id, true);
    table.handedIn(id, null);
    if (head.direct()) {
      table.touched(id, false);
    }
    table.event(
        id, command.actor(), "SENT", "shipment " + shipment + ", " + kinds(picked) + " kinds");
    progress.refresh(head);
    return new Sent(posting, shipment);
  }

  private static long kinds(List<Reservation> picked) {
    return picked.stream().map(one -> one.key().item()).distinct().count();
  }

  /** Goods as they travel: by line, lot, serial number, unit load and condition. */
  private record Travelling(int line, PositionKey key) {}

  /** The unit loads that leave with everything on them; goods come off the others. */
  private Set<Long> wholeLoads(List<Reservation> picked) {
    Set<Long> loads =
        picked.stream()
            .map(one -> one.key().unitLoad())
            .filter(load -> load != 0)
            .collect(Collectors.toSet());
    loads.removeIf(load -> onHand.on(load).stream().anyMatch(one -> !allPicked(one, picked)));
    return loads;
  }

  private static boolean allPicked(
      app.reliquum.core.sentence.HeldPosition stock, List<Reservation> picked) {
    Quantity sum =
        picked.stream()
            .filter(one -> one.key().equals(stock.key()))
            .map(Reservation::quantity)
            .reduce(Quantity.ZERO, Quantity::plus);
    return sum.equals(stock.quantity());
  }

  private static Spot travelling(PositionKey key, long place, Set<Long> whole) {
    return new Spot(place, whole.contains(key.unitLoad()) ? key.unitLoad() : 0, key.condition());
  }

  private void writeGoods(
      Head head, List<Reservation> picked, Set<Long> whole, int shipment, long posting) {
    Map<Travelling, Quantity> sums = new LinkedHashMap<>();
    for (Reservation one : picked) {
      PositionKey key =
          PositionKey.of(one.key().goods(), travelling(one.key(), head.roadPlaceId(), whole));
      sums.merge(new Travelling(one.line(), key), one.quantity(), Quantity::plus);
    }
    Map<Long, UnitCost> worth =
        costs.of(sums.keySet().stream().map(one -> one.key().item()).collect(Collectors.toSet()));
    sums.forEach(
        (one, quantity) -> {
          long goods =
              table.addGoods(
                  head.id(),
                  one.line(),
                  shipment,
                  one.key(),
                  quantity,
                  Objects.requireNonNull(worth.get(one.key().item())).amount());
          table.addMove(posting, goods, Figure.SENT, quantity);
          table.add(head.id(), one.line(), Figure.SENT, quantity);
          if (head.direct()) {
            table.addMove(posting, goods, Figure.ARRIVED, quantity);
            table.addToGoods(goods, Figure.ARRIVED, quantity);
            table.add(head.id(), one.line(), Figure.ARRIVED, quantity);
          }
        });
  }
}
