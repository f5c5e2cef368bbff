package app.reliquum.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import org.junit.jupiter.api.Test;

class ConditionTest {

  @Test
  void itsCodesAreKeptInEveryHouseAndNeverChange() {
    assertThat(Condition.GOOD.code()).isZero();
    assertThat(Condition.ON_HOLD.code()).isEqualTo(1);
    assertThat(Condition.REJECTED.code()).isEqualTo(2);
    for (Condition condition : Condition.values()) {
      assertThat(Condition.of(condition.code())).isEqualTo(condition);
    }
  }

  @Test
  void aCodeThatNoneHasIsRefused() {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> Condition.of(3))
        .withMessageContaining("3");
  }
}
