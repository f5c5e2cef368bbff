package app.reliquum.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.ledger.Reservations.Outcome;
import app.reliquum.core.ledger.Reservations.Use;
import app.reliquum.core.quantity.Quantity;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class ReservationsTest {

  private static PositionKey at(long place) {
    return new PositionKey(1, place, 0, 0, 0, Condition.GOOD);
  }

  private static Line line(long from, long to, long quantity) {
    return new Line(new Goods(1, 0, 0), Spot.in(from), Spot.in(to), Quantity.of(quantity));
  }

  private static Reservation kept(long id, String document, long place, long quantity) {
    return new Reservation(id, document, 1, at(place), Quantity.of(quantity), false);
  }

  private static Outcome decide(Use use, String document, Line line, Reservation... reserved) {
    return Reservations.decide(
        List.of(line), key -> Quantity.of(10), List.of(reserved), use, document, null);
  }

  @Test
  void whatNobodyReservedGoesFirst() {
    assertThat(decide(Use.CARRY, null, line(1, 2, 4), kept(7, "TR-1", 1, 6)))
        .isEqualTo(new Outcome.Kept(List.of()));
  }

  @Test
  void aMoveTakesTheReservationAlong() {
    assertThat(decide(Use.CARRY, null, line(1, 2, 7), kept(7, "TR-1", 1, 6)))
        .isEqualTo(new Outcome.Kept(List.of(kept(7, "TR-1", 1, 3), kept(0, "TR-1", 2, 3))));
  }

  @Test
  void goodsThatAreRejectedAreKeptForNobody() {
    assertThat(decide(Use.CARRY, null, line(1, 2, 7).arrivingRejected(), kept(7, "TR-1", 1, 6)))
        .isEqualTo(new Outcome.Kept(List.of(kept(7, "TR-1", 1, 3))));
  }

  @Test
  void aDocumentUsesItsOwnReservationAndNotThatOfAnother() {
    Reservation own = kept(7, "TR-1", 1, 4);
    Reservation other = kept(8, "TR-2", 1, 5);
    assertThat(decide(Use.TAKE, "TR-1", line(1, 2, 5), own, other))
        .isEqualTo(new Outcome.Kept(List.of(kept(7, "TR-1", 1, 0))));
    assertThat(decide(Use.TAKE, "TR-1", line(1, 2, 6), own, other))
        .isEqualTo(new Outcome.Refused(at(1), Quantity.of(5), "TR-2"));
    assertThat(decide(Use.TAKE, null, line(1, 2, 2), own, other))
        .isEqualTo(new Outcome.Refused(at(1), Quantity.of(1), "TR-2"));
  }

  @Test
  void whatLeavesIsWhatWasPicked() {
    Reservation picked = new Reservation(7, "TR-1", 1, at(1), Quantity.of(3), true);
    Reservation reserved = kept(8, "TR-1", 1, 4);
    assertThat(decide(Use.LEAVE, "TR-1", line(1, 2, 3), reserved, picked))
        .isEqualTo(
            new Outcome.Kept(List.of(new Reservation(7, "TR-1", 1, at(1), Quantity.ZERO, true))));
    assertThat(decide(Use.TAKE, "TR-1", line(1, 2, 4), reserved, picked))
        .isEqualTo(new Outcome.Kept(List.of(kept(8, "TR-1", 1, 0))));
    assertThat(decide(Use.TAKE, "TR-1", line(1, 2, 8), reserved, picked))
        .isEqualTo(new Outcome.Refused(at(1), Quantity.of(7), "TR-1"));
  }

  @Test
  void aPickTakesItsOwnReservationAlongAndNobodyElses() {
    Reservation own = kept(7, "OB-1", 1, 4);
    Reservation other = kept(8, "OB-2", 1, 5);
    assertThat(decide(Use.CARRY_OWN, "OB-1", line(1, 2, 3), own, other))
        .isEqualTo(new Outcome.Kept(List.of(kept(7, "OB-1", 1, 1), kept(0, "OB-1", 2, 3))));
    assertThat(decide(Use.CARRY_OWN, "OB-1", line(1, 2, 5), own, other))
        .as("one piece more than its own was free")
        .isEqualTo(new Outcome.Kept(List.of(kept(7, "OB-1", 1, 0), kept(0, "OB-1", 2, 4))));
    assertThat(decide(Use.CARRY_OWN, "OB-1", line(1, 2, 6), own, other))
        .isEqualTo(new Outcome.Refused(at(1), Quantity.of(5), "OB-2"));
    assertThat(decide(Use.CARRY_OWN, "OB-3", line(1, 2, 2), own, other))
        .as("who has reserved nothing gets what is free")
        .isEqualTo(new Outcome.Refused(at(1), Quantity.of(1), "OB-2"));
  }

  @Test
  void whatIsPickedAlreadyMovesOnFirst() {
    Reservation picked = new Reservation(7, "OB-1", 1, at(1), Quantity.of(3), true);
    Reservation untouched = kept(8, "OB-1", 1, 4);
    assertThat(decide(Use.CARRY_OWN, "OB-1", line(1, 2, 2), untouched, picked))
        .isEqualTo(
            new Outcome.Kept(
                List.of(
                    new Reservation(7, "OB-1", 1, at(1), Quantity.of(1), true),
                    new Reservation(0, "OB-1", 1, at(2), Quantity.of(2), true))));
  }

  @Test
  void ofSeveralLinesTheOneThatIsMeantIsUsedFirst() {
    Reservation first = kept(7, "OB-1", 1, 3);
    Reservation second = new Reservation(8, "OB-1", 2, at(1), Quantity.of(3), false);
    for (int meant = 1; meant <= 2; meant++) {
      Outcome outcome =
          Reservations.decide(
              List.of(line(1, 2, 2)),
              key -> Quantity.of(10),
              List.of(first, second),
              Use.TAKE,
              "OB-1",
              meant);
      Reservation used = meant == 1 ? first : second;
      assertThat(outcome).isEqualTo(new Outcome.Kept(List.of(used.with(Quantity.ONE))));
    }
  }

  @Test
  void aCountIsNotHeldUp() {
    assertThat(decide(Use.YIELD, null, line(1, 2, 8), kept(7, "TR-1", 1, 6)))
        .isEqualTo(new Outcome.Kept(List.of(kept(7, "TR-1", 1, 2))));
  }

  /** Any lines over any reservations: never more reserved than held, and moves lose none. */
  @Property
  void noPositionIsEverOverReserved(@ForAll Random random) {
    Map<PositionKey, Quantity> held = new HashMap<>();
    List<Reservation> reserved = new ArrayList<>();
    long id = 1;
    for (long place = 1; place <= 4; place++) {
      long there = random.nextInt(12);
      held.put(at(place), Quantity.of(there));
      while (there > 0 && random.nextBoolean()) {
        long some = 1 + random.nextLong(there);
        reserved.add(kept(id++, "TR-" + random.nextInt(3), place, some));
        there -= some;
      }
    }
    Map<PositionKey, Quantity> after = new HashMap<>(held);
    List<Line> lines = new ArrayList<>();
    for (int i = 0; i < 1 + random.nextInt(4); i++) {
      long from = 1 + random.nextInt(4);
      long to = 1 + (from + random.nextInt(3)) % 4;
      Quantity there = after.get(at(from));
      if (from != to && there.isPositive()) {
        Quantity moved = Quantity.of(1 + random.nextLong(there.amount().longValueExact()));
        lines.add(line(from, to, moved.amount().longValueExact()));
        after.merge(at(from), moved.negated(), Quantity::plus);
        after.merge(at(to), moved, Quantity::plus);
      }
    }
    Use use = Use.values()[random.nextInt(Use.values().length)];
    Outcome outcome = Reservations.decide(lines, held::get, reserved, use, "TR-1", 1);
    if (outcome instanceof Outcome.Refused) {
      assertThat(use).isIn(Use.TAKE, Use.LEAVE, Use.CARRY_OWN);
      return;
    }
    List<Reservation> now = new ArrayList<>(reserved);
    for (Reservation changed : ((Outcome.Kept) outcome).changed()) {
      now.removeIf(one -> one.id() == changed.id() && changed.id() != 0);
      now.add(changed);
    }
    Map<PositionKey, Quantity> sums = new HashMap<>();
    now.forEach(one -> sums.merge(one.key(), one.quantity(), Quantity::plus));
    sums.forEach((key, sum) -> assertThat(sum).isLessThanOrEqualTo(after.get(key)));
    if (use == Use.CARRY || use == Use.CARRY_OWN) {
      assertThat(sum(now)).isEqualTo(sum(reserved));
    }
  }

  private static Quantity sum(List<Reservation> all) {
    return all.stream().map(Reservation::quantity).reduce(Quantity.ZERO, Quantity::plus);
  }
}
