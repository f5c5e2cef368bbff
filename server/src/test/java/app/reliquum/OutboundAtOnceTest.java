package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.math.BigDecimal;
import java.util.ArrayList;
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

/** Eight clients at the same orders and the same last pieces. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class OutboundAtOnceTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final int CLIENTS = 8;

  private Client clerk;
  private Goods goods;
  private Leaving leaving;
  private long site;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    site = goods.site("KQ");
    goods.rack(site, "PACK", "PACK", "PACK-1");
    leaving = new Leaving(clerk, site);
    leaving.customer("TERN", 0, false);
  }

  private static void together(List<Callable<Void>> work) throws Exception {
    ExecutorService hands = Executors.newFixedThreadPool(CLIENTS);
    for (Future<Void> done : hands.invokeAll(work)) {
      done.get();
    }
    hands.shutdownNow();
  }

  private static BigDecimal number(JsonNode of, String name) {
    return new BigDecimal(of.path(name).asString());
  }

  @Test
  void ofTheLastPiecesJustThoseAreReservedThatThereAre() throws Exception {
    goods.item("LAST", "Last pieces", "LOT");
    goods.opening("LAST", "L1", null, "KQ.A-01-A", "17");
    goods.opening("LAST", "L2", null, "KQ.A-01-B", "20");
    List<Long> orders = new ArrayList<>();
    for (int i = 0; i < CLIENTS * 3; i++) {
      Map<String, Object> entry = leaving.entry("TERN", Leaving.line("LAST", "3"));
      entry.put("allocate", false);
      orders.add(clerk.post("/api/outbound", entry).ok().path("id").asLong());
    }
    List<Callable<Void>> work = new ArrayList<>();
    for (int client = 0; client < CLIENTS; client++) {
      List<Long> own = orders.subList(client * 3, client * 3 + 3);
      work.add(
          () -> {
            clerk.post("/api/outbound/allocation", Map.of("site", site, "orders", own)).ok();
            return null;
          });
    }
    together(work);
    BigDecimal reserved = BigDecimal.ZERO;
    int allocated = 0;
    for (long order : orders) {
      JsonNode card = leaving.card(order);
      reserved = reserved.add(number(card.path("lines").get(0), "reserved"));
      allocated += card.path("state").asString().equals("ALLOCATED") ? 1 : 0;
    }
    assertThat(reserved).isEqualByComparingTo("37");
    assertThat(allocated).isEqualTo(12);
    goods.booksAddUp();
  }

  @Test
  void whateverTheyDoTheBooksAddUp() throws Exception {
    long shackle = goods.item("SHK", "Shackle", "NONE");
    goods.opening("SHK", null, null, "KQ.A-02-A", "60");
    goods.opening("SHK", null, null, "KQ.A-02-B", "60");
    goods.item("FLR", "Flare", "LOT");
    goods.opening("FLR", "F1", null, "KQ.A-03-A", "30");
    goods.opening("FLR", "F2", null, "KQ.A-03-B", "30");
    List<Long> orders = new ArrayList<>();
    for (int i = 0; i < 4; i++) {
      orders.add(
          leaving
              .order("TERN", Leaving.line("SHK", "35"), Leaving.line("FLR", "18"))
              .path("id")
              .asLong());
    }
    List<Callable<Void>> work = new ArrayList<>();
    for (int client = 0; client < CLIENTS; client++) {
      Random random = new Random(client);
      work.add(
          () -> {
            for (int step = 0; step < 15; step++) {
              Client.Answer answer = something(random, orders.get(random.nextInt(orders.size())));
              assertThat(answer.status()).as("%s", answer.text()).isLessThan(500);
            }
            return null;
          });
    }
    together(work);
    goods.booksAddUp();
    BigDecimal gone = BigDecimal.ZERO;
    for (long order : orders) {
      for (JsonNode line : leaving.card(order).path("lines")) {
        BigDecimal done = number(line, "shipped").add(number(line, "withdrawn"));
        assertThat(done.add(number(line, "picked")).add(number(line, "reserved")))
            .isLessThanOrEqualTo(number(line, "asked"));
        gone =
            line.path("item").asString().equals("SHK") ? gone.add(number(line, "shipped")) : gone;
      }
    }
    assertThat(new BigDecimal(goods.onHand(shackle, "")))
        .isEqualByComparingTo(BigDecimal.valueOf(120).subtract(gone));
  }

  @Test
  void whatIsReservedStaysTrueWhileItIsMovedAbout() throws Exception {
    goods.item("BUOY", "Buoy", "NONE");
    goods.opening("BUOY", null, null, "KQ.A-04-A", "20");
    goods.opening("BUOY", null, null, "KQ.A-04-B", "20");
    long order = leaving.order("TERN", Leaving.line("BUOY", "36")).path("id").asLong();
    List<Callable<Void>> work = new ArrayList<>();
    // One reserves it and frees it again, others move it to and fro: what is reserved goes along.
    work.add(
        () -> {
          for (int step = 0; step < 40; step++) {
            leaving.act(order, step % 2 == 0 ? "release" : "allocation", Map.of()).ok();
          }
          return null;
        });
    for (int client = 0; client < 3; client++) {
      work.add(
          () -> {
            for (int step = 0; step < 30; step++) {
              boolean to = step % 2 == 0;
              clerk.post(
                  "/api/moves",
                  Goods.move(
                      "BUOY",
                      null,
                      to ? "KQ.A-04-A" : "KQ.A-04-B",
                      to ? "KQ.A-04-B" : "KQ.A-04-A",
                      "6"));
            }
            return null;
          });
    }
    together(work);
    goods.booksAddUp();
    leaving.act(order, "release", Map.of()).ok();
    assertThat(Leaving.kept(leaving.card(order))).isEmpty();
  }

  private Client.Answer something(Random random, long order) {
    return switch (random.nextInt(9)) {
      case 0, 1 -> leaving.act(order, "allocation", Map.of());
      case 2 -> leaving.act(order, "release", Map.of());
      case 3, 4 -> leaving.act(order, "picking", Map.of());
      case 5 -> leaving.act(order, "packing", Map.of());
      case 6 -> leaving.act(order, "hand-over", Map.of());
      case 7 -> putBack(order);
      default ->
          clerk.post(
              "/api/moves",
              random.nextBoolean()
                  ? Goods.move("SHK", null, "KQ.A-02-A", "KQ.A-02-B", "4")
                  : Goods.move("FLR", "F1", "KQ.A-03-A", "KQ.A-03-C", "5"));
    };
  }

  private Client.Answer putBack(long order) {
    for (JsonNode one : leaving.card(order).path("kept")) {
      if (one.path("picked").asBoolean()) {
        return leaving.act(order, "picked/" + one.path("id").asLong() + "/return", Map.of());
      }
    }
    return leaving.act(order, "allocation", Map.of());
  }
}
