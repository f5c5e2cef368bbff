package app.reliquum.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

class BookTest {

  private static final long PLAIN = 1;
  private static final long ROPE = 2;
  private static final long FLARE = 3;
  private static final long BEACON = 4;
  private static final long RAFT = 5;

  private static final long SUPPLIER = 100;
  private static final long CUSTOMER = 101;

  private static final LocalDate MONDAY = LocalDate.of(2026, 3, 2);
  private static final Instant NOON = Instant.parse("2026-03-02T12:00:00Z");

  private final Book book = new Book(BookTest::measure, BookTest::kind);

  private static MeasureRule measure(long item) {
    return switch ((int) item) {
      case (int) PLAIN -> new MeasureRule(UnitOfMeasure.PIECE, 0, Tracking.NONE);
      case (int) ROPE -> new MeasureRule(UnitOfMeasure.METRE, 3, Tracking.NONE);
      case (int) FLARE -> new MeasureRule(UnitOfMeasure.PIECE, 0, Tracking.LOT);
      case (int) BEACON -> new MeasureRule(UnitOfMeasure.PIECE, 0, Tracking.SERIAL);
      default -> new MeasureRule(UnitOfMeasure.PIECE, 0, Tracking.LOT_AND_SERIAL);
    };
  }

  private static PlaceKind kind(long place) {
    return place == SUPPLIER
        ? PlaceKind.SUPPLIER
        : place == CUSTOMER ? PlaceKind.CUSTOMER : PlaceKind.BIN;
  }

  private static Line line(long item, long lot, long serial, long from, long to, String quantity) {
    return new Line(
        new Goods(item, lot, serial), Spot.in(from), Spot.in(to), Quantity.of(quantity));
  }

  private Decision post(LocalDate day, Line... lines) {
    return book.post(UUID.randomUUID(), NOON, new Draft(day, List.of(lines)));
  }

  private Holding at(long item, long lot, long place) {
    return book.positions()
        .getOrDefault(new PositionKey(item, place, lot, 0, 0, Condition.GOOD), Holding.EMPTY);
  }

  @Test
  void goodsThatEnterGetTheDayAndKeepItWithinTheHouse() {
    post(MONDAY, line(PLAIN, 0, 0, SUPPLIER, 1, "10"));
    post(MONDAY.plusDays(5), line(PLAIN, 0, 0, 1, 2, "4"));
    assertThat(at(PLAIN, 0, 2)).isEqualTo(new Holding(Quantity.of(4), MONDAY));
    post(MONDAY.plusDays(9), line(PLAIN, 0, 0, SUPPLIER, 3, "1"));
    post(MONDAY.plusDays(9), line(PLAIN, 0, 0, 2, 3, "4"));
    assertThat(at(PLAIN, 0, 3)).isEqualTo(new Holding(Quantity.of(5), MONDAY));
    assertThat(at(PLAIN, 0, 2)).isEqualTo(Holding.EMPTY);
    post(MONDAY.plusDays(20), line(PLAIN, 0, 0, SUPPLIER, 2, "1"));
    assertThat(at(PLAIN, 0, 2).inDate()).isEqualTo(MONDAY.plusDays(20));
  }

  @Test
  void aPostingThatWouldFallBelowZeroIsRefusedWholeAndSaysWhatIsLeft() {
    post(MONDAY, line(PLAIN, 0, 0, SUPPLIER, 1, "10"));
    Decision decision =
        post(
            MONDAY,
            line(PLAIN, 0, 0, 1, 2, "6"),
            line(PLAIN, 0, 0, 1, 3, "5"),
            line(ROPE, 0, 0, SUPPLIER, 1, "2.5"));
    assertThat(decision)
        .isEqualTo(
            new Decision.Refused(
                List.of(
                    new Refusal.NotEnough(
                        new PositionKey(PLAIN, 1, 0, 0, 0, Condition.GOOD),
                        Quantity.of(11),
                        Quantity.of(10)))));
    assertThat(book.positions()).hasSize(1);
  }

  @Test
  void goodsMayPassThroughAPlaceWithinOnePosting() {
    Decision decision =
        post(MONDAY, line(PLAIN, 0, 0, SUPPLIER, 1, "6"), line(PLAIN, 0, 0, 1, 2, "6"));
    assertThat(decision).isInstanceOf(Decision.Accepted.class);
    assertThat(at(PLAIN, 0, 2).quantity()).isEqualTo(Quantity.of(6));
  }

