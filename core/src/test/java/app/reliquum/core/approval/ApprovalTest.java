package app.reliquum.core.approval;

import static app.reliquum.core.approval.Approval.Action.ANSWER;
import static app.reliquum.core.approval.Approval.Action.APPROVE;
import static app.reliquum.core.approval.Approval.Action.REFUSE;
import static app.reliquum.core.approval.Approval.Action.REQUEST_INFORMATION;
import static app.reliquum.core.approval.Approval.Action.WITHDRAW;
import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.approval.Approval.Obstacle;
import app.reliquum.core.approval.Approval.Person;
import app.reliquum.core.approval.Approval.State;
import java.math.BigDecimal;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class ApprovalTest {

  private static final BigDecimal HUNDRED = new BigDecimal("100");

  private static BigDecimal money(String text) {
    return text == null ? null : new BigDecimal(text);
  }

  private static Person person(boolean proposed, boolean tookPart, boolean approves, String limit) {
    return new Person(proposed, tookPart, approves, true, money(limit));
  }

  @ParameterizedTest
  @CsvSource({
    ",     ,     ",
    "50,   ,     50",
    ",     80,   80",
    "50,   80,   50",
    "80,   50,   50",
    "80,   80.0, 80",
  })
  void theLowerLimitHolds(String own, String ofReason, String expected) {
    assertThat(Approval.limit(money(own), money(ofReason)))
        .usingValueComparator((one, two) -> one.compareTo(two))
        .isEqualTo(Optional.ofNullable(money(expected)));
  }

  @ParameterizedTest
  @CsvSource({"99.99, false", "100, false", "100.00, false", "100.01, true", "0, false"})
  void someoneElseMustAgreeAboveTheLimitOnly(String gross, boolean needed) {
    assertThat(Approval.needed(money(gross), Optional.of(HUNDRED))).isEqualTo(needed);
    assertThat(Approval.needed(money(gross), Optional.empty())).isFalse();
  }

  @Test
  void nobodyAgreesToTheirOwn() {
    assertThat(Approval.obstacle(person(true, true, true, "1"), HUNDRED)).contains(Obstacle.OWN);
    assertThat(Approval.obstacle(person(false, true, true, "1"), HUNDRED))
        .contains(Obstacle.TOOK_PART);
    assertThat(Approval.obstacle(person(false, false, true, "99"), HUNDRED))
        .contains(Obstacle.ABOVE_LIMIT);
    assertThat(Approval.obstacle(person(false, false, true, "100"), HUNDRED)).isEmpty();
    assertThat(Approval.obstacle(person(false, false, true, null), HUNDRED)).isEmpty();
  }

  @Test
  void eachPersonMayDoWhatIsTheirs() {
    assertThat(Approval.can(State.PROPOSED, person(true, false, true, null), HUNDRED))
        .containsExactly(ANSWER, WITHDRAW);
    assertThat(Approval.can(State.PROPOSED, person(false, false, true, null), HUNDRED))
        .containsExactly(APPROVE, REFUSE, REQUEST_INFORMATION);
    assertThat(Approval.can(State.PROPOSED, person(false, true, true, null), HUNDRED))
        .containsExactly(REFUSE, REQUEST_INFORMATION);
    assertThat(Approval.can(State.PROPOSED, person(false, false, false, null), HUNDRED)).isEmpty();
    assertThat(Approval.can(State.PROPOSED, new Person(true, false, false, false, null), HUNDRED))
        .isEmpty();
  }

  @ParameterizedTest
  @EnumSource(
      value = State.class,
      names = {"APPROVED", "REFUSED", "WITHDRAWN"})
  void nothingIsDoneWithWhatIsDecided(State state) {
    assertThat(Approval.can(state, person(true, false, true, null), HUNDRED)).isEmpty();
    assertThat(Approval.can(state, person(false, false, true, null), HUNDRED)).isEmpty();
  }
}
