package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Tables as someone wants to see them again. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class SavedViewsTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Client clerk;

  @BeforeAll
  void hire() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    clerk = HOUSE.hire("CLE", Role.CLERK);
  }

  private static Map<String, Object> view(String name, boolean everyone) {
    Map<String, Object> entry = new LinkedHashMap<>();
    entry.put("list", "inbound");
    entry.put("name", name);
    entry.put("everyone", everyone);
    entry.put("page", "/office/coming/inbound");
    entry.put("search", "filter=LATE&where=SITE%3AIS%3A1");
    entry.put(
        "columns",
        Map.of(
            "order", List.of("number", "due"),
            "shown", Map.of("value", false),
            "widths", Map.of("due", 180)));
    return entry;
  }

  private static List<String> names(Client who) {
    return who.get("/api/saved-views")
        .ok()
        .valueStream()
        .map(one -> one.path("name").asString())
        .toList();
  }

  @Test
  void aViewComesBackAsItWasSavedToThoseWhomItIsFor() {
    JsonNode own = clerk.post("/api/saved-views", view("Mine", false)).ok();
    assertThat(own.path("mine").asBoolean()).isTrue();
    assertThat(own.path("search").asString()).isEqualTo("filter=LATE&where=SITE%3AIS%3A1");
    assertThat(own.path("columns").path("order").get(1).asString()).isEqualTo("due");
    assertThat(own.path("columns").path("shown").path("value").asBoolean()).isFalse();
    assertThat(own.path("columns").path("widths").path("due").asInt()).isEqualTo(180);
    controller.post("/api/saved-views", view("Late", true)).ok();
    assertThat(names(clerk)).containsExactly("Late", "Mine");
    assertThat(names(controller)).containsExactly("Late");
    // The same name is free for others.
    controller.post("/api/saved-views", view("Mine", false)).ok();
    assertThat(clerk.post("/api/saved-views", view("Mine", false)).status()).isEqualTo(409);
  }

  @Test
  void aViewForEveryoneIsForThoseToChangeWhoSetTheRules() {
    assertThat(clerk.post("/api/saved-views", view("All of us", true)).status()).isEqualTo(403);
    JsonNode shared = controller.post("/api/saved-views", view("Shared", true)).ok();
    String path = "/api/saved-views/" + shared.path("id").asLong();
    Map<String, Object> again = view("Shared late", true);
    again.put("version", 0);
    assertThat(clerk.put(path, again).status()).isEqualTo(403);
    assertThat(clerk.delete(path).status()).isEqualTo(403);
    assertThat(controller.put(path, again).ok().path("name").asString()).isEqualTo("Shared late");
    assertThat(controller.put(path, again).status()).isEqualTo(409);
    controller.delete(path).ok();
    assertThat(names(clerk)).doesNotContain("Shared late");
  }

  @Test
  void aViewOfSomeoneElseIsNotThere() {
    JsonNode own = clerk.post("/api/saved-views", view("Only mine", false)).ok();
    String path = "/api/saved-views/" + own.path("id").asLong();
    Map<String, Object> again = view("Taken", false);
    again.put("version", 0);
    assertThat(controller.put(path, again).status()).isEqualTo(404);
    assertThat(controller.delete(path).status()).isEqualTo(404);
    assertThat(names(clerk)).contains("Only mine");
  }

  @Test
  void anAddressElsewhereIsRefused() {
    Map<String, Object> elsewhere = view("Elsewhere", false);
    elsewhere.put("page", "https://example.org/office");
    assertThat(clerk.post("/api/saved-views", elsewhere).status()).isEqualTo(400);
  }
}
