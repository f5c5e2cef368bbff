package app.reliquum.feed;

/**
 * Does what must follow a change and must not be lost.
 *
 * <p>Each entry is read once, in the order of the feed, by one server at a time; what is done with
 * it is in one transaction with the cursor. A reader that fails is given the same entry again.
 */
public interface FeedReader {

  /** By what its cursor is kept. It must never change. */
  String name();

  /** Whether an entry is of any use to it. */
  boolean reads(FeedTopic topic, String what);

  /** Follows one entry, within a transaction. */
  void read(FeedEntry entry);
}
