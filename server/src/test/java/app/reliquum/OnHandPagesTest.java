package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Rows that are alike in what they are sorted by. */
class OnHandPagesTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  @Test
  void noPageRepeatsWhatAnotherHasShown() {
    Client controller = HOUSE.hire("CON", Role.CONTROLLER);
    Goods goods = new Goods(controller);
    goods.site("KQ");
    goods.item("ELSE", "Bow shackle", "NONE");
    goods.opening("ELSE", null, null, "KQ.A-03-A", "6");
    goods.opening("ELSE", null, null, "KQ.A-01-A", "6");
    goods.item("LIKE", "Cleat", "LOT");
    List<Map<String, Object>> lines = new ArrayList<>();
    for (int n = 0; n < 40; n++) {
      Map<String, Object> line =
          Goods.line("LIKE", "L-%02d".formatted(n * 7 % 40), null, "KQ.A-03-A", "6");
      line.put("expiry", "2032-06-30");
      lines.add(line);
    }
    goods.post("OPENING", lines).ok();
    long like = page(controller, "group=ITEM&q=cleat").path("rows").get(0).path("itemId").asLong();
    List<String> groups = List.of("group=POSITION", "group=POSITION&item=" + like, "group=LOT");
    for (String group : groups) {
      for (String sort : List.of("ITEM", "PLACE", "EXPIRY", "IN_DATE", "ON_HAND", "AVAILABLE")) {
        for (boolean descending : List.of(false, true)) {
          String query = group + "&sort=" + sort + "&descending=" + descending;
          if (query.startsWith("group=LOT&sort=PLACE")) {
            continue;
          }
          List<String> paged = new ArrayList<>();
          int total = page(controller, query).path("total").asInt();
          for (int offset = 0; offset < total; offset += 7) {
            page(controller, query + "&limit=7&offset=" + offset)
                .path("rows")
                .forEach(row -> paged.add(row.path("key").asString()));
          }
          assertThat(paged).as(query).hasSize(total).doesNotHaveDuplicates();
        }
      }
    }
  }

  private static JsonNode page(Client client, String query) {
    return client.get("/api/on-hand?" + query).ok();
  }
}
