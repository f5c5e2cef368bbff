package app.reliquum.outbound;

import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Reservation;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Candidate;
import app.reliquum.core.removal.Policy;
import app.reliquum.core.removal.Removal;
import app.reliquum.counting.ReportedDiscrepancies;
import app.reliquum.outbound.OutboundTable.Head;
import app.reliquum.outbound.OutboundTable.LineRow;
import app.reliquum.places.Places;
import app.reliquum.removal.RemovalRules;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.Reserving;
import app.reliquum.stock.Stock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Picks what is reserved for orders.
 *
 * <p>What is picked is put down in the packing area, if the site has one, and waits there; at a
 * site where it goes at once it leaves with the pick. A pick that is short says why, frees the
 * rest, and looks for it elsewhere.
 */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class Picking {

  private final OutboundTable table;
  private final OutboundProgress progress;
  private final Allocating allocating;
  private final HandingOver handingOver;
  private final PickRounds rounds;
  private final Reserving reserving;
  private final RemovalRules rules;
  private final ReportedDiscrepancies discrepancies;
  private final Catalog catalog;
  private final Places places;
  private final Stock stock;

  Picking(
      OutboundTable table,
      OutboundProgress progress,
      Allocating allocating,
      HandingOver handingOver,
      PickRounds rounds,
      Reserving reserving,
      RemovalRules rules,
      ReportedDiscrepancies discrepancies,
      Catalog catalog,
      Places places,
      Stock stock) {
    this.table = table;
    this.progress = progress;
    this.allocating = allocating;
    this.handingOver = handingOver;
    this.rounds = rounds;
    this.reserving = reserving;
    this.rules = rules;
    this.discrepancies = discrepancies;
    this.catalog = catalog;
    this.places = places;
    this.stock = stock;
  }

  /**
   * Something that is taken in hand.
   *
   * @param reservation what the list says
   * @param taken what is taken; another position than the reservation's if it is a substitute
   * @param quantity how much; less than the list says only with a reason
   * @param into the unit load that it is put into, 0 for the order's tote if it has one
   * @param reason why it is less; null if it is not
   */
  public record Take(
      long reservation,
      PositionKey taken,
      Quantity quantity,
      long into,
      OutboundViews.@Nullable Reason reason) {}

  /**
   * What came of it.
   *
   * @param posting the posting, 0 if nothing was taken
   * @param missing how much of what is freed was found nowhere else
   * @param elsewhere the bins where the rest was found
   */
  public record Taken(long posting, Quantity missing, List<String> elsewhere) {}

  /** Takes something of an order in hand. */
  public Taken pick(Command command, long order, Take take) {
    Head head = progress.lockOpen(order, command.actor());
    Reservation one =
        reserved(head, take.reservation(), reserving.hold(head.number(), touched(head, take)));
    Quantity shortBy = one.quantity().minus(take.quantity());
    if (take.quantity().isNegative() || shortBy.isNegative()) {
      throw Problem.refused(
              "too-much", "The list says {0} there, not {1}.", one.quantity(), take.quantity())
          .with("asked", take.quantity())
          .with("most", one.quantity());
    }
    if (shortBy.isPositive() && take.reason() == null) {
      throw Problem.refused(
              "say-why", "{0} less than the list says. Say why: is it empty, or damaged?", shortBy)
          .with("shortBy", shortBy);
    }
    checkSubstitute(head, one, take);
    long posting = 0;
    if (take.quantity().isPositive()) {
      posting =
          take.taken().equals(one.key())
              ? take(command, head, one, take)
              : takeInstead(command, head, one, take);
    }
    Taken taken = new Taken(posting, Quantity.ZERO, List.of());
    if (shortBy.isPositive()) {
      taken =
          lookElsewhere(command, head, one, take, Objects.requireNonNull(take.reason()), posting);
    }
    progress.refresh(order);
    if (head.roundId() != 0) {
      rounds.endIfDone(head.roundId(), command);
    }
    return taken;
  }

  /** What taking it may change beyond what is reserved for the order. */
  private Set<PositionKey> touched(Head head, Take take) {
    Set<PositionKey> keys = new HashSet<>();
    keys.add(take.taken());
    if (progress.flow(head).waits()) {
      keys.add(PositionKey.of(take.taken().goods(), target(head, take)));
    }
    if (take.reason() != null) {
      // Then the rest is looked for elsewhere.
      reserving
          .candidates(take.taken().item(), head.siteId())
          .forEach(candidate -> keys.add(candidate.key()));
    }
    return keys;
  }

  /** Where what is taken is put. */
  private Spot target(Head head, Take take) {
    PositionKey from = take.taken();
    long into = take.into() == 0 ? head.toteId() : take.into();
    // Without a packing area it stays where it was, and is only set aside.
    long packing = places.packing(head.siteId()).orElse(from.place());
    return new Spot(packing, into, from.condition());
  }

  private static Reservation reserved(Head head, long reservation, List<Reserving.Kept> kept) {
    return kept.stream()
        .map(Reserving.Kept::reservation)
        .filter(one -> one.id() == reservation && !one.picked())
        .findFirst()
        .orElseThrow(
            () ->
                Problem.conflict(
                    "not-reserved", "That is not to be picked for {0} any more.", head.number()));
  }

  private void checkSubstitute(Head head, Reservation one, Take take) {
    if (take.taken().equals(one.key())) {
      return;
    }
    Optional<Removal.Verdict> against = against(head, one, take.taken());
    if (against.isPresent()) {
      throw Problem.refused("not-instead", "The removal rules do not allow to take that instead.")
          .with("why", against.get());
    }
  }

  /** What the order has reserved there itself stays reserved, for its own stop. */
  private long takeInstead(Command command, Head head, Reservation one, Take take) {
    List<Reservation> own =
        reserving.hold(head.number()).stream()
            .map(Reserving.Kept::reservation)
            .filter(other -> !other.picked() && other.key().equals(take.taken()))
            .toList();
    own.forEach(other -> reserving.release(other, other.quantity()));
    long posting = take(command, head, one, take);
    own.forEach(
        other -> reserving.keep(head.number(), other.line(), other.key(), other.quantity()));
    reserving.release(one, take.quantity());
    return posting;
  }

  private long take(Command command, Head head, Reservation one, Take take) {
    PositionKey from = take.taken();
    if (!progress.flow(head).waits()) {
      return handingOver.goes(command, head, one.line(), from, take.quantity());
    }
    Spot to = target(head, take);
    if (to.equals(from.spot())) {
      Quantity free = reserving.pickInPlace(head.number(), one.line(), from, take.quantity());
      if (free.compareTo(take.quantity()) < 0) {
        throw Problem.refused("not-enough", "Only {0} are free there.", free)
            .with("free", free)
            .with("asked", take.quantity());
      }
      return 0;
    }
    long posting =
        stock
            .post(
                command,
                new NewPosting(
                    PostingKind.PICK,
                    null,
                    head.number(),
                    one.line(),
                    null,
                    List.of(new Line(from.goods(), from.spot(), to, take.quantity()))))
            .posting();
    reserving.picked(
        head.number(), one.line(), PositionKey.of(from.goods(), to), take.quantity(), from.place());
    return posting;
  }

  private Taken lookElsewhere(
      Command command,
      Head head,
      Reservation one,
      Take take,
      OutboundViews.Reason reason,
      long posting) {
    Quantity rest = one.quantity().minus(take.quantity());
    reserving.hold(head.number()).stream()
        .map(Reserving.Kept::reservation)
        .filter(other -> !other.picked() && other.line() == one.line())
        .filter(other -> other.key().equals(one.key()))
        .forEach(other -> reserving.release(other, other.quantity()));
    if (reason.doubtful()) {
      discrepancies.say(
          command,
          new ReportedDiscrepancies.Entry(
              one.key().place(),
              take.reason() == OutboundViews.Reason.EMPTY,
              head.number() + ": " + rest + " short"));
    }
    List<String> missing = new ArrayList<>();
    List<Removal.Plan> plans =
        allocating.reserve(head, line -> line == one.line(), Set.of(one.key()), missing);
    List<String> elsewhere = new ArrayList<>();
    Quantity open = Quantity.ZERO;
    for (Removal.Plan plan : plans) {
      plan.taken().forEach(choice -> elsewhere.add(choice.candidate().address()));
      open = open.plus(plan.missing());
    }
    table.event(
        head.id(),
        command.actor(),
        "SHORT_PICK",
        rest
            + " × "
            + catalog.measured(Set.of(one.key().item())).get(0).code()
            + " "
            + take.reason()
            + (elsewhere.isEmpty() ? "" : " → " + String.join(", ", elsewhere)));
    return new Taken(posting, open, elsewhere);
  }

  /** What is against taking something instead of what is reserved; nothing if it may be taken. */
  @Transactional(readOnly = true)
  public Optional<Removal.Verdict> against(long order, long reservation, PositionKey other) {
    Head head = table.find(order).orElseThrow(() -> Problem.missing("order", order));
    return against(head, reserved(head, reservation, reserving.of(head.number())), other);
  }

  private Optional<Removal.Verdict> against(Head head, Reservation one, PositionKey other) {
    List<Candidate> candidates = reserving.candidates(other.item(), head.siteId());
    Function<PositionKey, Candidate> find =
        key ->
            candidates.stream()
                .filter(candidate -> candidate.key().equals(key))
                .findFirst()
                .orElse(null);
    Candidate chosen = find.apply(one.key());
    Candidate instead = find.apply(other);
    if (chosen == null || instead == null) {
      return Optional.of(Removal.Verdict.OTHER_GOODS);
    }
    LineRow row =
        table.lines(head.id()).stream()
            .filter(line -> line.lineNo() == one.line())
            .findFirst()
            .orElseThrow();
    Policy policy = rules.policy(other.item(), head.siteId());
    return Removal.againstTaking(
        allocating.wanted(allocating.needed(head), row, one.quantity(), policy),
        policy,
        chosen,
        instead);
  }

  /** How much of a position may be taken for a reservation. */
  @Transactional(readOnly = true)
  public Quantity free(long site, Reservation one, PositionKey key) {
    Quantity free =
        reserving.candidates(key.item(), site).stream()
            .filter(candidate -> candidate.key().equals(key))
            .map(Candidate::free)
            .findFirst()
            .orElse(Quantity.ZERO);
    return key.equals(one.key()) ? free.plus(one.quantity()) : free;
  }

  /** Picks everything as it is reserved: for whoever picks by a printed list. */
  public void pickAll(Command command, long order) {
    Head head = progress.lockOpen(order, command.actor());
    List<Reservation> all =
        reserving.hold(head.number()).stream()
            .map(Reserving.Kept::reservation)
            .filter(one -> !one.picked())
            .sorted(Comparator.comparing(Reservation::key))
            .toList();
    if (all.isEmpty()) {
      throw Problem.refused(
          "nothing-reserved", "Nothing more is reserved for {0} to be picked.", head.number());
    }
    table.event(order, command.actor(), "PICKED", "");
    for (Reservation one : all) {
      pick(command, order, new Take(one.id(), one.key(), one.quantity(), 0, null));
    }
  }

  /** Puts something that was picked back where it was. */
  public void putBack(Command command, long order, long reservation) {
    Head head = progress.lockOpen(order, command.actor());
    List<PositionKey> origin =
        reserving.of(head.number()).stream()
            .filter(one -> one.reservation().id() == reservation && one.pickedFrom() != 0)
            .map(
                one -> {
                  PositionKey key = one.reservation().key();
                  return PositionKey.of(
                      key.goods(), new Spot(one.pickedFrom(), 0, key.condition()));
                })
            .toList();
    Reserving.Kept kept =
        reserving.hold(head.number(), origin).stream()
            .filter(one -> one.reservation().id() == reservation && one.reservation().picked())
            .findFirst()
            .orElseThrow(() -> Problem.missing("picked goods", reservation));
    Reservation one = kept.reservation();
    if (kept.pickedFrom() == 0 || kept.pickedFrom() == one.key().place()) {
      reserving.unpick(one);
    } else {
      reserving.release(head.number(), other -> other.id() == one.id());
      Spot back = new Spot(kept.pickedFrom(), 0, one.key().condition());
      stock.post(
          command,
          new NewPosting(
              PostingKind.PICK,
              null,
              head.number(),
              one.line(),
              null,
              List.of(new Line(one.key().goods(), one.key().spot(), back, one.quantity()))));
      reserving.keep(
          head.number(), one.line(), PositionKey.of(one.key().goods(), back), one.quantity());
    }
    table.event(head.id(), command.actor(), "PUT_BACK", one.quantity() + " of line " + one.line());
    progress.refresh(order);
  }
}
