package app.reliquum.core.place;

/** How goods leave a site for a customer or a job. It may change while orders are under way. */
public enum OutboundFlow {
  /** What is picked is gone with the pick. */
  PICK_AND_GO,
  /** What is picked waits in the packing area and is handed over from there. */
  PICK_HAND_OVER,
  /** What is picked is packed into unit loads, and these are handed over. */
  PICK_PACK_HAND_OVER;

  /** Whether what is picked waits to be handed over. */
  public boolean waits() {
    return this != PICK_AND_GO;
  }

  /** Whether only what stands on a unit load may be handed over. */
  public boolean packs() {
    return this == PICK_PACK_HAND_OVER;
  }
}
