package app.reliquum.notices;

import app.reliquum.api.NoticeRaised;
import app.reliquum.api.Utc;
import app.reliquum.api.Words;
import app.reliquum.core.notice.NoticeKind;
import app.reliquum.core.notice.NoticeWay;
import app.reliquum.core.text.Message;
import app.reliquum.house.House;
import app.reliquum.house.Letters;
import app.reliquum.people.People;
import app.reliquum.places.Places;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Tells people by mail. */
@Service
class NoticeMails {

  private static final TypeReference<Map<String, String>> DETAILS = new TypeReference<>() {};

  private final JdbcClient jdbc;
  private final Letters letters;
  private final House house;
  private final Places places;
  private final People people;
  private final Clock clock;
  private final JsonMapper json;

  NoticeMails(
      JdbcClient jdbc,
      Letters letters,
      House house,
      Places places,
      People people,
      Clock clock,
      JsonMapper json) {
    this.jdbc = jdbc;
    this.letters = letters;
    this.house = house;
    this.places = places;
    this.people = people;
    this.clock = clock;
    this.json = json;
  }

  /** Writes one notice to someone. */
  void atOnce(People.Card person, NoticeRaised notice, long id) {
    Words words = words(person);
    String said = words.say(said(notice.kind(), notice.site(), notice.details()));
    write(words, person, said, said, notice.site());
    mailed(person.id(), List.of(id));
  }

  private record Told(long id, NoticeKind kind, long site, String details) {}

  /**
   * Writes what they are told by mail once a day, if there is anything, to those whose first site
   * it is: so each gets one mail, in their own morning.
   */
  @Transactional
  public void daily(long site) {
    long first = places.allNamed().stream().mapToLong(Places.Named::id).min().orElse(site);
    for (People.Card person : people.all()) {
      long home =
          person.everywhere()
              ? first
              : person.sites().stream().mapToLong(Long::longValue).min().orElse(first);
      if (home != site) {
        continue;
      }
      List<Told> told =
          jdbc.sql(
                  "select n.id, n.kind, n.site_id site, n.details from notice_recipient r"
                      + " join notice n on n.id = r.notice_id where r.person_id = ? and r.way = ?"
                      + " and r.mailed is null order by n.raised, n.id for update")
              .params(person.id(), NoticeWay.DAILY_MAIL.name())
              .query(Told.class)
              .list();
      if (told.isEmpty() || !person.active() || person.email().isEmpty()) {
        continue;
      }
      Words words = words(person);
      List<String> lines =
          told.stream()
              .map(
                  one ->
                      words.say(
                          said(one.kind(), one.site(), json.readValue(one.details(), DETAILS))))
              .toList();
      write(
          words,
          person,
          lines.size() == 1 ? lines.get(0) : words.say("{0} notices", lines.size()),
          "- " + String.join("\n- ", lines),
          0);
      mailed(person.id(), told.stream().map(Told::id).toList());
    }
  }

  private void write(Words words, People.Card person, String subject, String body, long site) {
    String name = house.card().name();
    letters.write(
        person.email(),
        brief(name + ": " + subject),
        body + "\n\n" + words.say("Your notices are in the menu under your name.") + "\n",
        "",
        site,
        List.of());
  }

  private static String brief(String subject) {
    String line = subject.replaceAll("\\s+", " ");
    return line.substring(0, Math.min(line.length(), 200));
  }

  private void mailed(long person, List<Long> notices) {
    jdbc.sql(
            "update notice_recipient set mailed = :now where person_id = :person"
                + " and notice_id in (:notices)")
        .param("now", Utc.of(clock.instant()))
        .param("person", person)
        .param("notices", notices)
        .update();
  }

  private Words words(People.Card person) {
    return house.words(people.language(person.id()));
  }

  /** A notice as a sentence. */
  private Message said(NoticeKind kind, long site, Map<String, String> details) {
    Object where = site == 0 ? "" : Message.of(" at {0}", places.named(site).name());
    String number = details.getOrDefault("number", "");
    String from = details.getOrDefault("from", "");
    String count = details.getOrDefault("count", "");
    return switch (kind) {
      case PROPOSALS -> Message.of("{0} proposals wait for approval{1}", count, where);
      case RUNNING_OUT ->
          Message.of(
              "{0} items run out before what comes is here{1}: {2}",
              count, where, details.getOrDefault("items", ""));
      case LATE_GOODS ->
          Message.of("{0} from {1} was due{2} on {3}", number, from, where, details.get("due"));
      case CHANGED_DELIVERY ->
          Message.of(
              "{0} changed {1}{2}: {3}", from, number, where, details.getOrDefault("change", ""));
      case MENTIONED ->
          Message.of(
              "{0} wrote about {1}{2}: {3}", from, number, where, details.getOrDefault("text", ""));
      case LEDGER_DIFFERENCES -> Message.of("The ledger check found {0} differences", count);
      case BACKGROUND_FAILURE ->
          Message.of(
              "Background work failed{0}: {1}{2}{3}",
              where,
              details.getOrDefault("work", ""),
              count.isEmpty() ? "" : Message.of(", {0} times", count),
              details.containsKey("failure") ? " (" + details.get("failure") + ")" : "");
      case MAIL_NOT_SENT ->
          Message.of(
              "An email to {0} was not sent: {1}", details.get("to"), details.get("failure"));
      case NOT_PRINTED ->
          Message.of(
              "{0} was not printed on {1}{2}: {3}",
              details.get("about"), details.get("printer"), where, details.get("failure"));
    };
  }
}
