package app.reliquum.core.counting;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.counting.CountState.Action;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class CountStateTest {

  @Test
  void whatIsUsuallyDoneNextComesFirst() {
    assertThat(CountState.COUNTING.can(false))
        .containsExactly(Action.TO_REVIEW, Action.ASSIGN, Action.CANCEL);
    assertThat(CountState.IN_REVIEW.can(false))
        .containsExactly(Action.POST, Action.DECIDE, Action.REOPEN, Action.ASSIGN, Action.CANCEL);
    assertThat(CountState.IN_REVIEW.can(true))
        .startsWith(Action.APPROVE)
        .doesNotContain(Action.POST);
  }

  @ParameterizedTest
  @EnumSource
  void nothingCanBeDoneWithWhatHasEnded(CountState state) {
    assertThat(state.can(false).isEmpty()).isEqualTo(!state.open());
  }
}
