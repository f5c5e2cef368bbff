package app.reliquum.core.fulfilment;

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
    READY_TO_SEND,
    /** Some of it has been sent, and none has arrived. */
    IN_TRANSIT,
    /** Some has arrived or is given up, and something is still to come. */
    PARTLY_RECEIVED,
    /** Nothing more is to be sent, and nothing is on the road. */
    CLOSED;

    /** Whether nothing more will happen to it. */
    public boolean ended() {
      return this == CLOSED;
    }
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

    /** What it wants at the sending site, with what is kept for it there. */
    public Demand demand(Quantity reserved, Quantity picked) {
      return new Demand(asked, withdrawn, reserved, picked, sent);
    }

    /** How much is still to be sent. */
    public Quantity toSend() {
      return demand(Quantity.ZERO, Quantity.ZERO).open();
    }

    /** How much is between the two sites. */
    public Quantity inTransit() {
      return Demand.atLeastZero(sent.minus(arrived).minus(lost));
    }
  }

  /** At which end of a transfer something is done; for a sender outside the house, at ours. */
  public enum End {
    SENDER,
    RECEIVER,
    EITHER
  }

  /** What may be done with a transfer. */
  public enum Action {
    /** Reserve its stock, which may be picked from then on. */
    MAKE_READY(End.SENDER),
    /** Pick everything that is reserved. */
    PICK_ALL(End.SENDER),
    /** Send what is picked. */
    SHIP(End.SENDER),
    /** Confirm that everything that is in transit has come. */
    RECEIVE_ALL(End.RECEIVER),
    /** Say that something in transit will not come any more. */
    CLOSE_AS_LOST(End.EITHER),
    /** Reserve what is neither reserved nor picked. */
    RESERVE_REST(End.SENDER),
    /** Change what is wanted. */
    CHANGE(End.SENDER),
    /** Set nothing aside for it any longer. */
    BACK_TO_PLANNED(End.SENDER),
    /** Send nothing more of it. */
    CLOSE(End.SENDER);

    private final End end;

    Action(End end) {
      this.end = end;
    }

    /** Where it is done. */
    public End end() {
      return end;
    }
  }

  /**
   * What may be done with a transfer; the first is what is usually done next. Whoever may not do
   * it, or works at the other end, has to be asked elsewhere.
   *
   * @param planned whether someone wanted it, and it is no advice of what is coming
   * @param released whether its stock may be picked
   * @param lines its lines
   * @param demands what each of them wants, in the same order
   */
  public static List<Action> can(
      boolean planned, boolean released, List<Line> lines, List<Demand> demands) {
    List<Action> can = new ArrayList<>();
    State state = state(released, lines);
    if (state == State.CLOSED) {
      return can;
    }
    boolean inTransit = lines.stream().anyMatch(line -> line.inTransit().isPositive());
    boolean sent = lines.stream().anyMatch(line -> line.sent().isPositive());
    boolean toSend = lines.stream().anyMatch(line -> line.toSend().isPositive());
    boolean reserved = demands.stream().anyMatch(one -> one.reserved().isPositive());
    boolean picked = demands.stream().anyMatch(one -> one.picked().isPositive());
    boolean missing = demands.stream().anyMatch(one -> one.missing().isPositive());
    if (inTransit) {
      can.add(Action.RECEIVE_ALL);
    }
    if (picked) {
      can.add(Action.SHIP);
    }
    if (reserved) {
      can.add(Action.PICK_ALL);
    }
    if (state == State.PLANNED) {
      can.add(Action.MAKE_READY);
    }
    if (inTransit) {
      can.add(Action.CLOSE_AS_LOST);
    }
    if (released && missing) {
      can.add(Action.RESERVE_REST);
    }
    if (!picked && !sent) {
      can.add(Action.CHANGE);
      if (planned && released) {
        can.add(Action.BACK_TO_PLANNED);
      }
    }
    if (!inTransit && !picked && (toSend || lines.isEmpty())) {
      can.add(Action.CLOSE);
    }
    return can;
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
    boolean inTransit = false;
    for (Line line : lines) {
      sent |= line.sent().isPositive();
      ended |= line.arrived().isPositive() || line.lost().isPositive();
      toSend |= line.toSend().isPositive();
      inTransit |= line.inTransit().isPositive();
    }
    if (!toSend && !inTransit && (sent || withdrawn(lines))) {
      return State.CLOSED;
    }
    if (!sent) {
      return released ? State.READY_TO_SEND : State.PLANNED;
    }
    return ended ? State.PARTLY_RECEIVED : State.IN_TRANSIT;
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
   * @param inTransit how much of it has neither arrived nor been given up
   */
  public record Sent(long id, int line, int shipment, Quantity inTransit) {}

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
      Quantity part = rest.min(one.inTransit());
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
    private final transient Quantity inTransit;

    NotSent(Quantity asked, Quantity inTransit) {
      super(inTransit + " are in transit, not " + asked + ".");
      this.asked = asked;
      this.inTransit = inTransit;
    }

    /** How much was said to have arrived. */
    public Quantity asked() {
      return asked;
    }

    /** How much is on the road. */
    public Quantity inTransit() {
      return inTransit;
    }
  }
}
