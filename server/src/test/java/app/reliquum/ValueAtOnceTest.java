package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Many people buy, sell, adjust, agree and set costs at once; value and books add up. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ValueAtOnceTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final int CLIENTS = 8;

  private Client controller;
  private Goods goods;
  private final Map<String, Long> kinds = new HashMap<>();

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    goods.site("KQ");
    for (JsonNode kind : controller.get("/api/movement-kinds").ok()) {
      kinds.put(kind.path("code").asString(), kind.path("id").asLong());
    }
  }

  private static <T> List<T> atOnce(List<Callable<T>> work) throws Exception {
    ExecutorService pool = Executors.newFixedThreadPool(work.size());
    try {
      List<T> all = new ArrayList<>();
      for (Future<T> one : pool.invokeAll(work, 120, TimeUnit.SECONDS)) {
        all.add(one.get());
      }
      return all;
    } finally {
      pool.shutdownNow();
    }
  }

  private Map<String, Object> out(String kind, String item, String place, String quantity) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("kind", kinds.get(kind));
    entry.put("way", "OUT");
    entry.put("note", "so");
    entry.put("replacing", false);
    entry.put("lines", List.of(Goods.line(item, null, null, place, quantity)));
    return entry;
  }

  @Test
  void poolsStayWhatTheirPostingsComeTo() throws Exception {
    String[] methods = {"MOVING_AVERAGE", "FIFO", "LOT"};
    for (String method : methods) {
      long item = goods.item("V" + method.charAt(0), "Item " + method, "NONE");
      controller.put("/api/items/" + item + "/cost", Map.of("cost", "2.37", "method", method)).ok();
      goods.opening("V" + method.charAt(0), null, null, "KQ.A-01-A", "50");
    }
    List<Callable<Integer>> work = new ArrayList<>();
    for (int n = 0; n < CLIENTS; n++) {
      int seed = n;
      Client one = HOUSE.hire("V" + n, Role.CONTROLLER);
      work.add(
          () -> {
            Random random = new Random(seed);
            int done = 0;
            for (int i = 0; i < 14; i++) {
              String item = "V" + methods[random.nextInt(3)].charAt(0);
              done += step(one, random, item).status() / 100 == 2 ? 1 : 0;
            }
            return done;
          });
    }
    int done = atOnce(work).stream().mapToInt(Integer::intValue).sum();
    assertThat(done).isGreaterThan(CLIENTS * 5);
    goods.booksAddUp();
    BigDecimal value = controller.get("/api/value").ok().path("total").decimalValue();
    assertThat(value.signum()).isNotNegative();
    // Whatever is left is sold: nothing is left of the value either.
    for (JsonNode row : controller.get("/api/on-hand?group=POSITION&limit=200").ok().path("rows")) {
      goods
          .post(
              "TO_CUSTOMER",
              List.of(
                  Goods.line(
                      row.path("item").asString(),
                      null,
                      null,
                      "KQ." + row.path("place").asString(),
                      row.path("onHand").asString())))
          .ok();
    }
    assertThat(controller.get("/api/value").ok().path("total").decimalValue())
        .isEqualByComparingTo(BigDecimal.ZERO);
  }

  private Client.Answer step(Client one, Random random, String item) {
    String place = "KQ.A-01-" + "ABC".charAt(random.nextInt(3));
    String quantity = Integer.toString(1 + random.nextInt(6));
    return switch (random.nextInt(5)) {
      case 0 -> {
        Map<String, Object> line = Goods.line(item, null, null, place, quantity);
        line.put("cost", BigDecimal.valueOf(random.nextInt(900), 2).toPlainString());
        yield one.post(
            "/api/postings", Map.of("direction", "FROM_SUPPLIER", "lines", List.of(line)));
      }
      case 1 ->
          one.post(
              "/api/postings",
              Map.of(
                  "direction",
                  "TO_CUSTOMER",
                  "lines",
                  List.of(Goods.line(item, null, null, "KQ.A-01-A", quantity))));
      case 2 -> one.post("/api/moves", Goods.move(item, null, "KQ.A-01-A", place, quantity));
      case 3 -> one.post("/api/adjustments", out("DAMAGE", item, "KQ.A-01-A", "1"));
      default -> one.post("/api/adjustments", out("BROKEN", item, place, "1"));
    };
  }

  @Test
  void aProposalIsDecidedOnceHoweverManyDecide() throws Exception {
    goods.item("ONCE", "Item ONCE", "NONE");
    Map<String, Object> line = Goods.line("ONCE", null, null, "KQ.A-02-A", "100");
    line.put("cost", "10");
    goods.post("FROM_SUPPLIER", List.of(line)).ok();
    JsonNode written =
        HOUSE
            .hire("ASKS", Role.CLERK)
            .post("/api/adjustments", out("LOSS", "ONCE", "KQ.A-02-A", "60"))
            .ok();
    long approval =
        controller
            .get("/api/adjustments/" + written.path("id").asLong())
            .ok()
            .path("approval")
            .asLong();
    List<Callable<Client.Answer>> work = new ArrayList<>();
    for (int n = 0; n < 6; n++) {
      Client one = HOUSE.hire("D" + n, Role.CONTROLLER);
      String how = n % 2 == 0 ? "/approval" : "/refusal";
      work.add(() -> one.post("/api/approvals/" + approval + how, Map.of("note", "decided")));
    }
    List<Client.Answer> answers = atOnce(work);
    assertThat(answers.stream().filter(one -> one.status() == 200)).hasSize(1);
    assertThat(answers.stream().filter(one -> one.problem().equals("decided-already"))).hasSize(5);
    String state =
        controller
            .get("/api/adjustments/" + written.path("id").asLong())
            .ok()
            .path("adjustment")
            .path("state")
            .asString();
    JsonNode rows = controller.get("/api/on-hand?group=ITEM&q=ONCE").ok().path("rows");
    assertThat(rows.get(0).path("onHand").asString())
        .isEqualTo(state.equals("POSTED") ? "40" : "100");
    goods.booksAddUp();
  }
}
