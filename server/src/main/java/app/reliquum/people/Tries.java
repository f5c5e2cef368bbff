package app.reliquum.people;

import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Slows down guessing. A try is charged as if it failed, under locks and before any secret is
 * looked at, and refunded when it was right: so tries at once get no further than tries one after
 * the other. It is charged to three accounts: the person from this address, the person from
 * anywhere, and the address. Who has signed in from an address before is not slowed down by what
 * others try from elsewhere. Codes that nobody has are charged like all others.
 */
@Component
class Tries {

  /** An account's free tries, and the longest wait after one more. */
  private enum Account {
    HERE(5, Duration.ofMinutes(5)),
    ANYWHERE(30, Duration.ofSeconds(30)),
    ADDRESS(60, Duration.ofMinutes(1));

    private final int free;
    private final Duration longest;

    Account(int free, Duration longest) {
      this.free = free;
      this.longest = longest;
    }

    /** Each try after the free ones doubles the wait. */
    Duration waitAfter(int failures) {
      if (failures <= free) {
        return Duration.ZERO;
      }
      Duration wait = Duration.ofSeconds(1L << Math.min(failures - free, 16));
      return wait.compareTo(longest) > 0 ? longest : wait;
    }
  }

  /** After so long without a try, what failed is forgotten. */
  private static final Duration FORGOTTEN = Duration.ofHours(1);

  /** For so long a person is known at an address. */
  private static final Duration KNOWN = Duration.ofDays(90);

  private final JdbcClient jdbc;
  private final Clock clock;
  private final TransactionTemplate alone;

  Tries(JdbcClient jdbc, Clock clock, PlatformTransactionManager transactions) {
    this.jdbc = jdbc;
    this.clock = clock;
    this.alone = new TransactionTemplate(transactions);
    this.alone.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
  }

  private record State(
      int failures, Instant last, @Nullable Instant blocked, @Nullable Instant succeeded) {}

  /** A try that was charged. */
  record Charged(Map<String, Account> accounts) {}

  /**
   * Charges a try.
   *
   * @param who whose secret is tried, as they are called by whoever tries
   * @param address from where
   * @throws Problem if too many were wrong lately, with the seconds to wait
   */
  Charged charge(String who, String address) {
    // In the order of their keys, so that two tries never wait for each other.
    Map<String, Account> accounts = new TreeMap<>();
    accounts.put("address " + address, Account.ADDRESS);
    accounts.put("anywhere " + who, Account.ANYWHERE);
    String here = "here " + who + " " + address;
    accounts.put(here, Account.HERE);
    Instant now = clock.instant();
    Optional<Instant> until =
        alone.execute(
            status -> {
              Map<String, State> states = new TreeMap<>();
              accounts.keySet().forEach(scope -> states.put(scope, locked(scope, now)));
              Instant succeeded = Objects.requireNonNull(states.get(here)).succeeded();
              if (succeeded != null && succeeded.plus(KNOWN).isAfter(now)) {
                accounts.remove("anywhere " + who);
              }
              Instant blocked = null;
              for (String scope : accounts.keySet()) {
                Instant end = Objects.requireNonNull(states.get(scope)).blocked();
                if (end != null
                    && end.isAfter(now)
                    // A clock that was set back must not block anyone for as long as it was wrong.
                    && !end.isAfter(now.plus(accounts.get(scope).longest))
                    && (blocked == null || end.isAfter(blocked))) {
                  blocked = end;
                }
              }
              if (blocked == null) {
                accounts.forEach(
                    (scope, account) ->
                        add(scope, account, Objects.requireNonNull(states.get(scope)), now));
              }
              return Optional.ofNullable(blocked);
            });
    if (until.isPresent()) {
      long seconds = Duration.between(now, until.get()).toSeconds() + 1;
      throw new Problem(
              HttpStatus.TOO_MANY_REQUESTS,
              "wait",
              "Too many wrong tries. Wait {0} s and try again.",
              seconds)
          .with("retryAfter", seconds);
    }
    return new Charged(accounts);
  }

  /** Refunds a try that was right; here, what failed before is forgotten. */
  void succeeded(Charged charged) {
    alone.executeWithoutResult(
        status ->
            charged
                .accounts()
                .forEach(
                    (scope, account) ->
                        jdbc.sql(
                                "update sign_in_try set failures = if(:all, 0, greatest(0, failures"
                                    + " - 1)), blocked_until = null, succeeded = :now where scope ="
                                    + " :scope")
                            .param("all", account == Account.HERE)
                            .param("now", Utc.of(clock.instant()))
                            .param("scope", scope)
                            .update()));
  }

  private State locked(String scope, Instant now) {
    // An update, though of nothing, locks the row at once: "insert ignore" would share it with
    // others first, and then each would wait for all.
    jdbc.sql(
            "insert into sign_in_try (scope, failures, last) values (?, 0, ?) on duplicate key"
                + " update scope = scope")
        .params(scope, Utc.of(now))
        .update();
    return jdbc.sql(
            "select failures, last, blocked_until, succeeded from sign_in_try where scope = ? for"
                + " update")
        .param(scope)
        .query(
            (row, n) ->
                new State(
                    row.getInt(1),
                    Utc.instant(row.getTimestamp(2)),
                    Utc.instant(row.getTimestamp(3)),
                    Utc.instant(row.getTimestamp(4))))
        .single();
  }

  private void add(String scope, Account account, State state, Instant now) {
    boolean old = state.last().plus(FORGOTTEN).isBefore(now);
    int failures = (old ? 0 : state.failures()) + 1;
    Duration wait = account.waitAfter(failures);
    jdbc.sql("update sign_in_try set failures = ?, last = ?, blocked_until = ? where scope = ?")
        .param(failures)
        .param(Utc.of(now))
        .param(wait.isZero() ? null : Utc.of(now.plus(wait)))
        .param(scope)
        .update();
  }

  /** Forgets accounts that say nothing any more. */
  int forget() {
    LocalDateTime now = Utc.of(clock.instant());
    return jdbc.sql(
            "delete from sign_in_try where last < ? and (succeeded is null or succeeded < ?)")
        .params(now.minus(FORGOTTEN), now.minus(KNOWN))
        .update();
  }
}
