package app.reliquum.core.place;

/** How goods come in at a site. It may change while goods are on their way in. */
public enum InboundFlow {
  /** They are received into the bin where they stay, or onto a dock if someone scans one. */
  STRAIGHT_IN,
  /** They land on a dock and are put away from there. */
  DOCK_FIRST,
  /** They land on a dock, are checked there, and only then put away. */
  DOCK_CHECK
}
