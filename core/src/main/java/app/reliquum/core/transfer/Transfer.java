package app.reliquum.core.transfer;

import app.reliquum.core.quantity.Quantity;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * How far a transfer is, as it follows from its lines.
 *
 * <p>A line is asked for, sent in one or several shipments, and arrives in one or several receipts.
 * What was asked for and will not be sent is withdrawn; what was sent and will not arrive is lost.
 * All quantities are in base units of the line's item and none of them is negative.
 */
public final class Transfer {

  private Transfer() {}

  /** How far a transfer is. */
  public enum State {
    /** It is being thought about; nothing is set aside for it. */
    PLANNED,
    /** Its stock is reserved and may be picked. */
    RELEASED,
    /** Some of it has been sent, and none has arrived. */
    ON_THE_ROAD,
    /** Some has arrived or is given up, and something is still to come. */
    ARRIVED_IN_PART,
    /** Nothing more is to be sent, and nothing is on the road. */
    CLOSED
  }

  /**
   * A line of a transfer.
   *
   * @param line its number
   * @param asked how much is wanted
   * @param withdrawn how much of that will not be sent after all
   * @param sent how much has left
   * @param arrived how much has arrived
   * @param lost how much was sent and is given up
   */
  public record Line(
      int line,
      Quantity asked,
      Quantity withdrawn,
      Quantity sent,
      Quantity arrived,
      Quantity lost) {

    /** A line of which nothing has been sent. */
    public static Line asking(int line, Quantity asked) {
      return new Line(line, asked, Quantity.ZERO, Quantity.ZERO, Quantity.ZERO, Quantity.ZERO);
    }

    /** How much is still to be sent. */
    public Quantity toSend() {
      return atLeastZero(asked.minus(withdrawn).minus(sent));
    }

    /** How much is between the two sites. */
    public Quantity onTheRoad() {
      return atLeastZero(sent.minus(arrived).minus(lost));
    }

    private static Quantity atLeastZero(Quantity quantity) {
      return quantity.isNegative() ? Quantity.ZERO : quantity;
    }
  }

  /**
   * How far a transfer with these lines is.
   *
   * @param released whether its stock may be picked
   * @param lines its lines
   */
  public static State state(boolean released, List<Line> lines) {
    boolean sent = false;
    boolean ended = false;
    boolean toSend = false;
    boolean onTheRoad = false;
    for (Line line : lines) {
      sent |= line.sent().isPositive();
      ended |= line.arrived().isPositive() || line.lost().isPositive();
      toSend |= line.toSend().isPositive();
      onTheRoad |= line.onTheRoad().isPositive();
    }
    if (!toSend && !onTheRoad && (sent || withdrawn(lines))) {
      return State.CLOSED;
    }
    if (!sent) {
      return released ? State.RELEASED : State.PLANNED;
    }
    return ended ? State.ARRIVED_IN_PART : State.ON_THE_ROAD;
  }

  private static boolean withdrawn(List<Line> lines) {
    return lines.stream().anyMatch(line -> line.withdrawn().isPositive());
  }

  /**
   * Some of what was sent: one kind of goods in one shipment.
   *
   * @param id its number
   * @param line the line that it was sent for
   * @param shipment the shipment that it went with; the first is 1
   * @param onTheRoad how much of it has neither arrived nor been given up
   */
  public record Sent(long id, int line, int shipment, Quantity onTheRoad) {}

  /** How much of something that was sent has arrived, or is given up. */
  public record Part(long id, int line, Quantity quantity) {}

  /**
   * Sets goods that arrived, or are given up, against what was sent: the oldest shipment first,
   * within it the lowest line.
   *
   * @param sent everything that was sent of just these goods
   * @param quantity how much has arrived
   * @return the parts; together they are the quantity
   * @throws NotSent if that is more than is on the road
   */
  public static List<Part> settle(List<Sent> sent, Quantity quantity) {
    List<Sent> inOrder = new ArrayList<>(sent);
    inOrder.sort(
        Comparator.comparingInt(Sent::shipment)
            .thenComparingInt(Sent::line)
            .thenComparingLong(Sent::id));
    List<Part> parts = new ArrayList<>();
    Quantity rest = quantity;
    for (Sent one : inOrder) {
      Quantity part = rest.min(one.onTheRoad());
      if (part.isPositive()) {
        parts.add(new Part(one.id(), one.line(), part));
        rest = rest.minus(part);
      }
    }
    if (rest.isPositive()) {
      throw new NotSent(quantity, quantity.minus(rest));
    }
    return parts;
  }

  /** More is said to have arrived than is on the road. */
  public static final class NotSent extends RuntimeException {
    private final transient Quantity asked;
    private final transient Quantity onTheRoad;

    NotSent(Quantity asked, Quantity onTheRoad) {
      super(onTheRoad + " are on the road, not " + asked + ".");
      this.asked = asked;
      this.onTheRoad = onTheRoad;
    }

    /** How much was said to have arrived. */
    public Quantity asked() {
      return asked;
    }

    /** How much is on the road. */
    public Quantity onTheRoad() {
      return onTheRoad;
    }
  }
}
