package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/**
 * Documents are locked before positions, positions in the order of their keys: people who work on
 * the same goods wait for one another, and the database never has to send one of them back.
 */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class DeadlocksTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final int HANDS = 4;
  private static final int ROUNDS = 12;

  @Test
  void receivingAndTakingBackOnOneOrder() throws Exception {
    Client controller = HOUSE.hire("CON", Role.CONTROLLER);
    Goods goods = new Goods(controller);
    long site = goods.site("KQ");
    long shackle = goods.item("SHK", "Shackle", "NONE");
    goods.item("RPE", "Rope", "NONE");
    Map<String, Object> supplier = new HashMap<>();
    List.of("email", "street", "town").forEach(field -> supplier.put(field, ""));
    supplier.putAll(Map.of("code", "SKERRY", "name", "Skerry", "leadDays", 5, "active", true));
    controller.post("/api/suppliers", supplier).ok();
    Map<String, Object> inbound = new HashMap<>(Map.of("supplier", "SKERRY", "site", site));
    inbound.put("expected", LocalDate.now().toString());
    inbound.put("note", "");
    inbound.put(
        "lines",
        List.of(
            Map.of("item", "SHK", "packs", "500", "pack", ""),
            Map.of("item", "RPE", "packs", "500", "pack", "")));
    long order = controller.post("/api/inbound", inbound).ok().path("id").asLong();

    long before = HOUSE.watched().deadlocks();
    List<Callable<Void>> work = new ArrayList<>();
    for (int i = 0; i < HANDS; i++) {
      Client hand = HOUSE.hire("HAND" + i, Role.CONTROLLER);
      String item = i % 2 == 0 ? "SHK" : "RPE";
      work.add(
          () -> {
            for (int round = 0; round < ROUNDS; round++) {
              long posting = receive(hand, site, order, item);
              if (round % 3 != 0) {
                hand.post("/api/postings/" + posting + "/reversal", Map.of("reason", "wrong")).ok();
              }
            }
            return null;
          });
    }
    ExecutorService hands = Executors.newFixedThreadPool(HANDS);
    for (Future<Void> done : hands.invokeAll(work)) {
      done.get();
    }
    hands.shutdownNow();
    assertThat(HOUSE.watched().deadlocks() - before).isZero();
    assertThat(goods.onHand(shackle, "")).isEqualTo(Integer.toString(HANDS / 2 * ROUNDS / 3));
    goods.booksAddUp();
  }

  private static long receive(Client hand, long site, long order, String item) {
    String at = "/api/floor/RECEIVE/";
    hand.post(at + "document", Map.of("site", site, "document", order)).ok();
    for (String text : List.of(item, "1")) {
      hand.post(at + "scan", Map.of("site", site, "text", text)).ok();
    }
    JsonNode view = null;
    for (int i = 0; i < 2; i++) {
      view = hand.post(at + "act", Map.of("site", site, "action", "CONFIRM")).ok();
      if (view.path("outcome").asString().equals("DONE")) {
        return view.path("done").path("posting").asLong();
      }
    }
    throw new AssertionError("Not received: " + view);
  }
}
