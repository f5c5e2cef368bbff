package app.reliquum.feed;

import java.util.List;

/**
 * Is told on every running server what has changed since it started. What it does is lost with the
 * server, and must be quick: all followers are told by one thread.
 */
public interface FeedFollower {

  /** Entries in the order of the feed; each is told once. */
  void follow(List<FeedEntry> entries);
}
