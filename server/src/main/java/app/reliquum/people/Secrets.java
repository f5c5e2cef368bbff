package app.reliquum.people;

import app.reliquum.api.Actor.Secret;
import app.reliquum.api.Problem;
import app.reliquum.core.secret.PinRule;
import app.reliquum.core.text.Message;
import com.nulabinc.zxcvbn.Zxcvbn;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/** Which passwords and PINs are taken, and whether one is right. */
@Component
class Secrets {

  private static final int SHORTEST = 10;

  /** What bcrypt reads of a password; what is longer is refused, not cut. */
  private static final int MOST_BYTES = 72;

  /** How strong zxcvbn must find a password, from 0 to 4; 2 stands 10⁶ guesses and more. */
  private static final int STRENGTH = 2;

  private static final long LONGEST_WAIT_MILLIS = 3_000;

  private final PasswordEncoder hashes = new BCryptPasswordEncoder();
  private final Zxcvbn strength = new Zxcvbn();
  private final @Nullable String hashOfNobody = hashes.encode("nobody");

  /** Hashing costs a processor for a while: so many at once, and the rest wait. */
  private final Semaphore atOnce =
      new Semaphore(Math.max(2, Runtime.getRuntime().availableProcessors()), true);

  /**
   * Lets a password pass that is hard enough to guess.
   *
   * @param about what else is known of the person: a password must not live on it
   * @throws Problem if it is not, with what was expected
   */
  void checkPassword(String password, String... about) {
    if (password.codePointCount(0, password.length()) < SHORTEST) {
      throw Problem.invalid("password", "A password has at least 10 characters.");
    }
    int bytes = password.getBytes(StandardCharsets.UTF_8).length;
    if (bytes > MOST_BYTES) {
      throw Problem.invalid(
          "password",
          "A password has at most 72 bytes, this one has {0}. Letters beyond plain ones count as two to four.",
          bytes);
    }
    if (strength.measure(password, List.of(about)).getScore() < STRENGTH) {
      throw Problem.invalid(
          "password",
          "This password is one of those that are tried first. Take three or four words that have"
              + " nothing to do with each other.");
    }
  }

  /**
   * Lets a PIN pass that is not tried first.
   *
   * @throws Problem if it is, with what was expected
   */
  void checkPin(String pin) {
    PinRule.fault(pin)
        .ifPresent(
            fault -> {
              throw Problem.invalid(
                  "pin",
                  switch (fault) {
                    case NOT_DIGITS -> Message.of("A PIN has 4 to 8 digits.");
                    case REPEATED ->
                        Message.of("A PIN of the same few digits is tried first. Take another.");
                    case RISING ->
                        Message.of("A PIN that rises or falls is tried first. Take another.");
                    case KEYPAD_LINE ->
                        Message.of(
                            "A PIN along a line of the keypad is tried first. Take another.");
                  });
            });
  }

  String hash(String secret) {
    return inTurn(() -> hashes.encode(secret));
  }

  /**
   * Whether a secret is the one that was hashed. It takes as long where there is none, so that the
   * time tells nothing.
   */
  boolean matches(String secret, @Nullable String hash) {
    boolean same = inTurn(() -> hashes.matches(secret, hash == null ? hashOfNobody : hash));
    return same && hash != null;
  }

  private <T> T inTurn(java.util.function.Supplier<T> work) {
    try {
      if (!atOnce.tryAcquire(LONGEST_WAIT_MILLIS, TimeUnit.MILLISECONDS)) {
        throw new Problem(
                HttpStatus.SERVICE_UNAVAILABLE,
                "busy",
                "Too many people sign in at once. Try again in a moment.")
            .with("retryAfter", 2);
      }
    } catch (InterruptedException ended) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(ended);
    }
    try {
      return work.get();
    } finally {
      atOnce.release();
    }
  }

  /** What a wrong secret is answered with, whoever it was tried for. */
  static Problem wrong(Secret secret) {
    return new Problem(
        HttpStatus.UNAUTHORIZED,
        "wrong-sign-in",
        secret == Secret.PIN
            ? Message.of("That badge and PIN don't go together.")
            : Message.of("That name and password don't go together."));
  }
}
