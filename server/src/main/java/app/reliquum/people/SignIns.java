package app.reliquum.people;

import app.reliquum.api.Actor;
import app.reliquum.api.Actor.Access;
import app.reliquum.api.Actor.Secret;
import app.reliquum.api.Utc;
import app.reliquum.feed.Feed;
import app.reliquum.feed.FeedTopic;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Who is signed in, in which browser. The browser holds a random token; the database its hash, so
 * that a sign-in outlives a restart, holds on every server, and ends everywhere when its row does.
 */
@Component
class SignIns {

  /** Nobody is signed in for longer, whatever they do: a working day with a late start. */
  static final Duration LONGEST = Duration.ofHours(14);

  /** How long another server may still believe what was; on this one, an end counts at once. */
  private static final Duration BELIEVED = Duration.ofSeconds(3);

  private static final Duration SEEN = Duration.ofMinutes(1);
  private static final int MOST_BELIEVED = 20_000;

  private final JdbcClient jdbc;
  private final PersonStore store;
  private final Clock clock;
  private final Feed feed;
  private final Map<String, Believed> believed = new ConcurrentHashMap<>();

  SignIns(JdbcClient jdbc, PersonStore store, Clock clock, Feed feed) {
    this.jdbc = jdbc;
    this.store = store;
    this.clock = clock;
    this.feed = feed;
  }

  private record Believed(@Nullable Actor actor, Instant until, Instant end) {}

  private record Row(
      long id,
      long person,
      Secret proof,
      Instant until,
      @Nullable Long device,
      @Nullable String deviceName,
      @Nullable Instant seen) {}

  /** Signs someone in: the token for their browser. */
  String open(Person person, Secret proof, @Nullable Long device) {
    String token = Tokens.cookie();
    Instant now = clock.instant();
    jdbc.sql(
            "insert into sign_in (token_hash, person_id, proof, device_id, address, opened, until)"
                + " values (?, ?, ?, ?, ?, ?, ?)")
        .param(Tokens.hash(token))
        .param(person.id())
        .param(proof.name())
        .param(device)
        .param(SecurityLog.address())
        .param(Utc.of(now))
        .param(Utc.of(now.plus(LONGEST)))
        .update();
    return token;
  }

  /** The one who is signed in under a token. Cheap: asked on every request. */
  Optional<Actor> actor(String token) {
    Instant now = clock.instant();
    Believed known = believed.get(token);
    if (known == null || now.isAfter(known.until())) {
      if (believed.size() > MOST_BELIEVED) {
        believed.clear();
      }
      known = look(token, now);
      believed.put(token, known);
    }
    return now.isBefore(known.end()) ? Optional.ofNullable(known.actor()) : Optional.empty();
  }

  private Believed look(String token, Instant now) {
    Optional<Row> row =
        jdbc.sql(
                "select s.id, s.person_id, s.proof, s.until, d.id, d.name, d.last_seen from sign_in"
                    + " s left join device d on d.id = s.device_id where s.token_hash = ? and"
                    + " s.ended is null and (s.device_id is null or d.revoked is null)")
            .param(Tokens.hash(token))
            .query(
                (one, n) ->
                    new Row(
                        one.getLong(1),
                        one.getLong(2),
                        Secret.valueOf(one.getString(3)),
                        Utc.instant(one.getTimestamp(4)),
                        one.getObject(5, Long.class),
                        one.getString(6),
                        Utc.instant(one.getTimestamp(7))))
            .optional();
    row.ifPresent(one -> seen(one, now));
    Actor actor =
        row.flatMap(
                one ->
                    store
                        .findById(one.person())
                        .filter(Person::active)
                        .map(
                            person ->
                                person.actor(
                                    new Access(
                                        one.id(),
                                        one.proof(),
                                        one.deviceName(),
                                        person.due(one.proof())))))
            .orElse(null);
    return new Believed(actor, now.plus(BELIEVED), row.map(Row::until).orElse(now));
  }

  private void seen(Row row, Instant now) {
    if (row.device() != null && (row.seen() == null || row.seen().plus(SEEN).isBefore(now))) {
      jdbc.sql("update device set last_seen = ?, last_person = ? where id = ?")
          .params(Utc.of(now), row.person(), row.device())
          .update();
    }
  }

  /** Ends what a browser holds a token of. */
  @Transactional
  void end(String token) {
    jdbc.sql("update sign_in set ended = ? where token_hash = ? and ended is null")
        .params(Utc.of(clock.instant()), Tokens.hash(token))
        .update();
    Believed known = believed.get(token);
    // Not before: who asks meanwhile would be believed anew.
    afterCommit(() -> believed.remove(token));
    if (known != null && known.actor() != null) {
      tell(known.actor().id());
    }
  }

  /** Ends every sign-in of someone, but for one; 0 for all. */
  @Transactional
  void endOf(long person, long but) {
    jdbc.sql("update sign_in set ended = ? where person_id = ? and id <> ? and ended is null")
        .params(Utc.of(clock.instant()), person, but)
        .update();
    changed(person);
  }

  /** Ends every sign-in that was made on a device. */
  @Transactional
  void endOn(long device) {
    jdbc.sql("select distinct person_id from sign_in where device_id = ? and ended is null")
        .param(device)
        .query(Long.class)
        .list()
        .forEach(this::changed);
    jdbc.sql("update sign_in set ended = ? where device_id = ? and ended is null")
        .params(Utc.of(clock.instant()), device)
        .update();
  }

  /** What is known of someone is asked anew, from the end of the transaction on. */
  @Transactional
  void changed(long person) {
    afterCommit(
        () -> believed.values().removeIf(one -> one.actor() != null && one.actor().id() == person));
    tell(person);
  }

  private static void afterCommit(Runnable forget) {
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            forget.run();
          }
        });
  }

  /** What goes on under sign-ins of someone must end or begin anew, on every server. */
  private void tell(long person) {
    feed.write(FeedTopic.SIGN_IN, person, "", "CHANGED", List.of());
  }

  /** Forgets sign-ins that ended long ago; the security log keeps that they were. */
  int forget() {
    return jdbc.sql("delete from sign_in where until < ?")
        .param(Utc.of(clock.instant().minus(Duration.ofDays(30))))
        .update();
  }
}
