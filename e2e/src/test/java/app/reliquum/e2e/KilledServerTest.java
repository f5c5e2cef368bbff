package app.reliquum.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.testing.Client;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.UUID;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** The server dies in the middle of work, and nothing is half done or done twice. */
class KilledServerTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private static final int CLIENTS = 6;

  private record Asked(UUID command, Map<String, Object> move) {}

  @Test
  void everyRequestIsDoneOnceThoughTheServerWasKilled() throws Exception {
    Client clerk = HOUSE.signIn("oddny");
    JsonNode stock =
        clerk
            .get("/api/on-hand?group=POSITION&site=1&sort=ON_HAND&descending=true&q=SHK")
            .ok()
            .path("rows")
            .get(0);
    String item = stock.path("item").asString();
    long itemId = stock.path("itemId").asLong();
    int before = Integer.parseInt(stock.path("onHand").asString());
    assertThat(before).isGreaterThan(40);
    String from = "KQ." + stock.path("place").asString();

    Queue<Asked> unanswered = new ConcurrentLinkedQueue<>();
    List<Asked> all = Collections.synchronizedList(new ArrayList<>());
    AtomicInteger answered = new AtomicInteger();
    ExecutorService pool = Executors.newFixedThreadPool(CLIENTS);
    List<Future<?>> running = new ArrayList<>();
    for (int i = 0; i < CLIENTS; i++) {
      running.add(
          pool.submit(
              () -> {
                while (true) {
                  Asked asked =
                      new Asked(
                          UUID.randomUUID(),
                          Map.of("item", item, "from", from, "to", "KQ.PACK-2", "quantity", "1"));
                  if (all.size() >= before) {
                    return;
                  }
                  all.add(asked);
                  unanswered.add(asked);
                  try {
                    clerk.post("/api/moves", asked.move(), asked.command());
                    unanswered.remove(asked);
                    answered.incrementAndGet();
                  } catch (UncheckedIOException dead) {
                    return;
                  }
                }
              }));
    }
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(30);
    while (answered.get() < 20 && System.nanoTime() < end) {
      LockSupport.parkNanos(100_000);
    }
    HOUSE.kill();
    for (Future<?> one : running) {
      one.get(30, TimeUnit.SECONDS);
    }
    pool.shutdown();
    HOUSE.start();

    Client again = HOUSE.signIn("oddny");
    for (Asked asked : unanswered) {
      assertThat(again.post("/api/moves", asked.move(), asked.command()).status()).isEqualTo(201);
    }
    // And a second time, as a client would whose first repeat also got lost.
    for (Asked asked : unanswered) {
      assertThat(again.post("/api/moves", asked.move(), asked.command()).status()).isEqualTo(201);
    }
    JsonNode moved =
        again.get("/api/on-hand?group=POSITION&item=" + itemId + "&q=PACK-2").ok().path("rows");
    assertThat(moved.get(0).path("onHand").asString()).isEqualTo("" + all.size());
    check(again);
  }

  /**
   * Without being loaded again: first because it is told, then because it says what it had heard.
   */
  @Test
  void aPageThatWasCutOffShowsWhatItHasMissed() {
    Page page = BROWSER.office(HOUSE.address(), "oddny");
    page.navigate(HOUSE.address().resolve("/office/running-low/requisitions").toString());
    page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Requisitions")).waitFor();
    page.getByText(requisition("1")).first().waitFor();
    HOUSE.kill();
    HOUSE.start();
    page.getByText(requisition("2")).first().waitFor();
  }

  /** Someone else asks for something: the number that it gets. */
  private static String requisition(String quantity) {
    return HOUSE
        .signIn("maren")
        .post(
            "/api/requisitions",
            Map.of("site", 1, "lines", List.of(Map.of("item", "SHK-020", "packs", quantity))))
        .ok()
        .path("number")
        .asString();
  }

  /** One thing said to the receiving desk, and the command it was said under. */
  private record Said(String door, Map<String, Object> body, UUID command) {

    static Said scan(String text) {
      return new Said(
          "/api/floor/RECEIVE/scan", Map.of("site", 1, "text", text), UUID.randomUUID());
    }

    static Said confirm() {
      return new Said(
          "/api/floor/RECEIVE/act", Map.of("site", 1, "action", "CONFIRM"), UUID.randomUUID());
    }

    JsonNode to(Client hand) {
      return hand.post(door, body, command).ok();
    }
  }

  @Test
  void aReceiptThatTheServerDiedInIsOnTheBookOnce() throws Exception {
    long order =
        HOUSE
            .signIn("maren")
            .post(
                "/api/inbound",
                Map.of(
                    "number",
                    "E2E-KILLED",
                    "supplier",
                    "SKERRY",
                    "site",
                    1,
                    "expected",
                    LocalDate.now().toString(),
                    "note",
                    "",
                    "lines",
                    List.of(Map.of("item", "SHK-020", "packs", "5000", "pack", "", "price", 1))))
            .ok()
            .path("id")
            .asLong();
    Client hand = HOUSE.signIn("tavi");
    hand.post("/api/floor/RECEIVE/act", Map.of("site", 1, "action", "CLEAR")).ok();
    hand.post("/api/floor/RECEIVE/document", Map.of("site", 1, "document", order)).ok();
    AtomicInteger received = new AtomicInteger();
    Thread killer = new Thread(() -> killAfter(received, 8));
    killer.start();
    Said unanswered = receiveUntilNobodyAnswers(hand, received);
    killer.join();
    HOUSE.start();

    Client again = HOUSE.signIn("tavi");
    JsonNode first = unanswered.to(again);
    assertThat(unanswered.to(again)).isEqualTo(first);
    if (done(first)) {
      received.incrementAndGet();
    }
    JsonNode line = again.get("/api/inbound/" + order).ok().path("lines").get(0);
    assertThat(line.path("received").asString()).isEqualTo(received.toString());
    JsonNode now = again.get("/api/floor/RECEIVE?site=1").ok();
    assertThat(now.path("receiving").path("order").path("number").asString())
        .isEqualTo("E2E-KILLED");
    check(HOUSE.signIn("oddny"));
  }

  private static void killAfter(AtomicInteger count, int enough) {
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(60);
    while (count.get() < enough && System.nanoTime() < end) {
      LockSupport.parkNanos(100_000);
    }
    HOUSE.kill();
  }

  /** Receives single pieces, one after another, and tells what was said last. */
  private static Said receiveUntilNobodyAnswers(Client hand, AtomicInteger received) {
    Said said = Said.scan("RI.SHK-020");
    try {
      while (true) {
        said = Said.scan("RI.SHK-020");
        said.to(hand);
        said = Said.scan("1");
        said.to(hand);
        for (int i = 0; i < 3; i++) {
          said = Said.confirm();
          if (done(said.to(hand))) {
            received.incrementAndGet();
            break;
          }
        }
      }
    } catch (UncheckedIOException dead) {
      return said;
    }
  }

  private static boolean done(JsonNode view) {
    return view.path("outcome").asString().equals("DONE");
  }

  private static void check(Client clerk) {
    long id = clerk.post("/api/book-checks", Map.of()).ok().path("id").asLong();
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(60);
    JsonNode check = null;
    while (check == null && System.nanoTime() < end) {
      for (JsonNode one : clerk.get("/api/book-checks").ok()) {
        if (one.path("id").asLong() == id && !one.path("finished").isNull()) {
          check = one;
        }
      }
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(100));
    }
    assertThat(check).isNotNull();
    assertThat(check.path("differences").asInt()).isZero();
  }
}
