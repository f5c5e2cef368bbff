package app.reliquum.documents;

import app.reliquum.api.Actor;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.NoticeRaised;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.Staff;
import app.reliquum.api.Utc;
import app.reliquum.core.document.Mentions;
import app.reliquum.core.notice.NoticeKind;
import app.reliquum.core.text.Message;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What people say about documents of any kind, and the files that they attach to them. */
@Service
class Remarks {

  static final int LARGEST_FILE = 10_000_000;
  private static final int MOST_FILES = 200;
  private static final int LONGEST_TEXT = 2_000;
  private static final int BRIEF = 160;

  private final JdbcClient jdbc;
  private final Staff staff;
  private final KeptPapers papers;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  Remarks(
      JdbcClient jdbc,
      Staff staff,
      KeptPapers papers,
      ApplicationEventPublisher events,
      Clock clock) {
    this.papers = papers;
    this.jdbc = jdbc;
    this.staff = staff;
    this.events = events;
    this.clock = clock;
  }

  /**
   * Something that was said.
   *
   * @param text null once it was removed
   * @param mine whether who asks may remove it
   */
  @Schema(name = "DocumentComment")
  record Comment(long id, Instant at, String person, @Nullable String text, boolean mine) {}

  /**
   * A file that was attached.
   *
   * @param size in bytes
   * @param shown whether a page may show it; others are saved
   */
  @Schema(name = "DocumentFile")
  record Attached(
      long id,
      Instant at,
      String person,
      String name,
      int size,
      boolean shown,
      boolean picture,
      boolean mine) {}

  /** All that was said about a document, attached to it and printed of it, the oldest first. */
  @Schema(name = "DocumentRemarks")
  record All(
      String document,
      List<Comment> comments,
      List<Attached> files,
      List<KeptPapers.Kept> papers) {}

  /** Something to be said; who is named by an at sign and their code is told. */
  @Schema(name = "DocumentCommentEntry")
  record Entry(
      @NotNull @Size(min = 1, max = 24) String document,
      @NotBlank @Size(max = LONGEST_TEXT) String text) {}

  /** A file as it was attached. */
  record Content(String name, String mediaType, byte[] bytes) {}

  @Transactional(readOnly = true)
  public All of(String document, Actor actor) {
    return all(seen(document, actor), actor);
  }

  private All all(String number, Actor actor) {
    return new All(number, comments(number, actor), files(number, actor), papers.of(number, actor));
  }

  private List<Comment> comments(String number, Actor actor) {
    return jdbc.sql(
            """
            select c.*, p.name person from document_comment c join person p on p.id = c.person_id
            where c.number = ? order by c.id
            """)
        .param(number)
        .query(
            (row, n) -> {
              boolean removed = row.getTimestamp("removed") != null;
              return new Comment(
                  row.getLong("id"),
                  Utc.instant(row.getTimestamp("at")),
                  row.getString("person"),
                  removed ? null : row.getString("text"),
                  !removed && mayRemove(row, actor));
            })
        .list();
  }

  private List<Attached> files(String number, Actor actor) {
    return jdbc.sql(
            """
            select f.id, f.at, f.person_id, f.name, f.media_type, f.size, p.name person
            from document_file f join person p on p.id = f.person_id
            where f.number = ? and f.removed is null order by f.id
            """)
        .param(number)
        .query(
            (row, n) -> {
              String type = row.getString("media_type");
              return new Attached(
                  row.getLong("id"),
                  Utc.instant(row.getTimestamp("at")),
                  row.getString("person"),
                  row.getString("name"),
                  row.getInt("size"),
                  AttachedType.isShown(type),
                  type.startsWith("image/"),
                  mayRemove(row, actor));
            })
        .list();
  }

  private static boolean mayRemove(ResultSet row, Actor actor) throws SQLException {
    return row.getLong("person_id") == actor.id() || actor.permissions().contains(Permission.RULES);
  }

  /**
   * The number of a document as it is kept.
   *
   * @throws Problem if there is none, or it is about sites where someone does not work
   */
  private String seen(String document, Actor actor) {
    String number =
        jdbc.sql("select number from document where number = ?")
            .param(document.strip().toUpperCase(Locale.ROOT))
            .query(String.class)
            .optional()
            .orElseThrow(() -> Problem.missing("document", document));
    Set<Long> sites = sites(number);
    if (!actor.everywhere() && sites.stream().noneMatch(actor.siteNumbers()::contains)) {
      throw Problem.forbidden("You do not work where {0} belongs.", number);
    }
    return number;
  }

  private Set<Long> sites(String number) {
    return new LinkedHashSet<>(
        jdbc.sql("select site_id from document_site where number = ? and site_id > 0")
            .param(number)
            .query(Long.class)
            .list());
  }

