package app.reliquum.core.removal;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Replay.Event;
import app.reliquum.core.removal.Replay.Outcome;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class ReplayTest {

  private static final LocalDate DAY = LocalDate.of(2026, 3, 1);

  private static Candidate goods(long place, long lot, long free, int daysOld, int goodFor) {
    return new Candidate(
        new PositionKey(1, place, lot, 0, 0, Condition.GOOD),
        Quantity.of(free),
        DAY.minusDays(daysOld),
        DAY.plusDays(goodFor),
        "L" + lot,
        "A-" + place,
        (int) place,
        1,
        true);
  }

  private static Event asked(long quantity, int inDays) {
    return new Event.Asked(Quantity.of(quantity), DAY.plusDays(inDays));
  }

  private static Policy by(SortKey... keys) {
    return Policy.only(
        new Rule(
            1, Scope.EVERYTHING, List.of(keys), 0, false, false, Rule.Substitutes.ANY_THAT_FITS));
  }

  @Test
  void lastInFirstOutLetsTheOldExpireAndFirstToExpireDoesNot() {
    List<Candidate> start = List.of(goods(1, 1, 20, 90, 30), goods(2, 2, 40, 10, 300));
    List<Event> events = List.of(asked(10, 2), asked(10, 9), asked(15, 20));
    Outcome fefo =
        Replay.play(start, events, by(SortKey.EARLIEST_EXPIRY), Quantity.ZERO, DAY.plusDays(90));
    Outcome lifo = Replay.play(start, events, by(SortKey.NEWEST), Quantity.ZERO, DAY.plusDays(90));
    assertThat(fefo.expired()).isEqualTo(Quantity.ZERO);
    assertThat(lifo.expired()).isEqualTo(Quantity.of(20));
    assertThat(fefo.taken()).isEqualTo(lifo.taken()).isEqualTo(Quantity.of(35));
    assertThat(fefo.stops()).isEqualTo(3);
  }

  @Test
  void smallestFirstLeavesNoRemaindersAndWalksMore() {
    List<Candidate> start =
        List.of(goods(1, 1, 2, 9, 300), goods(2, 1, 3, 9, 300), goods(3, 1, 50, 9, 300));
    List<Event> events = List.of(asked(6, 1), asked(6, 2));
    Outcome smallest =
        Replay.play(start, events, by(SortKey.SMALLEST), Quantity.ZERO, DAY.plusDays(9));
    Outcome largest =
        Replay.play(start, events, by(SortKey.LARGEST), Quantity.ZERO, DAY.plusDays(9));
    assertThat(smallest.remainders()).isZero();
    assertThat(largest.remainders()).isEqualTo(2);
    assertThat(smallest.stops()).isEqualTo(4);
    assertThat(largest.stops()).isEqualTo(2);
  }

  @Test
  void whatHappenedToGoodsThatAreNoLongerThereHappensToNone() {
    List<Event> events =
        List.of(
            asked(8, 1),
            new Event.Moved(goods(1, 1, 10, 9, 90).key(), goods(5, 1, 10, 9, 90)),
            new Event.Lost(goods(5, 1, 0, 9, 90).key(), Quantity.of(9)),
            new Event.Came(goods(2, 2, 4, 0, 90)),
            asked(5, 3));
    Outcome outcome =
        Replay.play(
            List.of(goods(1, 1, 10, 9, 90)),
            events,
            by(SortKey.OLDEST),
            Quantity.ZERO,
            DAY.plusDays(9));
    assertThat(outcome.taken()).isEqualTo(Quantity.of(12));
    assertThat(outcome.missing()).isEqualTo(Quantity.ONE);
  }

  @Property
  void nothingLeavesThatNeverCame(@ForAll Random random) {
    List<Candidate> start = new ArrayList<>();
    List<Event> events = new ArrayList<>();
    Quantity all = Quantity.ZERO;
    for (int place = 1; place <= 5; place++) {
      Candidate one = goods(place, 1 + random.nextInt(3), random.nextInt(9), 9, random.nextInt(90));
      start.add(one);
      all = all.plus(one.free());
    }
    Quantity asked = Quantity.ZERO;
    for (int i = 0; i < 20; i++) {
      int quantity = 1 + random.nextInt(6);
      Candidate other = goods(1 + random.nextInt(5), 1 + random.nextInt(3), quantity, 5, 60);
      switch (random.nextInt(4)) {
        case 0 -> {
          events.add(new Event.Came(other));
          all = all.plus(other.free());
        }
        case 1 -> events.add(new Event.Moved(start.get(random.nextInt(5)).key(), other));
        case 2 -> events.add(new Event.Lost(other.key(), other.free()));
        default -> {
          events.add(asked(quantity, i));
          asked = asked.plus(Quantity.of(quantity));
        }
      }
    }
    SortKey key = SortKey.values()[random.nextInt(SortKey.values().length)];
    Outcome outcome =
        Replay.play(start, events, by(key), Quantity.of(random.nextInt(4)), DAY.plusDays(90));
    assertThat(outcome.taken()).isLessThanOrEqualTo(all);
    assertThat(outcome.taken().plus(outcome.missing())).isEqualTo(asked);
  }
}
