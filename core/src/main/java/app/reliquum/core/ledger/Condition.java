package app.reliquum.core.ledger;

import app.reliquum.core.text.InvalidValueException;

/**
 * Whether goods may be used. Each has a code of its own by which it is kept and printed on labels
 * of positions: the order in which they are written here may change, the codes may not.
 */
public enum Condition {
  /** They may. */
  GOOD(0),
  /** Not until someone has decided. */
  ON_HOLD(1),
  /** They may not. */
  REJECTED(2);

  private final int code;

  Condition(int code) {
    this.code = code;
  }

  /** The code by which it is kept. */
  public int code() {
    return code;
  }

  /**
   * The condition with a code.
   *
   * @throws IllegalArgumentException if none has it
   */
  public static Condition of(int code) {
    for (Condition condition : values()) {
      if (condition.code == code) {
        return condition;
      }
    }
    throw new InvalidValueException("No condition has the code {0}.", code);
  }
}
