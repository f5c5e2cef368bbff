package app.reliquum.stock;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.costing.Valuation;
import app.reliquum.core.ledger.BalanceRules;
import app.reliquum.core.ledger.Decision;
import app.reliquum.core.ledger.Draft;
import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.LedgerFacts;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.MomentSource;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Refusal;
import app.reliquum.core.ledger.Reservation;
import app.reliquum.core.ledger.Reservations;
import app.reliquum.core.ledger.Reversal;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.Message;
import app.reliquum.costing.Costs;
import app.reliquum.feed.Feed;
import app.reliquum.feed.FeedTopic;
import app.reliquum.places.Places;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes postings: lines, positions and totals in one transaction, or nothing. */
@Service
public class Stock {

  /** What the feed says of a posting that took effect before it was recorded. */
  public static final String RECORDED_LATE = "RECORDED_LATE";

  private static final int WHOLE = 100;

  private final PositionTable positions;
  private final LedgerTable ledger;
  private final ReservationTable reservations;
  private final Costs costs;
  private final Closings closings;
  private final Catalog catalog;
  private final Places places;
  private final Clock clock;
  private final ApplicationEventPublisher events;
  private final Feed feed;
  private final LotsAndSerials lotsAndSerials;

  Stock(
      PositionTable positions,
      LedgerTable ledger,
      ReservationTable reservations,
      Costs costs,
      Closings closings,
      Catalog catalog,
      Places places,
      Clock clock,
      ApplicationEventPublisher events,
      Feed feed,
      LotsAndSerials lotsAndSerials) {
    this.lotsAndSerials = lotsAndSerials;
    this.feed = feed;
    this.positions = positions;
    this.ledger = ledger;
    this.reservations = reservations;
    this.costs = costs;
    this.closings = closings;
    this.catalog = catalog;
    this.places = places;
    this.clock = clock;
    this.events = events;
  }

  /** The number of a posting that was written. */
  public record Posted(long posting) {}

  /** What is known of the items and places of a draft, and what its positions hold, locked. */
  private record Facts(
      Map<Long, Catalog.Measured> items,
      Map<Long, Places.LedgerPlace> places,
      Map<PositionKey, Holding> holdings,
      Set<Long> serialsInHouse)
      implements LedgerFacts {

    @Override
    public MeasureRule measure(long item) {
      return Objects.requireNonNull(items.get(item)).measure();
    }

    @Override
    public PlaceKind kind(long place) {
      return Objects.requireNonNull(places.get(place)).kind();
    }

    @Override
    public Holding holding(PositionKey key) {
      return holdings.getOrDefault(key, Holding.EMPTY);
    }

    @Override
    public boolean inHouse(long serial) {
      return serialsInHouse.contains(serial);
    }
  }

  /**
   * Posts within the transaction of the command.
   *
   * @throws Problem if the rules refuse it; then nothing is written
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Posted post(Command command, NewPosting posting) {
    return write(command, posting, null, List.of());
  }

  /**
   * Posts stock that the house has had for longer than its book: the goods keep the days on which
   * they came in, while what they are worth is known from now on.
   *
   * @param since the days of those positions that are known to be older
   */
  @Transactional(propagation = Propagation.MANDATORY)
  Posted open(Command command, NewPosting posting, Map<PositionKey, LocalDate> since) {
    Posted posted = post(command, posting);
    positions.since(since);
    return posted;
  }

  /**
   * Keeps positions as they are until the transaction ends, and says what they hold.
   *
   * @param keys positions of our own places
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Map<PositionKey, Quantity> hold(Collection<PositionKey> keys) {
    Map<PositionKey, Quantity> held = new TreeMap<>();
    PositionTable.Locked locked = positions.lock(List.copyOf(new TreeSet<>(keys)));
    keys.forEach(key -> held.put(key, locked.held(key).quantity()));
    return held;
  }

  /**
   * What lines would be worth if they were posted now, by the same costs as the posting: for
   * limits, before anything is written. There must be enough of what is taken.
   *
   * @return what each line moves, in the order of the lines
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public List<BigDecimal> worth(List<Line> lines) {
    NewPosting supposed = NewPosting.now(PostingKind.ADJUSTMENT, lines);
    return costs.estimate(moved(supposed, places(supposed), List.of(), clock.instant(), List.of()));
  }

  /** What a posting was worth: what came in less what went out, by its lines. */
  @Transactional(readOnly = true)
  public List<BigDecimal> values(long posting) {
    return ledger.values(posting);
  }

