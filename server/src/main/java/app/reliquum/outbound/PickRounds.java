package app.reliquum.outbound;

import app.reliquum.api.Command;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Problem;
import app.reliquum.core.ledger.Reservation;
import app.reliquum.outbound.OutboundTable.Head;
import app.reliquum.places.Places;
import app.reliquum.stock.Reserving;
import app.reliquum.stock.UnitLoads;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Walks on which one person picks one order, or several at once.
 *
 * <p>The way through the bins is planned when the round begins and kept, so that what has been
 * picked does not turn the rest of it round.
 */
@Service
public class PickRounds {

  private static final int MOST_ORDERS = 12;

  private final JdbcClient jdbc;
  private final OutboundTable table;
  private final OutboundProgress progress;
  private final Walking walking;
  private final Reserving reserving;
  private final Places places;
  private final UnitLoads loads;

  PickRounds(
      JdbcClient jdbc,
      OutboundTable table,
      OutboundProgress progress,
      Walking walking,
      Reserving reserving,
      Places places,
      UnitLoads loads) {
    this.jdbc = jdbc;
    this.table = table;
    this.progress = progress;
    this.walking = walking;
    this.reserving = reserving;
    this.places = places;
    this.loads = loads;
  }

  /**
   * An order that is taken along.
   *
   * @param tote the code of the tote that its goods go into; null for none
   */
  @Schema(name = "RoundOrderEntry")
  public record OrderEntry(@NotNull Long order, @Size(max = 30) @Nullable String tote) {}

  /** A round as it begins. */
  @Schema(name = "RoundEntry")
  public record Entry(
      @NotNull Long site, @NotEmpty @Size(max = MOST_ORDERS) List<@Valid OrderEntry> orders) {}

  /** An order on a round. */
  public record Taken(long id, String number, String party, long toteId, @Nullable String tote) {}

  /**
   * A stop of a round.
   *
   * @param reservation what is to be picked, and where
   */
  public record Stop(Taken order, Reservation reservation) {}

  /** A round that someone is on. */
  public record Round(long id, long site, long person, List<Taken> orders) {}

  private record Row(long id, long siteId, long personId, String walk) {}

  /** The open round of a person at a site, if they are on one. */
  @Transactional(readOnly = true)
  public Optional<Round> of(long person, long site) {
    return jdbc.sql(
            "select id, site_id, person_id, walk from pick_round where person_id = ?"
                + " and site_id = ? and ended is null order by id desc limit 1")
        .params(person, site)
        .query(Row.class)
        .optional()
        .map(this::round);
  }

  private Round round(Row row) {
    return new Round(
        row.id(),
        row.siteId(),
        row.personId(),
        table.ofRound(row.id()).stream().map(PickRounds::taken).toList());
  }

  private static Taken taken(Head head) {
    return new Taken(head.id(), head.number(), head.party(), head.toteId(), head.tote());
  }

  /** What is still to be picked on a round, in walking order. */
  @Transactional(readOnly = true)
  public List<Stop> stops(Round round) {
    List<Stop> stops = new ArrayList<>();
    for (Taken order : round.orders()) {
      reserving.of(order.number()).stream()
          .map(Reserving.Kept::reservation)
          .filter(one -> !one.picked())
          .forEach(one -> stops.add(new Stop(order, one)));
    }
    List<Long> walk = walk(round.id());
    Set<Long> bins =
        stops.stream().map(one -> one.reservation().key().place()).collect(Collectors.toSet());
    Map<Long, Integer> sequence = places.walk(bins);
    stops.sort(
        Comparator.comparingInt((Stop one) -> position(walk, one.reservation().key().place()))
            .thenComparingInt(one -> sequence.get(one.reservation().key().place()))
            .thenComparing(one -> one.reservation().key())
            .thenComparingLong(one -> one.order().id())
            .thenComparingInt(one -> one.reservation().line())
            .thenComparingLong(one -> one.reservation().id()));
    return stops;
  }

  /** What was not on the plan comes last. */
  private static int position(List<Long> walk, long place) {
    int at = walk.indexOf(place);
    return at < 0 ? walk.size() : at;
  }

  private List<Long> walk(long round) {
    String text =
        jdbc.sql("select walk from pick_round where id = ?")
            .param(round)
            .query(String.class)
            .single();
    return text.isEmpty() ? List.of() : Arrays.stream(text.split(",")).map(Long::valueOf).toList();
  }

