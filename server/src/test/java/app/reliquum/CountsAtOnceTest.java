package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import app.reliquum.testing.LiveStream;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Many who count, move and post at the same time. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class CountsAtOnceTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final int MOVERS = 8;
  private static final int ITEMS = 4;

  private Client clerk;
  private Goods goods;
  private long quay;
  private final List<Long> items = new ArrayList<>();

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    quay = goods.site("KQ");
    for (int item = 0; item < ITEMS; item++) {
      items.add(goods.item("IT-" + item, "Item " + item, "NONE"));
      for (String bin : List.of("A-01-A", "A-01-B", "A-01-C")) {
        goods.opening("IT-" + item, null, null, "KQ." + bin, "200");
      }
    }
  }

  private Counter hire(String code) {
    return new Counter(HOUSE.hire(code, Role.FLOOR_HAND, quay), quay);
  }

  private static <T> List<T> together(List<Callable<T>> work) throws Exception {
    ExecutorService hands = Executors.newFixedThreadPool(work.size());
    try {
      List<T> answers = new ArrayList<>();
      for (Future<T> done : hands.invokeAll(work)) {
        answers.add(done.get());
      }
      return answers;
    } finally {
      hands.shutdownNow();
    }
  }

  @Test
  void postingTriedByManyAtOnceHappensOnce() throws Exception {
    Counter hand = hire("ONCE");
    hand.begin("SPOT");
    hand.scan("RB.KQ.A-01-C", "RI.IT-0", "190");
    hand.confirm();
    long count = hand.stands().path("counting").path("count").path("id").asLong();
    hand.finish();
    Counter.decide(clerk, count, "ACCEPT");
    Map<String, Object> seen = Counter.seen(Counter.outcome(clerk, count));
    List<Callable<Client.Answer>> work = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      work.add(() -> clerk.post("/api/counts/" + count + "/posting", seen));
    }
    List<Client.Answer> answers = together(work);
    assertThat(answers).filteredOn(answer -> answer.status() == 200).hasSize(1);
    assertThat(answers)
        .filteredOn(answer -> answer.status() != 200)
        .allSatisfy(answer -> assertThat(answer.problem()).isEqualTo("posted-already"));
    JsonNode lines = clerk.get("/api/ledger?kind=COUNT&item=" + items.get(0)).ok().path("rows");
    assertThat(lines.size()).isEqualTo(1);
  }

  @Test
  void twentyInOneBinLoseNoScan() throws Exception {
    long item = goods.item("MANY", "Many", "NONE");
    Counter first = hire("H0");
    long count = first.begin("SPOT").path("counting").path("count").path("id").asLong();
    first.scan("RB.KQ.B-01", "RI.MANY", "5");
    List<Callable<Void>> work = new ArrayList<>();
    for (int i = 1; i < 20; i++) {
      Counter counter = hire("H" + i);
      work.add(
          () -> {
            counter.choose(count);
            counter.scan("RB.KQ.B-01", "RI.MANY", "3");
            counter.scan("5");
            return null;
          });
    }
    together(work);
    assertThat(Counter.results(clerk, count, "").get(0).path("counted").asString())
        .isEqualTo("100");
    assertThat(first.stands().path("counting").path("lines").size()).isEqualTo(20);
    clerk.post("/api/counts/" + count + "/drop", Map.of("reason", "")).ok();
    assertThat(goods.onHand(item, "")).isEqualTo("0");
  }

  /** As a browser hears it: by a server-sent event, without asking. */
  @Test
  void whatSomeoneCountsIsToldToTheOthers() throws Exception {
    goods.item("TOLD", "Told", "NONE");
    Client listener = HOUSE.hire("EAR", Role.FLOOR_HAND, quay);
    Counter teller = hire("MOUTH");
    teller.begin("SPOT");
    try (LiveStream stream = LiveStream.of(listener)) {
      teller.scan("RB.KQ.B-02", "RI.TOLD", "5");
      stream.until("count");
    }
  }

  /**
   * Goods move and are sold while they are counted. Whoever counts says what the shelf holds, which
   * is what the book holds and a known error more: afterwards the book is right by just that.
   */
  @Test
  void aCountIsRightHoweverGoodsMoveMeanwhile() throws Exception {
    AtomicBoolean done = new AtomicBoolean();
    List<Callable<Integer>> work = new ArrayList<>();
    for (int mover = 0; mover < MOVERS; mover++) {
      Random random = new Random(mover);
      work.add(() -> move(random, done));
    }
    work.add(
        () -> {
          try {
            return countAndPost();
          } finally {
            done.set(true);
          }
        });
    List<Integer> moved = together(work);
    int sold = moved.subList(0, MOVERS).stream().mapToInt(Integer::intValue).sum();
    BigDecimal held = BigDecimal.ZERO;
    for (long item : items) {
      held = held.add(new BigDecimal(goods.onHand(item, "")));
    }
    BigDecimal net = BigDecimal.ZERO;
    for (JsonNode row : clerk.get("/api/ledger?kind=COUNT&limit=200").ok().path("rows")) {
      BigDecimal quantity = new BigDecimal(row.path("quantity").asString());
      net = row.path("to").asString().startsWith("A-") ? net.add(quantity) : net.subtract(quantity);
    }
    assertThat(held).isEqualByComparingTo(BigDecimal.valueOf(ITEMS * 600L - sold).add(net));
    goods.booksAddUp();
  }

  private int move(Random random, AtomicBoolean done) {
    int sold = 0;
    while (!done.get()) {
      String item = "IT-" + random.nextInt(ITEMS);
      String bin = "A-01-" + (char) ('A' + random.nextInt(2));
      String other = bin.endsWith("A") ? "A-01-B" : "A-01-A";
      Client.Answer answer;
      if (random.nextInt(4) == 0) {
        answer = goods.post("TO_CUSTOMER", List.of(Goods.line(item, null, null, "KQ." + bin, "1")));
        sold += answer.status() == 201 || answer.status() == 200 ? 1 : 0;
      } else {
        answer = clerk.post("/api/moves", Goods.move(item, null, "KQ." + bin, "KQ." + other, "1"));
      }
      assertThat(answer.status()).as("%s", answer.text()).isLessThan(500);
      LockSupport.parkNanos(random.nextInt(3_000_000));
    }
    return sold;
  }

  private int countAndPost() {
    Counter hand = hire("BUSY");
    for (int round = 0; round < 3; round++) {
      hand.begin("SPOT");
      hand.scan("RB.KQ.A-01-A");
      for (int item = 0; item < ITEMS; item++) {
        hand.scan("RI.IT-" + item, Integer.toString(190 + 5 * round));
      }
      hand.scan("RB.KQ.A-01-B");
      for (int item = 0; item < ITEMS; item++) {
        hand.scan("RI.IT-" + item, Integer.toString(205 - round));
      }
      hand.confirm();
      long count = hand.stands().path("counting").path("count").path("id").asLong();
      hand.finish();
      List<JsonNode> before = Counter.results(clerk, count, "");
      Counter.decide(clerk, count, "ACCEPT");
      assertThat(Counter.post(clerk, count).ok().path("posted").asBoolean()).isTrue();
      // What was seen before is what was posted, whatever moved meanwhile.
      List<JsonNode> after = Counter.results(clerk, count, "");
      assertThat(after)
          .extracting(row -> row.path("posted").asString("0"))
          .isEqualTo(before.stream().map(row -> row.path("variance").asString()).toList());
    }
    return 0;
  }
}
