package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.net.http.HttpRequest.BodyPublishers;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class PeopleTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client administrator;

  @BeforeAll
  void hire() {
    administrator = HOUSE.hire("ADM", Role.ADMINISTRATOR);
  }

  private static Map<String, Object> entry(String code, String role) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("code", code);
    entry.put("name", "Name of " + code);
    entry.put("role", role);
    entry.put("everywhere", true);
    entry.put("sites", List.of());
    entry.put("active", true);
    entry.put("password", RunningHouse.PASSWORD);
    entry.put("pin", "1835");
    return entry;
  }

  @Test
  void nobodySeesAnythingBeforeSigningIn() {
    Client nobody = HOUSE.nobody();
    for (String path : List.of("/api/session", "/api/on-hand", "/api/people", "/api/live")) {
      Client.Answer answer = nobody.get(path);
      assertThat(answer.status()).as(path).isEqualTo(401);
      assertThat(answer.problem()).isEqualTo("sign-in");
    }
    assertThat(nobody.get("/actuator/health").status()).isEqualTo(200);
    assertThat(nobody.get("/actuator/env").status()).isIn(401, 403, 404);
    assertThat(nobody.get("/api/openapi.json").status()).isEqualTo(401);
  }

  @Test
  void eachRoleMayDoWhatItSays() {
    Client hand = HOUSE.hire("R1", Role.FLOOR_HAND);
    Client clerk = HOUSE.hire("R2", Role.CLERK);
    Client controller = HOUSE.hire("R3", Role.CONTROLLER);
    Client auditor = HOUSE.hire("R4", Role.AUDITOR);
    Map<String, Object> move = Goods.move("X", null, "Y", "Z", "1");
    Map<String, Object> opening =
        Map.of("direction", "OPENING", "lines", List.of(Goods.line("X", null, null, "KQ.Y", "1")));
    Map<String, Object> item = Goods.itemEntry("ROLE", "Role", "NONE");
    // 403 is the role speaking; anything else comes from beyond the door.
    assertThat(hand.post("/api/moves", move).status()).isEqualTo(404);
    assertThat(hand.post("/api/postings", opening).status()).isEqualTo(403);
    assertThat(clerk.post("/api/postings", opening).status()).isEqualTo(404);
    assertThat(clerk.post("/api/items", item).status()).isEqualTo(403);
    assertThat(controller.post("/api/items", item).status()).isEqualTo(201);
    assertThat(controller.get("/api/people").status()).isEqualTo(403);
    assertThat(controller.post("/api/people", entry("R5", "CLERK")).status()).isEqualTo(403);
    for (String path : List.of("/api/moves", "/api/postings", "/api/items", "/api/book-checks")) {
      Client.Answer answer =
          auditor.post(
              path, path.endsWith("moves") ? move : path.endsWith("items") ? item : opening);
      assertThat(answer.status()).as(path).isEqualTo(403);
      assertThat(answer.problem()).isEqualTo("forbidden");
    }
    assertThat(auditor.get("/api/on-hand").status()).isEqualTo(200);
  }

  @Test
  void twoWhoChangeAPersonAtOnceDoNotOverwriteEachOther() {
    JsonNode card = administrator.post("/api/people", entry("TWICE", "CLERK")).ok();
    Map<String, Object> change = entry("TWICE", "CONTROLLER");
    change.put("version", card.path("version").asInt());
    String path = "/api/people/" + card.path("id").asLong();
    administrator.put(path, change).ok();
    Client.Answer late = administrator.put(path, change);
    assertThat(late.status()).isEqualTo(409);
    assertThat(late.problem()).isEqualTo("changed");
  }

  @Test
  void thereIsAlwaysAnAdministrator() {
    JsonNode me = administrator.get("/api/session").ok();
    JsonNode card = null;
    for (JsonNode one : administrator.get("/api/people").ok()) {
      if (one.path("id").asLong() == me.path("id").asLong()) {
        card = one;
      }
    }
    Map<String, Object> demoted = entry("ADM", "CLERK");
    demoted.put("version", card.path("version").asInt());
    assertThat(administrator.put("/api/people/" + me.path("id").asLong(), demoted).problem())
        .isEqualTo("last-administrator");
  }

  @Test
  void aRequestFromAnotherSiteIsNotLetThrough() {
    Client.Answer answer =
        administrator.send(
            administrator
                .request("/api/people")
                .setHeader("X-XSRF-TOKEN", "made-up")
                .POST(BodyPublishers.ofString("{}")));
    assertThat(answer.status()).isEqualTo(403);
  }

  @ParameterizedTest
  @CsvSource({
    "short, 10 to 72 characters",
    "password123, tried first",
    "qwertyuiop, tried first",
    "aaaaaaaaaaaa, tried first",
    "ßßßßßßßßßßßßßßßßßßßßßßßßßßßßßßßßßßßßß, at most 72 bytes"
  })
  void weakPasswordsAreRefusedWithTheReason(String password, String why) {
    Map<String, Object> weak = entry("WEAK", "CLERK");
    weak.put("password", password);
    Client.Answer answer = administrator.post("/api/people", weak);
    assertThat(answer.status()).isEqualTo(400);
    assertThat(answer.detail()).contains(why);
  }

  @ParameterizedTest
  @CsvSource({
    "12a4, 4 to 8 digits",
    "1111, same few digits",
    "1234, rises or falls",
    "2580, line of the keypad",
    "1470, line of the keypad"
  })
  void weakPinsAreRefusedWithTheReason(String pin, String why) {
    Map<String, Object> weak = entry("WEAK", "CLERK");
    weak.put("pin", pin);
    Client.Answer answer = administrator.post("/api/people", weak);
    assertThat(answer.status()).isEqualTo(400);
    assertThat(answer.detail()).contains(why);
    assertThat(administrator.post("/api/people", entry("no good", "CLERK")).detail())
        .contains("capital letters");
  }
}
