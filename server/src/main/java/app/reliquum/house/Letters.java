package app.reliquum.house;

import app.reliquum.api.Actor;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.NoticeRaised;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.core.notice.NoticeKind;
import io.swagger.v3.oas.annotations.media.Schema;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The letters of the house. */
@Service
public class Letters {

  private static final int MOST = 200;
  private static final int LONGEST = 400;

  /** So often a letter is tried, later and later; then someone must look at it. */
  private static final int TRIES = 8;

  private static final Duration FIRST_PAUSE = Duration.ofMinutes(1);
  private static final Duration LONGEST_PAUSE = Duration.ofHours(2);

  /** A server that has taken a letter to send it, and then died, has it for so long. */
  private static final Duration CLAIM = Duration.ofMinutes(3);

  private final JdbcClient jdbc;
  private final Clock clock;
  private final ApplicationEventPublisher events;

  Letters(JdbcClient jdbc, Clock clock, ApplicationEventPublisher events) {
    this.events = events;
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** What has become of a letter. */
  public enum State {
    WAITING,
    SENT,
    /** The mail server has refused it, or could not be reached for hours. */
    FAILED,
    /** No mail server is set, or nobody to send as. */
    NOT_DELIVERED
  }

  /**
   * What goes with a letter.
   *
   * @param name of the file
   */
  public record Attachment(String name, String mediaType, byte[] content) {}

  /** What goes with a letter, without its content. */
  @Schema(name = "LetterAttachment")
  public record Attached(long id, String name, String mediaType, int bytes) {}

  /**
   * A letter.
   *
   * @param tries how often it was tried
   * @param nextTry when it is tried again, while it waits after a failure
   */
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
      @Nullable Instant sent,
      int tries,
      @Nullable Instant nextTry,
      List<Attached> attachments) {

    private Letter with(List<Attached> attached) {
      return new Letter(
          id, recipient, subject, body, document, state, failure, written, sent, tries, nextTry,
          attached);
    }
  }

  /**
   * Writes a letter. It is sent when the transaction has gone through.
   *
   * @param site the site that it is written for
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void write(
      String recipient,
      String subject,
      String body,
      String document,
      long site,
      List<Attachment> attachments) {
    long id =
        GeneratedId.of(
            jdbc.sql(
                    """
                    insert into letter (recipient, subject, body, document, site_id, state, written)
                    values (?, ?, ?, ?, ?, 'WAITING', ?)
                    """)
                .params(recipient, subject, body, document, site, now()));
    for (Attachment one : attachments) {
      jdbc.sql(
              "insert into letter_attachment (letter_id, name, media_type, content)"
                  + " values (?, ?, ?, ?)")
          .params(id, one.name(), one.mediaType(), one.content())
          .update();
    }
  }

  /** What goes with a letter. */
  @Transactional(readOnly = true)
  List<Attachment> attachments(long id) {
    return jdbc.sql(
            "select name, media_type, content from letter_attachment where letter_id = ?"
                + " order by id")
        .param(id)
        .query((row, n) -> new Attachment(row.getString(1), row.getString(2), row.getBytes(3)))
        .list();
  }

  /**
   * An attachment of a letter that was written for a site of someone.
   *
   * @throws Problem if there is none
   */
  @Transactional(readOnly = true)
  public Attachment attachment(long id, Actor actor) {
    return jdbc.sql(
            "select a.name, a.media_type, a.content from letter_attachment a"
                + " join letter l on l.id = a.letter_id where a.id = :id"
                + " and (:everywhere or l.site_id in (:sites))")
        .param("id", id)
        .param("everywhere", actor.everywhere())
        .param("sites", actor.siteNumbers())
        .query((row, n) -> new Attachment(row.getString(1), row.getString(2), row.getBytes(3)))
        .optional()
        .orElseThrow(() -> Problem.missing("attachment", id));
  }

  private static final String LETTER =
      "select id, recipient, subject, body, document, state, failure, written, sent, tries,"
          + " next_try, site_id from letter ";

