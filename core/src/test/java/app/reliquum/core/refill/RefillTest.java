package app.reliquum.core.refill;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.tuple;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Candidate;
import app.reliquum.core.removal.Policy;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class RefillTest {

  private static final LocalDate TODAY = LocalDate.of(2026, 3, 2);
  private static final long ITEM = 1;
  private static final long FACE = 10;

  /** At 10 or less, up to 60, in boxes of 12. */
  private static final PickFace BOXES = face(10, 60, 12);

  private static PickFace face(long minimum, long maximum, long pack) {
    return new PickFace(ITEM, FACE, Quantity.of(minimum), Quantity.of(maximum), Quantity.of(pack));
  }

  private static PickFace.Stock stock(long there, long reserved, long carried) {
    return new PickFace.Stock(Quantity.of(there), Quantity.of(reserved), Quantity.of(carried));
  }

  private static Candidate bulk(long place, long free, int daysAgo, int walk) {
    return new Candidate(
        new PositionKey(ITEM, place, 0, 0, 0, Condition.GOOD),
        Quantity.of(free),
        TODAY.minusDays(daysAgo),
        null,
        "",
        "B-" + place,
        walk,
        5,
        true);
  }

  private static Refill refill(PickFace face, PickFace.Stock stock, Candidate... bulk) {
    return Refill.of(face, stock, TODAY, Policy.USUAL, List.of(bulk));
  }

  @Test
  void isNeededAtTheMinimumAndNotAboveIt() {
    assertThat(BOXES.missing(stock(11, 0, 0))).isEqualTo(Quantity.ZERO);
    assertThat(BOXES.missing(stock(10, 0, 0))).isEqualTo(Quantity.of(48));
    assertThat(BOXES.missing(stock(0, 0, 0))).isEqualTo(Quantity.of(60));
  }

  @Test
  void whatIsReservedDoesNotCountButTakesRoomUntilItIsPicked() {
    assertThat(BOXES.missing(stock(30, 20, 0))).isEqualTo(Quantity.of(24));
    assertThat(BOXES.missing(stock(30, 19, 0))).isEqualTo(Quantity.ZERO);
    assertThat(BOXES.missing(stock(60, 60, 0))).isEqualTo(Quantity.ZERO);
  }

  @Test
  void whatIsOnItsWayIsNotBroughtTwice() {
    assertThat(BOXES.missing(stock(4, 0, 12))).isEqualTo(Quantity.ZERO);
    assertThat(BOXES.missing(stock(0, 0, 6))).isEqualTo(Quantity.of(48));
  }

  @Test
  void comesFromTheOldestInWholePacksThoughWhatIsOpenIsOlder() {
    Refill refill = refill(BOXES, stock(4, 0, 0), bulk(21, 30, 9, 1), bulk(22, 100, 3, 2));
    assertThat(refill.missing()).isEqualTo(Quantity.of(48));
    assertThat(refill.sources())
        .extracting(one -> one.key().place(), Refill.Source::quantity)
        .containsExactly(tuple(21L, Quantity.of(24)), tuple(22L, Quantity.of(24)));
    assertThat(refill.brought()).isEqualTo(Quantity.of(48));
  }

  @Test
  void bringsPiecesWhereNoWholePackIsLeft() {
    Refill refill = refill(BOXES, stock(0, 0, 0), bulk(21, 5, 9, 1), bulk(22, 11, 3, 2));
    assertThat(refill.sources())
        .extracting(Refill.Source::quantity)
        .containsExactly(Quantity.of(5), Quantity.of(11));
    assertThat(refill(BOXES, stock(0, 0, 0)).possible()).isFalse();
  }

  @Test
  void whatLeavesTheNextPickerNothingGoesFirstThenTheWayOfWalking() {
    Refill far = refill(BOXES, stock(2, 0, 0), bulk(21, 48, 1, 90));
    Refill near = refill(BOXES, stock(2, 0, 0), bulk(22, 48, 1, 10));
    Refill awaited = refill(BOXES, stock(12, 4, 0), bulk(23, 48, 1, 95));
    Refill urgent = refill(BOXES, stock(12, 12, 0), bulk(24, 48, 1, 99));
    Refill impossible = refill(BOXES, stock(12, 12, 0));
    List<Refill> all = new ArrayList<>(List.of(impossible, far, near, awaited, urgent));
    all.sort(Refill.FIRST);
    assertThat(all).containsExactly(urgent, awaited, near, far, impossible);
  }

  @Test
  void refusesWhatCouldNeverBeRefilled() {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> face(10, 10, 0))
        .withMessageContaining("not above the minimum");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> face(10, 20, 12))
        .withMessageContaining("no room for a pack of 12");
    assertThatIllegalArgumentException().isThrownBy(() -> face(-1, 20, 0));
  }

  /** Whatever there is: never above the maximum, never more than is free, in whole packs. */
  @Test
  void neverBringsTooMuchAndAlwaysWholePacksWhileThereAreAny() {
    Random random = new Random(18);
    for (int round = 0; round < 2000; round++) {
      long pack = 1 + random.nextInt(12);
      long minimum = random.nextInt(20);
      PickFace face = face(minimum, minimum + pack + random.nextInt(40), pack);
      long there = random.nextInt(60);
      PickFace.Stock stock =
          stock(there, there == 0 ? 0 : random.nextInt((int) there + 1), random.nextInt(20));
      List<Candidate> bulk = new ArrayList<>();
      for (int i = random.nextInt(4); i > 0; i--) {
        bulk.add(bulk(20 + i, random.nextInt(40), random.nextInt(9), random.nextInt(9)));
      }
      Refill refill = Refill.of(face, stock, TODAY, Policy.USUAL, bulk);
      if (refill.possible()) {
        assertThat(refill.brought().plus(stock.there()).plus(stock.carried()))
            .isLessThanOrEqualTo(face.maximum());
        assertThat(stock.there().minus(stock.reserved()).plus(stock.carried()))
            .isLessThanOrEqualTo(face.minimum());
      }
      boolean whole = bulk.stream().anyMatch(one -> one.free().inWholes(face.pack()).isPositive());
      for (Refill.Source source : refill.sources()) {
        Quantity free =
            bulk.stream()
                .filter(one -> one.key().equals(source.key()))
                .findFirst()
                .orElseThrow()
                .free();
        assertThat(source.quantity()).isLessThanOrEqualTo(free);
        if (whole) {
          assertThat(source.quantity().inWholes(face.pack())).isEqualTo(source.quantity());
        }
      }
    }
  }
}
