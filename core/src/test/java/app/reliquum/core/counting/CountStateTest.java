package app.reliquum.core.counting;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.counting.CountState.Action;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class CountStateTest {

  @Test
  void whatIsUsuallyDoneNextComesFirst() {
    assertThat(CountState.COUNTING.can(false, false))
        .containsExactly(Action.TO_REVIEW, Action.ASSIGN, Action.CANCEL);
    assertThat(CountState.IN_REVIEW.can(false, false))
        .containsExactly(
            Action.POST, Action.DECIDE, Action.REOPEN, Action.CHECK, Action.ASSIGN, Action.CANCEL);
    assertThat(CountState.IN_REVIEW.can(true, false))
        .startsWith(Action.APPROVE)
        .doesNotContain(Action.POST);
  }

  @ParameterizedTest
  @EnumSource
  void whatHasEndedIsNotChanged(CountState state) {
    assertThat(state.can(false, false).stream().allMatch(Action.CHECK::equals))
        .isEqualTo(!state.open());
  }

  @Test
  void onlyWhatStandsInTheLedgerIsReversed() {
    assertThat(CountState.POSTED.can(false, true))
        .containsExactly(CountState.Action.CHECK, CountState.Action.REVERSE);
    assertThat(CountState.POSTED.can(false, false)).doesNotContain(CountState.Action.REVERSE);
    assertThat(CountState.CANCELLED.can(false, false)).isEmpty();
    assertThat(CountState.IN_REVIEW.can(false, false)).doesNotContain(CountState.Action.REVERSE);
  }
}
