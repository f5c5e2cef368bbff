package app.reliquum.transfers;

import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.fulfilment.Transfer;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.place.InboundFlow;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.Message;
import app.reliquum.places.Places;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.Stock;
import app.reliquum.transfers.TransferTable.Figure;
import app.reliquum.transfers.TransferTable.GoodsRow;
import app.reliquum.transfers.TransferTable.Head;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Receives what was sent, never more; and says what has become of what did not arrive. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class Arriving {

  private final TransferTable table;
  private final Progress progress;
  private final Catalog catalog;
  private final Places places;
  private final Stock stock;

  Arriving(TransferTable table, Progress progress, Catalog catalog, Places places, Stock stock) {
    this.table = table;
    this.progress = progress;
    this.catalog = catalog;
    this.places = places;
    this.stock = stock;
  }

  /** The number of a posting, and what of the transfer is still on the road. */
  public record Arrived(long posting, Quantity inTransit) {}

  /**
   * Receives goods off the road.
   *
   * @param lines what is received: from the transfer's place on the road to bins of the site
   */
  public Arrived arrive(Command command, long id, List<Line> lines) {
    Head head = progress.lockOpen(id, command.actor());
    Places.Receiving site = places.receiving(head.toSiteId());
    command.actor().requireSite(head.toSiteId(), site.name());
    // Where goods are checked first, they are held until someone has.
    boolean check = site.flow() == InboundFlow.DOCK_CHECK;
    List<Line> held = lines.stream().map(line -> check ? onHold(line) : line).toList();
    return settle(command, head, held, PostingKind.ARRIVAL, Figure.ARRIVED, null);
  }

  private static Line onHold(Line line) {
    Spot to = line.to();
    return to.condition() == Condition.GOOD
        ? new Line(
            line.goods(),
            line.from(),
            new Spot(to.place(), to.unitLoad(), Condition.ON_HOLD),
            line.quantity())
        : line;
  }

  /** Receives goods by what was sent; the place is the site's first dock if none is named. */
  public Arrived arrive(Command command, long id, TransferViews.ArrivalEntry entry) {
    Head head = progress.lockOpen(id, command.actor());
    long dock =
        places.docks(head.toSiteId()).stream()
            .findFirst()
            .orElseThrow(
                () ->
                    Problem.refused(
                        "no-dock",
                        "{0} has nowhere for goods to land.",
                        places.named(head.toSiteId()).name()));
    List<GoodsRow> sent = table.goods(id);
    List<TransferViews.ArrivingLine> arriving =
        entry.lines() == null || entry.lines().isEmpty() ? all(sent) : entry.lines();
    List<Line> lines = new ArrayList<>();
    for (TransferViews.ArrivingLine one : arriving) {
      GoodsRow goods =
          sent.stream()
              .filter(row -> row.id() == one.goods())
              .findFirst()
              .orElseThrow(
                  () -> Problem.missing(Message.of("goods of {0}", head.number()), one.goods()));
      PositionKey key = goods.at(head.roadPlaceId());
      long place = one.place() == null ? dock : one.place();
      requireHere(head, place);
      lines.add(
          new Line(
              key.goods(),
              key.spot(),
              new Spot(place, key.unitLoad(), key.condition()),
              one.quantity()));
    }
    if (lines.isEmpty()) {
      throw Problem.refused("nothing-sent", "Nothing of {0} is in transit.", head.number());
    }
    return arrive(command, id, lines);
  }

  private void requireHere(Head head, long place) {
    boolean here =
        places.forLedger(Set.of(place)).stream().anyMatch(bin -> bin.site() == head.toSiteId());
    if (!here) {
      throw Problem.invalid(
          "place",
          "Goods of {0} arrive at {1}.",
          head.number(),
          places.named(head.toSiteId()).name());
    }
  }

  private static List<TransferViews.ArrivingLine> all(List<GoodsRow> sent) {
    return sent.stream()
        .filter(row -> row.inTransit().inTransit().isPositive())
        .map(row -> new TransferViews.ArrivingLine(row.id(), row.inTransit().inTransit(), null))
        .toList();
  }

  /** Gives up goods that did not arrive, with the reason. */
  public Arrived end(Command command, long id, TransferViews.EndingEntry entry) {
    Head head = progress.lockOpen(id, command.actor());
    boolean back = entry.ending() == TransferViews.Ending.BACK;
    long site = back ? head.fromSiteId() : head.toSiteId();
    if (site == 0) {
      throw Problem.refused("not-ours", "The sender is not a site of ours.");
    }
    places.requireSite(site, command.actor());
    long to =
        switch (entry.ending()) {
          case LOST -> places.contra(PlaceKind.LOST);
          case SPOILT -> places.contra(PlaceKind.SCRAPPED);
          case BACK -> places.docks(head.fromSiteId()).get(0);
        };
    List<Line> lines = new ArrayList<>();
    for (GoodsRow row : meant(id, entry)) {
      PositionKey key = row.at(head.roadPlaceId());
      Spot there = new Spot(to, back ? key.unitLoad() : 0, key.condition());
      lines.add(new Line(key.goods(), key.spot(), there, quantity(row, entry)));
    }
    if (lines.isEmpty()) {
      throw Problem.refused("nothing-sent", "Nothing of that is in transit.");
    }
    PostingKind kind = back ? PostingKind.ARRIVAL : PostingKind.WRITE_OFF;
    return settle(command, head, lines, kind, Figure.LOST, entry);
  }

  /** What goods are worth that are to be given up, by what they were sent at. */
  BigDecimal worth(Command command, long id, TransferViews.EndingEntry entry) {
    Head head = progress.lockOpen(id, command.actor());
    places.requireSite(head.toSiteId(), command.actor());
    return meant(id, entry).stream()
        .map(row -> new UnitCost(row.unitCost()).of(quantity(row, entry)))
        .reduce(BigDecimal.ZERO, BigDecimal::add);
  }

  private List<GoodsRow> meant(long id, TransferViews.EndingEntry entry) {
    return table.goods(id).stream()
        .filter(row -> entry.goods() == null || entry.goods() == row.id())
        .filter(row -> row.inTransit().inTransit().isPositive())
        .toList();
  }

  private static Quantity quantity(GoodsRow row, TransferViews.EndingEntry entry) {
    return entry.goods() == null || entry.quantity() == null
        ? row.inTransit().inTransit()
        : entry.quantity();
  }

  /** Sets goods against what was sent, and posts them. */
  private Arrived settle(
      Command command,
      Head head,
      List<Line> lines,
      PostingKind kind,
      Figure figure,
      TransferViews.@Nullable EndingEntry ending) {
    long id = head.id();
    List<GoodsRow> sent = table.goods(id);
    Map<Long, Quantity> settled = new HashMap<>();
    List<Transfer.Part> parts = new ArrayList<>();
    for (Line line : lines) {
      List<Transfer.Sent> open =
          sent.stream()
              .filter(row -> row.at(head.roadPlaceId()).equals(line.taken()))
              .map(GoodsRow::inTransit)
              .map(one -> less(one, settled.getOrDefault(one.id(), Quantity.ZERO)))
              .toList();
      try {
        for (Transfer.Part part : Transfer.settle(open, line.quantity())) {
          parts.add(part);
          settled.merge(part.id(), part.quantity(), Quantity::plus);
        }
      } catch (Transfer.NotSent fault) {
        throw notSent(head, line, fault);
      }
    }
    String reason = ending == null ? null : ending.reason().strip();
    long posting =
        stock
            .post(command, new NewPosting(kind, null, head.number(), null, reason, lines))
            .posting();
    for (Transfer.Part part : parts) {
      table.addToGoods(part.id(), figure, part.quantity());
      table.add(id, part.line(), figure, part.quantity());
      table.addMove(posting, part.id(), figure, part.quantity());
    }
    table.touched(id, false);
    table.event(
        id,
        command.actor(),
        ending == null ? "ARRIVED" : ending.ending().name(),
        detail(lines, reason));
    progress.refresh(head);
    Quantity inTransit =
        table.lines(id).stream()
            .map(row -> row.line().inTransit())
            .reduce(Quantity.ZERO, Quantity::plus);
    return new Arrived(posting, inTransit);
  }

  private static Transfer.Sent less(Transfer.Sent one, Quantity part) {
    return new Transfer.Sent(one.id(), one.line(), one.shipment(), one.inTransit().minus(part));
  }

  private String detail(List<Line> lines, @Nullable String reason) {
    List<String> words = new ArrayList<>();
    for (Line line : lines.subList(0, Math.min(lines.size(), 6))) {
      String code = catalog.measured(Set.of(line.goods().item())).get(0).code();
      words.add(line.quantity() + " × " + code);
    }
    return String.join(", ", words)
        + (lines.size() > words.size() ? ", …" : "")
        + (reason == null ? "" : ": " + reason);
  }

  private Problem notSent(Head head, Line line, Transfer.NotSent fault) {
    String name = catalog.measured(Set.of(line.goods().item())).get(0).name();
    return Problem.refused(
            "not-sent",
            fault.inTransit().isZero()
                ? Message.of("No more of that {0} is in transit on {1}.", name, head.number())
                : Message.of(
                    "{0} of that {1} are in transit on {2}, not {3}.",
                    fault.inTransit(), name, head.number(), fault.asked()))
        .with("asked", fault.asked())
        .with("inTransit", fault.inTransit());
  }
}
