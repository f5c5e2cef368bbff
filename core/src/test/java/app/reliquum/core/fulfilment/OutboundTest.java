package app.reliquum.core.fulfilment;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.fulfilment.Outbound.Action;
import app.reliquum.core.fulfilment.Outbound.Line;
import app.reliquum.core.fulfilment.Outbound.Order;
import app.reliquum.core.fulfilment.Outbound.State;
import app.reliquum.core.quantity.Quantity;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class OutboundTest {

  private static State state(
      boolean job, boolean allocated, boolean onRound, boolean packs, List<Line> lines) {
    return new Order(job, allocated, onRound, packs, false, lines).state();
  }

  private static Line line(
      int asked, int withdrawn, int reserved, int picked, int packed, int shipped) {
    return new Line(
        1,
        Quantity.of(asked),
        Quantity.of(withdrawn),
        Quantity.of(reserved),
        Quantity.of(picked),
        Quantity.of(packed),
        Quantity.of(shipped));
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
        .isEqualTo(State.SHIPPED);
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
        .isEqualTo(State.SHIPPED);
  }

  @Property
  void whatIsOpenIsPickedReservedOrMissing(
      @ForAll @IntRange(max = 9) int withdrawn,
      @ForAll @IntRange(max = 9) int reserved,
      @ForAll @IntRange(max = 9) int picked,
      @ForAll @IntRange(max = 9) int shipped) {
    Line line = line(30 + withdrawn, withdrawn, reserved, picked, 0, shipped);
    assertThat(line.picked().plus(line.reserved()).plus(line.missing())).isEqualTo(line.open());
  }

  private static List<Action> can(boolean onRound, boolean packs, Line... lines) {
    return new Order(false, true, onRound, packs, false, List.of(lines)).can();
  }

  @Test
  void whatIsUsuallyDoneNextComesFirst() {
    assertThat(new Order(false, false, false, false, false, List.of(line(10, 0, 0, 0, 0, 0))).can())
        .containsExactly(Action.ALLOCATE, Action.CHANGE, Action.CLOSE);
    assertThat(can(false, false, line(10, 0, 10, 0, 0, 0)))
        .containsExactly(Action.PICK_ALL, Action.CHANGE, Action.REMOVE_RESERVATIONS, Action.CLOSE);
    assertThat(can(true, false, line(10, 0, 4, 0, 0, 0)))
        .as("someone is on the way")
        .containsExactly(Action.PICK_ALL, Action.ALLOCATE, Action.UNASSIGN_PICKER, Action.CLOSE);
    assertThat(can(false, true, line(10, 0, 4, 6, 2, 0)))
        .as("some of it is loose")
        .containsExactly(Action.PACK_ALL, Action.PICK_ALL, Action.REMOVE_RESERVATIONS);
    assertThat(can(false, true, line(10, 0, 0, 10, 10, 0))).containsExactly(Action.SHIP);
    assertThat(can(false, false, line(10, 0, 0, 10, 0, 0))).containsExactly(Action.SHIP);
    assertThat(can(false, false, line(10, 0, 0, 0, 0, 10))).isEmpty();
  }

  @Property
  void somethingCanBeDoneUntilItEndsAndNothingThereafter(
      @ForAll boolean job,
      @ForAll boolean allocated,
      @ForAll boolean onRound,
      @ForAll boolean packs,
      @ForAll @IntRange(max = 3) int withdrawn,
      @ForAll @IntRange(max = 3) int reserved,
      @ForAll @IntRange(max = 3) int picked,
      @ForAll @IntRange(max = 3) int packed,
      @ForAll @IntRange(max = 3) int shipped) {
    Order order =
        new Order(
            job,
            allocated,
            onRound,
            packs,
            false,
            List.of(line(10, withdrawn, reserved, picked, Math.min(packed, picked), shipped)));
    assertThat(order.can()).doesNotHaveDuplicates();
    assertThat(order.can().isEmpty()).isEqualTo(order.state().ended());
    assertThat(order.can().contains(Action.SHIP) && order.can().contains(Action.PACK_ALL))
        .isFalse();
  }

  @Test
  void aShortOrderWhoseGoodsAreOrderedIsCovered() {
    List<Line> lines = List.of(line(10, 0, 4, 0, 0, 0));
    assertThat(new Order(false, true, false, true, true, lines).state()).isEqualTo(State.COVERED);
    assertThat(new Order(false, true, false, true, false, lines).state()).isEqualTo(State.SHORT);
    List<Line> there = List.of(line(10, 0, 10, 0, 0, 0));
    assertThat(new Order(false, true, false, true, true, there).state()).isEqualTo(State.ALLOCATED);
    assertThat(new Order(false, true, false, true, true, lines).can()).contains(Action.ALLOCATE);
  }
}
