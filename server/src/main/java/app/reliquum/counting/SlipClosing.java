package app.reliquum.counting;

import app.reliquum.api.Command;
import app.reliquum.core.counting.Settlement;
import app.reliquum.core.counting.Statement;
import app.reliquum.core.counting.Sweep;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.counting.CountLineTable.LineRow;
import app.reliquum.counting.CountTable.Head;
import app.reliquum.counting.CountTable.SlipRow;
import app.reliquum.counting.Counting.Shape;
import app.reliquum.counting.Counting.SlipState;
import app.reliquum.stock.Stock;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.Map;
import java.util.Set;
import java.util.SortedSet;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Ends slips: states what was not scanned, asks for another round, takes the count to review. */
@Component
class SlipClosing {

  /** A count settles or is decided about after so many rounds. */
  private static final int MOST_ROUNDS = 3;

  private final CountTable table;
  private final CountLineTable lineTable;
  private final Stock stock;
  private final Results results;
  private final OpenCountTable people;
  private final Clock clock;

  SlipClosing(
      CountTable table,
      CountLineTable lineTable,
      Stock stock,
      Results results,
      OpenCountTable people,
      Clock clock) {
    this.table = table;
    this.lineTable = lineTable;
    this.stock = stock;
    this.results = results;
    this.people = people;
    this.clock = clock;
  }

  /**
   * Whether ending a slip states what is not scanned. A unit load stands in one place: where it was
   * scanned it is whole, and nowhere else.
   */
  static boolean statesAll(Head head, SlipRow slip) {
    return head.method().statesAll() || slip.round() > 1 || slip.ofLoad();
  }

  /** What the book has of a slip and nobody has scanned. */
  SortedSet<PositionKey> notFound(Head head, SlipRow slip) {
    Set<PositionKey> counted =
        lineTable.ofSlip(slip.id()).stream().map(LineRow::key).collect(Collectors.toSet());
    Map<PositionKey, Quantity> book = lineTable.book(slip, head.siteId());
    if (slip.round() > 1) {
      // What was counted before and is not found again is stated as well.
      for (LineRow earlier : lineTable.inPlace(head.id(), slip.placeId(), slip.round() - 1)) {
        if (slip.covers(earlier.key())) {
          book.putIfAbsent(earlier.key(), Quantity.ONE);
        }
      }
    }
    return Sweep.notFound(book, counted);
  }

  /** States positions as not there. */
  void state(Command command, Head head, SlipRow slip, Collection<PositionKey> keys) {
    stock.hold(keys);
    Instant moment = Times.whole(clock.instant());
    long person = command.actor().id();
    for (PositionKey key : keys) {
      LineRow before = lineTable.line(head.id(), slip.round(), person, key).orElse(null);
      Statement.Part none = new Statement.Part(person, Quantity.ZERO, moment, moment);
      lineTable.write(head.id(), slip, slip.round(), key, person, before, none, true);
      results.refresh(head.id(), key);
    }
  }

  /** Ends a slip; the last one takes the count to review. */
  void handIn(long person, Head head, SlipRow slip) {
    table.slipState(slip.id(), SlipState.DONE, person);
    if (slip.round() > 1) {
      nextRound(head, slip);
    }
    table.changed(head.id());
    if (head.shape() != Shape.FREE || slip.round() > 1) {
      reviewWhenDone(head, person);
    }
  }

  /** Two who agree settle it; else one more counts. */
  private void nextRound(Head head, SlipRow slip) {
    boolean again = false;
    for (Results.Recounted one : results.recounts(head.id())) {
      boolean covered = slip.covers(one.key());
      if (covered
          && one.settlement() instanceof Settlement.CountAgain
          && one.rounds() == slip.round()
          && slip.round() < MOST_ROUNDS) {
        people.askRounds(one.id(), slip.round() + 1);
        again = true;
      }
    }
    if (again) {
      table.addSlip(
          head.id(),
          slip.round() + 1,
          slip.placeId(),
          slip.itemId(),
          slip.unitLoadId(),
          SlipState.OPEN,
          0);
    }
  }

  private void reviewWhenDone(Head head, long person) {
    // The last two who end their slips at once must not both leave it to the other.
    table.lock(head.id());
    if (table.openSlips(head.id()) == 0) {
      results.refresh(head.id());
      table.review(head.id());
      table.event(head.id(), person, "REVIEW", "");
    }
  }
}
