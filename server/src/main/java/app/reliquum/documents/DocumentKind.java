package app.reliquum.documents;

import app.reliquum.feed.FeedTopic;

/** What kinds of documents there are. */
public enum DocumentKind {
  INBOUND_ORDER(FeedTopic.INBOUND),
  OUTBOUND_ORDER(FeedTopic.OUTBOUND),
  /** What was handed over at one time, of an outbound order. */
  DELIVERY(FeedTopic.OUTBOUND),
  SUPPLIER_RETURN(FeedTopic.SUPPLIER_RETURN),
  TRANSFER(FeedTopic.TRANSFER),
  COUNT(FeedTopic.COUNT),
  ADJUSTMENT(FeedTopic.ADJUSTMENT),
  REQUISITION(FeedTopic.REQUISITION);

  private final FeedTopic topic;

  DocumentKind(FeedTopic topic) {
    this.topic = topic;
  }

  /** Under which topic the feed tells of its changes. */
  public FeedTopic topic() {
    return topic;
  }
}
