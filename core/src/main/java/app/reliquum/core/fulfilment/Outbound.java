package app.reliquum.core.fulfilment;

import app.reliquum.core.quantity.Quantity;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;

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
    /** Less could be reserved than it asks for, and the rest is ordered and has its day. */
    COVERED,
    /** All that it asks for is reserved or picked. */
    ALLOCATED,
    /** Some of it is picked, or someone is on the way to pick it. */
    PICKING,
    /** All that it asks for, and can be had, is picked and packed, and waits to be handed over. */
    PACKED,
    /** All that was to leave has left for the customer. */
    SHIPPED,
    /** All that a job was to use up is used up. */
    DONE,
    /** Nothing of it has left, and nothing will. */
    CANCELLED;

    /** Whether nothing more is to leave. */
    public boolean ended() {
      return this == SHIPPED || this == DONE || this == CANCELLED;
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
      Quantity shipped) {

    /** The same with so much more of it reserved. */
    public Line reserving(Quantity more) {
      return new Line(line, asked, withdrawn, reserved.plus(more), picked, packed, shipped);
    }

    /** What it wants, and what has become of it. */
    public Demand demand() {
      return new Demand(asked, withdrawn, reserved, picked, shipped);
    }

    /** How much is still to leave. */
    public Quantity open() {
      return demand().open();
    }

    /** How much is still to be picked. */
    public Quantity toPick() {
      return demand().toPick();
    }

    /** How much is neither reserved nor picked. */
    public Quantity missing() {
      return demand().missing();
    }

    private boolean isLoose() {
      return packed.compareTo(picked) < 0;
    }
  }

  /** What may be done with an order. */
  public enum Action {
    /** Look for stock, and reserve it. */
    ALLOCATE,
    /** Pick everything that is reserved, as its list says. */
    PICK_ALL,
    /** Pack everything that is picked into one unit load. */
    PACK_ALL,
    /** Hand over what is picked, and packed where it must be. */
    SHIP,
    /** Change what is wanted. */
    CHANGE,
    /** Take it from the one who is on the way to pick it. */
    UNASSIGN_PICKER,
    /** Keep nothing for it any longer. */
    REMOVE_RESERVATIONS,
    /** Deliver nothing more of it. */
    CLOSE
  }

  /**
   * What decides how far an order is.
   *
   * @param job whether it uses goods up, and delivers them to nobody
   * @param allocated whether stock has been looked for
   * @param onRound whether someone has taken it on to be picked
   * @param packs whether what is picked must be packed before it leaves
   * @param covered whether all that it lacks is on its way
   * @param lines its lines, at least one
   */
  public record Order(
      boolean job,
      boolean allocated,
      boolean onRound,
      boolean packs,
      boolean covered,
      List<Line> lines) {
    public Order {
      lines = List.copyOf(lines);
    }

    private boolean any(Predicate<Line> what) {
      return lines.stream().anyMatch(what);
    }

    /** How far it is. */
    public State state() {
      boolean picked = any(line -> line.picked().isPositive());
      if (!any(line -> line.open().isPositive())) {
        boolean left = any(line -> line.shipped().isPositive());
        return !left ? State.CANCELLED : job ? State.DONE : State.SHIPPED;
      }
      if (picked && !any(line -> line.toPick().isPositive()) && !mustBePacked()) {
        return State.PACKED;
      }
      if (picked || (onRound && any(line -> line.reserved().isPositive()))) {
        return State.PICKING;
      }
      if (!allocated) {
        return State.ACCEPTED;
      }
      return !any(line -> line.missing().isPositive())
          ? State.ALLOCATED
          : covered ? State.COVERED : State.SHORT;
    }

    private boolean mustBePacked() {
      return packs && any(Line::isLoose);
    }

    /**
     * What may be done with it; the first is what is usually done next. Whoever may not do it has
     * to be asked elsewhere.
     */
    public List<Action> can() {
      List<Action> can = new ArrayList<>();
      if (state().ended()) {
        return can;
      }
      boolean reserved = any(line -> line.reserved().isPositive());
      boolean picked = any(line -> line.picked().isPositive());
      boolean shipped = any(line -> line.shipped().isPositive());
      if (picked) {
        can.add(mustBePacked() ? Action.PACK_ALL : Action.SHIP);
      }
      if (reserved) {
        can.add(Action.PICK_ALL);
      }
      if (!allocated || any(line -> line.missing().isPositive())) {
        can.add(Action.ALLOCATE);
      }
      if (!job && !picked && !shipped && !onRound) {
        can.add(Action.CHANGE);
      }
      if (onRound) {
        can.add(Action.UNASSIGN_PICKER);
      } else if (reserved) {
        can.add(Action.REMOVE_RESERVATIONS);
      }
      if (!picked) {
        can.add(Action.CLOSE);
      }
      return can;
    }
  }
}
