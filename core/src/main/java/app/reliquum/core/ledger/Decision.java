package app.reliquum.core.ledger;

import app.reliquum.core.text.InvalidValueException;
import java.util.List;

/** What the rules say to a posting: all of it, or none of it. */
public sealed interface Decision {

  /**
   * It may be written.
   *
   * @param changes what becomes of each position of ours, in the order of their keys
   */
  record Accepted(List<Change> changes) implements Decision {
    public Accepted {
      changes = List.copyOf(changes);
    }
  }

  /**
   * It may not.
   *
   * @param reasons every reason, at least one
   */
  record Refused(List<Refusal> reasons) implements Decision {
    public Refused {
      reasons = List.copyOf(reasons);
      if (reasons.isEmpty()) {
        throw new InvalidValueException("A refusal needs a reason.");
      }
    }
  }

  /** A position before and after. */
  record Change(PositionKey key, Holding before, Holding after) {}
}
