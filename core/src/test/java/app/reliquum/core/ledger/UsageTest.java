package app.reliquum.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class UsageTest {

  private static final Quantity FOUR = Quantity.of("4");

  @ParameterizedTest
  @CsvSource({
    "CUSTOMER, CUSTOMER",
    "USED_UP, JOB_OR_HOUSE",
    "SCRAPPED, SCRAP",
    "LOST, LOSS",
    "COUNT_DIFFERENCE, COUNT",
    "SUPPLIER, RETURN_TO_SUPPLIER"
  })
  void whatLeavesForAContraPlaceIsUsed(PlaceKind contra, Usage.Cause cause) {
    for (PlaceKind own : new PlaceKind[] {PlaceKind.BIN, PlaceKind.IN_TRANSIT, PlaceKind.ON_LOAN}) {
      assertThat(Usage.of(own, contra, FOUR, false)).contains(new Usage(cause, FOUR));
      // Whatever takes a return back uses the goods again.
      assertThat(Usage.of(own, contra, FOUR, true)).contains(new Usage(cause, FOUR));
      assertThat(Usage.of(contra, own, FOUR, true)).contains(new Usage(cause, FOUR.negated()));
      assertThat(Usage.of(contra, own, FOUR, false)).isEmpty();
    }
  }

  @ParameterizedTest
  @EnumSource(PlaceKind.class)
  void whatMovesBetweenOwnPlacesOrOpensTheBooksIsNot(PlaceKind kind) {
    assertThat(Usage.of(PlaceKind.OPENING, kind, FOUR, true)).isEmpty();
    if (kind.ours()) {
      assertThat(Usage.of(PlaceKind.BIN, kind, FOUR, true)).isEmpty();
      assertThat(Usage.of(kind, PlaceKind.OPENING, FOUR, true)).isEmpty();
    }
  }

  @Test
  void eachCauseHasAPlaceOfItsOwn() {
    for (Usage.Cause cause : Usage.Cause.values()) {
      assertThat(cause.contra().ours()).isFalse();
      assertThat(Usage.Cause.of(cause.contra())).isEqualTo(Optional.of(cause));
    }
  }
}
