package app.reliquum.replenishment;

/** What a run found of an item at a site. */
public enum Finding {
  /** At or below the point: more is proposed. */
  ORDER(true),
  /** Enough is coming, but stock runs out before it does. */
  COMES_TOO_LATE(true),
  /** At or below the point, but what could be bought would expire before it is used. */
  WOULD_EXPIRE(true),
  /** At or below the point; someone has refused what was proposed, and it is no lower than then. */
  REFUSED(true),
  /** It could not be worked out. */
  FAILED(true),
  /** There is enough, or it comes in time. */
  ENOUGH(false),
  /** Its policy is that nobody is told. */
  NO_POLICY(false);

  private final boolean low;

  Finding(boolean low) {
    this.low = low;
  }

  /** Whether someone should look at it. */
  public boolean low() {
    return low;
  }
}
