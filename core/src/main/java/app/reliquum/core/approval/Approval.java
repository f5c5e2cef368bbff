package app.reliquum.core.approval;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The agreement of someone else that a change of some value needs. */
public final class Approval {

  private Approval() {}

  /** What has become of a proposal. */
  public enum State {
    PROPOSED,
    APPROVED,
    REFUSED,
    WITHDRAWN
  }

  /** What may be done with a proposal. */
  public enum Action {
    /** Agree; what is proposed is done. */
    APPROVE,
    /** Say that it must not be done, and why. */
    REFUSE,
    /** Ask the one who proposed it something. */
    REQUEST_INFORMATION,
    /** Answer what was asked, or add to what was proposed. */
    ANSWER,
    /** Take one's own proposal back. */
    WITHDRAW
  }

  /** Why someone may not agree. */
  public enum Obstacle {
    /** They have proposed it themselves. */
    OWN,
    /** They had so much to do with it that they would judge themselves. */
    TOOK_PART,
    /** It is worth more than they may agree to. */
    ABOVE_LIMIT
  }

  /**
   * Someone who looks at a proposal.
   *
   * @param proposed whether they have proposed it
   * @param tookPart whether they had a hand in what it is about
   * @param approves whether their role lets them agree to anything
   * @param writes whether their role lets them write anything
   * @param limit the most that they may agree to; null for no limit
   */
  public record Person(
      boolean proposed, boolean tookPart, boolean approves, boolean writes, BigDecimal limit) {}

  /**
   * The limit of value above which someone else must agree: the lower of a person's own and that of
   * the reason; empty if neither is set.
   *
   * @param own the person's; null for none
   * @param ofReason the reason's; null for none
   */
  public static Optional<BigDecimal> limit(BigDecimal own, BigDecimal ofReason) {
    if (own == null || ofReason == null) {
      return Optional.ofNullable(own == null ? ofReason : own);
    }
    return Optional.of(own.min(ofReason));
  }

  /**
   * Whether a change needs someone else to agree. At the limit itself it does not.
   *
   * @param gross what it is worth: gains and losses added without their signs
   */
  public static boolean needed(BigDecimal gross, Optional<BigDecimal> limit) {
    return limit.isPresent() && gross.compareTo(limit.get()) > 0;
  }

  /** Why someone may not agree to something of that value; empty if they may. */
  public static Optional<Obstacle> obstacle(Person person, BigDecimal gross) {
    if (person.proposed()) {
      return Optional.of(Obstacle.OWN);
    }
    if (person.tookPart()) {
      return Optional.of(Obstacle.TOOK_PART);
    }
    return needed(gross, Optional.ofNullable(person.limit()))
        ? Optional.of(Obstacle.ABOVE_LIMIT)
        : Optional.empty();
  }

  /** What someone may do with a proposal; the first is what is usually done next. */
  public static List<Action> can(State state, Person person, BigDecimal gross) {
    List<Action> can = new ArrayList<>();
    if (state != State.PROPOSED || !person.writes()) {
      return can;
    }
    if (person.proposed()) {
      can.add(Action.ANSWER);
      can.add(Action.WITHDRAW);
    } else if (person.approves()) {
      if (obstacle(person, gross).isEmpty()) {
        can.add(Action.APPROVE);
      }
      can.add(Action.REFUSE);
      can.add(Action.REQUEST_INFORMATION);
    }
    return can;
  }
}
