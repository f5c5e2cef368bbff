package app.reliquum.core.demand;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.demand.Sourcing.Buying;
import app.reliquum.core.demand.Sourcing.Making;
import app.reliquum.core.demand.Sourcing.Part;
import app.reliquum.core.demand.Sourcing.Surplus;
import app.reliquum.core.demand.Sourcing.Way;
import app.reliquum.core.quantity.Quantity;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.Test;

class SourcingTest {

  private static final Optional<Making> NOT_MADE = Optional.empty();

  private static Quantity of(int amount) {
    return Quantity.of(Integer.toString(amount));
  }

  private static Optional<Buying> sold(int multiple, int days) {
    return Optional.of(new Buying(7, new SupplyTerms(Quantity.ZERO, of(multiple)), days));
  }

  @Test
  void aSurplusGoesBeforeBuyingIfItIsSooner() {
    List<Surplus> surpluses = List.of(new Surplus(2, of(30), 9), new Surplus(3, of(8), 1));
    assertThat(Sourcing.parts(of(20), of(24), surpluses, NOT_MADE, sold(6, 9)))
        .containsExactly(new Part(Way.TRANSFER, 3, of(8), 1), new Part(Way.BUY, 7, of(12), 9));
  }

  @Test
  void whereNobodySellsItAnySurplusWillDo() {
    List<Surplus> surpluses = List.of(new Surplus(2, of(30), 9));
    assertThat(Sourcing.parts(of(40), of(40), surpluses, NOT_MADE, Optional.empty()))
        .containsExactly(new Part(Way.TRANSFER, 2, of(30), 9));
  }

  @Test
  void itIsMadeAsFarAsTheComponentsGo() {
    assertThat(
            Sourcing.parts(
                of(10), of(10), List.of(), Optional.of(new Making(of(6), 1)), sold(5, 3)))
        .containsExactly(new Part(Way.MAKE, 0, of(6), 1), new Part(Way.BUY, 7, of(5), 3));
  }

  @Test
  void whatWouldExpireIsNotBought() {
    assertThat(Sourcing.parts(of(10), of(8), List.of(), NOT_MADE, sold(8, 3)))
        .containsExactly(new Part(Way.BUY, 7, of(8), 3));
  }

  @RepeatedTest(100)
  void thePartsAreEnoughAndNoSurplusGivesMoreThanItHas() {
    Random random = new Random();
    List<Surplus> surpluses =
        random
            .ints(random.nextInt(4), 0, 20)
            .mapToObj(amount -> new Surplus(1 + random.nextInt(9), of(amount), random.nextInt(9)))
            .toList();
    SupplyTerms terms = new SupplyTerms(of(random.nextInt(9)), of(random.nextInt(9)));
    Quantity needed = of(1 + random.nextInt(60));
    List<Part> parts =
        Sourcing.parts(
            needed,
            terms.atLeast(needed),
            surpluses,
            random.nextBoolean() ? NOT_MADE : Optional.of(new Making(of(random.nextInt(20)), 1)),
            Optional.of(new Buying(7, terms, 5)));
    assertThat(parts).allMatch(part -> part.quantity().isPositive());
    assertThat(parts.stream().map(Part::quantity).reduce(Quantity.ZERO, Quantity::plus))
        .isGreaterThanOrEqualTo(needed);
    assertThat(parts.stream().filter(part -> part.way() == Way.TRANSFER))
        .allMatch(
            part ->
                surpluses.stream()
                    .anyMatch(
                        one ->
                            one.site() == part.from()
                                && one.quantity().compareTo(part.quantity()) >= 0));
  }

  @Test
  void anOrderIsTakenOnTheSuppliersDays() {
    OrderDays days =
        new OrderDays(
            Set.of(DayOfWeek.TUESDAY, DayOfWeek.FRIDAY), Optional.of(LocalTime.of(14, 0)));
    LocalDate tuesday = LocalDate.of(2026, 6, 2);
    assertThat(days.takenOn(tuesday.atTime(13, 59))).isEqualTo(tuesday);
    assertThat(days.takenOn(tuesday.atTime(14, 1))).isEqualTo(tuesday.plusDays(3));
    assertThat(days.lastBefore(tuesday.plusDays(2))).isEqualTo(tuesday);
    assertThat(OrderDays.ANY.takenOn(tuesday.atTime(23, 0))).isEqualTo(tuesday);
  }
}
