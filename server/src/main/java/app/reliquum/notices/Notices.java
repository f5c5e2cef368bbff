package app.reliquum.notices;

import app.reliquum.api.Actor;
import app.reliquum.api.NoticeRaised;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.lists.ListTable;
import app.reliquum.core.notice.NoticeKind;
import app.reliquum.core.notice.NoticeRules;
import app.reliquum.core.notice.NoticeWay;
import app.reliquum.feed.Feed;
import app.reliquum.feed.FeedTopic;
import app.reliquum.house.House;
import app.reliquum.people.People;
import app.reliquum.places.SiteDays;
import io.swagger.v3.oas.annotations.media.Schema;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What there was to be told, and to whom. */
@Service
class Notices {

  private static final Duration KEPT = Duration.ofDays(180);
  private static final TypeReference<Map<String, String>> DETAILS = new TypeReference<>() {};

  private static final ListTable<NoticeColumn> LIST =
      new ListTable<>(
          "from notice n join notice_recipient r on r.notice_id = n.id"
              + " left join site s on s.id = n.site_id",
          "n.id",
          List.of(),
          List.of("n.details like :holds", "s.name like :starts"));

  private final JdbcClient jdbc;
  private final NoticeChoices choices;
  private final NoticeMails mails;
  private final People people;
  private final SiteDays days;
  private final House house;
  private final Feed feed;
  private final Clock clock;
  private final JsonMapper json;

  Notices(
      JdbcClient jdbc,
      NoticeChoices choices,
      NoticeMails mails,
      People people,
      SiteDays days,
      House house,
      Feed feed,
      Clock clock,
      JsonMapper json) {
    this.jdbc = jdbc;
    this.choices = choices;
    this.mails = mails;
    this.people = people;
    this.days = days;
    this.house = house;
    this.feed = feed;
    this.clock = clock;
    this.json = json;
  }

  /**
   * A notice as one of those sees it whom it reached.
   *
   * @param siteId what it concerns; null for the whole house
   * @param raised when it happened last
   * @param times how often it happened on its day
   * @param details what is to be known of it
   */
  @Schema(name = "Notice")
  record Row(
      long id,
      NoticeKind kind,
      boolean failure,
      @Nullable Long siteId,
      @Nullable String site,
      Instant raised,
      int times,
      boolean read,
      Map<String, String> details) {}

  /** What a list shows of them. */
  enum Filter {
    UNREAD,
    ALL
  }

  /** Keeps what was raised, for those whom it reaches; the same again on its day only counts. */
  @EventListener
  @Transactional
  public void raised(NoticeRaised notice) {
    LocalDate day =
        notice.site() == 0
            ? LocalDate.ofInstant(clock.instant(), house.zone())
            : days.today(notice.site());
    String details = json.writeValueAsString(notice.details());
    boolean first =
        jdbc.sql(
                    "insert ignore into notice (kind, site_id, subject, day, raised, details)"
                        + " values (?, ?, ?, ?, ?, ?)")
                .params(
                    notice.kind().name(),
                    notice.site(),
                    notice.subject(),
                    Date.valueOf(day),
                    Utc.of(clock.instant()),
                    details)
                .update()
            == 1;
    long id =
        jdbc.sql("select id from notice where kind = ? and site_id = ? and subject = ? and day = ?")
            .params(notice.kind().name(), notice.site(), notice.subject(), Date.valueOf(day))
            .query(Long.class)
            .single();
    if (!first) {
      jdbc.sql("update notice set times = times + 1, raised = ?, details = ? where id = ?")
          .params(Utc.of(clock.instant()), details, id)
          .update();
      return;
    }
    List<People.Card> here =
        people.all().stream()
            .filter(People.Card::active)
            .filter(one -> notice.people().isEmpty() || notice.people().contains(one.id()))
            .toList();
    List<NoticeRules.Person> asked = here.stream().map(Notices::person).toList();
    NoticeRules rules = choices.rules();
    Map<Long, NoticeWay> reached =
        notice.people().isEmpty()
            ? rules.reached(notice.kind(), notice.site(), asked)
            : rules.meant(notice.kind(), notice.site(), asked);
    for (People.Card person : here) {
      NoticeWay way = reached.get(person.id());
      if (way != null) {
        jdbc.sql("insert into notice_recipient (person_id, notice_id, way) values (?, ?, ?)")
            .params(person.id(), id, way.name())
            .update();
        if (way == NoticeWay.MAIL_AT_ONCE) {
          mails.atOnce(person, notice, id);
        }
      }
    }
    feed.write(
        FeedTopic.NOTICE,
        id,
        "",
        notice.kind().name(),
        notice.site() == 0 ? List.of() : List.of(notice.site()));
  }

