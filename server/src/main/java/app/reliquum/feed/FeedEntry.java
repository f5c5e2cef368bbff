package app.reliquum.feed;

import java.time.Instant;
import java.util.Set;

/**
 * One change.
 *
 * @param sequence which one it is of all; they follow one another without gaps
 * @param written when it was written, in UTC
 * @param topic what it is about
 * @param subject the number of the posting, document or person
 * @param number what is said aloud for it; empty for a posting
 * @param what what has happened to it
 * @param sites the sites that it concerns; none for the whole house
 */
public record FeedEntry(
    long sequence,
    Instant written,
    FeedTopic topic,
    long subject,
    String number,
    String what,
    Set<Long> sites) {

  public FeedEntry {
    sites = Set.copyOf(sites);
  }
}