  @Test
  void everyLineMustNameWhatTheItemIsTrackedBy() {
    Decision decision =
        post(
            MONDAY,
            line(FLARE, 0, 0, SUPPLIER, 1, "1"),
            line(PLAIN, 8, 0, SUPPLIER, 1, "1"),
            line(BEACON, 0, 0, SUPPLIER, 1, "1"),
            line(PLAIN, 0, 9, SUPPLIER, 1, "1"),
            line(RAFT, 8, 9, SUPPLIER, 1, "2"),
            line(PLAIN, 0, 0, SUPPLIER, 1, "0.5"),
            line(PLAIN, 0, 0, 1, 1, "1"),
            line(PLAIN, 0, 0, SUPPLIER, CUSTOMER, "1"));
    assertThat(((Decision.Refused) decision).reasons())
        .extracting(reason -> (Object) reason.getClass())
        .containsExactly(
            Refusal.LotMissing.class,
            Refusal.LotNotKept.class,
            Refusal.SerialMissing.class,
            Refusal.SerialNotKept.class,
            Refusal.SerialIsOnePiece.class,
            Refusal.WrongQuantity.class,
            Refusal.GoesNowhere.class,
            Refusal.NotOurs.class);
    assertThat(post(MONDAY)).isEqualTo(new Decision.Refused(List.of(new Refusal.NothingToPost())));
  }

  @Test
  void aSerialNumberIsInTheHouseOnce() {
    post(MONDAY, line(BEACON, 0, 9, SUPPLIER, 1, "1"));
    assertThat(post(MONDAY, line(BEACON, 0, 9, SUPPLIER, 2, "1")))
        .isEqualTo(new Decision.Refused(List.of(new Refusal.SerialInHouse(BEACON, 9))));
    assertThat(post(MONDAY, line(BEACON, 0, 9, 1, 2, "1"))).isInstanceOf(Decision.Accepted.class);
    assertThat(post(MONDAY, line(BEACON, 0, 9, 2, CUSTOMER, "1")))
        .isInstanceOf(Decision.Accepted.class);
    assertThat(post(MONDAY, line(BEACON, 0, 9, CUSTOMER, 2, "1")))
        .isInstanceOf(Decision.Accepted.class);
    assertThat(
            post(
                MONDAY, line(BEACON, 0, 7, SUPPLIER, 1, "1"), line(BEACON, 0, 7, SUPPLIER, 2, "1")))
        .isInstanceOf(Decision.Refused.class);
  }

  @Test
  void aLineMayChangeTheConditionInPlace() {
    post(MONDAY, line(PLAIN, 0, 0, SUPPLIER, 1, "10"));
    Line held =
        new Line(
            new Goods(PLAIN, 0, 0), Spot.in(1), new Spot(1, 0, Condition.ON_HOLD), Quantity.of(3));
    assertThat(post(MONDAY, held)).isInstanceOf(Decision.Accepted.class);
    assertThat(at(PLAIN, 0, 1).quantity()).isEqualTo(Quantity.of(7));
  }

  @Test
  void aPostingIsReversedOnceAndAReversalNever() {
    UUID first = UUID.randomUUID();
    book.post(first, NOON, new Draft(MONDAY, List.of(line(PLAIN, 0, 0, SUPPLIER, 1, "10"))));
    long number = book.entry(first).orElseThrow().number();
    UUID back = UUID.randomUUID();
    book.reverse(back, NOON, number);
    assertThat(book.positions()).isEmpty();
    assertThat(book.reverse(back, NOON, number)).isInstanceOf(Decision.Accepted.class);
    assertThatThrownBy(() -> book.reverse(UUID.randomUUID(), NOON, number))
        .isInstanceOfSatisfying(
            Reversal.NotReversible.class,
            no -> assertThat(no.hindrance()).isEqualTo(Reversal.Hindrance.REVERSED_ALREADY));
    assertThatThrownBy(() -> book.reverse(UUID.randomUUID(), NOON, number + 1))
        .isInstanceOfSatisfying(
            Reversal.NotReversible.class,
            no -> assertThat(no.hindrance()).isEqualTo(Reversal.Hindrance.IS_A_REVERSAL));
    assertThatThrownBy(() -> book.reverse(UUID.randomUUID(), NOON, 99))
        .hasMessageContaining("no posting 99");
  }

