package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import app.reliquum.testing.LiveStream;
import java.util.List;
import java.util.Map;
import java.util.stream.LongStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Two servers, each a process of its own, on one database. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class TwoServersTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private ServerProcess other;
  private Client here;
  private Client there;
  private Goods goods;
  private long site;

  @BeforeAll
  void furnish() {
    here = HOUSE.hire("HERE", Role.CONTROLLER);
    goods = new Goods(here);
    site = goods.site("KQ");
    goods.item("BOLT", "Bolt", "NONE");
    HOUSE.hire("THERE", Role.CONTROLLER);
    other = new ServerProcess(HOUSE.database());
    there = other.nobody().signIn("THERE", RunningHouse.PASSWORD);
  }

  @AfterAll
  void end() {
    other.close();
  }

  @Test
  void eachShowsWhatTheOtherChanges() {
    try (LiveStream atTheOther = LiveStream.of(there);
        LiveStream atThis = LiveStream.of(here)) {
      goods.opening("BOLT", null, null, "KQ.B-01", "20");
      atTheOther.until("stock");
      atThis.until("stock");

      there.post("/api/moves", Goods.move("BOLT", null, "KQ.B-01", "KQ.B-02", "5")).ok();
      atThis.until("stock");

      there.post("/api/requisitions", requisition()).ok();
      assertThat(atThis.until("requisition")).doesNotContain("stock");
    }
  }

  private Map<String, Object> requisition() {
    return Goods.requisition("BOLT", "12", site);
  }

  @Test
  void whatADyingServerHasCommittedIsTakenUpByTheOther() {
    try (ServerProcess dying = new ServerProcess(HOUSE.database());
        LiveStream atThis = LiveStream.of(here)) {
      Client there = dying.nobody().signIn("THERE", RunningHouse.PASSWORD);
      there.post("/api/requisitions", requisition()).ok();
      dying.kill();
      atThis.until("requisition");
      assertEverythingIsNumbered();
    }
  }

  @Test
  void whoIsSignedOutAtOneServerHearsNothingMoreAtTheOther() {
    HOUSE.hire("BOTH", Role.CLERK, site);
    Client atTheOther = other.nobody().signIn("BOTH", RunningHouse.PASSWORD);
    try (LiveStream stream = LiveStream.of(atTheOther)) {
      Client atThis = HOUSE.nobody().signIn("BOTH", RunningHouse.PASSWORD);
      atThis.delete("/api/session");
      stream.untilTheEnd();
    }
  }

  private static void assertEverythingIsNumbered() {
    List<String> numbers =
        HOUSE.database().column("select sequence from feed_entry order by sequence");
    assertThat(numbers)
        .containsExactlyElementsOf(
            LongStream.rangeClosed(1, numbers.size()).mapToObj(Long::toString).toList());
  }
}