  /**
   * Takes a posting back by one that moves everything the other way.
   *
   * @throws Problem if there is none, it was taken back before, or the goods have gone on
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Posted reverse(Command command, long posting, String reason) {
    LedgerTable.Head head =
        ledger.lock(posting).orElseThrow(() -> Problem.missing("posting", posting));
    List<Line> back;
    try {
      back = Reversal.of(ledger.lines(posting), head.reversesId() != null, head.reversed());
    } catch (Reversal.NotReversible no) {
      throw Problem.conflict(
              no.hindrance() == Reversal.Hindrance.IS_A_REVERSAL
                  ? "is-a-reversal"
                  : "reversed-already",
              Message.of(no))
          .with("posting", posting);
    }
    events.publishEvent(new AboutToReverse(posting, head.kind(), head.document()));
    Posted posted =
        write(
            command,
            new NewPosting(
                PostingKind.REVERSAL, null, head.document(), head.documentLine(), reason, back),
            posting,
            ledger.undone(posting, costs.writtenOff(posting)));
    events.publishEvent(new PostingReversed(posting, head.kind(), head.document(), back));
    return posted;
  }

  private Posted write(
      Command command, NewPosting asked, @Nullable Long reverses, List<Valuation.Undone> undone) {
    Instant said = asked.effective();
    if (said != null && !MomentSource.PERSON.believes(said, clock.instant())) {
      throw Problem.invalid("effective", "That is in the future. Goods move now, or have moved.");
    }
    Map<Long, Catalog.Measured> items = items(asked);
    Map<Long, Places.LedgerPlace> named = places(asked);
    NewPosting posting = rejectedAsScrap(asked, named);
    checkSites(command.actor(), posting, named);
    List<Instant> moments = open(posting, named);
    PositionTable.Locked locked = lockHoldings(posting.lines(), named);
    // What happens now happens once its positions are locked: in the order in which postings
    // follow one another, whoever asked first.
    Instant now = clock.instant();
    Instant effective = said == null ? now : said;
    Draft draft = new Draft(day(effective, named), posting.lines());
    Facts facts = new Facts(items, named, locked.held(), serialsInHouse(draft, named));
    Decision decision = BalanceRules.decide(draft, facts);
    if (decision instanceof Decision.Refused refused) {
      throw new Refusals(lotsAndSerials, facts.items(), facts.places()).problem(refused.reasons());
    }
    Map<PositionKey, Quantity> reserved =
        reserved(posting, facts, named, locked.reserved().keySet());
    List<Valuation.Moved> moved = moved(posting, named, moments, effective, undone);
    List<Valuation.Worth> worth = costs.value(command.actor(), moved);
    long number;
    try {
      number =
          ledger.append(
              command,
              posting,
              effective,
              now,
              reverses,
              moved.stream().map(Valuation.Moved::at).toList(),
              worth.stream().map(Valuation.Worth::value).toList());
    } catch (DuplicateKeyException reversedMeanwhile) {
      throw Problem.conflict("reversed-already", "The posting has been reversed already.");
    }
    costs.writeOff(command.actor(), number, posting.document(), moved, worth);
    positions.write(
        ((Decision.Accepted) decision).changes(), landed(posting, moved, locked), reserved, named);
    if (said != null || !posting.moments().isEmpty()) {
      feed.writeAwaited(FeedTopic.STOCK, number, "", RECORDED_LATE, sites(named));
    } else {
      feed.write(FeedTopic.STOCK, number, "", "RECORDED", sites(named));
    }
    return new Posted(number);
  }

  /** All that can't be posted of some lines, for no other reason than the lines themselves. */
  Map<Integer, Problem> refused(List<Line> lines, NewPosting.Known known) {
    Map<Long, Catalog.Measured> items = new HashMap<>();
    known.items().forEach(item -> items.put(item.id(), item));
    Map<Long, Places.LedgerPlace> named = new HashMap<>();
    known.places().forEach(place -> named.put(place.id(), place));
    Refusals words = new Refusals(lotsAndSerials, items, named);
    Map<Integer, Problem> refused = new TreeMap<>();
    Decision decision =
        BalanceRules.decide(
            new Draft(LocalDate.EPOCH, lines), new Facts(items, named, Map.of(), Set.of()));
    if (decision instanceof Decision.Refused reasons) {
      for (Refusal reason : reasons.reasons()) {
        Problem problem = words.problem(List.of(reason));
        if (problem.values().get("line") instanceof Integer line) {
          refused.putIfAbsent(line, problem);
        }
      }
    }
    return refused;
  }

  private static Set<Long> sites(Map<Long, Places.LedgerPlace> named) {
    return named.values().stream()
        .map(Places.LedgerPlace::site)
        .filter(site -> site > 0)
        .collect(Collectors.toSet());
  }

  /** The items that a posting moved. */
  @Transactional(readOnly = true)
  public Set<Long> items(long posting) {
    return ledger.items(posting);
  }

