package app.reliquum.feed;

/** What an entry of the feed is about. */
public enum FeedTopic {
  /** A posting was recorded. */
  STOCK,
  /** What documents had reserved is gone, whatever was planned with it. */
  RESERVATION,
  INBOUND,
  OUTBOUND,
  SUPPLIER_RETURN,
  TRANSFER,
  COUNT,
  ADJUSTMENT,
  APPROVAL,
  LOAN,
  REQUISITION,
  /** A run has looked further, or a proposal was decided. */
  REPLENISHMENT,
  /** There is something to be told. */
  NOTICE,
  /** What someone may do has changed, or they are signed out. */
  SIGN_IN
}
