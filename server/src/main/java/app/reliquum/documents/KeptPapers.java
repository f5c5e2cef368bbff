package app.reliquum.documents;

import app.reliquum.api.Actor;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.api.printing.PaperMade;
import io.swagger.v3.oas.annotations.media.Schema;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Papers of documents, again later exactly as they were printed. */
@Service
class KeptPapers {

  private static final int LONGEST_TITLE = 80;

  private final JdbcClient jdbc;
  private final Clock clock;

  KeptPapers(JdbcClient jdbc, Clock clock) {
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** A paper that was printed. */
  @Schema(name = "KeptPaper")
  record Kept(long id, Instant at, String title) {}

  /** A paper with the document that it is of. */
  record Content(String number, String title, byte[] pdf) {}

  /**
   * Keeps a paper of a document, unless the last one of its name said the same, in the transaction
   * in which it is made: that one writes therefore, although it seems to read.
   */
  @EventListener
  @Transactional
  public void keep(PaperMade made) {
    byte[] fingerprint = fingerprint(made.says());
    String title = made.title().substring(0, Math.min(LONGEST_TITLE, made.title().length()));
    jdbc.sql(
            """
            insert into kept_paper (number, title, at, fingerprint, for_reviewers, content)
            select d.number, :title, :at, :fingerprint, :reviewers, :content from document d
            where d.number = :number and not exists (
              select 1 from kept_paper k where k.fingerprint = :fingerprint and k.id = (
                select max(l.id) from kept_paper l where l.number = :number and l.title = :title))
            """)
        .param("number", made.number())
        .param("title", title)
        .param("at", Utc.of(clock.instant()))
        .param("fingerprint", fingerprint)
        .param("reviewers", made.forReviewers())
        .param("content", made.pdf())
        .update();
  }

  private static byte[] fingerprint(String says) {
    try {
      return MessageDigest.getInstance("SHA-256").digest(says.getBytes(StandardCharsets.UTF_8));
    } catch (NoSuchAlgorithmException never) {
      throw new IllegalStateException(never);
    }
  }

  /** The papers of a document, the oldest first. */
  List<Kept> of(String number, Actor actor) {
    return jdbc.sql(
            "select id, at, title from kept_paper where number = ? and (not for_reviewers or ?)"
                + " order by id")
        .params(number, actor.may(Permission.POST))
        .query(
            (row, n) ->
                new Kept(
                    row.getLong("id"), Utc.instant(row.getTimestamp("at")), row.getString("title")))
        .list();
  }

  /**
   * A paper as it was printed.
   *
   * @throws Problem if there is none, or it is not for who asks
   */
  Content paper(long id, Actor actor) {
    return jdbc.sql(
            "select number, title, content from kept_paper where id = ? and (not for_reviewers or"
                + " ?)")
        .params(id, actor.may(Permission.POST))
        .query((row, n) -> new Content(row.getString(1), row.getString(2), row.getBytes(3)))
        .optional()
        .orElseThrow(() -> Problem.missing("paper", id));
  }
}
