package app.reliquum.mail;

import io.swagger.v3.oas.annotations.media.Schema;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The letters of the house. */
@Service
public class Letters {

  private static final int MOST = 200;

  private final JdbcClient jdbc;
  private final Clock clock;

  Letters(JdbcClient jdbc, Clock clock) {
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** What has become of a letter. */
  public enum State {
    WAITING,
    SENT,
    FAILED
  }

  /** A letter. */
  @Schema(name = "LetterCard")
  public record Letter(
      long id,
      String recipient,
      String subject,
      String body,
      String document,
      State state,
      @Nullable String failure,
      Instant written,
      @Nullable Instant sent) {}

  /** Writes a letter. It is sent when the transaction has gone through. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void write(String recipient, String subject, String body, String document) {
    jdbc.sql(
            """
            insert into letter (recipient, subject, body, document, state, written)
            values (?, ?, ?, ?, 'WAITING', ?)
            """)
        .params(recipient, subject, body, document, now())
        .update();
  }

  private static final String LETTER =
      "select id, recipient, subject, body, document, state, failure, written, sent from letter ";

  /** The newest letters, or those of a document. */
  public List<Letter> letters(@Nullable String document) {
    return jdbc.sql(
            LETTER
                + (document == null ? "" : "where document = :document ")
                + "order by id desc limit "
                + MOST)
        .param("document", document)
        .query((row, n) -> letter(row))
        .list();
  }

  /** Locks a letter that waits, passing over those that another server is sending. */
  List<Letter> nextWaiting() {
    return jdbc.sql(LETTER + "where state = 'WAITING' order by id limit 1 for update skip locked")
        .query((row, n) -> letter(row))
        .list();
  }

  private static Letter letter(java.sql.ResultSet row) throws java.sql.SQLException {
    return new Letter(
        row.getLong(1),
        row.getString(2),
        row.getString(3),
        row.getString(4),
        row.getString(5),
        State.valueOf(row.getString(6)),
        row.getString(7),
        instant(row.getTimestamp(8)),
        instant(row.getTimestamp(9)));
  }

  void sent(long id) {
    jdbc.sql("update letter set state = 'SENT', failure = null, sent = ? where id = ?")
        .params(now(), id)
        .update();
  }

  void failed(long id, String why) {
    jdbc.sql("update letter set state = 'FAILED', failure = ? where id = ?")
        .params(why.substring(0, Math.min(400, why.length())), id)
        .update();
  }

  /** Lets a letter that failed be tried again. */
  @Transactional
  public void again(long id) {
    jdbc.sql("update letter set state = 'WAITING' where id = ? and state = 'FAILED'")
        .param(id)
        .update();
  }

  private LocalDateTime now() {
    return LocalDateTime.ofInstant(clock.instant(), ZoneOffset.UTC);
  }

  private static Instant instant(Timestamp moment) {
    return moment == null ? null : moment.toLocalDateTime().toInstant(ZoneOffset.UTC);
  }
}
