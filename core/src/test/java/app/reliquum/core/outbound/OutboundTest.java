package app.reliquum.core.outbound;

import static app.reliquum.core.outbound.Outbound.state;
import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.outbound.Outbound.Line;
import app.reliquum.core.outbound.Outbound.State;
import app.reliquum.core.quantity.Quantity;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class OutboundTest {

  private static Line line(
      int asked, int withdrawn, int reserved, int picked, int packed, int gone) {
    return new Line(
        1,
        Quantity.of(asked),
        Quantity.of(withdrawn),
        Quantity.of(reserved),
        Quantity.of(picked),
        Quantity.of(packed),
        Quantity.of(gone));
  }

  @Test
  void stateFollowsFromTheLines() {
    assertThat(state(false, false, false, false, List.of(line(10, 0, 0, 0, 0, 0))))
        .isEqualTo(State.ACCEPTED);
    assertThat(state(false, true, false, false, List.of(line(10, 0, 4, 0, 0, 0))))
        .isEqualTo(State.SHORT);
    assertThat(state(false, true, false, false, List.of(line(10, 0, 10, 0, 0, 0))))
        .isEqualTo(State.ALLOCATED);
    assertThat(state(false, true, true, false, List.of(line(10, 0, 10, 0, 0, 0))))
        .isEqualTo(State.PICKING);
    assertThat(state(false, true, true, false, List.of(line(10, 0, 4, 6, 0, 0))))
        .isEqualTo(State.PICKING);
    assertThat(state(false, true, false, false, List.of(line(10, 0, 0, 10, 0, 0))))
        .isEqualTo(State.PACKED);
    assertThat(state(false, true, false, true, List.of(line(10, 0, 0, 10, 6, 0))))
        .isEqualTo(State.PICKING);
    assertThat(state(false, true, false, true, List.of(line(10, 0, 0, 10, 10, 0))))
        .isEqualTo(State.PACKED);
    assertThat(state(false, true, false, true, List.of(line(10, 4, 0, 0, 0, 6))))
        .isEqualTo(State.GONE);
    assertThat(
            state(
                false,
                true,
                false,
                false,
                List.of(line(10, 0, 0, 0, 0, 6), line(2, 0, 2, 0, 0, 0))))
        .as("the rest of it is short")
        .isEqualTo(State.SHORT);
  }

  @Test
  void whatIsWithdrawnWholeIsCancelledAndAJobIsDone() {
    assertThat(state(false, true, false, true, List.of(line(10, 10, 0, 0, 0, 0))))
        .isEqualTo(State.CANCELLED);
    assertThat(state(true, true, false, false, List.of(line(10, 10, 0, 0, 0, 0))))
        .isEqualTo(State.CANCELLED);
    assertThat(state(true, true, false, false, List.of(line(10, 4, 0, 0, 0, 6))))
        .isEqualTo(State.DONE);
    assertThat(
            state(
                false,
                true,
                false,
                true,
                List.of(line(10, 10, 0, 0, 0, 0), line(2, 0, 0, 0, 0, 2))))
        .isEqualTo(State.GONE);
  }

  @Property
  void whatIsOpenIsPickedReservedOrMissing(
      @ForAll @IntRange(max = 9) int withdrawn,
      @ForAll @IntRange(max = 9) int reserved,
      @ForAll @IntRange(max = 9) int picked,
      @ForAll @IntRange(max = 9) int gone) {
    Line line = line(30 + withdrawn, withdrawn, reserved, picked, 0, gone);
    assertThat(line.picked().plus(line.reserved()).plus(line.missing())).isEqualTo(line.open());
  }
}
