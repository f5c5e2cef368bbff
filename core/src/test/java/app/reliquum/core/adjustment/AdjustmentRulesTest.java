package app.reliquum.core.adjustment;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class AdjustmentRulesTest {

  @Test
  void aKindGoesItsOwnWayAndOnlyOneForBothWaysSetsTheBook() {
    assertThat(Direction.IN.allows(Way.IN)).isTrue();
    assertThat(Direction.IN.allows(Way.OUT)).isFalse();
    assertThat(Direction.IN.allows(Way.SET)).isFalse();
    assertThat(Direction.OUT.allows(Way.OUT)).isTrue();
    assertThat(Direction.OUT.allows(Way.IN)).isFalse();
    assertThat(Direction.OUT.allows(Way.SET)).isFalse();
    for (Way way : Way.values()) {
      assertThat(Direction.EITHER.allows(way)).isTrue();
    }
  }

  @ParameterizedTest
  @CsvSource({
    "ADJUSTMENT, EITHER, COUNT_DIFFERENCE,",
    "ADJUSTMENT, IN, OPENING,",
    "ADJUSTMENT, OUT, BIN, NO_CONTRA_PLACE",
    "MOVEMENT, OUT, IN_TRANSIT, NO_CONTRA_PLACE",
    "MOVEMENT, OUT, ON_LOAN, LOANS_ARE_ON_LOAN",
    "LOAN, OUT, CUSTOMER, LOANS_ARE_ON_LOAN",
    "LOAN, OUT, ON_LOAN,",
    "LOAN, IN, ON_LOAN,",
    "LOAN, EITHER, ON_LOAN, LOAN_GOES_ONE_WAY",
    "SCRAP, OUT, SCRAPPED,",
    "SCRAP, IN, SCRAPPED, SCRAP_GOES_OUT",
    "SCRAP, EITHER, SCRAPPED, SCRAP_GOES_OUT",
    "SCRAP, OUT, LOST, SCRAP_GOES_OUT",
    "MOVEMENT, EITHER, SCRAPPED,"
  })
  void aKindFitsItsPurpose(
      Purpose purpose, Direction direction, PlaceKind contra, Purpose.Fault fault) {
    assertThat(purpose.fault(direction, contra).orElse(null)).isEqualTo(fault);
  }

  @ParameterizedTest
  @EnumSource(Purpose.class)
  void onlyScrapHasSeveralReasons(Purpose purpose) {
    assertThat(purpose.severalReasons()).isEqualTo(purpose == Purpose.SCRAP);
  }

  @ParameterizedTest
  @CsvSource({
    "LOAN, OUT, false, true",
    "LOAN, OUT, true, true",
    "LOAN, IN, true, false",
    "MOVEMENT, OUT, true, true",
    "MOVEMENT, OUT, false, false",
    "MOVEMENT, IN, true, false",
    "MOVEMENT, EITHER, true, false",
    "ADJUSTMENT, OUT, true, false",
    "SCRAP, OUT, true, false"
  })
  void whatHasAWayBackIsFollowedUntilItIsBack(
      Purpose purpose, Direction direction, boolean opposite, boolean comesBack) {
    assertThat(purpose.comesBack(direction, opposite)).isEqualTo(comesBack);
  }

  @Test
  void noMoreComesBackThanIsOut() {
    LentGoods goods = new LentGoods(Quantity.of("5"), Quantity.of("3.5"));
    assertThat(goods.open()).isEqualTo(Quantity.of("1.5"));
    assertThat(goods.takes(Quantity.of("1.5"))).isTrue();
    assertThat(goods.takes(Quantity.of("1.500001"))).isFalse();
    assertThat(LentGoods.settled(List.of(goods))).isFalse();
    assertThat(
            LentGoods.settled(
                List.of(
                    new LentGoods(Quantity.ONE, Quantity.ONE),
                    new LentGoods(Quantity.ZERO, Quantity.ZERO))))
        .isTrue();
  }
}