  /** The newest letters, or those of a document; those written for the sites of someone. */
  public List<Letter> letters(@Nullable String document, Actor actor) {
    List<Letter> letters =
        jdbc.sql(
                LETTER
                    + "where (:document is null or document = :document)"
                    + " and (:everywhere or site_id in (:sites)) order by id desc limit "
                    + MOST)
            .param("document", document)
            .param("everywhere", actor.everywhere())
            .param("sites", actor.siteNumbers())
            .query((row, n) -> letter(row))
            .list();
    if (letters.isEmpty()) {
      return letters;
    }
    Map<Long, List<Attached>> attached = new HashMap<>();
    jdbc.sql(
            "select letter_id, id, name, media_type, length(content) from letter_attachment"
                + " where letter_id in (:letters) order by id")
        .param("letters", letters.stream().map(Letter::id).toList())
        .query(
            row -> {
              attached
                  .computeIfAbsent(row.getLong(1), id -> new ArrayList<>())
                  .add(
                      new Attached(
                          row.getLong(2), row.getString(3), row.getString(4), row.getInt(5)));
            });
    return letters.stream()
        .map(letter -> letter.with(attached.getOrDefault(letter.id(), List.of())))
        .toList();
  }

  /** Takes a letter that is to be sent now, so that no other server does; for a while. */
  @Transactional
  Optional<Letter> take() {
    LocalDateTime now = now();
    Optional<Letter> next =
        jdbc.sql(
                LETTER
                    + "where state = 'WAITING' and (next_try is null or next_try <= ?) and"
                    + " (claimed_until is null or claimed_until <= ?) order by id limit 1"
                    + " for update skip locked")
            .params(now, now)
            .query((row, n) -> letter(row))
            .optional();
    next.ifPresent(
        letter ->
            jdbc.sql("update letter set claimed_until = ?, tries = tries + 1 where id = ?")
                .params(now.plus(CLAIM), letter.id())
                .update());
    return next;
  }

  private static Letter letter(ResultSet row) throws SQLException {
    return new Letter(
        row.getLong(1),
        row.getString(2),
        row.getString(3),
        row.getString(4),
        row.getString(5),
        State.valueOf(row.getString(6)),
        row.getString(7),
        Utc.instant(row.getTimestamp(8)),
        Utc.instant(row.getTimestamp(9)),
        row.getInt(10),
        Utc.instant(row.getTimestamp(11)),
        List.of());
  }

  void sent(long id) {
    jdbc.sql(
            "update letter set state = 'SENT', failure = null, next_try = null, claimed_until ="
                + " null, sent = ? where id = ?")
        .params(now(), id)
        .update();
  }

  /** It went wrong in a way that may pass: it is tried again, later and later. */
  @Transactional
  public void failedForNow(Letter letter, String why) {
    int tries = letter.tries() + 1;
    if (tries >= TRIES) {
      ended(letter.id(), State.FAILED, why);
      return;
    }
    Duration pause = FIRST_PAUSE.multipliedBy(1L << (tries - 1));
    LocalDateTime next = now().plus(pause.compareTo(LONGEST_PAUSE) > 0 ? LONGEST_PAUSE : pause);
    jdbc.sql("update letter set failure = ?, next_try = ?, claimed_until = null where id = ?")
        .params(cut(why), next, letter.id())
        .update();
  }

  /** It can't be sent as things are: whoever sees to that is told. */
  @Transactional
  public void ended(long id, State state, String why) {
    Undelivered letter =
        jdbc.sql("select coalesce(site_id, 0) site, recipient, subject from letter where id = ?")
            .param(id)
            .query(Undelivered.class)
            .single();
    events.publishEvent(
        new NoticeRaised(
            NoticeKind.MAIL_NOT_SENT,
            letter.site(),
            // Without a mail server none is sent: that is told once.
            state == State.FAILED ? Long.toString(id) : state.name(),
            Map.of(
                "letter", Long.toString(id),
                "to", letter.recipient(),
                "about", letter.subject(),
                "failure", cut(why))));
    jdbc.sql(
            "update letter set state = ?, failure = ?, next_try = null, claimed_until = null"
                + " where id = ?")
        .params(state.name(), cut(why), id)
        .update();
  }

  private record Undelivered(long site, String recipient, String subject) {}

  private static String cut(String why) {
    return why.substring(0, Math.min(LONGEST, why.length()));
  }

  /**
   * Has a letter that did not go tried at once.
   *
   * @throws Problem if there is no such letter, or it was written for a site of others
   */
  @Transactional
  public void again(long id, Actor actor) {
    long site =
        jdbc.sql("select coalesce(site_id, 0) from letter where id = ? for update")
            .param(id)
            .query(Long.class)
            .optional()
            .filter(actor::worksAt)
            .orElseThrow(() -> Problem.missing("letter", id));
    jdbc.sql(
            "update letter set state = 'WAITING', tries = 0, next_try = null where id = ? and"
                + " state <> 'SENT' and coalesce(site_id, 0) = ?")
        .params(id, site)
        .update();
  }

  private LocalDateTime now() {
    return Utc.of(clock.instant());
  }
}