  /**
   * Writes what becomes of reservations of the goods.
   *
   * @return how much more of each position is reserved, or less
   */
  private Map<PositionKey, Quantity> reserved(
      NewPosting posting, Facts facts, Map<Long, Places.LedgerPlace> named, Set<PositionKey> keys) {
    Map<PositionKey, Quantity> more = new TreeMap<>();
    List<Reservation> before = reservations.at(keys);
    if (before.isEmpty()) {
      return more;
    }
    Reservations.Outcome outcome =
        Reservations.decide(
            posting.lines(),
            key -> facts.holding(key).quantity(),
            before,
            posting.kind().use(),
            posting.document(),
            posting.documentLine());
    if (outcome instanceof Reservations.Outcome.Refused refused) {
      throw new Refusals(lotsAndSerials, facts.items(), facts.places()).reserved(refused);
    }
    Map<Long, Quantity> were =
        before.stream().collect(Collectors.toMap(Reservation::id, Reservation::quantity));
    for (Reservation one : ((Reservations.Outcome.Kept) outcome).changed()) {
      if (one.id() == 0) {
        reservations.add(one, 0);
      } else {
        reservations.change(one);
      }
      Quantity was = were.getOrDefault(one.id(), Quantity.ZERO);
      more.merge(one.key(), one.quantity().minus(was), Quantity::plus);
    }
    Quantity kept = more.values().stream().reduce(Quantity.ZERO, Quantity::plus);
    boolean freed =
        switch (posting.kind().use()) {
          case YIELD -> !more.isEmpty();
          case CARRY -> kept.isNegative();
          case CARRY_OWN, TAKE, LEAVE -> false;
        };
    if (freed) {
      ((Reservations.Outcome.Kept) outcome)
          .changed().stream()
              .map(Reservation::document)
              .distinct()
              .forEach(
                  document ->
                      feed.writeAwaited(FeedTopic.RESERVATION, 0, document, "FREED", sites(named)));
    }
    return more;
  }

  /**
   * Keeps what is closed as it is.
   *
   * @return when the lines took effect; what was found out too late counts from now on
   */
  private List<Instant> open(NewPosting posting, Map<Long, Places.LedgerPlace> named) {
    if (posting.effective() == null && posting.moments().isEmpty()) {
      return List.of();
    }
    Optional<LocalDate> closed = closings.heldUpTo();
    if (closed.isEmpty()) {
      return posting.moments();
    }
    LocalDate last = closed.get();
    if (posting.effective() != null && !day(posting.effective(), named).isAfter(last)) {
      throw Problem.refused(
              "books-closed",
              "The books are closed up to {0}. Nothing may take effect on or before it.",
              last)
          .with("upTo", last);
    }
    return posting.moments().stream()
        .map(moment -> day(moment, named).isAfter(last) ? moment : clock.instant())
        .toList();
  }

  /** When goods came to the positions that lines put to, and by which receipt into the house. */
  private static Map<PositionKey, PositionTable.Landed> landed(
      NewPosting posting, List<Valuation.Moved> moved, PositionTable.Locked locked) {
    boolean receipt = posting.kind() == PostingKind.RECEIPT || posting.kind() == PostingKind.RETURN;
    Map<PositionKey, PositionTable.Landed> landed = new HashMap<>();
    for (int i = 0; i < posting.lines().size(); i++) {
      Line line = posting.lines().get(i);
      landed.put(
          line.put(),
          new PositionTable.Landed(
              moved.get(i).at(),
              receipt ? posting.document() : locked.receipts().get(line.taken())));
    }
    return landed;
  }

  /** The lines as far as their value goes. */
  private List<Valuation.Moved> moved(
      NewPosting posting,
      Map<Long, Places.LedgerPlace> named,
      List<Instant> moments,
      Instant effective,
      List<Valuation.Undone> undone) {
    List<Valuation.Moved> moved = new ArrayList<>();
    boolean scrap = named.values().stream().anyMatch(Places.LedgerPlace::scrap);
    int scrapWorth = scrap ? costs.scrapWorthPercent() : WHOLE;
    for (Line line : posting.lines()) {
      int n = moved.size();
      Places.LedgerPlace from = Objects.requireNonNull(named.get(line.from().place()));
      Places.LedgerPlace to = Objects.requireNonNull(named.get(line.to().place()));
      // Opening stock says what it is worth as it lies there.
      boolean becomesScrap = to.scrap() && !from.scrap() && posting.kind() != PostingKind.OPENING;
      moved.add(
          new Valuation.Moved(
              line.goods().lot(),
              line.quantity(),
              pool(line, from),
              pool(line, to),
              posting.paid().get(n),
              undone.isEmpty() ? null : undone.get(n),
              moments.isEmpty() ? effective : moments.get(n),
              becomesScrap ? scrapWorth : WHOLE));
    }
    return moved;
  }

