package app.reliquum.feed;

import java.time.Duration;
import java.util.concurrent.locks.Condition;
import java.util.concurrent.locks.Lock;
import java.util.concurrent.locks.ReentrantLock;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Wakes the pump when something was committed here, and lets those wait who must see its work. */
@Component
class FeedSignal {

  private final Lock lock = new ReentrantLock();
  private final Condition woken = lock.newCondition();
  private final Condition finished = lock.newCondition();
  private long asked;
  private long begun;
  private long done;
  private boolean urgent;
  private boolean running;
  private @Nullable Thread reading;

  /** Something is there to be read. */
  void wake() {
    lock.lock();
    try {
      asked++;
      woken.signal();
    } finally {
      lock.unlock();
    }
  }

  /**
   * Waits until everything that is committed by now has been read, or for a while: then it will be
   * read later all the same. Without a pump there is nothing to wait for, and who reads does not
   * wait for itself.
   */
  void await(Duration most) {
    lock.lock();
    try {
      asked++;
      urgent = true;
      woken.signal();
      long mine = asked;
      long left = most.toNanos();
      while (running && Thread.currentThread() != reading && done < mine && left > 0) {
        left = finished.awaitNanos(left);
      }
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    } finally {
      lock.unlock();
    }
  }

  /**
   * Waits for a reason to look; by the pump.
   *
   * @param pause how long not to look again unless someone waits
   * @param most when to look without a reason
   */
  void awaitWork(Duration pause, Duration most) throws InterruptedException {
    lock.lock();
    try {
      reading = Thread.currentThread();
      long rest = pause.toNanos();
      while (running && !urgent && rest > 0) {
        rest = woken.awaitNanos(rest);
      }
      long left = most.minus(pause).toNanos();
      while (running && asked == begun && left > 0) {
        left = woken.awaitNanos(left);
      }
      begun = asked;
      urgent = false;
    } finally {
      lock.unlock();
    }
  }

  void finish() {
    lock.lock();
    try {
      done = begun;
      finished.signalAll();
    } finally {
      lock.unlock();
    }
  }

  void run(boolean now) {
    lock.lock();
    try {
      running = now;
      woken.signalAll();
      finished.signalAll();
    } finally {
      lock.unlock();
    }
  }

  boolean running() {
    lock.lock();
    try {
      return running;
    } finally {
      lock.unlock();
    }
  }
}
