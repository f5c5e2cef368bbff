package app.reliquum.core.counting;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;

/**
 * Whatever moves and whenever it is counted and posted: if the counters counted right, the book is
 * right afterwards.
 */
class AnyHistoryTest {

  private static final Instant START = Instant.parse("2026-03-02T09:00:00Z");
  private static final long CONTRA = 900;
  private static final int BINS = 3;

  /** Something that happens. What it is about follows from its numbers. */
  private record Step(What what, int one, int other, int amount, boolean late) {}

  private enum What {
    /** Goods move from bin to bin, and the book is told, now or later. */
    MOVE,
    /** Goods vanish or appear, and nobody tells the book. */
    STRAY,
    /** Someone counts a bin. */
    COUNT,
    /** One of the counts that are not posted is posted. */
    POST
  }

  private record Move(int from, int to, Quantity quantity, Instant at) {}

  private record Counted(int bin, Quantity quantity, Instant moment) {}

  /** The shelf as it is, the book as it is told, and what has not been told yet. */
  private static final class House {
    final Quantity[] shelf = new Quantity[BINS];
    final Quantity[] book = new Quantity[BINS];
    final List<List<BookAt.Movement>> movements = new ArrayList<>();
    final List<Move> untold = new ArrayList<>();
    final List<Counted> counts = new ArrayList<>();
    final Map<Integer, Instant> posted = new HashMap<>();
    final Map<Integer, List<Map.Entry<Instant, Quantity>>> strays = new HashMap<>();
    Instant now = START;

    House() {
      for (int bin = 0; bin < BINS; bin++) {
        shelf[bin] = Quantity.of(1000);
        // The book is wrong from the beginning.
        book[bin] = Quantity.of(1000 + 7L * bin);
        movements.add(new ArrayList<>());
        strays.put(bin, new ArrayList<>());
      }
    }

    void take(Step step) {
      now = now.plusSeconds(60);
      switch (step.what()) {
        case MOVE -> {
          Quantity amount = Quantity.of(step.amount());
          Move move = new Move(step.one(), step.other(), amount, now);
          shelf[move.from()] = shelf[move.from()].minus(amount);
          shelf[move.to()] = shelf[move.to()].plus(amount);
          if (step.late()) {
            untold.add(move);
          } else {
            tell(move);
          }
        }
        case STRAY -> {
          Quantity change = Quantity.of(step.late() ? -step.amount() : step.amount());
          shelf[step.one()] = shelf[step.one()].plus(change);
          strays.get(step.one()).add(Map.entry(now, change));
        }
        case COUNT -> counts.add(new Counted(step.one(), shelf[step.one()], now));
        case POST -> {
          if (!counts.isEmpty()) {
            // Late moves are told before what they bear on is posted.
            untold.forEach(this::tell);
            untold.clear();
            post(counts.remove(step.amount() % counts.size()));
          }
        }
      }
    }

    void tell(Move move) {
      change(move.from(), move.quantity().negated(), move.at());
      change(move.to(), move.quantity(), move.at());
    }

    private void change(int bin, Quantity by, Instant at) {
      book[bin] = book[bin].plus(by);
      movements.get(bin).add(new BookAt.Movement(at, by));
    }

    void post(Counted counted) {
      int bin = counted.bin();
      if (Correction.overtaken(counted.moment(), posted.get(bin))) {
        return;
      }
      Statement statement =
          Statement.of(
              List.of(
                  new Statement.Part(1, counted.quantity(), counted.moment(), counted.moment())));
      Quantity variance =
          statement.variance(BookAt.of(book[bin], movements.get(bin), counted.moment()));
      PositionKey key = new PositionKey(1, bin + 1L, 0, 0, 0, Condition.GOOD);
      List<Correction.Dated> lines =
          Correction.lines(
              List.of(new Correction.Settled(key, variance, counted.moment())), Map.of(), CONTRA);
      for (Correction.Dated dated : lines) {
        boolean in = dated.line().to().place() != CONTRA;
        assertThat(in ? dated.line().put() : dated.line().taken()).isEqualTo(key);
        Quantity by = dated.line().quantity();
        change(bin, in ? by : by.negated(), dated.moment());
      }
      posted.put(bin, counted.moment());
    }

    /** What went astray after the last count that is posted; no count can know of that. */
    Quantity unknown(int bin) {
      Quantity sum = bin == 0 ? Quantity.ZERO : Quantity.of(-7L * bin);
      Instant right = posted.get(bin);
      if (right != null) {
        sum = Quantity.ZERO;
      }
      for (Map.Entry<Instant, Quantity> stray : strays.get(bin)) {
        if (right == null || stray.getKey().isAfter(right)) {
          sum = sum.plus(stray.getValue());
        }
      }
      return sum;
    }
  }

  @Provide
  Arbitrary<List<Step>> histories() {
    Arbitrary<What> what =
        Arbitraries.of(What.MOVE, What.MOVE, What.STRAY, What.COUNT, What.COUNT, What.POST);
    Arbitrary<Integer> bin = Arbitraries.integers().between(0, BINS - 1);
    return Combinators.combine(
            what, bin, bin, Arbitraries.integers().between(1, 9), Arbitraries.of(true, false))
        .as(Step::new)
        .list()
        .ofMaxSize(60);
  }

  @Property
  void theBookIsRightUpToWhatNobodyCouldKnow(@ForAll("histories") List<Step> steps) {
    House house = new House();
    steps.forEach(house::take);
    house.untold.forEach(house::tell);
    while (!house.counts.isEmpty()) {
      house.post(house.counts.remove(house.counts.size() / 2));
    }
    for (int bin = 0; bin < BINS; bin++) {
      assertThat(house.shelf[bin].minus(house.book[bin])).isEqualTo(house.unknown(bin));
    }
  }
}
