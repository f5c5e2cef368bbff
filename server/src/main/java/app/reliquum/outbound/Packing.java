package app.reliquum.outbound;

import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.connections.Carriers;
import app.reliquum.connections.Scales;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Reservation;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.Message;
import app.reliquum.house.House;
import app.reliquum.outbound.OutboundTable.Head;
import app.reliquum.places.Places;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.OnHand;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.Reserving;
import app.reliquum.stock.Stock;
import app.reliquum.stock.UnitLoads;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Packs what is picked into unit loads, weighs them, and has the carrier take them on. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class Packing {

  private final ParcelTable table;
  private final OutboundTable orders;
  private final OutboundRows rows;
  private final OutboundProgress progress;
  private final Reserving reserving;
  private final UnitLoads loads;
  private final OnHand onHand;
  private final Stock stock;
  private final Places places;
  private final Scales scales;
  private final Carriers carriers;
  private final Customers customers;
  private final House house;

  Packing(
      ParcelTable table,
      OutboundTable orders,
      OutboundRows rows,
      OutboundProgress progress,
      Reserving reserving,
      UnitLoads loads,
      OnHand onHand,
      Stock stock,
      Places places,
      Scales scales,
      Carriers carriers,
      Customers customers,
      House house) {
    this.table = table;
    this.orders = orders;
    this.rows = rows;
    this.progress = progress;
    this.reserving = reserving;
    this.loads = loads;
    this.onHand = onHand;
    this.stock = stock;
    this.places = places;
    this.scales = scales;
    this.carriers = carriers;
    this.customers = customers;
    this.house = house;
  }

  /**
   * What a unit load weighs.
   *
   * @param weight as typed; null for what the scale shows
   * @param scale the scale that is meant; null for that of the site
   */
  @Schema(name = "WeightEntry")
  public record WeightEntry(
      @DecimalMin("0.001") @DecimalMax("99999") @Nullable BigDecimal weight,
      @Nullable Long scale) {}

  /** The service that a unit load goes with. */
  @Schema(name = "CarriageEntry")
  public record CarriageEntry(
      @NotNull Long carrier, @NotNull @Size(min = 1, max = 40) String service) {}

  /** Some of what is picked goes onto a unit load; 0 for a new one. */
  @Schema(name = "PackEntry")
  public record PackEntry(@NotNull Long picked, Quantity quantity, @NotNull Long load) {}

  /** An order that is packed, and what of it stands on no unit load of its own yet. */
  public record Open(Optional<PickRounds.Taken> order, List<PickRounds.Stop> loose) {}

  /** What there is to pack for an order; nothing once it has gone. */
  @Transactional(readOnly = true)
  public Open open(long order) {
    Head head = orders.find(order).filter(one -> !one.state().ended()).orElse(null);
    if (head == null) {
      return new Open(Optional.empty(), List.of());
    }
    PickRounds.Taken taken =
        new PickRounds.Taken(head.id(), head.number(), head.party(), head.toteId(), head.tote());
    Set<Long> packed = table.loads(order);
    return new Open(
        Optional.of(taken),
        reserving.of(head.number()).stream()
            .map(Reserving.Kept::reservation)
            .filter(one -> one.picked() && !packed.contains(one.key().unitLoad()))
            .sorted(Comparator.comparing(Reservation::line).thenComparing(Reservation::key))
            .map(one -> new PickRounds.Stop(taken, one))
            .toList());
  }

  /** The unit loads of an order. */
  @Transactional(readOnly = true)
  public List<OutboundViews.Parcel> parcels(long order) {
    return rows.parcels(order);
  }

  private Head open(Command command, long order) {
    Head head = progress.lockOpen(order, command.actor());
    return head;
  }

  /** A new unit load for an order, with a number of the house's own. */
  public UnitLoads.Card begin(Command command, long order) {
    Head head = open(command, order);
    UnitLoads.Card card = loads.make();
    table.add(card.id(), head.id(), command.actor());
    return card;
  }

  /** Makes a unit load that stands empty, or is known already, one of the order. */
  public void take(Command command, long order, long load) {
    Head head = open(command, order);
    var known = table.find(load);
    if (known.isPresent()) {
      if (known.get().orderId() != order) {
        throw Problem.refused(
            "other-order",
            "{0} belongs to {1}.",
            known.get().code(),
            orders.find(known.get().orderId()).map(Head::number).orElse("another order"));
      }
      return;
    }
    UnitLoads.Card card = loads.card(load).orElseThrow(() -> Problem.missing("unit load", load));
    boolean carriesOthers =
        onHand.on(load).stream()
            .anyMatch(
                one ->
                    reserving.at(List.of(one.key())).stream()
                        .noneMatch(kept -> kept.document().equals(head.number())));
    if (card.trolley() || carriesOthers) {
      throw Problem.refused(
          "not-empty",
          card.trolley()
              ? Message.of("{0} stays in the house. Pack into a unit load of its own.", card.code())
              : Message.of("{0} carries other goods. Take an empty one.", card.code()));
    }
    table.add(load, order, command.actor());
  }

  /**
   * Puts something that is picked onto a unit load of the order.
   *
   * @param quantity how much of it; null for all
   */
  public long pack(
      Command command, long order, long picked, @Nullable Quantity quantity, long load) {
    Head head = open(command, order);
    Reservation one =
        reserving.hold(head.number()).stream()
            .map(Reserving.Kept::reservation)
            .filter(kept -> kept.id() == picked && kept.picked())
            .findFirst()
            .orElseThrow(() -> Problem.missing("picked goods", picked));
    Quantity part = quantity == null ? one.quantity() : quantity;
    if (!part.isPositive() || part.compareTo(one.quantity()) > 0) {
      throw Problem.refused("too-much", "{0} of it are picked, not {1}.", one.quantity(), part)
          .with("asked", part)
          .with("most", one.quantity());
    }
    if (load != 0) {
      take(command, order, load);
    }
    return move(command, head, one, part, load);
  }

  /** Takes something off a unit load again. */
  public void unpack(Command command, long order, long picked) {
    Head head = open(command, order);
    Reservation one =
        reserving.hold(head.number()).stream()
            .map(Reserving.Kept::reservation)
            .filter(kept -> kept.id() == picked && kept.picked() && kept.key().unitLoad() != 0)
            .findFirst()
            .orElseThrow(() -> Problem.missing("packed goods", picked));
    move(command, head, one, one.quantity(), 0);
  }

  private long move(Command command, Head head, Reservation one, Quantity part, long load) {
    PositionKey from = one.key();
    Spot to = new Spot(from.place(), load, from.condition());
    if (from.spot().equals(to)) {
      throw Problem.refused("there-already", "It stands on that unit load already.");
    }
    long posting =
        stock
            .post(
                command,
                new NewPosting(
                    PostingKind.PACK,
                    null,
                    head.number(),
                    one.line(),
                    null,
                    List.of(new Line(from.goods(), from.spot(), to, part))))
            .posting();
    // What it weighed before is no longer so.
    for (long touched : List.of(from.unitLoad(), load)) {
      table
          .find(touched)
          .filter(row -> row.weight() != null)
          .ifPresent(
              row -> {
                table.weighs(touched, null, false);
                takeFromCarrier(row);
              });
    }
    progress.refresh(head.id());
    return posting;
  }

  /** Packs everything that is loose into one unit load. */
  public UnitLoads.Card packAll(Command command, long order) {
    Head head = open(command, order);
    if (open(order).loose().isEmpty()) {
      throw Problem.refused("nothing-loose", "Nothing of {0} is left to pack.", head.number());
    }
    UnitLoads.Card card = begin(command, order);
    // One at a time: what lies in one place for one line is carried along in any order.
    for (List<PickRounds.Stop> loose = open(order).loose();
        !loose.isEmpty();
        loose = open(order).loose()) {
      pack(command, order, loose.get(0).reservation().id(), null, card.id());
    }
    return card;
  }

  /** Does away with a unit load of an order on which nothing stands. */
  public void drop(Command command, long order, long load) {
    open(command, order);
    ParcelTable.Row row = ofOrder(order, load);
    if (!onHand.on(load).isEmpty()) {
      throw Problem.refused("not-empty", "Something stands on {0}. Unpack it first.", row.code());
    }
    carriers.withdraw(row.carrierId(), row.tracking());
    table.remove(load);
  }

  private ParcelTable.Row ofOrder(long order, long load) {
    return table
        .find(load)
        .filter(row -> row.orderId() == order)
        .orElseThrow(() -> Problem.missing("unit load of this order", load));
  }

  /**
   * Writes down what a unit load weighs: what a scale shows, or what someone types.
   *
   * @param scale the scale that is meant; null for that of the site
   */
  public void weigh(
      Command command, long order, long load, @Nullable BigDecimal typed, @Nullable Long scale) {
    Head head = open(command, order);
    ParcelTable.Row row = ofOrder(order, load);
    BigDecimal weight = typed != null ? typed : scales.weight(head.siteId(), scale, row.code());
    table.weighs(load, weight, typed == null);
    takeFromCarrier(row);
  }

  /** What the carrier was told of a unit load is no longer so. */
  private void takeFromCarrier(ParcelTable.Row row) {
    carriers.withdraw(row.carrierId(), row.tracking());
    table.notCarried(row.load());
  }

  /** Hands a unit load's data to a carrier, which gives it a number. */
  public void carry(Command command, long order, long load, long carrier, String service) {
    Head head = open(command, order);
    ParcelTable.Row row = ofOrder(order, load);
    BigDecimal weight = row.weight();
    if (weight == null) {
      throw Problem.refused(
          "no-weight", "The carrier asks what {0} weighs. Weigh it first.", row.code());
    }
    Carriers.Taken taken =
        carriers.take(
            carrier,
            command.id() + " " + row.code(),
            new Carriers.Consignment(
                service, head.number(), row.code(), weight, sender(head), receiver(head)));
    carriers.withdraw(row.carrierId(), row.tracking());
    table.carried(load, carrier, taken.service(), taken.tracking());
  }

  private Carriers.Party sender(Head head) {
    Places.Named site = places.named(head.siteId());
    return new Carriers.Party(house.card().name(), site.street(), site.town());
  }

  private Carriers.@Nullable Party receiver(Head head) {
    if (head.customerId() == 0) {
      return null;
    }
    Customers.Card customer = customers.customer(head.customerId());
    return new Carriers.Party(customer.name(), customer.street(), customer.town());
  }
}
