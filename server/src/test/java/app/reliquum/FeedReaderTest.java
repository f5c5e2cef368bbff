package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.feed.FeedEntry;
import app.reliquum.feed.FeedReader;
import app.reliquum.feed.FeedTopic;
import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.dao.DataIntegrityViolationException;

/** A reader that fails is given the same entry again, and keeps nobody else from reading. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class FeedReaderTest {

  private static final Failing READER = new Failing();

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty().reading(READER);

  /** Fails at each posting, until it is well. */
  private static final class Failing implements FeedReader {
    private final List<Long> read = new ArrayList<>();
    private final CountDownLatch failed = new CountDownLatch(1);
    private final CountDownLatch done = new CountDownLatch(3);
    private volatile boolean well;

    @Override
    public String name() {
      return "failing";
    }

    @Override
    public boolean reads(FeedTopic topic, String what) {
      return topic == FeedTopic.STOCK;
    }

    @Override
    public void read(FeedEntry entry) {
      if (!well) {
        failed.countDown();
        throw new DataIntegrityViolationException("It is not well.");
      }
      read.add(entry.sequence());
      done.countDown();
    }
  }

  @Test
  void whoFailsReadsOnLaterAndTheOthersReadOnAtOnce() throws InterruptedException {
    Client clerk = HOUSE.hire("CON", Role.CONTROLLER);
    Goods goods = new Goods(clerk);
    long site = goods.site("KQ");
    Leaving leaving = new Leaving(clerk, site);
    leaving.customer("TERN", 0, false);
    goods.item("PIN", "Pin", "NONE");
    goods.opening("PIN", null, null, "KQ.A-02-A", "1");
    long opening =
        goods
            .post("OPENING", List.of(Goods.line("PIN", null, null, "KQ.A-01-A", "10")))
            .ok()
            .path("posting")
            .asLong();
    assertThat(READER.failed.await(20, TimeUnit.SECONDS)).isTrue();
    long order = leaving.order("TERN", Leaving.line("PIN", "11")).path("id").asLong();
    clerk.post("/api/postings/" + opening + "/reversal", Map.of("reason", "Never came")).ok();
    assertThat(leaving.state(order)).isEqualTo("SHORT");

    READER.well = true;
    assertThat(READER.done.await(30, TimeUnit.SECONDS)).isTrue();
    assertThat(READER.read).doesNotHaveDuplicates().isSorted().hasSize(3);
  }
}
