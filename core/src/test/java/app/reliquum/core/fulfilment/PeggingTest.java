package app.reliquum.core.fulfilment;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.fulfilment.Pegging.Line;
import app.reliquum.core.fulfilment.Pegging.Peg;
import app.reliquum.core.fulfilment.Pegging.Result;
import app.reliquum.core.fulfilment.Pegging.Supply;
import app.reliquum.core.fulfilment.Pegging.Wanted;
import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.Test;

class PeggingTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 6, 1);
  private static final Line FIRST = new Line("OB-1", 1);
  private static final Line SECOND = new Line("OB-2", 1);

  private static Quantity of(int amount) {
    return Quantity.of(Integer.toString(amount));
  }

  private static Supply coming(String document, int days, int quantity, Line forLine) {
    return new Supply(
        document, MONDAY.plusDays(days), of(quantity), true, Optional.ofNullable(forLine));
  }

  /** Six of ten are missing, and five come in a pack: four of the second pack are free. */
  @Test
  void whatWasOrderedForALineIsForThatLineAndTheRestForOthers() {
    Result result =
        Pegging.of(
            List.of(new Wanted(SECOND, of(3)), new Wanted(FIRST, of(6))),
            List.of(coming("PO-1", 4, 10, FIRST)));
    assertThat(result.pegs())
        .containsExactlyInAnyOrder(
            new Peg(FIRST, "PO-1", MONDAY.plusDays(4), of(6), true),
            new Peg(SECOND, "PO-1", MONDAY.plusDays(4), of(3), true));
    assertThat(result.unmet()).isEmpty();
    assertThat(result.coveredBy(FIRST)).contains(MONDAY.plusDays(4));
  }

  @Test
  void whatIsBoughtForAnOrderTakesNothingThatComesForOthers() {
    Result result =
        Pegging.of(
            List.of(new Wanted(FIRST, of(6), true), new Wanted(SECOND, of(3))),
            List.of(coming("PO-1", 4, 10, null), coming("PO-2", 9, 5, FIRST)));
    assertThat(result.pegs())
        .containsExactly(
            new Peg(SECOND, "PO-1", MONDAY.plusDays(4), of(3), true),
            new Peg(FIRST, "PO-2", MONDAY.plusDays(9), of(5), true));
    assertThat(result.unmet()).isEqualTo(Map.of(FIRST, of(1)));
  }

  @Test
  void whatHasBecomeAvailableIsForThoseForWhomGoodsCame() {
    List<Wanted> came = List.of(new Wanted(SECOND, of(4)), new Wanted(FIRST, of(5)));
    assertThat(Pegging.share(of(6), came)).isEqualTo(Map.of(SECOND, of(4), FIRST, of(2)));
    assertThat(Pegging.share(of(20), came)).isEqualTo(Map.of(SECOND, of(4), FIRST, of(5)));
    assertThat(Pegging.share(of(0), came)).isEmpty();
  }

  @Test
  void whoStandsFirstHasWhatComesSoonest() {
    Result result =
        Pegging.of(
            List.of(new Wanted(FIRST, of(6)), new Wanted(SECOND, of(6))),
            List.of(coming("PO-2", 9, 6, null), coming("PO-1", 2, 8, null)));
    assertThat(result.coveredBy(FIRST)).contains(MONDAY.plusDays(2));
    assertThat(result.coveredBy(SECOND)).contains(MONDAY.plusDays(9));
  }

  @Test
  void whatNothingComesForIsUnmetAndNotCovered() {
    Result result =
        Pegging.of(List.of(new Wanted(FIRST, of(6))), List.of(coming("PO-1", 2, 4, null)));
    assertThat(result.unmet()).isEqualTo(Map.of(FIRST, of(2)));
    assertThat(result.coveredBy(FIRST)).isEmpty();
  }

  @Test
  void whatIsOnlyAskedForMeetsALineAndDoesNotCoverIt() {
    Supply asked = new Supply("RQ-1", MONDAY, of(6), false, Optional.of(FIRST));
    Result result = Pegging.of(List.of(new Wanted(FIRST, of(6))), List.of(asked));
    assertThat(result.unmet()).isEmpty();
    assertThat(result.coveredBy(FIRST)).isEmpty();
  }

  @RepeatedTest(200)
  void nothingIsGivenTwiceAndNobodyGetsMoreThanTheyLack() {
    Random random = new Random();
    List<Wanted> wanted = new ArrayList<>();
    for (int i = 0; i < random.nextInt(6); i++) {
      wanted.add(new Wanted(new Line("OB-" + i, 1), of(1 + random.nextInt(9))));
    }
    List<Supply> supplies = new ArrayList<>();
    for (int i = 0; i < random.nextInt(6); i++) {
      Line line = random.nextBoolean() ? null : new Line("OB-" + random.nextInt(6), 1);
      supplies.add(coming("PO-" + i, random.nextInt(9), 1 + random.nextInt(9), line));
    }
    Result result = Pegging.of(wanted, supplies);
    Map<String, Quantity> given =
        result.pegs().stream()
            .collect(Collectors.toMap(Peg::document, Peg::quantity, Quantity::plus));
    for (Supply supply : supplies) {
      assertThat(given.getOrDefault(supply.document(), Quantity.ZERO))
          .isLessThanOrEqualTo(supply.quantity());
    }
    for (Wanted one : wanted) {
      Quantity met =
          result.pegs().stream()
              .filter(peg -> peg.line().equals(one.line()))
              .map(Peg::quantity)
              .reduce(Quantity.ZERO, Quantity::plus);
      assertThat(met.plus(result.unmet().getOrDefault(one.line(), Quantity.ZERO)))
          .isEqualTo(one.missing());
    }
    // As long as someone lacks something, nothing is left over.
    Quantity all = supplies.stream().map(Supply::quantity).reduce(Quantity.ZERO, Quantity::plus);
    Quantity out = given.values().stream().reduce(Quantity.ZERO, Quantity::plus);
    assertThat(result.unmet().isEmpty() || out.equals(all)).isTrue();
  }
}