  private static NoticeRules.Person person(People.Card card) {
    return new NoticeRules.Person(
        card.id(),
        card.role().name(),
        card.everywhere(),
        card.sites(),
        card.role().permissions().contains(Permission.RULES),
        !card.email().isEmpty());
  }

  /** A page of the notices of someone, the newest first. */
  @Transactional(readOnly = true)
  Page<Row> page(Filter filter, ListQuery<NoticeColumn> query, Actor actor) {
    return LIST.page(
        jdbc,
        query,
        new ListTable.Shown(
            "select n.*, s.name site, r.is_read",
            "",
            "r.person_id = " + actor.id() + (filter == Filter.UNREAD ? " and not r.is_read" : ""),
            "n.raised desc"),
        actor,
        (row, n) -> row(row));
  }

  /**
   * One of someone's notices.
   *
   * @throws Problem if it did not reach them
   */
  @Transactional(readOnly = true)
  Row notice(long id, Actor actor) {
    return jdbc.sql(
            "select n.*, s.name site, r.is_read from notice n join notice_recipient r"
                + " on r.notice_id = n.id left join site s on s.id = n.site_id"
                + " where n.id = ? and r.person_id = ?")
        .params(id, actor.id())
        .query((row, n) -> row(row))
        .optional()
        .orElseThrow(() -> Problem.missing("notice", id));
  }

  private Row row(ResultSet row) throws SQLException {
    NoticeKind kind = NoticeKind.valueOf(row.getString("kind"));
    long site = row.getLong("site_id");
    return new Row(
        row.getLong("id"),
        kind,
        kind.failure(),
        site == 0 ? null : site,
        row.getString("site"),
        Utc.instant(row.getTimestamp("raised")),
        row.getInt("times"),
        row.getBoolean("is_read"),
        json.readValue(row.getString("details"), DETAILS));
  }

  /** How many notices someone has not read. */
  int unread(Actor actor) {
    return jdbc.sql("select count(*) from notice_recipient where person_id = ? and not is_read")
        .param(actor.id())
        .query(Integer.class)
        .single();
  }

  /**
   * Says whether someone has read one of their notices.
   *
   * @throws Problem if it did not reach them
   */
  @Transactional
  int read(long id, boolean read, Actor actor) {
    boolean theirs =
        jdbc.sql(
                "select exists(select 1 from notice_recipient where person_id = ?"
                    + " and notice_id = ?)")
            .params(actor.id(), id)
            .query(Boolean.class)
            .single();
    if (!theirs) {
      throw Problem.missing("notice", id);
    }
    jdbc.sql("update notice_recipient set is_read = ? where person_id = ? and notice_id = ?")
        .params(read, actor.id(), id)
        .update();
    return unread(actor);
  }

  /** Someone has read all their notices up to one; what came meanwhile stays unread. */
  @Transactional
  int readUpTo(long id, Actor actor) {
    jdbc.sql("update notice_recipient set is_read = true where person_id = ? and notice_id <= ?")
        .params(actor.id(), id)
        .update();
    return unread(actor);
  }

  /** Forgets what nobody needs any more. */
  @Transactional
  public void forget() {
    Instant before = clock.instant().minus(KEPT);
    jdbc.sql(
            "delete r from notice_recipient r join notice n on n.id = r.notice_id"
                + " where n.raised < ?")
        .param(Utc.of(before))
        .update();
    jdbc.sql("delete from notice where raised < ?").param(Utc.of(before)).update();
  }
}
