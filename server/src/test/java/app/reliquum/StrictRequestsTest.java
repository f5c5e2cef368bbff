package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.net.http.HttpRequest.BodyPublishers;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** A request is read to the letter: nothing in it is passed over or read as another value. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class StrictRequestsTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client who;
  private long site;
  private long shackle;
  private int ledger;

  @BeforeAll
  void furnish() {
    who = HOUSE.hire("ADM", Role.ADMINISTRATOR);
    Goods goods = new Goods(who);
    site = goods.site("KQ");
    shackle = goods.item("SHK", "Shackle", "NONE");
    goods.opening("SHK", null, null, "KQ.A-01-A", "100");
    ledger = movements();
  }

  private int movements() {
    return who.get("/api/ledger").ok().path("total").asInt();
  }

  private Client.Answer raw(String method, String path, String body) {
    return who.send(
        who.request(path)
            .header("Idempotency-Key", UUID.randomUUID().toString())
            .method(method, BodyPublishers.ofString(body)));
  }

  private static String told(Client.Answer answer) {
    assertThat(answer.status()).as(answer.text()).isEqualTo(400);
    StringBuilder all = new StringBuilder(answer.detail());
    for (JsonNode field : answer.body().path("fields")) {
      all.append(' ').append(field.path("message").asString(field.asString("")));
    }
    return answer.text() + all;
  }

  private static String move(String quantity) {
    return """
        {"item": "SHK", "from": "KQ.A-01-A", "to": "KQ.A-01-B", "quantity": %s}"""
        .formatted(quantity);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "1e1000000",
        "\"1e1000000\"",
        "\"١٢\"",
        "\"１２\"",
        "\"1,5\"",
        "\"1.000,5\"",
        "\"0x10\"",
        "\"NaN\"",
        "\"12345678901234567890123456\"",
        "true",
        "[1]",
        "{}"
      })
  void aNumberIsOneOrIsRefused(String quantity) {
    assertThat(told(raw("POST", "/api/moves", move(quantity)))).contains("quantity");
    assertThat(movements()).isEqualTo(ledger);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "/api/racks|{'areaId': {area}, 'pattern': 'Z-1', 'walkFrom': 2.9}|walkFrom",
        "/api/sites|{'code': 'S2', 'name': 'S', 'timeZone': 'Europe/London', 'binned': 1}|binned",
        "/api/sites|{'code': 2, 'name': 'S', 'timeZone': 'Europe/London', 'binned': true}|code",
        "/api/items|{'code': 'I2', 'name': 'I', 'unit': 'PIECE', 'tracking': 0}|tracking",
        "/api/moves|{'item': 'SHK', 'efective': '2026-01-01T00:00:00Z'}|efective",
        "/api/moves|{'item': 'SHK', 'item': 'SHK'}|",
        "/api/moves|{'item': 'SHK'} {}|",
        "/api/moves|{'item': 'a\\u0000b'}|item",
        "/api/moves|{'item': 'a\\ufffeb'}|item",
        "/api/moves|{'effective': '1899-12-31T00:00:00Z'}|effective",
        "/api/moves|{'effective': '2201-01-01T00:00:00Z'}|effective",
        "/api/moves|{'effective': 1700000000}|effective",
        "/api/adjustments|{'kind': 1.0, 'way': 'OUT', 'lines': []}|kind",
        "/api/adjustments|{'kind': 1, 'way': 'OUT', 'lines': [null]}|lines",
        "/api/moves|[]|",
        "/api/moves|null|",
        "/api/moves|{|"
      })
  void whatIsWrittenWronglyIsToldByItsName(String path, String body, String name) {
    Client.Answer answer =
        raw("POST", path, body.replace("{area}", "" + area()).replace('\'', '"'));
    assertThat(told(answer)).contains(name == null ? "detail" : name);
    assertThat(answer.whole().headers().firstValue("Content-Type").orElse(""))
        .startsWith("application/problem+json");
    assertThat(answer.text()).doesNotContain("Exception", "jackson", "java.");
    assertThat(movements()).isEqualTo(ledger);
  }

  private long area() {
    return who.get("/api/sites").ok().get(0).path("areas").get(0).path("id").asLong();
  }

  @ParameterizedTest
  @CsvSource({
    "/api/items/1.0",
    "/api/items/٤",
    "/api/on-hand?site=99999999999999999999",
    "/api/on-hand?group=0",
    "/api/on-hand?at=2026-03-31T12:00:00",
    "/api/on-hand?limit=1e3",
    "/api/on-hand?limit=1000000",
    "/api/on-hand?quantity=5",
    "/api/session?who=me"
  })
  void soIsAnAddress(String path) {
    Client.Answer answer = who.get(path.replace("٤", "%D9%A4"));
    assertThat(answer.status()).as(answer.text()).isEqualTo(400);
    assertThat(answer.problem()).isNotBlank();
  }

  /** What the container refuses before we see it is told like everything else. */
  @Test
  void noAnswerIsAPageOfTheContainers() {
    for (Client.Answer answer :
        List.of(
            who.get("/api/items?q=" + "x".repeat(20_000)),
            who.get("/api/items/%2e%2e%2f%25"),
            who.get("/api/items/a%5cb"),
            raw("TRACE", "/api/items", ""))) {
      assertThat(answer.status()).isBetween(400, 499);
      assertThat(answer.text()).doesNotContain("<html", "<!doctype", "Tomcat");
    }
  }

  private Client.Answer tellItem(Map<String, Object> change) {
    Map<String, Object> entry = Goods.itemEntry("SHK", "Shackle", "NONE");
    entry.putAll(change);
    entry.put("version", who.get("/api/items/" + shackle).ok().path("version").asInt());
    return who.put("/api/items/" + shackle, entry);
  }

  private Client.Answer home(Object place, Object address) {
    Map<String, Object> home = new HashMap<>();
    home.put("site", site);
    home.put("place", place);
    home.put("address", address);
    home.put("shelfNote", "");
    return tellItem(Map.of("homes", List.of(home)));
  }

  @Test
  void aHomeIsTheBinOfItsNumberOrOfItsAddress() {
    long bin = new Goods(who).bin(site, "A-01-A");
    assertThat(home(bin, null).ok().path("homes").get(0).path("address").asString())
        .isEqualTo("A-01-A");
    assertThat(home(null, "a-01-b").ok().path("homes").get(0).path("address").asString())
        .isEqualTo("A-01-B");
    assertThat(home(bin, "A-01-A").ok().path("homes").get(0).path("place").asLong()).isEqualTo(bin);
    assertThat(told(home(999_999, null))).contains("999999");
    assertThat(told(home(null, "Z-99"))).contains("Z-99");
    assertThat(told(home(bin, "A-01-B"))).contains("A-01-B");
    JsonNode homes = who.get("/api/items/" + shackle).ok().path("homes");
    assertThat(homes.findValuesAsString("address")).containsExactly("A-01-A");
  }

  @Test
  void aPersonWorksSomewhere() {
    Client.Answer answer =
        who.post(
            "/api/people",
            Map.of(
                "code",
                "NOWHERE",
                "name",
                "No Where",
                "role",
                "CLERK",
                "everywhere",
                false,
                "sites",
                List.of(),
                "active",
                true));
    assertThat(answer.status()).as(answer.text()).isEqualTo(400);
    assertThat(answer.text()).contains("site");
  }

  @Test
  void aRackWhoseWalkRunsOutOfNumbersIsNotBuilt() {
    Client.Answer answer =
        who.post(
            "/api/racks",
            Map.of(
                "areaId",
                area(),
                "pattern",
                "Q-[01..99]",
                "walkFrom",
                2_147_483_000,
                "walkStep",
                1_000,
                "levels",
                1,
                "traits",
                Map.of("mixing", "ANYTHING", "storageClass", "")));
    assertThat(answer.status()).as(answer.text()).isEqualTo(400);
    assertThat(who.get("/api/sites/" + site + "/bins?q=Q-").ok().path("total").asInt()).isZero();
  }

  @Test
  void onHandOfOneItemByPlaceCountsThatItemAlone() {
    Goods goods = new Goods(who);
    goods.item("ROP", "Rope", "NONE");
    goods.opening("ROP", null, null, "KQ.A-02-A", "7");
    JsonNode rows = who.get("/api/on-hand?group=PLACE&item=" + shackle).ok().path("rows");
    assertThat(rows).hasSize(1);
    assertThat(rows.get(0).path("place").asString()).isEqualTo("A-01-A");
    ledger = movements();
  }
}
