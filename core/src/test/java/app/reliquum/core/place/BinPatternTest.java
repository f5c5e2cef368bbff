package app.reliquum.core.place;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BinPatternTest {

  @Test
  void makesARackInWalkingOrder() {
    BinPattern rack = BinPattern.of("QA-[01..03]-[A..B]");
    assertThat(rack.count()).isEqualTo(6);
    assertThat(rack.addresses())
        .containsExactly("QA-01-A", "QA-01-B", "QA-02-A", "QA-02-B", "QA-03-A", "QA-03-B");
  }

  @Test
  void keepsTheWidthOfTheFirstNumberAndReadsLists() {
    assertThat(BinPattern.of("P[8..11]").addresses()).containsExactly("P8", "P9", "P10", "P11");
    assertThat(BinPattern.of("[L,R]-[08..09]").addresses())
        .containsExactly("L-08", "L-09", "R-08", "R-09");
    assertThat(BinPattern.of("DOCK-1").addresses()).containsExactly("DOCK-1");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "QA-[01..12   | 3 | not closed",
        "qa-1         | 0 | can't stand in an address",
        "QA-[12..01]  | 4 | backwards",
        "QA-[E..A]    | 4 | backwards",
        "QA-[1..B]    | 4 | no range",
        "QA-[x]       | 4 | no range",
        "[1..99999]   | 1 | more than 5000",
        "[01..99]-[01..99] | 0 | more than 5000",
        "AVERYLONGADDRESSTHATNOLABELHOLDS | 0 | longer than 24",
        "''           | 0 | empty"
      })
  void saysWhereAPatternIsWrong(String pattern, int offset, String said) {
    assertThatThrownBy(() -> BinPattern.of(pattern))
        .isInstanceOfSatisfying(
            BinPatternException.class,
            fault -> {
              assertThat(fault.offset()).isEqualTo(offset);
              assertThat(fault).hasMessageContaining(said);
            });
  }

  @Test
  void onlyOwnPlacesKeepPositions() {
    assertThat(PlaceKind.BIN.ours()).isTrue();
    assertThat(PlaceKind.IN_TRANSIT.ours()).isTrue();
    assertThat(PlaceKind.CUSTOMER.ours()).isFalse();
    assertThat(AreaPurpose.PICK.available()).isTrue();
    assertThat(AreaPurpose.HOLD.available()).isFalse();
  }
}
