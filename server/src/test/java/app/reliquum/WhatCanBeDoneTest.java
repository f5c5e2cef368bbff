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
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/**
 * What a document says may be done with it, the house does; what it does not say, the house
 * refuses. Documents wander at random through whatever can be done with them, and at each step the
 * list says of them what their card says.
 */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class WhatCanBeDoneTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final int DOCUMENTS = 14;
  private static final int MOST_STEPS = 9;

  private Client clerk;
  private Client reader;
  private Client atTheReceiver;
  private Goods goods;
  private Leaving leaving;
  private long site;
  private long other;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    reader = HOUSE.hire("READ", Role.AUDITOR);
    goods = new Goods(clerk);
    site = goods.site("KQ");
    goods.rack(site, "PACK", "PACK", "PACK-1");
    other = goods.site("OH");
    atTheReceiver = HOUSE.hire("OHC", Role.CLERK, other);
    leaving = new Leaving(clerk, site);
    leaving.customer("TERN", 0, false);
  }

  private static List<String> can(JsonNode card) {
    return StreamSupport.stream(card.path("can").spliterator(), false)
        .map(JsonNode::asString)
        .toList();
  }

  private static long count(JsonNode lines, Predicate<JsonNode> which) {
    return StreamSupport.stream(lines.spliterator(), false).filter(which).count();
  }

  private static BigDecimal figure(JsonNode line, String name) {
    return new BigDecimal(line.path(name).asString());
  }

  private static JsonNode row(Client who, String list, String number) {
    return who.get(list + "?filter=ALL&q=" + number).ok().path("rows").get(0);
  }

  /** Two lines, of which there is enough, or too little, or nothing. */
  private List<Map<String, Object>> lines(String name, Random random) {
    List<Map<String, Object>> lines = new ArrayList<>();
    for (int i = 1; i <= 2; i++) {
      String item = name + "-" + i;
      goods.item(item, "Item " + item, "NONE");
      int there = random.nextInt(3) * 4;
      if (there > 0) {
        goods.opening(item, null, null, "KQ.A-0" + i + "-A", there + "");
      }
      lines.add(Leaving.line(item, "8"));
    }
    return lines;
  }

  @Test
  void ordersDoWhatTheySayCanBeDone() {
    TreeSet<String> seen = new TreeSet<>();
    for (int n = 0; n < DOCUMENTS; n++) {
      Random random = new Random(n);
      leaving.flow(n % 2 == 0 ? "PICK_HAND_OVER" : "PICK_PACK_HAND_OVER");
      List<Map<String, Object>> lines = lines("O" + n, random);
      JsonNode card = leaving.order("TERN", lines.get(0), lines.get(1));
      String address = "/api/outbound/" + card.path("id").asLong();
      for (int step = 0; step < MOST_STEPS; step++) {
        card = clerk.get(address).ok();
        List<String> can = can(card);
        assertThat(can.isEmpty())
            .isEqualTo(card.path("state").asString().matches("SHIPPED|CANCELLED"));
        assertThat(can(reader.get(address).ok())).isEmpty();
        assertListed(card);
        for (String not : List.of("PICK_ALL", "SHIP", "CHANGE", "CLOSE")) {
          if (!can.contains(not)) {
            assertThat(onOrder(card, not, lines).status()).as("%s: %s", not, can).isIn(409, 422);
          }
        }
        if (can.isEmpty()) {
          break;
        }
        String what = can.get(random.nextInt(can.size()));
        seen.add(what);
        assertThat(onOrder(card, what, lines).status()).as("%s of %s", what, can).isLessThan(300);
      }
    }
    assertThat(seen)
        .contains(
            "ALLOCATE", "PICK_ALL", "PACK_ALL", "SHIP", "CHANGE", "REMOVE_RESERVATIONS", "CLOSE");
  }

  private void assertListed(JsonNode card) {
    JsonNode row = row(clerk, "/api/outbound", card.path("number").asString());
    assertThat(row.path("state")).isEqualTo(card.path("state"));
    boolean ended = can(card).isEmpty();
    boolean sought = !card.path("allocated").isNull();
    assertThat(row.path("shortLines").asLong())
        .isEqualTo(
            ended || !sought
                ? 0
                : count(card.path("lines"), line -> figure(line, "missing").signum() > 0));
    assertThat(row.path("toPick").asLong())
        .isEqualTo(
            ended
                ? 0
                : count(
                    card.path("lines"),
                    line ->
                        figure(line, "asked")
                                .subtract(figure(line, "withdrawn"))
                                .subtract(figure(line, "shipped"))
                                .subtract(figure(line, "picked"))
                                .signum()
                            > 0));
  }

  private Client.Answer onOrder(JsonNode card, String what, List<Map<String, Object>> lines) {
    long id = card.path("id").asLong();
    return switch (what) {
      case "ALLOCATE" -> leaving.act(id, "allocation", Map.of());
      case "PICK_ALL" -> leaving.act(id, "picking", Map.of());
      case "PACK_ALL" -> leaving.act(id, "packing", Map.of());
      case "SHIP" -> leaving.act(id, "hand-over", Map.of("takenBy", "Wren"));
      case "REMOVE_RESERVATIONS" -> leaving.act(id, "release", Map.of());
      case "UNASSIGN_PICKER" -> leaving.act(id, "round/leaving", Map.of());
      case "CLOSE" -> leaving.act(id, "closing", Map.of("reason", "Not wanted any more"));
      case "CHANGE" -> {
        Map<String, Object> entry = leaving.entry("TERN", lines.get(0), lines.get(1));
        entry.put("version", card.path("version").asInt());
        yield clerk.put("/api/outbound/" + id, entry);
      }
      default -> throw new AssertionError(what);
    };
  }

  @Test
  void transfersDoWhatTheySayCanBeDone() {
    TreeSet<String> seen = new TreeSet<>();
    for (int n = 0; n < DOCUMENTS; n++) {
      Random random = new Random(100 + n);
      List<Map<String, Object>> lines = lines("T" + n, random);
      long id =
          clerk
              .post("/api/transfers", Map.of("from", site, "to", other, "lines", lines))
              .ok()
              .path("id")
              .asLong();
      for (int step = 0; step < MOST_STEPS; step++) {
        JsonNode card = clerk.get("/api/transfers/" + id).ok();
        List<String> can = can(card);
        assertThat(can.isEmpty()).isEqualTo(card.path("state").asString().equals("CLOSED"));
        assertThat(can(reader.get("/api/transfers/" + id).ok())).isEmpty();
        assertThat(can(atTheReceiver.get("/api/transfers/" + id).ok()))
            .isSubsetOf("RECEIVE_ALL", "CLOSE_AS_LOST");
        JsonNode row = row(clerk, "/api/transfers", card.path("number").asString());
        assertThat(row.path("shortLines").asLong())
            .isEqualTo(
                can.isEmpty()
                    ? 0
                    : count(card.path("lines"), line -> figure(line, "shortBy").signum() > 0));
        for (String not : List.of("SHIP", "CHANGE", "CLOSE", "RECEIVE_ALL")) {
          if (!can.contains(not)) {
            assertThat(onTransfer(card, not, lines).status())
                .as("%s: %s of %s", not, can, card.path("state"))
                .isIn(409, 422);
          }
        }
        if (can.isEmpty()) {
          break;
        }
        String what = can.get(random.nextInt(can.size()));
        seen.add(what);
        assertThat(onTransfer(card, what, lines).status())
            .as("%s of %s", what, can)
            .isLessThan(300);
      }
    }
    assertThat(seen)
        .contains(
            "MAKE_READY", "PICK_ALL", "SHIP", "RECEIVE_ALL", "CHANGE", "BACK_TO_PLANNED", "CLOSE");
  }

  private Client.Answer onTransfer(JsonNode card, String what, List<Map<String, Object>> lines) {
    String address = "/api/transfers/" + card.path("id").asLong();
    return switch (what) {
      case "MAKE_READY", "RESERVE_REST" -> clerk.post(address + "/release", Map.of());
      case "PICK_ALL" -> clerk.post(address + "/picking", Map.of());
      case "SHIP" -> clerk.post(address + "/sending", Map.of("rest", "STAYS"));
      case "RECEIVE_ALL" -> clerk.post(address + "/arrivals", Map.of("lines", List.of()));
      case "CLOSE_AS_LOST" ->
          clerk.post(address + "/endings", Map.of("ending", "LOST", "reason", "Never came"));
      case "BACK_TO_PLANNED" -> clerk.post(address + "/holding-back", Map.of());
      case "CLOSE" -> clerk.post(address + "/closing", Map.of("reason", "Not wanted any more"));
      case "CHANGE" -> {
        Map<String, Object> entry = new HashMap<>();
        entry.putAll(Map.of("from", site, "to", other, "lines", lines));
        entry.put("version", card.path("version").asInt());
        yield clerk.put(address, entry);
      }
      default -> throw new AssertionError(what);
    };
  }
}
