package app.reliquum.feed;

import app.reliquum.api.Utc;
import java.sql.Types;
import java.time.Instant;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The rows of the feed, its sequence and its cursors. */
@Repository
class FeedTable {

  private static final int AT_ONCE = 500;

  private final JdbcClient jdbc;
  private final JdbcTemplate batches;

  FeedTable(JdbcClient jdbc, JdbcTemplate batches) {
    this.jdbc = jdbc;
    this.batches = batches;
  }

  void insert(
      Instant written,
      FeedTopic topic,
      long subject,
      String number,
      String what,
      Collection<Long> sites) {
    jdbc.sql(
            "insert into feed_entry (written, topic, subject_id, number, what, sites)"
                + " values (?, ?, ?, ?, ?, ?)")
        .param(Utc.of(written))
        .param(topic.name())
        .param(subject)
        .param(number)
        .param(what)
        .param(new TreeSet<>(sites).stream().map(String::valueOf).collect(Collectors.joining(",")))
        .update();
  }

  /**
   * How far the feed is.
   *
   * @param last the last sequence that was given
   * @param waiting whether something is committed that has none
   */
  record Standing(long last, boolean waiting) {}

  Standing standing() {
    return jdbc.sql(
            """
            select last, exists(select 1 from feed_entry where sequence is null) waiting
            from feed_sequence where id = 1
            """)
        .query((row, n) -> new Standing(row.getLong("last"), row.getBoolean("waiting")))
        .single();
  }

  /**
   * Keeps everyone else from giving sequences until the transaction ends. What the entries
   * themselves say counts as well: a copy of a database that was made while it ran may have them
   * ahead.
   */
  long lockLast() {
    return jdbc.sql(
            """
            select greatest(last, coalesce((select max(sequence) from feed_entry), 0))
            from feed_sequence where id = 1 for update
            """)
        .query(Long.class)
        .single();
  }

  /** Entries without a sequence that are committed, in the order in which they were written. */
  List<Long> waiting(int most) {
    return jdbc.sql("select id from feed_entry where sequence is null order by id limit ?")
        .param(most)
        .query(Long.class)
        .list();
  }

  void number(List<Long> ids, long last) {
    batches.batchUpdate(
        "update feed_entry set sequence = ? where id = ?",
        IntStream.range(0, ids.size())
            .mapToObj(i -> new Object[] {last + 1 + i, ids.get(i)})
            .toList(),
        new int[] {Types.BIGINT, Types.BIGINT});
    jdbc.sql("update feed_sequence set last = ? where id = 1").param(last + ids.size()).update();
  }

  /** Gives every committed entry its sequence; the last one that is given. */
  long numberAll() {
    long last = lockLast();
    for (List<Long> ids = waiting(AT_ONCE); !ids.isEmpty(); ids = waiting(AT_ONCE)) {
      number(ids, last);
      last += ids.size();
    }
    return last;
  }

  List<FeedEntry> after(long sequence, int most) {
    return jdbc.sql(
            """
            select sequence, written, topic, subject_id, number, what, sites from feed_entry
            where sequence > ? order by sequence limit ?
            """)
        .param(sequence)
        .param(most)
        .query(
            (row, n) ->
                new FeedEntry(
                    row.getLong("sequence"),
                    Utc.instant(row.getTimestamp("written")),
                    FeedTopic.valueOf(row.getString("topic")),
                    row.getLong("subject_id"),
                    row.getString("number"),
                    row.getString("what"),
                    sites(row.getString("sites"))))
        .list();
  }

  private static Set<Long> sites(String list) {
    return list.isEmpty()
        ? Set.of()
        : Arrays.stream(list.split(",")).map(Long::valueOf).collect(Collectors.toSet());
  }

  /** The first sequence that is still kept; none if nothing is. */
  Optional<Long> first() {
    return jdbc.sql("select min(sequence) from feed_entry where sequence is not null")
        .query(Long.class)
        .optional();
  }

  // Cursors

  /** Where a reader has got to; a new one begins where the feed begins. */
  long cursor(String reader) {
    return jdbc.sql("select sequence from feed_cursor where reader = ?")
        .param(reader)
        .query(Long.class)
        .optional()
        .orElse(0L);
  }

  /** Keeps the reader to this server until the transaction ends. */
  long lockCursor(String reader) {
    boolean known =
        jdbc.sql("select exists(select 1 from feed_cursor where reader = ?)")
            .param(reader)
            .query(Boolean.class)
            .single();
    // To write one that is there already would share its lock, and two who share can't both have it
    // alone.
    if (!known) {
      jdbc.sql("insert ignore into feed_cursor (reader, sequence) values (?, 0)")
          .param(reader)
          .update();
    }
    return jdbc.sql("select sequence from feed_cursor where reader = ? for update")
        .param(reader)
        .query(Long.class)
        .single();
  }

  void moveCursor(String reader, long sequence) {
    jdbc.sql("update feed_cursor set sequence = ? where reader = ?")
        .param(sequence)
        .param(reader)
        .update();
  }

  /** Lets go of old entries that all of the readers have read. */
  int forget(Instant before, Collection<String> readers, int most) {
    long read = readers.stream().mapToLong(this::cursor).min().orElse(Long.MAX_VALUE);
    return jdbc.sql(
            "delete from feed_entry where sequence <= ? and written < ? order by sequence limit ?")
        .param(read)
        .param(Utc.of(before))
        .param(most)
        .update();
  }
}
