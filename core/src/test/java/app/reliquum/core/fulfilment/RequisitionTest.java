package app.reliquum.core.fulfilment;

import static app.reliquum.core.fulfilment.Requisition.Action.APPROVE;
import static app.reliquum.core.fulfilment.Requisition.Action.CANCEL;
import static app.reliquum.core.fulfilment.Requisition.Action.CHOOSE_SUPPLIER;
import static app.reliquum.core.fulfilment.Requisition.Action.ORDER;
import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.fulfilment.Requisition.State;
import org.junit.jupiter.api.Test;

class RequisitionTest {

  @Test
  void itIsApprovedBeforeItIsOrderedAndOrderedFromSomeoneOnly() {
    assertThat(Requisition.can(State.REQUESTED, true))
        .containsExactly(APPROVE, CHOOSE_SUPPLIER, CANCEL);
    assertThat(Requisition.can(State.APPROVED, true))
        .containsExactly(ORDER, CHOOSE_SUPPLIER, CANCEL);
    assertThat(Requisition.can(State.APPROVED, false)).containsExactly(CHOOSE_SUPPLIER, CANCEL);
  }

  @Test
  void nothingIsDoneWithWhatHasEnded() {
    assertThat(Requisition.can(State.ORDERED, true)).isEmpty();
    assertThat(Requisition.can(State.CANCELLED, true)).isEmpty();
  }
}
