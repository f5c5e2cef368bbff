package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import app.reliquum.testing.LiveStream;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.LongStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Nothing that has changed is skipped, and nothing is read twice. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class FeedTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client clerk;
  private Goods goods;
  private long site;
  private long elsewhere;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    site = goods.site("KQ");
    elsewhere = goods.site("OH");
    goods.item("NUT", "Nut", "NONE");
    goods.opening("NUT", null, null, "KQ.B-01", "1000");
  }

  private static List<String> entries(String where) {
    return HOUSE.database().column("select id from feed_entry where " + where);
  }

  private static void assertNumberedWithoutGaps() {
    List<String> numbers = HOUSE.database().column("select coalesce(sequence, 0) from feed_entry");
    assertThat(numbers.stream().mapToLong(Long::parseLong).sorted().boxed().toList())
        .containsExactlyElementsOf(LongStream.rangeClosed(1, numbers.size()).boxed().toList());
  }

  @Test
  void aPostingIsOneEntryAndARefusedOneIsNone() {
    int before = entries("topic = 'STOCK'").size();
    clerk.post("/api/moves", Goods.move("NUT", null, "KQ.B-01", "KQ.B-02", "1")).ok();
    assertThat(entries("topic = 'STOCK'")).hasSize(before + 1);
    assertThat(
            clerk
                .post("/api/moves", Goods.move("NUT", null, "KQ.B-01", "KQ.B-02", "99999"))
                .status())
        .isEqualTo(422);
    assertThat(entries("topic = 'STOCK'")).hasSize(before + 1);
    assertThat(
            HOUSE
                .database()
                .column(
                    "select sites from feed_entry where topic = 'STOCK' order by id desc limit 1"))
        .containsExactly(Long.toString(site));
  }

  @Test
  void whateverHappensAtOnceIsNumberedWithoutGaps() throws Exception {
    ExecutorService many = Executors.newFixedThreadPool(8);
    try (LiveStream stream = LiveStream.of(clerk)) {
      List<Callable<Integer>> work = new ArrayList<>();
      for (int i = 0; i < 120; i++) {
        // Every fourth is refused, after its transaction has begun.
        String quantity = i % 4 == 0 ? "99999" : "1";
        work.add(
            () ->
                clerk
                    .post("/api/moves", Goods.move("NUT", null, "KQ.B-01", "KQ.B-03", quantity))
                    .status());
      }
      int done = 0;
      for (Future<Integer> one : many.invokeAll(work)) {
        done += one.get() / 100 == 2 ? 1 : 0;
      }
      assertThat(done).isEqualTo(90);
      clerk.post("/api/requisitions", Goods.requisition("NUT", "1", site)).ok();
      stream.until("requisition");
    } finally {
      many.shutdownNow();
    }
    assertNumberedWithoutGaps();
  }

  /** Whoever has read up to an entry is still told of one that was begun before it. */
  @Test
  void whatIsCommittedLateComesLater() throws SQLException {
    try (Connection late = HOUSE.database().connect();
        Statement statement = late.createStatement();
        LiveStream stream = LiveStream.of(clerk)) {
      late.setAutoCommit(false);
      statement.execute(
          "insert into feed_entry (written, topic, subject_id, what, sites)"
              + " values (utc_timestamp(6), 'LOAN', 7, 'LENT', '"
              + site
              + "')");
      clerk.post("/api/moves", Goods.move("NUT", null, "KQ.B-01", "KQ.B-04", "1")).ok();
      assertThat(stream.until("stock")).doesNotContain("loan");
      long told = Long.parseLong(stream.last());
      late.commit();
      stream.until("loan");
      assertThat(Long.parseLong(stream.last())).isGreaterThan(told);
    }
    assertNumberedWithoutGaps();
  }

  /** As in a copy of a database that was made while it ran. */
  @Test
  void aSequenceThatIsBehindItsEntriesGoesOnAfterThem() {
    try (LiveStream stream = LiveStream.of(clerk)) {
      clerk.post("/api/moves", Goods.move("NUT", null, "KQ.B-01", "KQ.B-05", "1")).ok();
      stream.until("stock");
      HOUSE.database().run("update feed_sequence set last = last - 3");
      clerk.post("/api/requisitions", Goods.requisition("NUT", "1", site)).ok();
      stream.until("requisition");
    }
    assertNumberedWithoutGaps();
  }

  @Test
  void whoWasCutOffHearsWhatTheyMissedAndNothingElse() {
    Client hand = HOUSE.hire("HAND", Role.CLERK, site);
    String last;
    try (LiveStream stream = LiveStream.of(hand)) {
      clerk.post("/api/moves", Goods.move("NUT", null, "KQ.B-01", "KQ.B-05", "1")).ok();
      stream.until("stock");
      last = stream.last();
    }
    clerk.post("/api/requisitions", Goods.requisition("NUT", "1", site)).ok();
    goods.opening("NUT", null, null, "OH.B-01", "1");
    clerk.post("/api/requisitions", Goods.requisition("NUT", "1", elsewhere)).ok();
    try (LiveStream again = LiveStream.after(hand, last)) {
      assertThat(again.until("requisition")).containsExactly("requisition");
    }
    // The same without a change: nothing is told, until something happens.
    try (LiveStream stream = LiveStream.of(hand)) {
      clerk.post("/api/moves", Goods.move("NUT", null, "KQ.B-01", "KQ.B-05", "1")).ok();
      stream.until("stock");
      last = stream.last();
    }
    try (LiveStream again = LiveStream.after(hand, last)) {
      clerk.post("/api/requisitions", Goods.requisition("NUT", "1", site)).ok();
      assertThat(again.until("requisition")).containsExactly("requisition");
    }
  }

  /** A page is shown before it listens: what changes between the two is told all the same. */
  @Test
  void aPageMissesNothingFromWhenItWasToldWhoIsSignedIn() {
    String from = clerk.get("/api/session").ok().path("feed").asString();
    clerk.post("/api/moves", Goods.move("NUT", null, "KQ.B-01", "KQ.B-05", "1")).ok();
    try (LiveStream stream = LiveStream.after(clerk, from)) {
      stream.until("stock");
    }
  }

  @Test
  void whoHasMissedTooMuchIsToldThatAllMayHaveChanged() {
    try (LiveStream stream = LiveStream.after(clerk, "999999999")) {
      assertThat(stream.until("requisition")).contains("stock", "count", "outbound", "approval");
    }
  }

  /** What a loss takes of what was reserved is read once, however often the server starts. */
  @Test
  void anEntryIsFollowedOnceEvenAfterARestart() {
    Leaving leaving = new Leaving(clerk, site);
    leaving.customer("TERN", 0, false);
    goods.item("PIN", "Pin", "NONE");
    long opening =
        goods
            .post("OPENING", List.of(Goods.line("PIN", null, null, "KQ.A-01-A", "10")))
            .ok()
            .path("posting")
            .asLong();
    long order = leaving.order("TERN", Leaving.line("PIN", "10")).path("id").asLong();
    assertThat(leaving.state(order)).isEqualTo("ALLOCATED");
    clerk.post("/api/postings/" + opening + "/reversal", Map.of("reason", "Never came")).ok();
    assertThat(leaving.state(order)).isEqualTo("SHORT");
    String version = version(order);
    HOUSE.restart();
    clerk = HOUSE.nobody().signIn("CON", RunningHouse.PASSWORD);
    goods = new Goods(clerk);
    try (LiveStream stream = LiveStream.of(clerk)) {
      clerk.post("/api/moves", Goods.move("NUT", null, "KQ.B-01", "KQ.B-06", "1")).ok();
      stream.until("stock");
    }
    assertThat(version(order)).isEqualTo(version);
  }

  private static String version(long order) {
    return HOUSE.database().column("select version from outbound_order where id = " + order).get(0);
  }
}
