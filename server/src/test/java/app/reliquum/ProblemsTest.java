package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every error is a problem document; and what happens is told to whoever listens. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ProblemsTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Goods goods;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    goods.site("KQ");
    goods.item("SHK", "Shackle", "NONE");
    goods.opening("SHK", null, null, "KQ.A-01-A", "100");
  }

  @ParameterizedTest
  @CsvSource({
    "/api/nowhere, 404",
    "/api/items/999999, 404",
    "/api/items/abc, 400",
    "/api/bins/999999, 404",
    "/api/on-hand?group=NOTHING, 400",
    "/api/on-hand?site=here, 400",
    "/api/on-hand?at=yesterday, 400",
    "/api/ledger?kind=THEFT, 400",
    "/api/ask, 400",
    "/api/export/on-hand?format=PDF&columns=item, 400",
    "/api/floor/MOVE?site=999, 404"
  })
  void aBadQuestionIsAnsweredByAProblem(String path, int status) {
    Client.Answer answer = controller.get(path);
    assertThat(answer.status()).isEqualTo(status);
    assertThat(answer.whole().headers().firstValue("Content-Type").orElse(""))
        .startsWith("application/problem+json");
    assertThat(answer.body().path("type").asString()).startsWith("urn:reliquum:problem:");
    assertThat(answer.detail()).isNotBlank();
    assertThat(answer.text()).doesNotContain("Exception", "org.springframework");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "/api/items/abc | id is a whole number, not 'abc'.",
        "/api/on-hand?at=yesterday | at is a moment such as 2026-03-31T12:00:00Z, from 1900 to 2200, not 'yesterday'.",
        "/api/on-hand?group=NOTHING | group is one of POSITION, ITEM, ",
        "/api/on-hand?site=here | site is a whole number, not 'here'.",
        "/api/on-hand?condition=FINE | condition is one of GOOD, ON_HOLD, REJECTED, not 'FINE'.",
        "/api/ledger?kind=NOTHING | kind is one of MOVE, OPENING, ",
        "/api/export/ledger?format=CSV&columns=kind&posting=1x | posting is a whole number, not '1x'."
      })
  void whatIsAskedWronglyIsToldWithWhatWasExpected(String path, String told) {
    assertThat(controller.get(path).detail()).startsWith(told.strip());
  }

  @Test
  void aRequestThatIsTooLargeIsNotRead() throws IOException {
    assertThat(statusOf("Content-Length: 13000000")).contains(" 413");
    assertThat(statusOf("Transfer-Encoding: chunked")).contains(" 411");
  }

  /** The answer to a request of which only the head is sent. */
  private static String statusOf(String header) throws IOException {
    URI house = HOUSE.address();
    try (Socket socket = new Socket("localhost", house.getPort())) {
      String head = "POST /api/moves HTTP/1.1\r\nHost: localhost\r\n" + header + "\r\n\r\n";
      socket.getOutputStream().write(head.getBytes(StandardCharsets.US_ASCII));
      return new BufferedReader(
              new InputStreamReader(socket.getInputStream(), StandardCharsets.US_ASCII))
          .readLine();
    }
  }

  @Test
  void soIsABadWrite() {
    Client.Answer wrongMethod = controller.put("/api/moves", Map.of());
    assertThat(wrongMethod.status()).isEqualTo(405);
    assertThat(wrongMethod.problem()).isEqualTo("http-405");
    Client.Answer wrongType =
        controller.send(
            controller
                .request("/api/moves")
                .setHeader("Content-Type", "text/plain")
                .header("Idempotency-Key", UUID.randomUUID().toString())
                .POST(BodyPublishers.ofString("move it")));
    assertThat(wrongType.status()).isEqualTo(415);
    Client.Answer nothing = controller.post("/api/moves", Map.of());
    assertThat(nothing.status()).isEqualTo(400);
    assertThat(nothing.body().path("fields")).isNotEmpty();
    assertThat(controller.post("/api/postings", Map.of("direction", "OPENING")).status())
        .isEqualTo(400);
    assertThat(controller.post("/api/postings/999999/reversal", Map.of("reason", "x")).status())
        .isEqualTo(404);
    assertThat(goods.post("SIDEWAYS", List.of()).status()).isEqualTo(400);
  }

  @Test
  void aMomentInTheFutureIsRefused() {
    Map<String, Object> move = Goods.move("SHK", null, "KQ.A-01-A", "KQ.A-01-B", "1");
    move.put("effective", "2199-01-01T00:00:00Z");
    Client.Answer answer = controller.post("/api/moves", move);
    assertThat(answer.status()).isEqualTo(400);
    assertThat(answer.detail()).contains("future");
  }

  @Test
  void whoListensHearsThatStockHasMoved() throws Exception {
    HttpRequest listen =
        controller
            .request("/api/live")
            .header("Cookie", "reliquum=" + controller.cookie("reliquum"))
            .GET()
            .build();
    var response = HttpClient.newHttpClient().send(listen, BodyHandlers.ofInputStream());
    assertThat(response.statusCode()).isEqualTo(200);
    try (BufferedReader lines =
        new BufferedReader(new InputStreamReader(response.body(), "UTF-8"))) {
      controller.post("/api/moves", Goods.move("SHK", null, "KQ.A-01-A", "KQ.A-01-C", "1")).ok();
      CompletableFuture<Boolean> heard =
          CompletableFuture.supplyAsync(() -> lines.lines().anyMatch("data:stock"::equals));
      assertThat(heard.get(10, TimeUnit.SECONDS)).isTrue();
    }
  }

  @Test
  void thePagesOfTheWebApplicationAreServedForItsAddresses() {
    for (String path : List.of("/", "/office/on-hand", "/floor/move", "/office/rules/items")) {
      Client.Answer page = HOUSE.nobody().get(path);
      assertThat(page.status()).as(path).isEqualTo(200);
      assertThat(page.text()).contains("<div id=\"root\">");
    }
  }

  @Test
  void openingsLeaveATrailOfWhoWhenAndWhy() {
    long posting =
        controller
            .post(
                "/api/postings",
                Map.of(
                    "direction",
                    "USED_UP",
                    "document",
                    "JOB-7",
                    "reason",
                    "workshop",
                    "lines",
                    List.of(Goods.line("SHK", null, null, "KQ.A-01-A", "2"))))
            .ok()
            .path("posting")
            .asLong();
    var row = controller.get("/api/ledger?document=JOB-7").ok().path("rows").get(0);
    assertThat(row.path("posting").asLong()).isEqualTo(posting);
    assertThat(row.path("reason").asString()).isEqualTo("workshop");
    assertThat(row.path("to").asString()).isEqualTo("Used up");
    assertThat(row.path("recorded").asString()).isEqualTo(row.path("effective").asString());
    assertThat(controller.get("/api/ledger?reason=shop").ok().path("total").asInt()).isEqualTo(1);
  }
}
