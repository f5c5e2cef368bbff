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
    entry.put("pin", "1357");
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
    assertThat(nobody.get("/api/openapi.json").status()).isEqualTo(200);
  }

  @Test
  void aBadgeAndItsPinOpenTheFloor() {
    administrator.post("/api/people", entry("BADGE", "FLOOR_HAND")).ok();
    Client hand = HOUSE.nobody();
    hand.post("/api/session/badge", Map.of("badge", "RP.BADGE", "pin", "1357")).ok();
    assertThat(hand.get("/api/session").ok().path("code").asString()).isEqualTo("BADGE");
    assertThat(
            HOUSE
                .nobody()
                .post("/api/session/badge", Map.of("badge", "RB.KQ.A", "pin", "1357"))
                .detail())
        .contains("no badge");
  }

  @Test
  void everyWrongTryAfterTheFifthMustWaitLonger() {
    administrator.post("/api/people", entry("GUESS", "CLERK")).ok();
    Client guesser = HOUSE.nobody();
    Map<String, Object> wrong = Map.of("code", "GUESS", "password", "wrong password");
    for (int i = 0; i < 6; i++) {
      assertThat(guesser.post("/api/session/password", wrong).status()).isEqualTo(401);
    }
    Client.Answer stopped =
        guesser.post(
            "/api/session/password", Map.of("code", "GUESS", "password", RunningHouse.PASSWORD));
    assertThat(stopped.status()).isEqualTo(429);
    assertThat(stopped.whole().headers().firstValue("Retry-After")).isPresent();
    Client.Answer unknown =
        guesser.post("/api/session/password", Map.of("code", "NOBODY", "password", "whatever"));
    assertThat(unknown.status()).isEqualTo(401);
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
  void whoIsLetGoIsOutAtOnce() {
    JsonNode card = administrator.post("/api/people", entry("LEAVER", "CLERK")).ok();
    Client leaver = HOUSE.nobody().signIn("LEAVER", RunningHouse.PASSWORD);
    leaver.get("/api/session").ok();
    Map<String, Object> gone = entry("LEAVER", "CLERK");
    gone.put("active", false);
    gone.put("version", card.path("version").asInt());
    administrator.put("/api/people/" + card.path("id").asLong(), gone).ok();
    assertThat(leaver.get("/api/session").status()).isEqualTo(401);
    leaver.forget("reliquum");
    assertThat(leaver.get("/api/session").status()).isEqualTo(401);
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
    JsonNode first = null;
    for (JsonNode one : administrator.get("/api/people").ok()) {
      if (one.path("code").asString().equals("ADMIN")) {
        first = one;
      }
    }
    // The first administrator of an empty house can go once there is another; the last can't.
    Map<String, Object> gone = entry("ADMIN", "ADMINISTRATOR");
    gone.put("active", false);
    gone.put("version", first.path("version").asInt());
    administrator.put("/api/people/" + first.path("id").asLong(), gone).ok();
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

  @Test
  void pagesComeWithAStrictPolicy() {
    var headers = HOUSE.nobody().get("/api/openapi.json").whole().headers();
    String policy = headers.firstValue("Content-Security-Policy").orElse("");
    assertThat(policy).contains("script-src 'self'").doesNotContain("script-src 'unsafe-inline'");
    assertThat(headers.firstValue("X-Content-Type-Options")).contains("nosniff");
    Client fresh = HOUSE.nobody();
    Client.Answer signedIn =
        fresh.post(
            "/api/session/password", Map.of("code", "ADM", "password", RunningHouse.PASSWORD));
    assertThat(signedIn.whole().headers().allValues("Set-Cookie"))
        .filteredOn(cookie -> cookie.startsWith("reliquum="))
        .allMatch(cookie -> cookie.contains("HttpOnly") && cookie.contains("SameSite=Lax"))
        .isNotEmpty();
  }

  @Test
  void weakSecretsAreRefusedWithTheReason() {
    Map<String, Object> weak = entry("WEAK", "CLERK");
    weak.put("password", "short");
    assertThat(administrator.post("/api/people", weak).detail()).contains("10 to 72 characters");
    weak.put("password", null);
    weak.put("pin", "12a4");
    assertThat(administrator.post("/api/people", weak).detail()).contains("4 to 8 digits");
    assertThat(administrator.post("/api/people", entry("no good", "CLERK")).detail())
        .contains("capital letters");
  }
}
