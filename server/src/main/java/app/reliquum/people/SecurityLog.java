package app.reliquum.people;

import app.reliquum.api.AccessRefused;
import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.RuleChanged;
import app.reliquum.api.Utc;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

/**
 * The security log: who got in and who did not, and who changed what others may do. What is told
 * within a transaction stands or falls with it; refusals stand for themselves.
 */
@Service
public class SecurityLog {

  /** The same refusal again within this time is not written again. */
  private static final Duration AGAIN = Duration.ofMinutes(1);

  private static final int MOST_REMEMBERED = 10_000;
  private static final int LONGEST = 400;

  private final JdbcClient jdbc;
  private final Clock clock;
  private final TransactionTemplate alone;
  private final Map<String, Instant> refusals = new ConcurrentHashMap<>();

  SecurityLog(JdbcClient jdbc, Clock clock, PlatformTransactionManager transactions) {
    this.jdbc = jdbc;
    this.clock = clock;
    this.alone = new TransactionTemplate(transactions);
    this.alone.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
  }

  /** What can happen. */
  public enum What {
    SIGNED_IN,
    SIGN_IN_REFUSED,
    SIGN_IN_BLOCKED,
    SIGNED_OUT,
    PERSON_ADDED,
    RIGHTS_CHANGED,
    PERSON_CLOSED,
    PERSON_CHANGED,
    PASSWORD_SET,
    PIN_SET,
    DEVICE_ADDED,
    DEVICE_ENROLLED,
    DEVICE_REVOKED,
    RULE_CHANGED,
    ACCESS_REFUSED
  }

  /**
   * A row of the log.
   *
   * @param person who did it, if that is known
   * @param subject whom or what it was about: a code, a name, an operation
   */
  @Schema(name = "SecurityEvent")
  public record Event(
      long id,
      Instant at,
      What what,
      @Nullable String person,
      String subject,
      String detail,
      String device,
      String address) {}

  /** Writes a row, in the transaction that goes on, if one does. */
  void write(
      What what, @Nullable Long person, String subject, @Nullable String detail, String device) {
    jdbc.sql(
            "insert into security_event (at, what, person_id, subject, detail, device, address)"
                + " values (?, ?, ?, ?, ?, ?, ?)")
        .params(
            Utc.of(clock.instant()),
            what.name(),
            person,
            cut(subject, 80),
            cut(detail == null ? "" : detail, LONGEST),
            device,
            address())
        .update();
  }

  /** Writes what an actor did. */
  void write(What what, Actor actor, String subject, @Nullable String detail) {
    String device = actor.access().device();
    write(what, actor.id(), subject, detail, device == null ? "" : device);
  }

  private static String cut(String text, int most) {
    return text.substring(0, Math.min(most, text.length()));
  }

  /** From which address the request that goes on has come; empty for work of the house itself. */
  static String address() {
    return RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes request
        ? request.getRequest().getRemoteAddr()
        : "";
  }

  /** Whether the same has been written a moment ago: nobody fills the log by asking again. */
  private boolean lately(String same) {
    Instant now = clock.instant();
    Instant before = refusals.get(same);
    if (before != null && before.plus(AGAIN).isAfter(now)) {
      return true;
    }
    if (refusals.size() > MOST_REMEMBERED) {
      refusals.clear();
    }
    refusals.put(same, now);
    return false;
  }

  /** Writes that someone must wait after too many wrong tries; once a minute from one address. */
  void blocked(String subject, @Nullable String why, String device) {
    if (!lately("blocked " + address())) {
      write(What.SIGN_IN_BLOCKED, null, subject, why, device);
    }
  }

  @EventListener
  void refused(AccessRefused refused) {
    if (lately(refused.actor().id() + " " + refused.operation())) {
      return;
    }
    alone.executeWithoutResult(
        status -> write(What.ACCESS_REFUSED, refused.actor(), refused.operation(), refused.why()));
  }

  @EventListener
  void changed(RuleChanged changed) {
    alone.executeWithoutResult(
        status -> write(What.RULE_CHANGED, changed.actor(), changed.operation(), changed.path()));
  }

  /** Which rows are asked for; null for any. */
  public record Query(@Nullable What what, @Nullable Long person, @Nullable String words) {}

  /** The newest first. */
  public Page<Event> page(Query query, int offset, int limit) {
    Map<String, Object> values = new HashMap<>();
    List<String> where = new ArrayList<>(List.of("true"));
    if (query.what() != null) {
      where.add("e.what = :what");
      values.put("what", query.what().name());
    }
    if (query.person() != null) {
      where.add("e.person_id = :person");
      values.put("person", query.person());
    }
    if (query.words() != null && !query.words().isBlank()) {
      where.add(
          "(e.subject like :words or e.detail like :words or e.device like :words"
              + " or e.address like :words or p.name like :words)");
      values.put("words", "%" + query.words().strip().replaceAll("([%_\\\\])", "\\\\$1") + "%");
    }
    String from =
        " from security_event e left join person p on p.id = e.person_id where "
            + String.join(" and ", where);
    long total = jdbc.sql("select count(*)" + from).params(values).query(Long.class).single();
    List<Event> rows =
        jdbc.sql(
                "select e.id, e.at, e.what, p.name, e.subject, e.detail, e.device, e.address"
                    + from
                    + " order by e.id desc limit "
                    + Page.limit(limit)
                    + " offset "
                    + Math.max(0, offset))
            .params(values)
            .query(
                (row, n) ->
                    new Event(
                        row.getLong(1),
                        Utc.instant(row.getTimestamp(2)),
                        What.valueOf(row.getString(3)),
                        row.getString(4),
                        row.getString(5),
                        row.getString(6),
                        row.getString(7),
                        row.getString(8)))
            .list();
    return new Page<>(total, offset, rows);
  }
}
