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
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Eight people do whatever they like with the same few transfers and the same goods. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ManyTransfersAtOnceTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final int WORKERS = 8;
  private static final int STEPS = 15;

  private Client clerk;
  private Goods goods;
  private long quay;
  private long shop;
  private long shackle;
  private long flare;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    quay = goods.site("KQ");
    goods.rack(quay, "PACK", "PACK", "PACK-1");
    shop = goods.site("PS");
    shackle = goods.item("SHK", "Shackle", "NONE");
    flare = goods.item("FLR", "Flare", "LOT");
    goods.opening("SHK", null, null, "KQ.A-01-A", "60");
    goods.opening("SHK", null, null, "KQ.A-01-B", "60");
    goods.opening("FLR", "L1", null, "KQ.A-02-A", "30");
    goods.opening("FLR", "L2", null, "KQ.A-02-B", "30");
  }

  private long plan(int shackles, int flares) {
    return clerk
        .post(
            "/api/transfers",
            Map.of(
                "from",
                quay,
                "to",
                shop,
                "lines",
                List.of(
                    Map.of("item", "SHK", "packs", Integer.toString(shackles), "pack", ""),
                    Map.of("item", "FLR", "packs", Integer.toString(flares), "pack", ""))))
        .ok()
        .path("id")
        .asLong();
  }

  @Test
  void whateverTheyDoTheBooksAddUpAndNothingIsLost() throws Exception {
    List<Long> transfers = List.of(plan(50, 20), plan(40, 25), plan(60, 30));
    ExecutorService hands = Executors.newFixedThreadPool(WORKERS);
    List<Callable<Void>> work = new ArrayList<>();
    for (int worker = 0; worker < WORKERS; worker++) {
      Random random = new Random(worker);
      work.add(
          () -> {
            for (int step = 0; step < STEPS; step++) {
              Client.Answer answer = something(random, transfers);
              assertThat(answer.status()).as("%s", answer.text()).isLessThan(500);
            }
            return null;
          });
    }
    for (Future<Void> done : hands.invokeAll(work)) {
      done.get();
    }
    hands.shutdownNow();
    goods.booksAddUp();
    for (long id : transfers) {
      for (JsonNode line : clerk.get("/api/transfers/" + id).ok().path("lines")) {
        BigDecimal ended = number(line, "arrived").add(number(line, "lost"));
        assertThat(number(line, "sent").subtract(ended))
            .isEqualByComparingTo(number(line, "inTransit"));
        assertThat(number(line, "sent").add(number(line, "withdrawn")))
            .isLessThanOrEqualTo(number(line, "asked"));
      }
    }
    // Nothing left the house but what was given up or sold.
    for (long item : List.of(shackle, flare)) {
      BigDecimal gone = BigDecimal.ZERO;
      for (String kind : List.of("WRITE_OFF", "ISSUE")) {
        for (JsonNode row :
            clerk.get("/api/ledger?limit=200&kind=" + kind + "&item=" + item).ok().path("rows")) {
          gone = gone.add(number(row, "quantity"));
        }
      }
      assertThat(new BigDecimal(goods.onHand(item, "")))
          .isEqualByComparingTo(BigDecimal.valueOf(item == shackle ? 120 : 60).subtract(gone));
    }
  }

  private static BigDecimal number(JsonNode of, String name) {
    return new BigDecimal(of.path(name).asString());
  }

  private Client.Answer something(Random random, List<Long> transfers) {
    String at = "/api/transfers/" + transfers.get(random.nextInt(transfers.size()));
    return switch (random.nextInt(9)) {
      case 0, 1 -> clerk.post(at + "/release", Map.of());
      case 2, 3 -> clerk.post(at + "/picking", Map.of());
      case 4 -> clerk.post(at + "/sending", Map.of("rest", "FOLLOWS"));
      case 5 -> arrive(at, random);
      case 6 -> clerk.post("/api/moves", move(random));
      case 7 ->
          goods.post(
              "TO_CUSTOMER", List.of(Goods.line("SHK", null, null, "KQ.A-01-" + bay(random), "1")));
      default -> end(at, random);
    };
  }

  private static String bay(Random random) {
    return List.of("A", "B").get(random.nextInt(2));
  }

  private static Map<String, Object> move(Random random) {
    String from = bay(random);
    return Goods.move(
        "SHK",
        null,
        "KQ.A-01-" + from,
        "KQ.A-01-" + (from.equals("A") ? "B" : "A"),
        Integer.toString(1 + random.nextInt(9)));
  }

  private JsonNode inTransit(String at, Random random) {
    JsonNode sent = clerk.get(at).ok().path("goods");
    return sent.isEmpty() ? null : sent.get(random.nextInt(sent.size()));
  }

  private Client.Answer arrive(String at, Random random) {
    JsonNode one = inTransit(at, random);
    List<Map<String, Object>> lines =
        one == null
            ? List.of()
            : List.of(
                Map.of(
                    "goods",
                    one.path("id").asLong(),
                    "quantity",
                    Integer.toString(1 + random.nextInt(9))));
    return clerk.post(at + "/arrivals", Map.of("lines", lines));
  }

  private Client.Answer end(String at, Random random) {
    JsonNode one = inTransit(at, random);
    Map<String, Object> entry = new HashMap<>();
    entry.put("goods", one == null ? null : one.path("id").asLong());
    entry.put("quantity", "1");
    entry.put("ending", "LOST");
    entry.put("reason", "Gone");
    return clerk.post(at + "/endings", entry);
  }
}