  @Test
  void goodsThatHaveGoneOnCanNotBeReversedAway() {
    UUID first = UUID.randomUUID();
    book.post(first, NOON, new Draft(MONDAY, List.of(line(PLAIN, 0, 0, SUPPLIER, 1, "10"))));
    post(MONDAY, line(PLAIN, 0, 0, 1, 2, "4"));
    assertThat(book.reverse(UUID.randomUUID(), NOON, 1)).isInstanceOf(Decision.Refused.class);
    assertThat(at(PLAIN, 0, 1).quantity()).isEqualTo(Quantity.of(6));
  }

  @Test
  void whatWasOnHandIsKnownForAnyMoment() {
    book.post(
        UUID.randomUUID(), NOON, new Draft(MONDAY, List.of(line(PLAIN, 0, 0, SUPPLIER, 1, "10"))));
    book.post(
        UUID.randomUUID(),
        NOON.plusSeconds(60),
        new Draft(MONDAY, List.of(line(PLAIN, 0, 0, 1, 2, "4"))));
    assertThat(book.asOf(NOON.minusSeconds(1))).isEmpty();
    assertThat(book.asOf(NOON).values()).containsExactly(Quantity.of(10));
    assertThat(book.asOf(NOON.plusSeconds(60)).values())
        .containsExactly(Quantity.of(6), Quantity.of(4));
  }

  /** A command that may come again, and may ask for too much. */
  private record Asked(int command, int reverse, Line line) {}

  @Provide
  Arbitrary<Asked> asked() {
    Arbitrary<Long> places = Arbitraries.of(1L, 2L, 3L, SUPPLIER, CUSTOMER);
    Arbitrary<Line> lines =
        Combinators.combine(
                Arbitraries.of(PLAIN, ROPE, FLARE, BEACON, RAFT),
                Arbitraries.longs().between(0, 2),
                places,
                places,
                Arbitraries.of("1", "2", "7", "0.5", "0.125"))
            .as(
                (item, mark, from, to, quantity) ->
                    line(
                        item,
                        measure(item).tracking().needsLot() ? 10 + mark : 0,
                        measure(item).tracking().needsSerial() ? 20 * item + mark : 0,
                        from,
                        to,
                        quantity));
    return Combinators.combine(
            Arbitraries.integers().between(0, 30), Arbitraries.integers().between(0, 60), lines)
        .as(Asked::new);
  }

  @Property(tries = 300)
  void invariantsHoldOverAnyHistory(@ForAll List<@net.jqwik.api.From("asked") Asked> history) {
    Book any = new Book(BookTest::measure, BookTest::kind);
    for (Asked asked : history) {
      UUID command = new UUID(0, asked.command());
      boolean repeat = any.entry(command).isPresent();
      var before = List.copyOf(any.entries());
      var positionsBefore = new java.util.TreeMap<>(any.positions());
      Decision decision;
      try {
        decision =
            asked.reverse() > 0 && asked.reverse() <= any.entries().size()
                ? any.reverse(command, NOON, asked.reverse())
                : any.post(command, NOON, new Draft(MONDAY, List.of(asked.line())));
      } catch (Reversal.NotReversible refused) {
        decision = new Decision.Refused(List.of(new Refusal.NothingToPost()));
      }
      if (repeat || decision instanceof Decision.Refused) {
        assertThat(any.entries()).isEqualTo(before);
        assertThat(any.positions()).isEqualTo(positionsBefore);
      }
      assertThat(any.positions().values()).allMatch(holding -> holding.quantity().isPositive());
      assertThat(any.check()).isEmpty();
    }
    for (long item : List.of(PLAIN, ROPE, FLARE, BEACON, RAFT)) {
      Quantity sum = any.balances(item).values().stream().reduce(Quantity.ZERO, Quantity::plus);
      assertThat(sum).isEqualTo(Quantity.ZERO);
    }
    any.positions()
        .forEach(
            (key, holding) -> {
              if (key.serial() != 0) {
                assertThat(holding.quantity()).isEqualTo(Quantity.ONE);
                assertThat(any.positions().keySet().stream())
                    .filteredOn(other -> other.serial() == key.serial())
                    .hasSize(1);
              }
            });
    long reversals = any.entries().stream().filter(entry -> entry.reverses() != 0).count();
    assertThat(
            any.entries().stream().mapToLong(Book.Entry::reverses).filter(n -> n != 0).distinct())
        .hasSize((int) reversals);
  }
}
