package app.reliquum.testing;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;

/**
 * The clock of a house under test: it goes on with the real one, from a moment that a test sets.
 */
public final class SettableClock extends Clock {

  private volatile Duration ahead = Duration.ZERO;

  /** Goes on from a moment. */
  public void set(Instant moment) {
    ahead = Duration.between(Clock.systemUTC().instant(), moment);
  }

  /** Shows the real time again. */
  public void reset() {
    ahead = Duration.ZERO;
  }

  @Override
  public Instant instant() {
    return Clock.systemUTC().instant().plus(ahead);
  }

  @Override
  public ZoneId getZone() {
    return ZoneOffset.UTC;
  }

  @Override
  public Clock withZone(ZoneId zone) {
    throw new UnsupportedOperationException("It shows UTC.");
  }
}
