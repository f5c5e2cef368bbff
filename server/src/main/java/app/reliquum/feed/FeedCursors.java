package app.reliquum.feed;

import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** How far readers have read, for those who keep sums of what they read. */
@Service
public class FeedCursors {

  private final FeedTable table;

  FeedCursors(FeedTable table) {
    this.table = table;
  }

  /**
   * Puts a reader behind everything that is committed: it will not be given that. It reads nothing
   * until the transaction ends.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void skip(String reader) {
    table.lockCursor(reader);
    table.moveCursor(reader, table.numberAll());
  }

  /**
   * Puts a reader that has never read anything behind everything that is committed.
   *
   * @return whether it was one
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public boolean skipFirst(String reader) {
    if (table.cursor(reader) > 0) {
      return false;
    }
    skip(reader);
    return true;
  }

  /** A query for the subjects of all entries of a topic that a reader has not read yet. */
  public static String unread(String reader, FeedTopic topic) {
    return """
        select f.subject_id from feed_entry f where f.topic = '%s' and (f.sequence is null
          or f.sequence > coalesce((select c.sequence from feed_cursor c where c.reader = '%s'), 0))\
        """
        .formatted(topic, reader);
  }
}
