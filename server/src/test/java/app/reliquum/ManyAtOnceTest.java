package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Many people at the same goods: whatever they do, the book stays a book. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ManyAtOnceTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final String[] BINS = {"A-01-A", "A-01-B", "B-01", "HOLD-1", "DOCK-1"};

  private Client controller;
  private Goods goods;
  private long site;
  private long plain;
  private long byLot;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    site = goods.site("KQ");
    plain = goods.item("PLAIN", "Plain", "NONE");
    byLot = goods.item("LOTS", "By lot", "LOT");
    goods.opening("PLAIN", null, null, "KQ.A-01-A", "60");
    goods.opening("LOTS", "L1", null, "KQ.A-01-A", "30");
    goods.opening("LOTS", "L2", null, "KQ.B-01", "30");
  }

  @Test
  void anythingAtOnceLeavesARightBook() throws Exception {
    AtomicInteger in = new AtomicInteger();
    AtomicInteger out = new AtomicInteger();
    List<Callable<Void>> workers = new ArrayList<>();
    for (int worker = 0; worker < 10; worker++) {
      Random random = new Random(worker);
      workers.add(
          () -> {
            for (int i = 0; i < 40; i++) {
              doSomething(random, in, out);
            }
            return null;
          });
    }
    atOnce(workers);
    assertThat(goods.onHand(plain, "")).isEqualTo("" + (60 + in.get() - out.get()));
    assertThat(goods.onHand(byLot, "")).isEqualTo("60");
    JsonNode check = goods.checkedBooks();
    assertThat(check.path("differences").asInt()).isZero();
    assertThat(
            controller
                .get("/api/on-hand?group=ITEM&site=" + site + "&item=" + plain)
                .ok()
                .path("rows")
                .get(0)
                .path("onHand")
                .asString())
        .isEqualTo("" + (60 + in.get() - out.get()));
  }

  private void doSomething(Random random, AtomicInteger in, AtomicInteger out) {
    String from = "KQ." + BINS[random.nextInt(BINS.length)];
    String to = "KQ." + BINS[random.nextInt(BINS.length)];
    int quantity = 1 + random.nextInt(6);
    Client.Answer answer =
        switch (random.nextInt(4)) {
          case 0 -> counted(in, quantity, "FROM_SUPPLIER", to);
          case 1 -> counted(out, quantity, "TO_CUSTOMER", from);
          case 2 ->
              controller.post("/api/moves", Goods.move("PLAIN", null, from, to, "" + quantity));
          default ->
              controller.post(
                  "/api/moves",
                  Goods.move("LOTS", "L" + (1 + random.nextInt(2)), from, to, "" + quantity));
        };
    assertThat(answer.status()).as(answer.text()).isIn(201, 422);
  }

  private Client.Answer counted(AtomicInteger sum, int quantity, String direction, String place) {
    Client.Answer answer =
        goods.post(direction, List.of(Goods.line("PLAIN", null, null, place, "" + quantity)));
    if (answer.status() == 201) {
      sum.addAndGet(quantity);
    }
    return answer;
  }

  @Test
  void ofTenWhoTakeAPostingBackOneSucceeds() throws Exception {
    long item = goods.item("BACK", "Taken back", "NONE");
    long posting =
        goods
            .post("OPENING", List.of(Goods.line("BACK", null, null, "KQ.B-02", "9")))
            .ok()
            .path("posting")
            .asLong();
    List<Callable<Client.Answer>> takers = new ArrayList<>();
    for (int i = 0; i < 10; i++) {
      takers.add(
          () ->
              controller.post(
                  "/api/postings/" + posting + "/reversal", Map.of("reason", "mistake")));
    }
    List<Client.Answer> answers = atOnce(takers);
    assertThat(answers.stream().filter(answer -> answer.status() == 201)).hasSize(1);
    assertThat(answers.stream().filter(answer -> answer.status() != 201))
        .allMatch(answer -> answer.problem().equals("reversed-already"));
    assertThat(goods.onHand(item, "")).isEqualTo("0");
  }

  @Test
  void twoDevicesOfOnePersonFillOneSentence() throws Exception {
    Map<String, Object> entry = Goods.itemEntry("DUO", "Duo", "NONE");
    String piece = "210000000003" + app.reliquum.core.scan.Gtin.checkDigit("210000000003");
    entry.put("barcodes", List.of(piece));
    goods.item(entry);
    goods.opening("DUO", null, null, "KQ.B-03", "500");
    Client hand = HOUSE.hire("DUOHAND", Role.FLOOR_HAND, site);
    hand.post("/api/floor/MOVE/scan", Map.of("site", site, "text", "B-03")).ok();
    List<Callable<Client.Answer>> scans = new ArrayList<>();
    for (int device = 0; device < 4; device++) {
      Client one = HOUSE.nobody().signIn("DUOHAND", RunningHouse.PASSWORD);
      for (int i = 0; i < 10; i++) {
        scans.add(() -> one.post("/api/floor/MOVE/scan", Map.of("site", site, "text", piece)));
      }
    }
    assertThat(atOnce(scans)).allMatch(answer -> answer.status() == 200);
    JsonNode view = hand.get("/api/floor/MOVE?site=" + site).ok();
    assertThat(view.path("quantity").path("value").asString()).isEqualTo("40");
  }

  @Test
  void ofManyWhoConfirmOneSentenceItIsDoneOnce() throws Exception {
    long item = goods.item("ONCE", "Once", "NONE");
    goods.opening("ONCE", null, null, "KQ.B-04", "8");
    Client hand = HOUSE.hire("ONCEHAND", Role.FLOOR_HAND, site);
    for (String text : List.of("B-04", "3", "B-05")) {
      hand.post("/api/floor/MOVE/scan", Map.of("site", site, "text", text)).ok();
    }
    List<Callable<Client.Answer>> confirms = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      confirms.add(
          () -> hand.post("/api/floor/MOVE/act", Map.of("site", site, "action", "CONFIRM")));
    }
    List<String> outcomes =
        atOnce(confirms).stream().map(one -> one.ok().path("outcome").asString()).toList();
    assertThat(outcomes.stream().filter("DONE"::equals)).hasSize(1);
    assertThat(goods.onHand(item, "&place=" + goods.bin(site, "B-05"))).isEqualTo("3");
  }

  @Test
  void twoWhoMakeTheSameRackMakeItOnce() throws Exception {
    long area = controller.get("/api/sites").ok().get(0).path("areas").get(0).path("id").asLong();
    Map<String, Object> rack =
        Map.of(
            "areaId",
            area,
            "pattern",
            "TW-[01..40]",
            "walkFrom",
            0,
            "walkStep",
            1,
            "levels",
            1,
            "traits",
            Map.of("mixing", "ANYTHING", "storageClass", ""));
    List<Callable<Client.Answer>> makers =
        List.of(
            () -> controller.post("/api/racks", rack), () -> controller.post("/api/racks", rack));
    List<Client.Answer> answers = atOnce(makers);
    assertThat(answers.stream().map(Client.Answer::status)).containsExactlyInAnyOrder(201, 409);
    assertThat(controller.get("/api/sites/" + site + "/bins?q=TW-").ok().path("total").asInt())
        .isEqualTo(40);
  }

  private static <T> List<T> atOnce(List<Callable<T>> work) throws Exception {
    ExecutorService pool = Executors.newFixedThreadPool(10);
    try {
      List<T> results = new ArrayList<>();
      for (Future<T> future : pool.invokeAll(work)) {
        results.add(future.get());
      }
      return results;
    } finally {
      pool.shutdown();
    }
  }
}
