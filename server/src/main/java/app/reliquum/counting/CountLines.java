package app.reliquum.counting;

import static app.reliquum.counting.Times.utc;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.counting.CountState;
import app.reliquum.core.counting.Statement;
import app.reliquum.core.counting.Sweep;
import app.reliquum.core.ledger.MomentSource;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.Count;
import app.reliquum.core.sentence.OpenCount;
import app.reliquum.core.text.Message;
import app.reliquum.counting.CountLineTable.LineRow;
import app.reliquum.counting.CountTable.Head;
import app.reliquum.counting.CountTable.SlipRow;
import app.reliquum.counting.Counting.Shape;
import app.reliquum.counting.Counting.SlipState;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.stock.Stock;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * What people count. Each word is kept as it is said; several people may count one bin, each with
 * lines of their own, and nobody's work overwrites another's.
 */
@Service
public class CountLines {

  private final CountTable table;
  private final CountLineTable lineTable;
  private final Stock stock;
  private final Results results;
  private final OpenCountTable people;
  private final CountPreparation preparation;
  private final SlipOpening opening;
  private final SlipClosing closing;
  private final Catalog catalog;
  private final Places places;
  private final Clock clock;
  private final SiteDays days;
  private final LotsAndSerials lotsAndSerials;
  private final CountWorkTable work;

  CountLines(
      CountTable table,
      CountLineTable lineTable,
      Stock stock,
      Results results,
      OpenCountTable people,
      CountPreparation preparation,
      SlipOpening opening,
      SlipClosing closing,
      Catalog catalog,
      Places places,
      Clock clock,
      SiteDays days,
      LotsAndSerials lotsAndSerials,
      CountWorkTable work) {
    this.work = work;
    this.lotsAndSerials = lotsAndSerials;
    this.days = days;
    this.stock = stock;
    this.table = table;
    this.lineTable = lineTable;
    this.results = results;
    this.people = people;
    this.preparation = preparation;
    this.opening = opening;
    this.closing = closing;
    this.catalog = catalog;
    this.places = places;
    this.clock = clock;
  }

  /** A count that is being counted, as the floor must know it. */
  @Schema(name = "FloorCountChoice")
  public record Doing(
      long id,
      String number,
      Counting.Method method,
      Shape shape,
      boolean blind,
      CountState state,
      String note,
      int slips,
      int done) {}

  /** What came of ending a bin. */
  public sealed interface Left {

    /** It is asked whether all this is really not there. */
    record Asks(OpenCount open) implements Left {}

    /**
     * It is ended.
     *
     * @param slip the slip that was handed in, null if others still count it or there was none
     * @param zeros how many positions were stated as not there
     * @param others who still counts it
     */
    record Ended(OpenCount open, @Nullable SlipRowView slip, int zeros, List<String> others)
        implements Left {}
  }

  /** A slip as the floor must know it. */
  public record SlipRowView(
      long id,
      int slip,
      int round,
      long place,
      long item,
      long load,
      SlipState state,
      long person) {

    static SlipRowView of(SlipRow row) {
      return new SlipRowView(
          row.id(),
          row.slipNo(),
          row.round(),
          row.placeId(),
          row.itemId(),
          row.unitLoadId(),
          row.state(),
          row.personId());
    }
  }

  /** One person's figure of a position. */
  public record Line(
      long id,
      PositionKey key,
      long person,
      String name,
      Quantity quantity,
      Instant at,
      boolean stated) {}

  // How things stand

  /** Where someone stands, as it is. */
  @Transactional(readOnly = true)
  public OpenCount read(Actor actor, long site) {
    return alive(people.read(actor.id(), site));
  }

  /** Where someone stands, kept from others until the transaction ends. */
  @Transactional(propagation = Propagation.MANDATORY)
  public OpenCount lock(Actor actor, long site) {
    return alive(people.lock(actor.id(), site));
  }

