package app.reliquum.feed;

import app.reliquum.api.Commands;
import java.time.Duration;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * Numbers what is committed, tells the followers, and lets the readers read.
 *
 * <p>Every server has one. They take turns at the row of the sequence and at each reader's cursor;
 * when one dies, the others go on where it stopped. What another server has written is seen within
 * half a second, which costs an idle server two short questions a second.
 */
@Component
class FeedPump implements SmartLifecycle {

  private static final Logger LOG = LoggerFactory.getLogger(FeedPump.class);
  private static final Duration PAUSE = Duration.ofMillis(100);
  private static final Duration LOOK = Duration.ofMillis(500);
  private static final int BATCH = 500;

  /** So many rounds a reader that has failed is left alone. */
  private static final int REST = 20;

  private final FeedTable table;
  private final FeedSignal signal;
  private final Commands commands;
  private final List<Stand> readers;
  private final List<FeedFollower> followers;
  private @Nullable Thread thread;
  private long told = -1;

  FeedPump(
      FeedTable table,
      FeedSignal signal,
      Commands commands,
      List<FeedReader> readers,
      List<FeedFollower> followers) {
    this.table = table;
    this.signal = signal;
    this.commands = commands;
    this.readers = readers.stream().map(Stand::new).toList();
    this.followers = List.copyOf(followers);
  }

  @Override
  public void start() {
    signal.run(true);
    thread = new Thread(this::pump, "feed");
    thread.setDaemon(true);
    thread.start();
  }

  @Override
  public void stop() {
    signal.run(false);
    if (thread == null) {
      return;
    }
    thread.interrupt();
    try {
      thread.join(Duration.ofSeconds(5).toMillis());
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }

  @Override
  public boolean isRunning() {
    return signal.running();
  }

  /** Before anyone is served, and until nobody is. */
  @Override
  public int getPhase() {
    return 0;
  }

  private void pump() {
    boolean unwell = false;
    while (signal.running()) {
      try {
        signal.awaitWork(PAUSE, LOOK);
        advance();
        unwell = false;
      } catch (InterruptedException stopped) {
        return;
      } catch (RuntimeException away) {
        // The database may be away. Whatever it is, nobody else would read on.
        if (!unwell && signal.running()) {
          LOG.warn("The feed can't be read just now; it is read on later.", away);
        }
        unwell = true;
      } finally {
        signal.finish();
      }
    }
  }

  private void advance() {
    FeedTable.Standing standing = table.standing();
    if (told < 0) {
      told = standing.last();
      readers.forEach(stand -> stand.kept = stand.read = table.cursor(stand.reader.name()));
    }
    long last = standing.waiting() ? commands.patiently(table::numberAll) : standing.last();
    while (told < last) {
      List<FeedEntry> entries = table.after(told, BATCH);
      if (entries.isEmpty()) {
        break;
      }
      for (FeedFollower follower : followers) {
        tell(follower, entries);
      }
      long to = entries.get(entries.size() - 1).sequence();
      for (Stand stand : readers) {
        if (stand.read == told && to - stand.kept < BATCH && stand.wanted(entries).isEmpty()) {
          stand.read = to;
        }
      }
      told = to;
    }
    for (Stand stand : readers) {
      read(stand);
    }
  }

  private static void tell(FeedFollower follower, List<FeedEntry> entries) {
    try {
      follower.follow(entries);
    } catch (RuntimeException fault) {
      LOG.error("{} could not follow the feed.", follower.getClass().getSimpleName(), fault);
    }
  }

  private void read(Stand stand) {
    if (stand.resting > 0) {
      stand.resting--;
      return;
    }
    try {
      while (stand.read < told) {
        long to = commands.patiently(() -> readOn(stand));
        stand.read = stand.kept = to;
      }
    } catch (RuntimeException fault) {
      // The others read on.
      stand.resting = REST;
      LOG.error("{} could not read the feed; it will try again.", stand.reader.name(), fault);
    }
  }

  /** Reads the next entries of a reader, in one transaction with where it stands then. */
  private long readOn(Stand stand) {
    long cursor = Math.max(stand.read, table.lockCursor(stand.reader.name()));
    List<FeedEntry> entries = table.after(cursor, BATCH);
    if (entries.isEmpty()) {
      return Math.max(cursor, told);
    }
    stand.wanted(entries).forEach(stand.reader::read);
    long to = entries.get(entries.size() - 1).sequence();
    table.moveCursor(stand.reader.name(), to);
    return to;
  }

  /** How far a reader has read, as this server knows it. */
  private static final class Stand {
    private final FeedReader reader;
    private long read;
    // The cursor that is kept: up to where it has read, there was nothing for it.
    private long kept;
    private int resting;

    Stand(FeedReader reader) {
      this.reader = reader;
    }

    List<FeedEntry> wanted(List<FeedEntry> entries) {
      return entries.stream().filter(one -> reader.reads(one.topic(), one.what())).toList();
    }
  }
}
