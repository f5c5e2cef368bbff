package app.reliquum.core.outbound;

import app.reliquum.core.quantity.Quantity;
import java.util.List;

/**
 * How far an outbound order or a job is, as it follows from its lines.
 *
 * <p>A line is asked for, reserved, picked, packed and gone. What was asked for and will not be
 * delivered is withdrawn. All quantities are in base units of the line's item and none of them is
 * negative.
 */
public final class Outbound {

  private Outbound() {}

  /** How far an order is. */
  public enum State {
    /** It is written down, and nothing is reserved for it yet. */
    ACCEPTED,
    /** Less could be reserved than it asks for. */
    SHORT,
    /** All that it asks for is reserved or picked. */
    ALLOCATED,
    /** Some of it is picked, or someone is on the way to pick it. */
    PICKING,
    /** All that it asks for, and can be had, is picked and packed, and waits to be handed over. */
    PACKED,
    /** All that was to leave has left for the customer. */
    GONE,
    /** All that a job was to use up is used up. */
    DONE,
    /** Nothing of it has left, and nothing will. */
    CANCELLED;

    /** Whether nothing more is to leave. */
    public boolean ended() {
      return this == GONE || this == DONE || this == CANCELLED;
    }
  }

  /**
   * A line of an order.
   *
   * @param line its number
   * @param asked how much is wanted
   * @param withdrawn how much of that will not be delivered after all
   * @param reserved how much is reserved and not picked
   * @param picked how much is picked and has not left; what is packed is among it
   * @param packed how much of what is picked stands ready in unit loads
   * @param gone how much has left
   */
  public record Line(
      int line,
      Quantity asked,
      Quantity withdrawn,
      Quantity reserved,
      Quantity picked,
      Quantity packed,
      Quantity gone) {

    /** The same with so much more of it reserved. */
    public Line reserving(Quantity more) {
      return new Line(line, asked, withdrawn, reserved.plus(more), picked, packed, gone);
    }

    /** How much is still to leave. */
    public Quantity open() {
      Quantity open = asked.minus(withdrawn).minus(gone);
      return open.isNegative() ? Quantity.ZERO : open;
    }

    /** How much is still to be picked. */
    public Quantity toPick() {
      Quantity open = open().minus(picked);
      return open.isNegative() ? Quantity.ZERO : open;
    }

    /** How much is neither reserved nor picked. */
    public Quantity missing() {
      Quantity open = toPick().minus(reserved);
      return open.isNegative() ? Quantity.ZERO : open;
    }
  }

  /**
   * How far an order with these lines is.
   *
   * @param job whether it uses goods up, and delivers them to nobody
   * @param allocated whether stock has been looked for
   * @param onRound whether someone has taken it on to be picked
   * @param packs whether what is picked must be packed before it leaves
   * @param lines its lines, at least one
   */
  public static State state(
      boolean job, boolean allocated, boolean onRound, boolean packs, List<Line> lines) {
    boolean left = false;
    boolean open = false;
    boolean picked = false;
    boolean toPick = false;
    boolean toPack = false;
    boolean missing = false;
    boolean reserved = false;
    for (Line line : lines) {
      left |= line.gone().isPositive();
      open |= line.open().isPositive();
      picked |= line.picked().isPositive();
      toPick |= line.toPick().isPositive();
      toPack |= line.packed().compareTo(line.picked()) < 0;
      missing |= line.missing().isPositive();
      reserved |= line.reserved().isPositive();
    }
    if (!open) {
      return !left ? State.CANCELLED : job ? State.DONE : State.GONE;
    }
    if (picked && !toPick && !(packs && toPack)) {
      return State.PACKED;
    }
    if (picked || (onRound && reserved)) {
      return State.PICKING;
    }
    if (!allocated) {
      return State.ACCEPTED;
    }
    return missing ? State.SHORT : State.ALLOCATED;
  }
}
