package app.reliquum.api;

import java.lang.reflect.Type;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Does each command once, in one transaction.
 *
 * <p>The command's id is the first row that its transaction writes. A repeat runs into that row,
 * waits until the first is through, and gets its answer. A refused command leaves no row: it may be
 * asked again. Deadlocks are tried again a few times.
 */
@Service
public class Commands {

  private static final int TRIES = 6;

  private final JdbcClient jdbc;
  private final JsonMapper json;
  private final Clock clock;
  private final TransactionTemplate transaction;

  Commands(JdbcClient jdbc, JsonMapper json, Clock clock, PlatformTransactionManager transactions) {
    this.jdbc = jdbc;
    this.json = json;
    this.clock = clock;
    this.transaction = new TransactionTemplate(transactions);
  }

  /** The command was done before by another transaction. */
  private static final class Repeated extends RuntimeException {
    Repeated() {
      super(null, null, false, false);
    }
  }

  private record Done(byte[] fingerprint, String answer) {}

  /**
   * Does the work, or gives the answer of the first time. An operation that takes a command need
   * not ask for it: see {@link OnceHandlers}.
   *
   * @param command who asks, under which id
   * @param what what is asked, by name; part of what makes two requests the same
   * @param request the whole request; part of what makes two requests the same
   * @param answerType the type of the answer, of which a kept one is read again
   * @param work the work, done in a transaction
   * @throws Problem if the id was used for another request
   */
  public <T> T once(
      Command command, String what, Object request, Type answerType, Supplier<T> work) {
    byte[] fingerprint = fingerprint(command, what, request);
    try {
      return patiently(
          () -> {
            begin(command, fingerprint);
            T answer = work.get();
            jdbc.sql("update command set answer = ? where id = ?")
                .param(json.writeValueAsString(answer))
                .param(command.id().toString())
                .update();
            return answer;
          });
    } catch (Repeated repeated) {
      return firstAnswer(command, fingerprint, answerType);
    }
  }

  /**
   * Does work in a transaction of its own, and again if it lost a race for a lock.
   *
   * @throws IllegalStateException within another transaction, which losing the race has ended
   */
  public <T> T patiently(Supplier<T> work) {
    if (TransactionSynchronizationManager.isActualTransactionActive()) {
      throw new IllegalStateException(
          "Work that may be tried again needs a transaction of its own.");
    }
    for (int attempt = 1; ; attempt++) {
      try {
        return transaction.execute(status -> work.get());
      } catch (PessimisticLockingFailureException lost) {
        if (attempt == TRIES) {
          throw lost;
        }
        LockSupport.parkNanos(ThreadLocalRandom.current().nextLong(2_000_000L << attempt));
      }
    }
  }

  private void begin(Command command, byte[] fingerprint) {
    try {
      jdbc.sql("insert into command (id, person_id, fingerprint, created) values (?, ?, ?, ?)")
          .param(command.id().toString())
          .param(command.actor().id())
          .param(fingerprint)
          .param(Utc.of(clock.instant()))
          .update();
    } catch (DuplicateKeyException known) {
      throw new Repeated();
    }
  }

  private <T> T firstAnswer(Command command, byte[] fingerprint, Type answerType) {
    Done done =
        jdbc.sql("select fingerprint, answer from command where id = ?")
            .param(command.id().toString())
            .query(Done.class)
            .single();
    // A command of an earlier release has none.
    if (done.fingerprint() != null && !Arrays.equals(done.fingerprint(), fingerprint)) {
      throw Problem.conflict(
              "command-id-reused",
              "This command id was used for another request. Every request needs an id of its own.")
          .with("commandId", command.id());
    }
    return json.readValue(done.answer(), json.constructType(answerType));
  }

  private byte[] fingerprint(Command command, String what, Object request) {
    try {
      MessageDigest digest = MessageDigest.getInstance("SHA-256");
      digest.update((command.actor().id() + " " + what + " ").getBytes(StandardCharsets.UTF_8));
      digest.update(json.writeValueAsBytes(request));
      return digest.digest();
    } catch (NoSuchAlgorithmException missing) {
      throw new IllegalStateException(missing);
    }
  }

  /** Forgets commands that nobody will repeat any more. */
  public int forgetBefore(LocalDateTime moment) {
    return jdbc.sql("delete from command where created < ?").param(moment).update();
  }
}
