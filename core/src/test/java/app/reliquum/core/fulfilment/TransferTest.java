package app.reliquum.core.fulfilment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.reliquum.core.fulfilment.Transfer.Line;
import app.reliquum.core.fulfilment.Transfer.Part;
import app.reliquum.core.fulfilment.Transfer.Sent;
import app.reliquum.core.fulfilment.Transfer.State;
import app.reliquum.core.quantity.Quantity;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class TransferTest {

  private static Line line(long asked, long withdrawn, long sent, long arrived, long lost) {
    return new Line(
        1,
        Quantity.of(asked),
        Quantity.of(withdrawn),
        Quantity.of(sent),
        Quantity.of(arrived),
        Quantity.of(lost));
  }

  @Test
  void aTransferIsAsFarAsItsLines() {
    assertThat(Transfer.state(false, List.of())).isEqualTo(State.PLANNED);
    assertThat(Transfer.state(false, List.of(line(5, 0, 0, 0, 0)))).isEqualTo(State.PLANNED);
    assertThat(Transfer.state(true, List.of(line(5, 0, 0, 0, 0)))).isEqualTo(State.READY_TO_SEND);
    assertThat(Transfer.state(true, List.of(line(5, 0, 3, 0, 0)))).isEqualTo(State.IN_TRANSIT);
    assertThat(Transfer.state(true, List.of(line(5, 0, 5, 4, 0)))).isEqualTo(State.PARTLY_RECEIVED);
    assertThat(Transfer.state(true, List.of(line(5, 0, 5, 4, 1)))).isEqualTo(State.CLOSED);
    assertThat(Transfer.state(true, List.of(line(5, 2, 3, 3, 0)))).isEqualTo(State.CLOSED);
    assertThat(Transfer.state(true, List.of(line(5, 5, 0, 0, 0)))).isEqualTo(State.CLOSED);
  }

  @Test
  void aShortLineStaysOpenWhileTheOthersAreDone() {
    List<Line> lines = List.of(line(5, 0, 5, 5, 0), line(8, 0, 6, 6, 0));
    assertThat(Transfer.state(true, lines)).isEqualTo(State.PARTLY_RECEIVED);
    assertThat(lines.get(1).toSend()).isEqualTo(Quantity.of(2));
    assertThat(lines.get(1).inTransit()).isEqualTo(Quantity.ZERO);
  }

  @Test
  void whatWasSentBeyondTheAskingIsOnTheRoadAndNotOwed() {
    Line line = line(4, 0, 6, 1, 0);
    assertThat(line.toSend()).isEqualTo(Quantity.ZERO);
    assertThat(line.inTransit()).isEqualTo(Quantity.of(5));
  }

  @Test
  void theOldestShipmentArrivesFirst() {
    List<Sent> sent =
        List.of(
            new Sent(9, 1, 2, Quantity.of(4)),
            new Sent(7, 2, 1, Quantity.of(3)),
            new Sent(8, 1, 1, Quantity.of(2)));
    assertThat(Transfer.settle(sent, Quantity.of(6)))
        .containsExactly(
            new Part(8, 1, Quantity.of(2)),
            new Part(7, 2, Quantity.of(3)),
            new Part(9, 1, Quantity.of(1)));
  }

  @Test
  void moreThanWasSentIsRefusedWithTheFigures() {
    assertThatThrownBy(
            () -> Transfer.settle(List.of(new Sent(1, 1, 1, Quantity.of(2))), Quantity.of(3)))
        .isInstanceOfSatisfying(
            Transfer.NotSent.class,
            fault -> {
              assertThat(fault.inTransit()).isEqualTo(Quantity.of(2));
              assertThat(fault.asked()).isEqualTo(Quantity.of(3));
            })
        .hasMessage("2 are in transit, not 3.");
  }

  @Property
  void partsMakeUpTheQuantityWhateverTheOrderOfTheRows(@ForAll Random random) {
    List<Sent> sent = new ArrayList<>();
    long all = 0;
    for (int id = 1; id <= 1 + random.nextInt(8); id++) {
      int road = random.nextInt(5);
      all += road;
      sent.add(new Sent(id, 1 + random.nextInt(3), 1 + random.nextInt(3), Quantity.of(road)));
    }
    Quantity asked = Quantity.of(all == 0 ? 0 : random.nextLong(all + 1));
    List<Part> parts = Transfer.settle(sent, asked);
    assertThat(parts.stream().map(Part::quantity).reduce(Quantity.ZERO, Quantity::plus))
        .isEqualTo(asked);
    for (Part part : parts) {
      Sent of = sent.stream().filter(one -> one.id() == part.id()).findFirst().orElseThrow();
      assertThat(part.quantity()).isLessThanOrEqualTo(of.inTransit());
    }
    List<Sent> shuffled = new ArrayList<>(sent);
    Collections.shuffle(shuffled, random);
    assertThat(Transfer.settle(shuffled, asked)).isEqualTo(parts);
  }

  /** Sends, receives and gives up at random, and never leaves what the lines allow. */
  @Property
  void everythingThatWasSentHasArrivedOrIsLostWhenItIsClosed(@ForAll Random random) {
    long asked = 1 + random.nextInt(20);
    long sent = 0;
    long arrived = 0;
    long lost = 0;
    for (int step = 0; step < 40; step++) {
      switch (random.nextInt(3)) {
        case 0 -> sent += random.nextLong(asked - sent + 1);
        case 1 -> arrived += random.nextLong(sent - arrived - lost + 1);
        default -> lost += random.nextLong(sent - arrived - lost + 1);
      }
      Line line = line(asked, 0, sent, arrived, lost);
      State state = Transfer.state(true, List.of(line));
      assertThat(state == State.CLOSED).isEqualTo(sent == asked && arrived + lost == sent);
      assertThat(line.toSend().plus(line.sent())).isEqualTo(Quantity.of(asked));
      assertThat(line.inTransit().plus(line.arrived()).plus(line.lost())).isEqualTo(line.sent());
    }
  }

  private static List<Transfer.Action> can(boolean released, Transfer.Line line, int... kept) {
    return Transfer.can(
        true,
        released,
        List.of(line),
        List.of(line.demand(Quantity.of(kept[0]), Quantity.of(kept[1]))));
  }

  private static Transfer.Line line(int asked, int withdrawn, int sent, int arrived, int lost) {
    return new Transfer.Line(
        1,
        Quantity.of(asked),
        Quantity.of(withdrawn),
        Quantity.of(sent),
        Quantity.of(arrived),
        Quantity.of(lost));
  }

  @Test
  void whatIsUsuallyDoneNextComesFirst() {
    assertThat(can(false, line(10, 0, 0, 0, 0), 0, 0))
        .containsExactly(Transfer.Action.MAKE_READY, Transfer.Action.CHANGE, Transfer.Action.CLOSE);
    assertThat(can(true, line(10, 0, 0, 0, 0), 6, 0))
        .containsExactly(
            Transfer.Action.PICK_ALL,
            Transfer.Action.RESERVE_REST,
            Transfer.Action.CHANGE,
            Transfer.Action.BACK_TO_PLANNED,
            Transfer.Action.CLOSE);
    assertThat(can(true, line(10, 0, 0, 0, 0), 0, 10)).containsExactly(Transfer.Action.SHIP);
    assertThat(can(true, line(10, 0, 6, 0, 0), 4, 0))
        .containsExactly(
            Transfer.Action.RECEIVE_ALL, Transfer.Action.PICK_ALL, Transfer.Action.CLOSE_AS_LOST);
    assertThat(can(true, line(10, 0, 6, 6, 0), 0, 0))
        .containsExactly(Transfer.Action.RESERVE_REST, Transfer.Action.CLOSE);
    assertThat(can(true, line(10, 4, 6, 5, 1), 0, 0)).isEmpty();
  }
}