  /** Begins a round. Whoever is on one at the site finishes or leaves that first. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Round begin(Command command, Entry entry) {
    places.requireSite(entry.site(), command.actor());
    of(command.actor().id(), entry.site())
        .ifPresent(
            open -> {
              throw Problem.refused(
                  "on-round",
                  "You are on a round already, with {0}. Finish it, or leave it.",
                  open.orders().stream().map(Taken::number).collect(Collectors.joining(", ")));
            });
    Map<Long, String> totes = new TreeMap<>();
    entry
        .orders()
        .forEach(one -> totes.put(one.order(), one.tote() == null ? "" : one.tote().strip()));
    long id =
        GeneratedId.of(
            jdbc.sql(
                    "insert into pick_round (site_id, person_id, begun, walk) values (?, ?, ?, '')")
                .params(entry.site(), command.actor().id(), table.now()));
    Set<Long> used = new HashSet<>();
    Set<Long> bins = new HashSet<>();
    totes.forEach((order, tote) -> bins.addAll(take(command, entry.site(), id, order, tote, used)));
    if (bins.isEmpty()) {
      throw Problem.refused(
          "nothing-reserved", "Nothing is reserved that could be picked. Allocate first.");
    }
    jdbc.sql("update pick_round set walk = ? where id = ?")
        .param(
            walking.order(entry.site(), bins).stream()
                .map(String::valueOf)
                .collect(Collectors.joining(",")))
        .param(id)
        .update();
    return of(command.actor().id(), entry.site()).orElseThrow();
  }

  private Set<Long> take(
      Command command, long site, long round, long order, String code, Set<Long> used) {
    Head head = progress.lockOpen(order, command.actor());
    if (head.siteId() != site) {
      throw Problem.invalid(
          "orders", "{0} leaves from {1}.", head.number(), places.named(head.siteId()).name());
    }
    if (head.roundId() != 0) {
      throw Problem.conflict(
              "under-way", "{0} is on the way to pick {1}.", head.picker(), head.number())
          .with("picker", head.picker());
    }
    long tote = code.isEmpty() ? head.toteId() : tote(head, code);
    if (tote != 0 && !used.add(tote)) {
      throw Problem.invalid("tote", "One tote holds the goods of one order.");
    }
    table.onRound(order, round, tote);
    table.event(order, command.actor(), "TAKEN", code);
    progress.refresh(order);
    return reserving.of(head.number()).stream()
        .map(Reserving.Kept::reservation)
        .filter(one -> !one.picked())
        .map(one -> one.key().place())
        .collect(Collectors.toSet());
  }

  /** A tote is a trolley of the house that carries nothing, or goods of this order. */
  private long tote(Head head, String code) {
    UnitLoads.Card card =
        loads
            .withCode(code)
            .filter(UnitLoads.Card::trolley)
            .orElseThrow(() -> Problem.invalid("tote", "There is no tote {0}.", code));
    boolean elsewhere =
        jdbc.sql(
                    "select count(*) from outbound_order where tote_id = ? and id <> ?"
                        + " and state not in ('SHIPPED', 'DONE', 'CANCELLED')")
                .params(card.id(), head.id())
                .query(Integer.class)
                .single()
            > 0;
    if (elsewhere || (card.place() != null && card.id() != head.toteId())) {
      throw Problem.refused("tote-in-use", "{0} is in use. Take an empty one.", card.code());
    }
    return card.id();
  }

  /** Leaves a round: what is not picked stays reserved, for whoever takes it on. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void leave(Command command, long site) {
    Round round =
        of(command.actor().id(), site)
            .orElseThrow(() -> Problem.refused("no-round", "You are on no round here."));
    end(round.id(), command);
  }

  /** Takes an order off whatever round it is on: its picker is called away. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void free(Command command, long order) {
    Head head = progress.lock(order);
    places.requireSite(head.siteId(), command.actor());
    if (head.roundId() == 0) {
      throw Problem.refused("no-round", "Nobody is on the way to pick {0}.", head.number());
    }
    off(command, head);
    endIfDone(head.roundId(), command);
  }

  private void off(Command command, Head head) {
    // What is in the tote stays in it until it is handed over.
    table.onRound(head.id(), 0, head.toteId());
    table.event(head.id(), command.actor(), "LEFT", "");
    progress.refresh(head.id());
  }

  /** Ends a round of which nothing is left to be picked. */
  void endIfDone(long round, Command command) {
    List<Head> orders = table.ofRound(round);
    boolean left =
        orders.stream()
            .flatMap(head -> reserving.of(head.number()).stream())
            .anyMatch(one -> !one.reservation().picked());
    if (!left) {
      end(round, command);
    }
  }

  private void end(long round, Command command) {
    for (Head head : table.ofRound(round)) {
      Head locked = progress.lock(head.id());
      if (locked.roundId() == round) {
        if (locked.state().ended()) {
          table.onRound(locked.id(), 0, 0);
        } else {
          off(command, locked);
        }
      }
    }
    jdbc.sql("update pick_round set ended = coalesce(ended, ?) where id = ?")
        .params(table.now(), round)
        .update();
  }
}
