package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.ApiShapes.Extent;
import app.reliquum.ApiShapes.Operation;
import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.net.URLEncoder;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Whatever is thrown at it, the server answers with a problem document, never with a fault of its
 * own. So many requests as {@code -Dreliquum.fuzz} says, by the seed {@code -Dreliquum.seed}.
 */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class FuzzTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final JsonNodeFactory JSON = JsonNodeFactory.instance;
  private static final int REQUESTS = Integer.getInteger("reliquum.fuzz", 2_000);
  private static final long SEED = Long.getLong("reliquum.seed", 20_261_127);

  /** What people and programs get wrong. */
  private static final List<String> ODD =
      List.of(
          "",
          " ",
          "null",
          "0",
          "-1",
          "1",
          "2.9",
          "1e1000000",
          "1,000",
          "9223372036854775808",
          "99999999999999999999999999",
          "0x10",
          "NaN",
          "\u0661\u0662",
          "\uff15",
          "2026-02-30",
          "0000-00-00",
          "9999-12-31",
          "+999999999-12-31",
          "2026-03-31T12:00:00Z",
          "+1000000000-12-31T23:59:59Z",
          "-1000-01-01T00:00:00Z",
          "\u0000",
          "a\u0000b",
          "\ufffe",
          "\ud800",
          "\u202e",
          "%",
          "_",
          "\\\\",
          "'",
          "\"",
          "<b>",
          "../..",
          "{}",
          "[]",
          "KQ.B-01",
          "RB.KQ.B-01",
          "RA.CONFIRM",
          "SHK",
          "(01)04012345000009(10)A",
          "]C10104012345000001",
          "\u001d",
          "https://example.org/01/04012345000009",
          "x".repeat(500),
          "9".repeat(400));

  private final Random random = new Random(SEED);
  private Client who;
  private ApiShapes shapes;

  @BeforeAll
  void furnish() {
    who = HOUSE.hire("ADM", Role.ADMINISTRATOR);
    Goods goods = new Goods(who);
    goods.site("KQ");
    goods.item("SHK", "Shackle", "NONE");
    goods.item("FLR", "Flare", "LOT");
    goods.opening("SHK", null, null, "KQ.B-01", "100");
    goods.opening("FLR", "L1", null, "KQ.B-02", "100");
    shapes = new ApiShapes(who.get("/api/openapi.json").ok());
  }

  @Test
  void nothingMakesItFail() {
    List<Operation> operations =
        shapes.operations().stream()
            // Signing in is slowed down by what fails; signing out ends the test; a stream stays.
            .filter(one -> !one.path().startsWith("/api/session"))
            .filter(one -> !one.path().equals("/api/live"))
            .toList();
    List<String> failed = new ArrayList<>();
    for (int i = 0; i < REQUESTS; i++) {
      Operation operation = operations.get(random.nextInt(operations.size()));
      String address = address(operation);
      byte[] body = body(operation);
      HttpRequest.Builder request =
          who.request(address)
              .header("Idempotency-Key", key())
              .setHeader("Content-Type", media(operation));
      Client.Answer answer =
          who.send(
              operation.method().equals("GET")
                  ? request.GET()
                  : request.method(operation.method(), BodyPublishers.ofByteArray(body)));
      String type = answer.whole().headers().firstValue("Content-Type").orElse("");
      boolean html = type.contains("html");
      boolean told = answer.status() < 400 || type.contains("problem+json");
      if (answer.status() >= 500 || html || !told) {
        failed.add(
            "%s %s %s%n  -> %d %s %s"
                .formatted(
                    operation.method(),
                    address,
                    brief(new String(body, StandardCharsets.ISO_8859_1)),
                    answer.status(),
                    type,
                    brief(answer.text())));
      }
    }
    assertThat(failed).as("of %d requests with the seed %d", REQUESTS, SEED).isEmpty();
  }

  private static String brief(String text) {
    return text.length() < 700 ? text : text.substring(0, 700) + "\u2026";
  }

  private String key() {
    return random.nextInt(30) == 0 ? odd().replaceAll("[^ -~]", "?") : UUID.randomUUID().toString();
  }

  private String media(Operation operation) {
    return operation.media() == null || random.nextInt(40) == 0
        ? "application/json"
        : operation.media();
  }

  private String odd() {
    return ODD.get(random.nextInt(ODD.size()));
  }

  private String address(Operation operation) {
    String address =
        shapes.address(
            operation,
            parameter -> {
              String text =
                  random.nextInt(4) == 0
                      ? odd()
                      : parameter.path("in").asString().equals("path") && random.nextBoolean()
                          ? String.valueOf(1 + random.nextInt(4))
                          : shapes.plain(parameter);
              return URLEncoder.encode(safe(text), StandardCharsets.UTF_8).replace("+", "%20");
            });
    StringBuilder more = new StringBuilder(address);
    for (JsonNode parameter : operation.parameters()) {
      boolean optional =
          parameter.path("in").asString().equals("query")
              && !parameter.path("required").asBoolean(false);
      if (optional && random.nextInt(3) == 0) {
        String text = random.nextInt(2) == 0 ? odd() : shapes.plain(parameter);
        more.append(more.indexOf("?") < 0 ? '?' : '&')
            .append(parameter.path("name").asString())
            .append('=')
            .append(URLEncoder.encode(safe(text), StandardCharsets.UTF_8));
      }
    }
    if (random.nextInt(200) == 0) {
      more.append(more.indexOf("?") < 0 ? '?' : '&').append("q=").append("y".repeat(20_000));
    }
    return more.toString();
  }

  /** An address can't hold half a character, or nothing between two strokes. */
  private static String safe(String text) {
    String whole = text.replace("\ud800", "?");
    return whole.isEmpty() ? " " : whole;
  }

  private byte[] body(Operation operation) {
    if (operation.media() == null || operation.body() == null || random.nextInt(12) == 0) {
      byte[] bytes = new byte[random.nextInt(200)];
      random.nextBytes(bytes);
      return random.nextInt(4) == 0
          ? ("PK" + new String(bytes, StandardCharsets.ISO_8859_1))
              .getBytes(StandardCharsets.ISO_8859_1)
          : bytes;
    }
    JsonNode body =
        shapes.body(operation.body(), random.nextBoolean() ? Extent.MINIMAL : Extent.MAXIMAL);
    for (int changes = random.nextInt(4); changes > 0; changes--) {
      body = changed(body);
    }
    String text = body.toString();
    if (random.nextInt(30) == 0 && text.length() > 2) {
      text = text.substring(0, 1 + random.nextInt(text.length() - 1));
    }
    return text.getBytes(StandardCharsets.UTF_8);
  }

  /** The same with one thing in it that is something else. */
  private JsonNode changed(JsonNode body) {
    if (body instanceof ObjectNode object && !object.isEmpty() && random.nextInt(10) > 0) {
      List<Map.Entry<String, JsonNode>> members = List.copyOf(object.properties());
      Map.Entry<String, JsonNode> one = members.get(random.nextInt(members.size()));
      object.set(one.getKey(), changed(one.getValue()));
      return object;
    }
    if (body instanceof ArrayNode array && !array.isEmpty() && random.nextInt(6) > 0) {
      int at = random.nextInt(array.size());
      array.set(at, changed(array.get(at)));
      return array;
    }
    return switch (random.nextInt(9)) {
      case 0 -> JSON.nullNode();
      case 1 -> JSON.arrayNode().add(JSON.nullNode());
      case 2 -> JSON.objectNode().put("x", 1);
      case 3 -> JSON.numberNode(random.nextInt(5) - 1);
      case 4 -> JSON.numberNode(new java.math.BigDecimal("2.9"));
      case 5 -> JSON.numberNode(random.nextBoolean() ? Long.MAX_VALUE : Integer.MAX_VALUE);
      case 6 -> JSON.numberNode(new java.math.BigDecimal("1e1000000"));
      default -> JSON.stringNode(odd());
    };
  }
}
