package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Scales and carriers, asked over a real connection. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ScalesAndCarriersTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client clerk;
  private Goods goods;
  private Leaving leaving;
  private long quay;
  private HttpServer peer;
  private long scale;
  private long carrier;

  /** What the peer answers, by method and path; and what it was asked. */
  private final Map<String, String> says = new ConcurrentHashMap<>();

  private final List<String> heard = new CopyOnWriteArrayList<>();

  @BeforeAll
  void furnish() throws IOException {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    quay = goods.site("KQ");
    leaving = new Leaving(clerk, quay);
    leaving.customer("TERN", 0, false);
    goods.item("FLR", "Flare", "NONE");
    goods.opening("FLR", null, null, "KQ.A-01-A", "400");
    peer = HttpServer.create(new InetSocketAddress(InetAddress.getByName("127.0.0.1"), 0), 0);
    peer.createContext("/", this::answer);
    peer.start();
    String at = "http://127.0.0.1:" + peer.getAddress().getPort();
    scale =
        make(
            "/api/scales",
            Map.of(
                "code",
                "PEER",
                "name",
                "Peer scale",
                "siteId",
                quay,
                "address",
                at + "/scale",
                "active",
                true));
    carrier =
        make(
            "/api/carriers",
            Map.of("code", "PEER", "name", "Peer carrier", "address", at + "/api", "active", true));
  }

  private static void until(BooleanSupplier done) {
    for (int tries = 0; !done.getAsBoolean(); tries++) {
      assertThat(tries).as("tries").isLessThan(300);
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(100));
    }
  }

  private long make(String path, Map<String, Object> entry) {
    return clerk.post(path, entry).ok().path("id").asLong();
  }

  @BeforeEach
  void asUsual() {
    says.clear();
    heard.clear();
    says.put("GET /scale", "200 {\"kilograms\": 12.345, \"steady\": true}");
    says.put(
        "GET /api/services",
        "200 [{\"code\": \"TIDE\", \"name\": \"With the tide\", \"maxKilograms\": 25}]");
    says.put("POST /api/consignments", "201 {\"tracking\": \"PC-77\"}");
    clerk.get("/api/carriers/" + carrier + "/condition").ok();
    heard.clear();
  }

  @AfterAll
  void booksAddUp() {
    peer.stop(0);
    goods.booksAddUp();
  }

  private void answer(HttpExchange exchange) throws IOException {
    try (exchange) {
      String asked = exchange.getRequestMethod() + " " + exchange.getRequestURI().getPath();
      String body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
      String query = exchange.getRequestURI().getRawQuery();
      String key = exchange.getRequestHeaders().getFirst("Idempotency-Key");
      heard.add(asked + (query == null ? "" : "?" + query) + " " + key + " " + body);
      String said = says.getOrDefault(asked, "404 {}");
      byte[] json = said.substring(4).getBytes(StandardCharsets.UTF_8);
      exchange.sendResponseHeaders(Integer.parseInt(said.substring(0, 3)), json.length);
      exchange.getResponseBody().write(json);
    }
  }

  /** An order that is picked and stands on one unit load. */
  private JsonNode packed() {
    JsonNode order = leaving.order("TERN", Leaving.line("FLR", "4"));
    long id = order.path("id").asLong();
    leaving.act(id, "picking", Map.of()).ok();
    return leaving.act(id, "packing", Map.of()).ok();
  }

  private Client.Answer parcel(JsonNode order, String what, Map<String, Object> entry) {
    long load = order.path("parcels").get(0).path("load").asLong();
    return clerk.post(
        "/api/outbound/" + order.path("id").asLong() + "/parcels/" + load + "/" + what, entry);
  }

  private Client.Answer carry(JsonNode order) {
    return parcel(order, "carriage", Map.of("carrier", carrier, "service", "TIDE"));
  }

  @Test
  void theScaleOfTheSiteSaysWhatAParcelWeighs() {
    JsonNode order = packed();
    JsonNode weighed = parcel(order, "weight", Map.of()).ok().path("parcels").get(0);
    assertThat(weighed.path("weight").asDouble()).isEqualTo(12.345);
    assertThat(weighed.path("weighed").asBoolean()).isTrue();
    assertThat(heard.get(0)).contains("?load=" + weighed.path("code").asString());
  }

  @Test
  void aScaleThatIsNotAtRestOrAwayWeighsNothing() {
    JsonNode order = packed();
    says.put("GET /scale", "200 {\"kilograms\": 3, \"steady\": false}");
    Client.Answer moving = parcel(order, "weight", Map.of("scale", scale));
    assertThat(moving.problem()).isEqualTo("scale-silent");
    assertThat(moving.detail()).contains("Peer scale is not at rest");
    says.put("GET /scale", "200 {\"kilograms\": 0}");
    assertThat(parcel(order, "weight", Map.of()).problem()).isEqualTo("scale-empty");
    says.put("GET /scale", "200 {\"kilograms\": -2}");
    assertThat(parcel(order, "weight", Map.of()).detail()).contains("set it to zero");
    says.put("GET /scale", "200 kilograms");
    assertThat(parcel(order, "weight", Map.of()).detail()).contains("does not answer with JSON");
    says.put("GET /scale", "500 {}");
    assertThat(parcel(order, "weight", Map.of()).detail()).contains("answers 500");
    JsonNode reading = clerk.get("/api/scales/" + scale + "/reading").ok();
    assertThat(reading.path("said").asString()).contains("answers 500");
    // What is typed needs no scale.
    assertThat(parcel(order, "weight", Map.of("weight", "2.5")).status()).isEqualTo(200);
  }

  @Test
  void theCarrierTakesAParcelOnOnceAndGivesItANumber() {
    JsonNode order = packed();
    assertThat(carry(order).problem()).isEqualTo("no-weight");
    parcel(order, "weight", Map.of()).ok();
    JsonNode carried = carry(order).ok().path("parcels").get(0);
    assertThat(carried.path("service").asString()).isEqualTo("With the tide");
    assertThat(carried.path("tracking").asString()).isEqualTo("PC-77");
    String asked =
        heard.stream()
            .filter(one -> one.startsWith("POST /api/consignments"))
            .findFirst()
            .orElseThrow();
    assertThat(asked)
        .contains("\"service\":\"TIDE\"")
        .contains("\"kilograms\":12.345")
        .contains("\"reference\":\"" + order.path("number").asString())
        .contains("\"unitLoad\":\"" + carried.path("code").asString())
        .contains("\"receiver\":{")
        .doesNotContain(" null {");
  }

  @Test
  void whatACarrierRefusesIsSaidInItsWords() {
    JsonNode order = packed();
    parcel(order, "weight", Map.of("weight", "26")).ok();
    assertThat(carry(order).problem()).isEqualTo("too-heavy");
    parcel(order, "weight", Map.of("weight", "2")).ok();
    says.put("POST /api/consignments", "422 {\"detail\": \"That town is not served.\"}");
    Client.Answer refused = carry(order);
    assertThat(refused.problem()).isEqualTo("carrier-refused");
    assertThat(refused.detail()).isEqualTo("Peer carrier says: That town is not served.");
    says.put("POST /api/consignments", "201 {}");
    assertThat(carry(order).detail()).contains("did not take it on");
  }

  @Test
  void whatIsPackedOtherwiseIsWithdrawnFromTheCarrierUntilItHasHeard() {
    JsonNode order = packed();
    parcel(order, "weight", Map.of()).ok();
    carry(order).ok();
    says.put("DELETE /api/consignments/PC-77", "503 {}");
    JsonNode again = parcel(order, "weight", Map.of("weight", "3")).ok().path("parcels").get(0);
    assertThat(again.path("tracking").asString()).isEmpty();
    until(() -> heard.stream().anyMatch(one -> one.startsWith("DELETE")));
    says.put("DELETE /api/consignments/PC-77", "200 {}");
  }

  @Test
  void aCarrierThatIsAwayKeepsWhatItOfferedLast() {
    String offers = clerk.get("/api/carrier-services").ok().toString();
    assertThat(offers).contains("With the tide").contains("Economy");
    says.put("GET /api/services", "500 {}");
    JsonNode condition = clerk.get("/api/carriers/" + carrier + "/condition").ok();
    assertThat(condition.path("said").asString()).contains("does not say what it offers (500)");
    assertThat(condition.path("services")).hasSize(1);
    says.put("GET /api/services", "200 [{\"code\": \"X\", \"maxKilograms\": \"many\"}]");
    assertThat(clerk.get("/api/carriers/" + carrier + "/condition").ok().path("said").asString())
        .contains("can't be read");
    assertThat(clerk.get("/api/carrier-services").ok().toString()).contains("With the tide");
  }

  @Test
  void thePracticeScaleAndCarrierAreAskedInTheSameWay() {
    Map<String, Object> away = new HashMap<>();
    away.put("code", "PEER");
    away.put("name", "Peer scale");
    away.put("siteId", quay);
    away.put("address", "http://127.0.0.1:" + peer.getAddress().getPort() + "/scale");
    away.put("active", false);
    away.put(
        "version",
        clerk
            .get("/api/scales")
            .ok()
            .valueStream()
            .filter(one -> one.path("id").asLong() == scale)
            .findFirst()
            .orElseThrow()
            .path("version")
            .asInt());
    clerk.put("/api/scales/" + scale, away).ok();
    JsonNode order = packed();
    JsonNode weighed = parcel(order, "weight", Map.of()).ok().path("parcels").get(0);
    assertThat(weighed.path("weight").asDouble()).isEqualTo(1.2);
    JsonNode economy =
        clerk
            .get("/api/carrier-services")
            .ok()
            .valueStream()
            .filter(one -> one.path("service").asString().equals("ECONOMY"))
            .findFirst()
            .orElseThrow();
    JsonNode carried =
        parcel(
                order,
                "carriage",
                Map.of("carrier", economy.path("carrierId").asLong(), "service", "ECONOMY"))
            .ok();
    assertThat(carried.path("parcels").get(0).path("tracking").asString()).startsWith("TC2");
    assertThat(heard.stream().noneMatch(one -> one.contains("/scale"))).isTrue();
    away.put("active", true);
    away.put("version", (int) away.get("version") + 1);
    clerk.put("/api/scales/" + scale, away).ok();
  }

  @Test
  void anAddressIsOneOfHttp() {
    for (String wrong :
        List.of("ftp://x/y", "scale", "http://a:b@c/d", "http://x/y?z=1", "http://")) {
      Client.Answer answer =
          clerk.post(
              "/api/scales", Map.of("code", "X", "name", "X", "address", wrong, "active", true));
      assertThat(answer.status()).as(wrong).isEqualTo(400);
      assertThat(answer.detail()).contains("Expected an address such as");
    }
  }
}
