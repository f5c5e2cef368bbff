package app.reliquum.documents;

import app.reliquum.api.Utc;
import app.reliquum.feed.Feed;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Who did what to a document, and when. Lines are added and never changed. */
@Service
public class DocumentLog {

  private static final int LONGEST = 400;

  private final JdbcClient jdbc;
  private final Feed feed;
  private final Clock clock;

  DocumentLog(JdbcClient jdbc, Feed feed, Clock clock) {
    this.jdbc = jdbc;
    this.feed = feed;
    this.clock = clock;
  }

  /** Writes down what was done to a document, and tells the feed. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void write(Document document, long person, String what, String detail) {
    write(document, person, what, detail, null, null);
  }

  /**
   * Writes down how one thing of a document was changed, and tells the feed.
   *
   * @param before how it was
   * @param after how it is now
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void write(
      Document document,
      long person,
      String what,
      String detail,
      @Nullable String before,
      @Nullable String after) {
    jdbc.sql(
            """
            insert into document_change (kind, document_id, at, person_id, what, detail,
              before_value, after_value) values (?, ?, ?, ?, ?, ?, ?, ?)
            """)
        .params(
            document.kind().name(),
            document.id(),
            Utc.of(clock.instant()),
            person,
            what,
            brief(detail),
            brief(before),
            brief(after))
        .update();
    tell(document, what);
  }

  /** Tells the feed of a change that is written down elsewhere, as a stroke of counting is. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void tell(Document document, String what) {
    feed.write(document.kind().topic(), document.id(), document.number(), what, document.sites());
  }

  /** Dates all of a document's log back, to when it happened before the books were kept here. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void dateBack(DocumentKind kind, long id, Instant moment) {
    jdbc.sql("update document_change set at = ? where kind = ? and document_id = ?")
        .params(Utc.of(moment), kind.name(), id)
        .update();
  }

  /** The log of a document, from its beginning. */
  @Transactional(readOnly = true)
  public List<DocumentChange> of(DocumentKind kind, long id) {
    return jdbc.sql(
            """
            select c.at, p.name, c.what, c.detail, c.before_value, c.after_value
            from document_change c join person p on p.id = c.person_id
            where c.kind = ? and c.document_id = ? order by c.at, c.id
            """)
        .params(kind.name(), id)
        .query(
            (row, n) ->
                new DocumentChange(
                    Utc.instant(row.getTimestamp(1)),
                    row.getString(2),
                    row.getString(3),
                    row.getString(4),
                    row.getString(5),
                    row.getString(6)))
        .list();
  }

  private static @Nullable String brief(@Nullable String text) {
    return text == null ? null : text.substring(0, Math.min(LONGEST, text.length()));
  }
}
