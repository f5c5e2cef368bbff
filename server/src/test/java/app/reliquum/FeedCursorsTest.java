package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.feed.FeedCursors;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.CyclicBarrier;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** How far readers of the feed have read, asked by several at once. */
class FeedCursorsTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final int ROUNDS = 100;

  @Test
  void whoeverLocksACursorWaitsForTheOthersAndLosesToNobody() throws InterruptedException {
    FeedCursors cursors = HOUSE.bean(FeedCursors.class);
    TransactionTemplate transaction =
        new TransactionTemplate(HOUSE.bean(PlatformTransactionManager.class));
    transaction.executeWithoutResult(status -> cursors.skip("of several"));
    CyclicBarrier together = new CyclicBarrier(3);
    Queue<Exception> faults = new ConcurrentLinkedQueue<>();
    List<Thread> several =
        Stream.generate(
                () ->
                    new Thread(
                        () -> {
                          for (int round = 0; round < ROUNDS; round++) {
                            try {
                              together.await();
                              transaction.executeWithoutResult(
                                  status -> cursors.skip("of several"));
                            } catch (Exception fault) {
                              faults.add(fault);
                            }
                          }
                        }))
            .limit(3)
            .toList();
    several.forEach(Thread::start);
    for (Thread one : several) {
      one.join();
    }
    assertThat(faults).isEmpty();
  }
}