  /** Says something about a document, and tells those who are named in it. */
  @Transactional
  public All say(Entry entry, Actor actor) {
    String number = seen(entry.document(), actor);
    String text = entry.text().strip();
    Set<Long> sites = sites(number);
    List<Long> named = new ArrayList<>();
    for (String code : Mentions.in(text)) {
      long person =
          staff
              .coded(code)
              .orElseThrow(
                  () -> Problem.invalid("text", "No active person has the code @{0}.", code));
      if (!sites.isEmpty() && sites.stream().noneMatch(site -> staff.worksAt(person, site))) {
        throw Problem.invalid(
            "text", "@{0} does not work where {1} belongs and can't see it.", code, number);
      }
      named.add(person);
    }
    long id =
        GeneratedId.of(
            jdbc.sql(
                    "insert into document_comment (number, at, person_id, text) values (?, ?, ?, ?)")
                .params(number, Utc.of(clock.instant()), actor.id(), text));
    tell(number, id, text, sites, named, actor);
    return all(number, actor);
  }

  private void tell(
      String number, long comment, String text, Set<Long> sites, List<Long> named, Actor actor) {
    if (named.isEmpty()) {
      return;
    }
    DocumentKind kind =
        jdbc.sql("select kind from document where number = ?")
            .param(number)
            .query(String.class)
            .optional()
            .map(DocumentKind::valueOf)
            .orElseThrow();
    Map<String, String> details = new TreeMap<>();
    details.put("number", number);
    details.put("document", kind.name());
    details.put("from", actor.name());
    details.put("text", text.substring(0, Math.min(BRIEF, text.length())));
    events.publishEvent(
        new NoticeRaised(
                NoticeKind.MENTIONED,
                sites.stream().findFirst().orElse(0L),
                number + " " + comment,
                details)
            .to(Set.copyOf(named)));
  }

  /** Takes something back that was said; that something was said there stays. */
  @Transactional
  public All remove(long comment, Actor actor) {
    String number = removable("document_comment", comment, Message.of("comment"), actor);
    jdbc.sql("update document_comment set removed = ?, removed_by = ? where id = ?")
        .params(Utc.of(clock.instant()), actor.id(), comment)
        .update();
    return all(number, actor);
  }

  private String removable(String table, long id, Message what, Actor actor) {
    record Found(String number, long person) {}
    Found found =
        jdbc.sql(
                "select number, person_id person from "
                    + table
                    + " where id = ? and removed is null")
            .param(id)
            .query(Found.class)
            .optional()
            .orElseThrow(() -> Problem.missing(what, id));
    String number = seen(found.number(), actor);
    if (found.person() != actor.id() && !actor.permissions().contains(Permission.RULES)) {
      throw Problem.forbidden("Only who wrote it, or who sets rules, may remove it.");
    }
    return number;
  }

  /** Attaches a file to a document. */
  @Transactional
  public All attach(String document, String name, byte[] content, Actor actor) {
    String number = seen(document, actor);
    String called = name.strip();
    if (called.isEmpty()) {
      throw Problem.invalid("name", "Expected the name of the file.");
    }
    if (content.length == 0) {
      throw Problem.invalid("file", "The file is empty.");
    }
    if (content.length > LARGEST_FILE) {
      throw Problem.invalid("file", "The file is larger than 10 MB.");
    }
    AttachedType type = AttachedType.of(called, content);
    int there =
        jdbc.sql("select count(*) from document_file where number = ? and removed is null")
            .param(number)
            .query(Integer.class)
            .single();
    if (there >= MOST_FILES) {
      throw Problem.refused("too-many", "{0} has {1} files already.", number, MOST_FILES);
    }
    jdbc.sql(
            "insert into document_file (number, at, person_id, name, media_type, size, content)"
                + " values (?, ?, ?, ?, ?, ?, ?)")
        .params(
            number,
            Utc.of(clock.instant()),
            actor.id(),
            called,
            type.mediaType(),
            content.length,
            content)
        .update();
    return all(number, actor);
  }

  /** A file as it was attached. */
  @Transactional(readOnly = true)
  public Content file(long id, Actor actor) {
    String number =
        jdbc.sql("select number from document_file where id = ? and removed is null")
            .param(id)
            .query(String.class)
            .optional()
            .orElseThrow(() -> Problem.missing("file", id));
    seen(number, actor);
    return jdbc.sql("select name, media_type, content from document_file where id = ?")
        .param(id)
        .query((row, n) -> new Content(row.getString(1), row.getString(2), row.getBytes(3)))
        .single();
  }

  /** A paper of a document as it was printed. */
  @Transactional(readOnly = true)
  public KeptPapers.Content paper(long id, Actor actor) {
    KeptPapers.Content paper = papers.paper(id, actor);
    seen(paper.number(), actor);
    return paper;
  }

  /** Takes a file off a document. */
  @Transactional
  public All detach(long id, Actor actor) {
    String number = removable("document_file", id, Message.of("file"), actor);
    jdbc.sql("update document_file set removed = ?, removed_by = ? where id = ?")
        .params(Utc.of(clock.instant()), actor.id(), id)
        .update();
    return all(number, actor);
  }
}