  /** A count that has ended is counted no more. */
  private OpenCount alive(OpenCount open) {
    boolean goesOn =
        open.count() != 0
            && table.find(open.count()).filter(head -> head.state().counts()).isPresent();
    return goesOn ? open : OpenCount.nothing(open.site());
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void keep(Actor actor, OpenCount open) {
    people.write(actor.id(), open);
  }

  /** The counts that someone may count at a site. */
  @Transactional(readOnly = true)
  public List<Doing> open(long site) {
    return people.open(site, 0);
  }

  /** The count with a number. */
  @Transactional(readOnly = true)
  public Optional<Long> withNumber(String number) {
    return table.withNumber(number.strip().toUpperCase(Locale.ROOT)).map(Head::id);
  }

  /** The count that is counted. */
  @Transactional(readOnly = true)
  public Optional<Doing> doing(long count) {
    return count == 0 ? Optional.empty() : people.open(0, count).stream().findFirst();
  }

  /** The slip that is counted. */
  @Transactional(readOnly = true)
  public Optional<SlipRowView> slip(long id) {
    return id == 0 ? Optional.empty() : table.slip(id).map(SlipRowView::of);
  }

  /** The next slips that someone may count. */
  @Transactional(readOnly = true)
  public List<SlipRowView> next(OpenCount open, Actor actor, int atMost) {
    int after = open.slip() == 0 ? 0 : table.slip(open.slip()).map(SlipRow::slipNo).orElse(0);
    return table.next(open.count(), actor.id(), after, atMost).stream()
        .filter(slip -> slip.id() != open.slip())
        .map(SlipRowView::of)
        .toList();
  }

  /** What has been counted where someone stands, by everyone, the latest first. */
  @Transactional(readOnly = true)
  public List<Line> lines(OpenCount open) {
    List<LineRow> rows =
        open.slip() != 0
            ? lineTable.ofSlip(open.slip())
            : open.sentence().place() != 0
                ? lineTable.inPlace(open.count(), open.sentence().place(), 1)
                : List.of();
    return rows.stream()
        .map(
            row ->
                new Line(
                    row.id(),
                    row.key(),
                    row.personId(),
                    row.person(),
                    row.quantity(),
                    row.last(),
                    row.stated()))
        .toList();
  }

  /** What the book has where someone stands and nobody has scanned, where leaving states it. */
  @Transactional(readOnly = true)
  public SortedSet<PositionKey> notFound(OpenCount open) {
    Head head = table.find(open.count()).orElse(null);
    SlipRow slip = open.slip() == 0 ? null : table.slip(open.slip()).orElse(null);
    return head == null || slip == null || !SlipClosing.statesAll(head, slip)
        ? new TreeSet<>()
        : closing.notFound(head, slip);
  }

  /** Whether ending the slip states what is not scanned. */
  public boolean statesAll(OpenCount open) {
    return open.slip() != 0
        && SlipClosing.statesAll(
            table.find(open.count()).orElseThrow(), table.slip(open.slip()).orElseThrow());
  }

  /** Who else counts where someone stands. */
  @Transactional(readOnly = true)
  public List<String> others(OpenCount open, Actor actor) {
    return open.slip() == 0 ? List.of() : people.others(open.slip(), actor.id());
  }

  /** Whether a piece was counted already where someone counts, by anyone. */
  @Transactional(readOnly = true)
  public boolean pieceCounted(OpenCount open, long serial) {
    int round = open.slip() == 0 ? 1 : table.slip(open.slip()).map(SlipRow::round).orElse(1);
    return lineTable.pieceCounted(open.count(), round, serial);
  }

  // What is said

  /** Chooses the count; 0 for none. */
  @Transactional(propagation = Propagation.MANDATORY)
  public OpenCount choose(Command command, long site, long count) {
    OpenCount before = lock(command.actor(), site);
    if (before.count() == count) {
      return before;
    }
    OpenCount next = OpenCount.nothing(site);
    if (count != 0) {
      Head head = counting(count, command.actor());
      if (head.siteId() != site) {
        throw Problem.refused("other-site", "{0} is counted at another site.", head.number());
      }
      next = OpenCount.of(site, count);
      next = atTheOnlyBin(next, head, command.actor());
    }
    keep(command.actor(), next);
    return next;
  }

  /** Where a site has no bins, there is nothing to scan first. */
  private OpenCount atTheOnlyBin(OpenCount open, Head head, Actor actor) {
    return places
        .implied(open.site())
        .filter(implied -> !places.site(open.site(), actor).binned())
        .map(implied -> opening.enter(head, open, implied.id(), actor, true))
        .orElse(open);
  }

  /** Begins a count that nobody has drawn up: bins become its slips as they are scanned. */
  @Transactional(propagation = Propagation.MANDATORY)
  public OpenCount begin(Command command, long site, Counting.Method method) {
    places.requireSite(site, command.actor());
    long count = preparation.unplanned(site, method, command.actor());
    return choose(command, site, count);
  }

  private Head counting(long count, Actor actor) {
    Head head = table.share(count).orElseThrow(() -> Problem.missing("count", count));
    places.requireSite(head.siteId(), actor);
    work.requireIdle(count);
    if (!head.state().counts()) {
      throw Problem.refused(
              "not-counting",
              head.state() == CountState.IN_REVIEW
                  ? Message.of(
                      "{0} is in review. Whoever reviews it can send some of it back.",
                      head.number())
                  : Message.of("{0} has ended. Choose another count.", head.number()))
          .with("count", head.number())
          .with("state", head.state());
    }
    return head;
  }

  /**
   * Goes on in a bin.
   *
   * @param knowingly whether it is to be counted although it is on no slip
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public OpenCount enter(Command command, OpenCount open, long place, boolean knowingly) {
    Head head = counting(open.count(), command.actor());
    OpenCount next = opening.enter(head, open, place, command.actor(), knowingly);
    keep(command.actor(), next);
    return next;
  }

  /** Takes up a slip that was chosen from a list. */
  @Transactional(propagation = Propagation.MANDATORY)
  public OpenCount takeSlip(Command command, long site, long slipId) {
    SlipRow slip = table.slip(slipId).orElseThrow(() -> Problem.missing("slip", slipId));
    OpenCount open = choose(command, site, slip.countId());
    if (slip.placeId() != 0) {
      return enter(command, open, slip.placeId(), false);
    }
    Head head = counting(slip.countId(), command.actor());
    if (slip.personId() != 0 && slip.personId() != command.actor().id()) {
      throw Problem.refused(
          "handed-to-another",
          "That slip is handed to {0}. Choose another one.",
          people.name(slip.personId()));
    }
    long implied =
        places.site(site, command.actor()).binned()
            ? 0
            : places.implied(site).map(Places.LedgerPlace::id).orElse(0L);
    OpenCount next = opening.take(head, open, slip, implied);
    keep(command.actor(), next);
    return next;
  }

  /**
   * Goes on with a unit load, where unit loads are counted: its slip is taken up, and that of the
   * one before is ended. One that is on no slip gets one.
   *
   * @param load its number; 0 for none
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public OpenCount onLoad(Command command, OpenCount open, long load) {
    if (load == 0 || open.count() == 0) {
      return open;
    }
    Head head = counting(open.count(), command.actor());
    SlipRow before = open.slip() == 0 ? null : table.slip(open.slip()).orElseThrow();
    if (head.shape() != Shape.LOAD
        || (before != null && (before.unitLoadId() == load || before.round() > 1))) {
      return open;
    }
    // Taken up first: a count whose last slip is ended goes to review.
    OpenCount next = opening.onLoad(head, open, load, command.actor());
    if (before != null) {
      end(command, head, open, before);
    }
    for (LineRow line : lineTable.ofSlip(next.slip())) {
      // Scanned anew elsewhere, it stands there and not where it was scanned before.
      if (line.key().place() != next.sentence().place()) {
        forget(head, table.slip(next.slip()).orElseThrow(), line);
      }
    }
    keep(command.actor(), next);
    return next;
  }

  /** Ends the slip of a unit load; one of which all was taken back is still to be counted. */
  private void end(Command command, Head head, OpenCount open, SlipRow slip) {
    if (lineTable.ofSlip(slip.id()).isEmpty() && !closing.notFound(head, slip).isEmpty()) {
      table.slipState(slip.id(), SlipState.OPEN, 0);
    } else {
      leave(command, open, true, 0);
    }
  }

  /**
   * Keeps what was counted.
   *
   * @param ago how long ago it was scanned; zero for just now
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void count(Command command, OpenCount open, List<Count.Stroke> strokes, Duration ago) {
    Head head = counting(open.count(), command.actor());
    for (Count.Stroke stroke : strokes) {
      PositionKey key = key(stroke, open.sentence().place(), head.siteId());
      SlipRow slip = opening.slipFor(head, open, key, command.actor());
      count(command, head, slip, key, stroke.whole(), stroke.quantity(), ago);
    }
    table.changed(head.id());
  }

  private PositionKey key(Count.Stroke stroke, long place, long site) {
    long lot =
        stroke.lot().isEmpty()
            ? 0
            : lotsAndSerials
                .obtainLot(
                    stroke.item(),
                    stroke.lot(),
                    LotDates.expiring(stroke.expiry()),
                    days.today(site))
                .id();
    long serial =
        stroke.serial().isEmpty()
            ? 0
            : lotsAndSerials.obtainSerial(stroke.item(), stroke.serial(), lot, null).id();
    return new PositionKey(
        stroke.item(), place, lot, serial, stroke.unitLoad(), stroke.condition());
  }

  private void count(
      Command command,
      Head head,
      @Nullable SlipRow slip,
      PositionKey key,
      boolean whole,
      Quantity quantity,
      Duration ago) {
    int round = slip == null ? 1 : slip.round();
    oneAfterTheOther(head, slip);
    // Nothing moves there from here on: the moment comes after all that is in the book's figure.
    stock.hold(List.of(key));
    Instant moment = moment(ago);
    long person = command.actor().id();
    LineRow before = lineTable.line(head.id(), round, person, key).orElse(null);
    Statement.Part after =
        before == null || before.stated()
            ? new Statement.Part(person, quantity, moment, moment)
            : whole
                ? before.part().corrected(quantity, moment)
                : before.part().plus(quantity, moment);
    write(command, person, head, slip, round, key, before, after, moment);
  }

  /** What several people say of one slip adds up only if each sees what was said before. */
  private void oneAfterTheOther(Head head, @Nullable SlipRow slip) {
    if (slip == null) {
      table.lock(head.id());
    } else {
      table.lockSlip(slip.id());
    }
  }

  private Instant moment(Duration ago) {
    Instant now = Times.whole(clock.instant());
    boolean believed = !ago.isNegative() && MomentSource.WAITING_SCAN.believes(now.minus(ago), now);
    if (!believed) {
      throw Problem.invalid(
          "X-Scanned-Ago", "A scan is from now or from the last seven days, in milliseconds.");
    }
    return now.minus(ago);
  }

  private void write(
      Command command,
      long person,
      Head head,
      @Nullable SlipRow slip,
      int round,
      PositionKey key,
      @Nullable LineRow before,
      Statement.@Nullable Part after,
      Instant at) {
    long line = lineTable.write(head.id(), slip, round, key, person, before, after, false);
    lineTable.stroke(
        head.id(),
        slip == null ? 0 : slip.id(),
        line,
        person,
        at,
        command.device(),
        before,
        after == null ? null : after.quantity());
    results.refresh(head.id(), key);
  }

  /** Corrects a line of one's own; null takes it away. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void correct(Command command, long lineId, @Nullable Quantity quantity, Duration ago) {
    LineRow line = lineTable.line(lineId).orElseThrow(() -> Problem.missing("line", lineId));
    if (line.personId() != command.actor().id()) {
      throw Problem.refused(
              "not-yours", "That was counted by {0}, who can change it.", line.person())
          .with("person", line.person());
    }
    SlipRow slip = line.slipId() == 0 ? null : table.slip(line.slipId()).orElse(null);
    Head head = counting(people.countOfLine(lineId), command.actor());
    if (slip != null && slip.state() == SlipState.DONE) {
      throw Problem.refused(
          "handed-in", "That is handed in. Scan the bin to take it up again, then correct it.");
    }
    if (quantity != null) {
      if (line.key().serial() != 0 && !quantity.equals(Quantity.ONE) && !quantity.isZero()) {
        throw Problem.invalid("quantity", "A piece with a serial number is there or not.");
      }
      if (quantity.isNegative()) {
        throw Problem.invalid("quantity", "A shelf can't hold less than nothing.");
      }
      if (!quantity.isZero()) {
        catalog.measured(Set.of(line.key().item())).get(0).measure().check(quantity);
      }
    }
    oneAfterTheOther(head, slip);
    stock.hold(List.of(line.key()));
    Instant moment = moment(ago);
    Statement.Part after = quantity == null ? null : line.part().corrected(quantity, moment);
    write(command, command.actor().id(), head, slip, line.round(), line.key(), line, after, moment);
    table.changed(head.id());
  }

  /** Takes back someone's last word in the bin where they stand. */
  @Transactional(propagation = Propagation.MANDATORY)
  public boolean undo(Command command, OpenCount open) {
    Head head = counting(open.count(), command.actor());
    Optional<CountLineTable.StrokeRow> last =
        lineTable.lastStroke(head.id(), open.slip(), command.actor().id());
    if (last.isEmpty()) {
      return false;
    }
    CountLineTable.StrokeRow stroke = last.get();
    oneAfterTheOther(head, table.slip(open.slip()).orElse(null));
    lineTable.takeBack(stroke.id());
    LineRow line = lineTable.line(stroke.lineId()).orElse(null);
    if (line == null) {
      return true;
    }
    SlipRow slip = line.slipId() == 0 ? null : table.slip(line.slipId()).orElse(null);
    Statement.Part before =
        stroke.beforeQuantity() == null
            ? null
            : new Statement.Part(
                line.personId(),
                new Quantity(stroke.beforeQuantity()),
                Times.instant(stroke.beforeFirst()),
                Times.instant(stroke.beforeLast()));
    lineTable.write(
        head.id(), slip, line.round(), line.key(), line.personId(), line, before, false);
    results.refresh(head.id(), line.key());
    table.changed(head.id());
    return true;
  }

  /**
   * Ends the bin, or the item.
   *
   * @param yes whether the list of what is not there has been seen and agreed to
   * @param next the bin to go on with, 0 for none
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Left leave(Command command, OpenCount open, boolean yes, long next) {
    Head head = counting(open.count(), command.actor());
    if (open.slip() == 0) {
      return ended(command, open, null, 0, List.of());
    }
    SlipRow slip = table.lockSlip(open.slip()).orElseThrow();
    List<String> others = people.others(slip.id(), command.actor().id());
    if (!others.isEmpty() || slip.state() == SlipState.DONE) {
      return ended(command, open, null, 0, others);
    }
    int zeros = 0;
    if (SlipClosing.statesAll(head, slip)) {
      SortedSet<PositionKey> notFound = closing.notFound(head, slip);
      boolean empty = lineTable.ofSlip(slip.id()).isEmpty();
      // What is on a unit load is here and can't be elsewhere.
      boolean seen =
          (slip.ofLoad() && !empty)
              || yes && (empty || Sweep.covers(new HashSet<>(open.asked()), notFound));
      if (!notFound.isEmpty() && !seen) {
        OpenCount asking = open.asking(notFound, next);
        keep(command.actor(), asking);
        return new Left.Asks(asking);
      }
      zeros = notFound.size();
      closing.state(command, head, slip, notFound);
    }
    closing.handIn(command.actor().id(), head, slip);
    return ended(command, open, slip, zeros, List.of());
  }

  private Left ended(
      Command command, OpenCount open, @Nullable SlipRow slip, int zeros, List<String> others) {
    OpenCount after = open.at(0, 0);
    keep(command.actor(), after);
    return new Left.Ended(after, slip == null ? null : SlipRowView.of(slip), zeros, others);
  }

  /** Ends a count that has no slips beforehand: it goes to review. */
  @Transactional(propagation = Propagation.MANDATORY)
  public OpenCount finish(Command command, OpenCount open) {
    Head head = counting(open.count(), command.actor());
    table.lock(head.id());
    int slips = table.openSlips(head.id());
    if (slips > 0) {
      throw Problem.refused(
              "slips-open",
              slips == 1
                  ? Message.of("One bin is still being counted. End it first.")
                  : Message.of("{0} bins are still being counted. End them first.", slips))
          .with("open", slips);
    }
    results.refresh(head.id());
    table.review(head.id());
    table.event(head.id(), command.actor().id(), "REVIEW", "");
    OpenCount after = OpenCount.nothing(open.site());
    keep(command.actor(), after);
    return after;
  }

  /**
   * A position that someone has counted elsewhere, in a file or on paper: each is a word of its
   * own.
   *
   * @param person who counted it
   * @param at when it was counted
   */
  void countElsewhere(
      Command command,
      long person,
      Head head,
      @Nullable SlipRow slip,
      PositionKey key,
      Quantity quantity,
      Instant at) {
    int round = slip == null ? 1 : slip.round();
    LineRow before = lineTable.line(head.id(), round, person, key).orElse(null);
    Instant moment = Times.whole(at);
    Statement.Part after =
        before == null || before.stated()
            ? new Statement.Part(person, quantity, moment, moment)
            : before.part().plus(quantity, moment);
    write(command, person, head, slip, round, key, before, after, moment);
  }

  /** Takes back all that was counted of a slip, as if nobody had been there. */
  void forget(Head head, SlipRow slip) {
    lineTable.ofSlip(slip.id()).forEach(line -> forget(head, slip, line));
  }

  private void forget(Head head, SlipRow slip, LineRow line) {
    lineTable.write(head.id(), slip, line.round(), line.key(), line.personId(), line, null, false);
    lineTable.forget(line.id());
    results.refresh(head.id(), line.key());
  }

  static java.time.LocalDateTime since(Instant now, Duration span) {
    return utc(now.minus(span));
  }
}
