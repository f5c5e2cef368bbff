package app.reliquum.outbound;

import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Reservation;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.Message;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentNumbers;
import app.reliquum.outbound.OutboundTable.Head;
import app.reliquum.outbound.OutboundTable.LineRow;
import app.reliquum.outbound.OutboundTable.ShippedRow;
import app.reliquum.places.Places;
import app.reliquum.stock.AboutToReverse;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.PostingReversed;
import app.reliquum.stock.Reserving;
import app.reliquum.stock.Stock;
import java.math.BigDecimal;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Hands over what is picked and packed: it leaves the house. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class HandingOver {

  private final OutboundTable table;
  private final OutboundProgress progress;
  private final ParcelTable parcels;
  private final Reserving reserving;
  private final Catalog catalog;
  private final DocumentNumbers numbers;
  private final Places places;
  private final Stock stock;

  HandingOver(
      OutboundTable table,
      OutboundProgress progress,
      ParcelTable parcels,
      Reserving reserving,
      Catalog catalog,
      DocumentNumbers numbers,
      Places places,
      Stock stock) {
    this.table = table;
    this.progress = progress;
    this.parcels = parcels;
    this.reserving = reserving;
    this.catalog = catalog;
    this.numbers = numbers;
    this.places = places;
    this.stock = stock;
  }

  /** Hands over everything that is picked for an order. What is still to be picked stays open. */
  public String handOver(Command command, long order, String takenBy) {
    Head head = progress.lockOpen(order, command.actor());
    List<Reservation> picked =
        reserving.hold(head.number()).stream()
            .map(Reserving.Kept::reservation)
            .filter(Reservation::picked)
            .sorted(Comparator.comparing(Reservation::key).thenComparing(Reservation::line))
            .toList();
    if (picked.isEmpty()) {
      throw Problem.refused(
          "nothing-picked", "Nothing is picked for {0}. Pick something first.", head.number());
    }
    if (progress.flow(head).packs()) {
      Set<Long> loads = parcels.loads(order);
      List<Reservation> loose =
          picked.stream().filter(one -> !loads.contains(one.key().unitLoad())).toList();
      if (!loose.isEmpty()) {
        throw Problem.refused(
                "not-packed",
                loose.size() == 1
                    ? Message.of("1 thing is not packed yet. Pack it into a unit load first.")
                    : Message.of(
                        "{0} things are not packed yet. Pack them into a unit load first.",
                        loose.size()))
            .with("open", loose.size());
      }
    }
    long despatch = despatch(command, head, takenBy == null ? "" : takenBy.strip());
    long contra = contra(head);
    List<Line> lines =
        picked.stream()
            .map(
                one ->
                    new Line(
                        one.key().goods(),
                        one.key().spot(),
                        new Spot(contra, 0, Condition.GOOD),
                        one.quantity()))
            .toList();
    long posting =
        stock
            .post(
                command, new NewPosting(PostingKind.ISSUE, null, head.number(), null, null, lines))
            .posting();
    List<BigDecimal> values = stock.values(posting);
    Map<Integer, BigDecimal> prices = prices(order);
    for (int i = 0; i < picked.size(); i++) {
      Reservation one = picked.get(i);
      table.addGoods(
          despatch,
          one.line(),
          posting,
          one.key(),
          one.quantity(),
          values.get(i).abs(),
          prices.get(one.line()));
      table.shipped(order, one.line(), one.quantity());
    }
    String number = number(despatch);
    table.event(order, command.actor(), "SHIPPED", number);
    if (head.roundId() == 0 && head.toteId() != 0) {
      table.onRound(order, 0, 0);
    }
    progress.refresh(order);
    return number;
  }

  /** Something leaves with the pick, at a site where goods go at once. */
  long goes(Command command, Head head, int line, PositionKey from, Quantity quantity) {
    long posting =
        stock
            .post(
                command,
                new NewPosting(
                    PostingKind.ISSUE,
                    null,
                    head.number(),
                    line,
                    null,
                    List.of(
                        new Line(
                            from.goods(),
                            from.spot(),
                            new Spot(contra(head), 0, Condition.GOOD),
                            quantity))))
            .posting();
    // What goes on one round goes on one note.
    long despatch =
        table
            .despatchSince(head.id(), table.now().minusHours(12))
            .orElseGet(() -> despatch(command, head, ""));
    table.addGoods(
        despatch,
        line,
        posting,
        from,
        quantity,
        stock.values(posting).get(0).abs(),
        prices(head.id()).get(line));
    table.shipped(head.id(), line, quantity);
    return posting;
  }

  private Map<Integer, BigDecimal> prices(long order) {
    return table.lines(order).stream()
        .filter(row -> row.price() != null)
        .collect(Collectors.toMap(LineRow::lineNo, LineRow::price));
  }

  private long contra(Head head) {
    return places.contra(
        head.kind() == OutboundViews.Kind.JOB ? PlaceKind.USED_UP : PlaceKind.CUSTOMER);
  }

  private long despatch(Command command, Head head, String takenBy) {
    return table.addDespatch(
        numbers.next(DocumentKind.DELIVERY, "DN"),
        head.id(),
        takenBy,
        command.actor(),
        table.now());
  }

  private String number(long despatch) {
    return table.despatchNumber(despatch);
  }

  @EventListener
  void aboutToReverse(AboutToReverse reversal) {
    if (reversal.document() != null) {
      table.withNumber(reversal.document()).ifPresent(order -> progress.lock(order.id()));
    }
  }

  /** A posting that was taken back brings goods back: they wait again where they were. */
  @EventListener
  void reversed(PostingReversed back) {
    Head head = back.document() == null ? null : table.withNumber(back.document()).orElse(null);
    if (head == null) {
      return;
    }
    if (back.kind() == PostingKind.PICK || back.kind() == PostingKind.PACK) {
      throw Problem.refused(
          "picked", "This was picked for {0}. Put it back from there.", head.number());
    }
    progress.lock(head.id());
    boolean waits = progress.flow(head).waits();
    List<ShippedRow> shipped = table.shippedBy(back.posting());
    for (int i = 0; i < shipped.size(); i++) {
      ShippedRow one = shipped.get(i);
      Quantity quantity = new Quantity(one.quantity());
      table.shipped(one.orderId(), one.lineNo(), quantity.negated());
      table.takeBack(one.id());
      if (waits) {
        // A posting is undone last line first.
        PositionKey there = back.lines().get(shipped.size() - 1 - i).put();
        reserving.picked(head.number(), one.lineNo(), there, quantity, 0);
      }
    }
    progress.refresh(head.id());
  }
}
