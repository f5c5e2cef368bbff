package app.reliquum.feed;

import java.time.Clock;
import java.time.Duration;
import java.util.Collection;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Where changes are written, and read by how far one has read. */
@Service
public class Feed {

  /** An answer does not wait longer than this for what follows from it. */
  private static final Duration PATIENCE = Duration.ofSeconds(5);

  private static final int MOST = 5000;

  private final FeedTable table;
  private final FeedSignal signal;
  private final Clock clock;

  Feed(FeedTable table, FeedSignal signal, Clock clock) {
    this.table = table;
    this.signal = signal;
    this.clock = clock;
  }

  /**
   * Writes an entry with the change that it is about.
   *
   * @param number what is said aloud for the subject; empty if nothing is
   * @param sites the sites that it concerns; none for the whole house
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void write(
      FeedTopic topic, long subject, String number, String what, Collection<Long> sites) {
    write(topic, subject, number, what, sites, false);
  }

  /** Writes an entry whose readers have read it before whoever asked for the change is answered. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void writeAwaited(
      FeedTopic topic, long subject, String number, String what, Collection<Long> sites) {
    write(topic, subject, number, what, sites, true);
  }

  private void write(
      FeedTopic topic,
      long subject,
      String number,
      String what,
      Collection<Long> sites,
      boolean awaited) {
    table.insert(clock.instant(), topic, subject, number, what, sites);
    AfterCommit after =
        TransactionSynchronizationManager.getSynchronizations().stream()
            .filter(AfterCommit.class::isInstance)
            .map(AfterCommit.class::cast)
            .findFirst()
            .orElse(null);
    if (after == null) {
      after = new AfterCommit();
      TransactionSynchronizationManager.registerSynchronization(after);
    }
    after.awaited |= awaited;
  }

  private final class AfterCommit implements TransactionSynchronization {
    private boolean awaited;

    @Override
    public void afterCommit() {
      if (awaited) {
        signal.await(PATIENCE);
      } else {
        signal.wake();
      }
    }
  }

  /** The sequence of the last entry. */
  @Transactional(readOnly = true)
  public long last() {
    return table.standing().last();
  }

  /**
   * What was written after an entry.
   *
   * @return null if too much was, or some of it is no longer kept: then everything may have changed
   */
  @Transactional(readOnly = true)
  public @Nullable List<FeedEntry> since(long sequence) {
    long last = table.standing().last();
    if (sequence == last) {
      return List.of();
    }
    if (sequence > last || table.first().orElse(Long.MAX_VALUE) > sequence + 1) {
      return null;
    }
    List<FeedEntry> entries = table.after(sequence, MOST + 1);
    return entries.size() > MOST ? null : entries;
  }
}
