package app.reliquum.core.fulfilment;

import static app.reliquum.core.fulfilment.SupplierReturn.Action.ADD;
import static app.reliquum.core.fulfilment.SupplierReturn.Action.CANCEL;
import static app.reliquum.core.fulfilment.SupplierReturn.Action.CHANGE;
import static app.reliquum.core.fulfilment.SupplierReturn.Action.PUT_BACK;
import static app.reliquum.core.fulfilment.SupplierReturn.Action.SHIP;
import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.fulfilment.SupplierReturn.State;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import org.junit.jupiter.api.Test;

class SupplierReturnTest {

  @Test
  void itIsShippedOnceSomethingIsSetAside() {
    assertThat(SupplierReturn.can(State.OPEN, 1))
        .containsExactly(SHIP, PUT_BACK, ADD, CHANGE, CANCEL);
    assertThat(SupplierReturn.can(State.OPEN, 0)).containsExactly(ADD, CHANGE, CANCEL);
  }

  @Test
  void nothingIsDoneWithWhatHasLeftOrWasCancelled() {
    assertThat(SupplierReturn.can(State.SHIPPED, 3)).isEmpty();
    assertThat(SupplierReturn.can(State.CANCELLED, 0)).isEmpty();
  }

  @Test
  void anOrderExpectsNoMoreAgainThanHadCome() {
    assertThat(SupplierReturn.expectedAgain(Quantity.of("5"), Quantity.of("12")))
        .isEqualTo(Quantity.of("5"));
    assertThat(SupplierReturn.expectedAgain(Quantity.of("5"), Quantity.of("3")))
        .isEqualTo(Quantity.of("3"));
    assertThat(SupplierReturn.expectedAgain(Quantity.of("5"), Quantity.ZERO))
        .isEqualTo(Quantity.ZERO);
  }

  @Test
  void aClaimIsTheCostTheyCameAtToTheCent() {
    assertThat(SupplierReturn.claim(Quantity.of("3"), new BigDecimal("0.335")))
        .isEqualByComparingTo("1.01");
  }
}
