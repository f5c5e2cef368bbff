package app.reliquum.core.ledger;

import java.time.Duration;
import java.time.Instant;

/** Who says when something happened, and how far from now they are believed. */
public enum MomentSource {
  /** A person, who may enter late what happened at any time; closed books are another matter. */
  PERSON(null),
  /** A scan that waited on a device without a network. */
  WAITING_SCAN(Duration.ofDays(7)),
  /** A file that a terminal brings. */
  FILE(Duration.ofDays(31));

  /** So far may a clock be ahead of ours. */
  private static final Duration CLOCKS_DIFFER = Duration.ofMinutes(2);

  private final Duration oldest;

  MomentSource(Duration oldest) {
    this.oldest = oldest;
  }

  /** Whether it can have happened then. */
  public boolean believes(Instant said, Instant now) {
    return !said.isAfter(now.plus(CLOCKS_DIFFER))
        && (oldest == null || !said.isBefore(now.minus(oldest)));
  }
}
