package app.reliquum.core.purchasing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import app.reliquum.core.fulfilment.Arrival;
import app.reliquum.core.fulfilment.Arrival.Origin;
import app.reliquum.core.purchasing.ResponseLine.Status;
import app.reliquum.core.quantity.Quantity;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class ResponseLineTest {

  private static Arrival.OrderLine ordered(long quantity, long received) {
    return new Arrival.OrderLine(1, Origin.ORDERED, Quantity.of(quantity), Quantity.of(received));
  }

  private static ResponseLine said(Status status, Long quantity) {
    return new ResponseLine(
        1, status, Optional.ofNullable(quantity).map(Quantity::of), Optional.empty());
  }

  @Test
  void eachStatusSaysHowMuchIsWanted() {
    assertThat(said(Status.ACCEPTED, 10L).wanted(ordered(10, 0))).isEqualTo(Quantity.of(10));
    assertThat(said(Status.ACCEPTED, null).wanted(ordered(10, 3))).isEqualTo(Quantity.of(10));
    assertThat(said(Status.CHANGED, 8L).wanted(ordered(10, 3))).isEqualTo(Quantity.of(8));
    assertThat(said(Status.CHANGED, null).wanted(ordered(10, 3))).isEqualTo(Quantity.of(10));
    assertThat(said(Status.NOT_ACCEPTED, null).wanted(ordered(10, 0))).isEqualTo(Quantity.ZERO);
    assertThat(said(Status.NOT_ACCEPTED, 10L).wanted(ordered(10, 3))).isEqualTo(Quantity.of(3));
    assertThat(said(Status.ALREADY_DELIVERED, null).wanted(ordered(10, 10)))
        .isEqualTo(Quantity.of(10));
  }

  @Test
  void whatCannotBeIsRefused() {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> said(Status.ACCEPTED, 9L).wanted(ordered(10, 0)))
        .withMessageContaining("accepted as ordered");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> said(Status.CHANGED, 2L).wanted(ordered(10, 3)))
        .withMessageContaining("here already");
    Arrival.OrderLine added =
        new Arrival.OrderLine(1, Origin.ADDED, Quantity.of(2), Quantity.of(2));
    assertThatIllegalArgumentException()
        .isThrownBy(() -> said(Status.CHANGED, 4L).wanted(added))
        .withMessageContaining("not ordered");
  }

  @Test
  void codesAreThoseOfTheList() {
    assertThat(Status.of("3")).contains(Status.CHANGED);
    assertThat(Status.of("5")).contains(Status.ACCEPTED);
    assertThat(Status.of("7")).contains(Status.NOT_ACCEPTED);
    assertThat(Status.of("42")).contains(Status.ALREADY_DELIVERED);
    assertThat(Status.of("1")).isEmpty();
  }

  @Property
  void whatHasComeIsNeverTakenOff(
      @ForAll Status status,
      @ForAll @IntRange(max = 50) int quantity,
      @ForAll @IntRange(min = 1, max = 50) int wanted,
      @ForAll @IntRange(max = 50) int received) {
    Arrival.OrderLine line = ordered(wanted, received);
    try {
      assertThat(said(status, (long) quantity).wanted(line))
          .isGreaterThanOrEqualTo(line.received());
    } catch (IllegalArgumentException refused) {
      assertThat(refused).hasMessageMatching(".*(here already|accepted as ordered).*");
    }
  }
}
