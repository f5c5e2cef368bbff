package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** How a house numbers its documents, and what each of its people has chosen. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class OnesOwnTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private long quay;
  private long shop;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    new Importing(controller)
        .imported(
            "house.xlsx",
            Importing.workbook(
                Map.of(
                    "sites",
                    List.of(
                        List.of("code", "name", "time zone"),
                        List.of("KQ", "Quay", "Europe/London"),
                        List.of("PS", "Shop", "Europe/London")),
                    "items",
                    List.of(List.of("code", "name"), List.of("SH-1", "Shackle")),
                    "suppliers",
                    List.of(List.of("code", "name"), List.of("NORD", "Nordholm")))));
    quay = site("KQ");
    shop = site("PS");
  }

  private static long site(String code) {
    return Long.parseLong(
        HOUSE.database().column("select id from site where code = '" + code + "'").get(0));
  }

  private static Map<String, Object> chosen(Long site, String page) {
    Map<String, Object> choices = new HashMap<>();
    choices.put("site", site);
    choices.put("landingPage", page);
    choices.put("singleKeys", true);
    choices.put("language", "");
    return choices;
  }

  private JsonNode ranges() {
    return controller.get("/api/number-ranges").ok();
  }

  private JsonNode range(String usual) {
    return ranges()
        .valueStream()
        .filter(one -> one.path("usual").asString().equals(usual))
        .findFirst()
        .orElseThrow();
  }

  private Client.Answer number(String usual, String prefix, long next) {
    return controller.put(
        "/api/number-ranges", Map.of("usual", usual, "prefix", prefix, "next", next));
  }

  private String begun() {
    return controller
        .post(
            "/api/inbound/unexpected", Map.of("kind", "UNEXPECTED", "site", quay, "reason", "Van"))
        .ok()
        .path("number")
        .asString();
  }

  @Test
  void theScreensSpeakTheLanguageThatSomeoneChooses() {
    Client person = HOUSE.hire("LANG", Role.CLERK);
    assertThat(person.get("/api/own-choices").ok().path("language").asString()).isEmpty();
    Map<String, Object> german = chosen(null, "");
    german.put("language", "de");
    person.put("/api/own-choices", german).ok();
    assertThat(person.get("/api/own-choices").ok().path("language").asString()).isEqualTo("de");
    german.put("language", "tlh");
    assertThat(person.put("/api/own-choices", german).status()).isEqualTo(400);
  }

  @Test
  void keysPressedAloneDoSomethingUntilSomeoneWantsNone() {
    Client person = HOUSE.hire("KEYS", Role.CLERK);
    assertThat(person.get("/api/own-choices").ok().path("singleKeys").asBoolean()).isTrue();
    Map<String, Object> none = chosen(null, "");
    none.put("singleKeys", false);
    person.put("/api/own-choices", none).ok();
    assertThat(person.get("/api/own-choices").ok().path("singleKeys").asBoolean()).isFalse();
  }

  @Test
  void documentsAreNumberedAsTheHouseWantsFromThenOn() {
    assertThat(range("RQ").path("prefix").asString()).isEqualTo("RQ");
    assertThat(range("RQ").path("next").asLong()).isEqualTo(10_001);
    number("RQ", "REQ", 500).ok();
    assertThat(range("RQ").path("prefix").asString()).isEqualTo("REQ");
    assertThat(range("RQ").path("next").asLong()).isEqualTo(500);
    assertThat(number("RQ", "TR", 1).status()).isEqualTo(409);
    assertThat(number("RQ", "REQ", 499).detail()).contains("500");
    assertThat(number("RQ", "r q", 600).status()).isEqualTo(400);
    assertThat(number("XX", "XX", 1).status()).isEqualTo(400);
    number("UR", "WALK", 42).ok();
    assertThat(begun()).isEqualTo("WALK-00042");
    assertThat(begun()).isEqualTo("WALK-00043");
    // It is kept who did that, and comes in as a table too.
    assertThat(
            controller
                .get("/api/change-log/row?table=number+ranges&key=requisition")
                .ok()
                .path("rows")
                .get(0)
                .path("cells"))
        .hasSize(2);
    new Importing(controller)
        .imported(
            "number ranges.csv",
            "documents,prefix,next\ntransfer,MOVE,700\n".getBytes(StandardCharsets.UTF_8));
    assertThat(range("TR").path("prefix").asString()).isEqualTo("MOVE");
  }

  @Test
  void everyoneChoosesTheirFirstSiteAndPage() {
    Client clerk = HOUSE.hire("CLE", Role.CLERK, quay);
    assertThat(clerk.get("/api/own-choices").ok().path("site").isNull()).isTrue();
    clerk.put("/api/own-choices", chosen(quay, "/office/coming/inbound?saved=3")).ok();
    assertThat(clerk.get("/api/own-choices").ok().path("site").asLong()).isEqualTo(quay);
    assertThat(controller.get("/api/own-choices").ok().path("landingPage").asString()).isEmpty();
    assertThat(clerk.put("/api/own-choices", chosen(shop, "")).status()).isEqualTo(400);
    assertThat(clerk.put("/api/own-choices", chosen(quay, "https://example.org")).status())
        .isEqualTo(400);
    clerk.put("/api/own-choices", chosen(null, "")).ok();
    assertThat(clerk.get("/api/own-choices").ok().path("site").isNull()).isTrue();
  }
}