  /** What lies in a scrap place is Rejected, whatever it was before. */
  private static NewPosting rejectedAsScrap(
      NewPosting posting, Map<Long, Places.LedgerPlace> named) {
    if (named.values().stream().noneMatch(Places.LedgerPlace::scrap)) {
      return posting;
    }
    List<Line> lines = new ArrayList<>();
    for (Line line : posting.lines()) {
      Places.LedgerPlace to = Objects.requireNonNull(named.get(line.to().place()));
      if (!to.scrap()) {
        lines.add(line);
        continue;
      }
      if (posting.kind() == PostingKind.CONDITION) {
        throw Problem.refused(
                "scrap-place",
                "{0} is a scrap place: goods there are rejected. Move them out first, then say what condition they are in.",
                to.address())
            .with("place", to.address());
      }
      lines.add(line.arrivingRejected());
    }
    return posting.moving(lines);
  }

  private static Valuation.@Nullable PoolKey pool(Line line, Places.LedgerPlace place) {
    return place.kind().ours() ? new Valuation.PoolKey(line.goods().item(), place.pool()) : null;
  }

  private Map<Long, Catalog.Measured> items(NewPosting posting) {
    Set<Long> ids =
        posting.lines().stream().map(line -> line.goods().item()).collect(Collectors.toSet());
    Map<Long, Catalog.Measured> found = new HashMap<>();
    posting.known().items().forEach(item -> found.put(item.id(), item));
    found.keySet().retainAll(ids);
    catalog.measured(missing(ids, found)).forEach(item -> found.put(item.id(), item));
    ids.stream()
        .filter(id -> !found.containsKey(id))
        .findFirst()
        .ifPresent(
            id -> {
              throw Problem.missing("item", id);
            });
    return found;
  }

  private static Set<Long> missing(Set<Long> ids, Map<Long, ?> found) {
    Set<Long> missing = new TreeSet<>(ids);
    missing.removeAll(found.keySet());
    return missing;
  }

  private Map<Long, Places.LedgerPlace> places(NewPosting posting) {
    List<Line> lines = posting.lines();
    Set<Long> ids = new TreeSet<>();
    for (Line line : lines) {
      ids.add(line.from().place());
      ids.add(line.to().place());
    }
    Map<Long, Places.LedgerPlace> found = new HashMap<>();
    posting.known().places().forEach(place -> found.put(place.id(), place));
    found.keySet().retainAll(ids);
    places.forLedger(missing(ids, found)).forEach(place -> found.put(place.id(), place));
    for (long id : ids) {
      if (!found.containsKey(id)) {
        throw Problem.missing("place", id);
      }
    }
    for (Line line : lines) {
      Places.LedgerPlace to = Objects.requireNonNull(found.get(line.to().place()));
      if (!to.active()) {
        throw Problem.refused("closed", "{0} is closed. Choose another bin.", to.address())
            .with("place", to.address());
      }
    }
    return found;
  }

  /** Whoever sends goods in one step need not work where they go. */
  private static void checkSites(
      Actor actor, NewPosting posting, Map<Long, Places.LedgerPlace> named) {
    Set<Long> checked = new TreeSet<>(named.keySet());
    if (posting.kind() == PostingKind.TRANSFER) {
      posting.lines().forEach(line -> checked.remove(line.to().place()));
    }
    for (long id : checked) {
      Places.LedgerPlace place = Objects.requireNonNull(named.get(id));
      if (place.kind() == PlaceKind.BIN) {
        actor.requireSite(place.site(), place.siteName());
      }
    }
  }

  /** The day on which it happens, where it happens. */
  private static LocalDate day(Instant effective, Map<Long, Places.LedgerPlace> named) {
    String zone =
        named.values().stream()
            .filter(place -> place.kind() == PlaceKind.BIN)
            .map(Places.LedgerPlace::timeZone)
            .findFirst()
            .orElse("UTC");
    return effective.atZone(ZoneId.of(zone)).toLocalDate();
  }

  private PositionTable.Locked lockHoldings(List<Line> lines, Map<Long, Places.LedgerPlace> named) {
    return positions.lock(
        Draft.touchedBy(lines).stream()
            .filter(key -> Objects.requireNonNull(named.get(key.place())).kind().ours())
            .toList());
  }

  private Set<Long> serialsInHouse(Draft draft, Map<Long, Places.LedgerPlace> named) {
    Set<Long> entering =
        draft.lines().stream()
            .filter(line -> line.goods().serial() != 0)
            .filter(line -> !Objects.requireNonNull(named.get(line.from().place())).kind().ours())
            .map(line -> line.goods().serial())
            .collect(Collectors.toCollection(TreeSet::new));
    return entering.isEmpty() ? Set.of() : positions.lockSerials(entering);
  }
}
