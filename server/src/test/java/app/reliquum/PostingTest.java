package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class PostingTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Goods goods;
  private long site;
  private long shackle;
  private long flare;
  private long beacon;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    site = goods.site("KQ");
    goods.site("OH");
    shackle = goods.item("SHK", "Shackle", "NONE");
    flare = goods.item("FLR", "Flare", "LOT");
    beacon = goods.item("BCN", "Beacon", "SERIAL");
    goods.item("RFT", "Raft", "LOT_AND_SERIAL");
  }

  private String at(long item, String address) {
    return goods.onHand(item, "&place=" + goods.bin(site, address));
  }

  @Test
  void aMoveChangesBothBinsAndTheLedger() {
    goods.opening("SHK", null, null, "KQ.A-01-A", "10");
    JsonNode posted =
        controller.post("/api/moves", Goods.move("SHK", null, "KQ.A-01-A", "KQ.A-01-B", "4")).ok();
    assertThat(at(shackle, "A-01-A")).isEqualTo("6");
    assertThat(at(shackle, "A-01-B")).isEqualTo("4");
    JsonNode line =
        controller
            .get("/api/ledger?posting=" + posted.path("posting").asLong())
            .ok()
            .path("rows")
            .get(0);
    assertThat(line.path("from").asString()).isEqualTo("A-01-A");
    assertThat(line.path("to").asString()).isEqualTo("A-01-B");
    assertThat(line.path("quantity").asString()).isEqualTo("4");
    assertThat(line.path("person").asString()).isEqualTo("Person CON");
    assertThat(line.path("device").asString()).isEqualTo("test");
    assertThat(line.path("kind").asString()).isEqualTo("MOVE");
  }

  @Test
  void takingTooMuchSaysWhatIsLeftAndChangesNothing() {
    goods.opening("SHK", null, null, "KQ.A-02-A", "3");
    Client.Answer answer =
        controller.post("/api/moves", Goods.move("SHK", null, "KQ.A-02-A", "KQ.A-02-B", "5"));
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.problem()).isEqualTo("not-enough");
    assertThat(answer.body().path("held").asString()).isEqualTo("3");
    assertThat(answer.body().path("asked").asString()).isEqualTo("5");
    assertThat(answer.detail()).contains("A-02-A holds 3");
    assertThat(at(shackle, "A-02-A")).isEqualTo("3");
  }

  @Test
  void aPostingOfManyLinesIsWrittenWholeOrNotAtAll() {
    Client.Answer answer =
        goods.post(
            "OPENING",
            List.of(
                Goods.line("SHK", null, null, "KQ.B-01", "5"),
                Goods.line("FLR", null, null, "KQ.B-01", "5")));
    assertThat(answer.problem()).isEqualTo("lot-missing");
    assertThat(answer.body().path("line").asInt()).isEqualTo(1);
    assertThat(at(shackle, "B-01")).isEqualTo("0");
  }

  @Test
  void aRepeatedCommandGetsTheFirstAnswerAndDoesNothing() {
    goods.opening("SHK", null, null, "KQ.A-03-A", "10");
    UUID command = UUID.randomUUID();
    Map<String, Object> move = Goods.move("SHK", null, "KQ.A-03-A", "KQ.A-03-B", "7");
    JsonNode first = controller.post("/api/moves", move, command).ok();
    JsonNode again = controller.post("/api/moves", move, command).ok();
    assertThat(again).isEqualTo(first);
    assertThat(at(shackle, "A-03-A")).isEqualTo("3");

    Client.Answer other =
        controller.post(
            "/api/moves", Goods.move("SHK", null, "KQ.A-03-A", "KQ.A-03-B", "1"), command);
    assertThat(other.status()).isEqualTo(409);
    assertThat(other.problem()).isEqualTo("command-id-reused");
    assertThat(at(shackle, "A-03-A")).isEqualTo("3");
  }

  @Test
  void aCommandIdBelongsToItsAddressToo() {
    goods.opening("SHK", null, null, "KQ.A-05-A", "10");
    UUID command = UUID.randomUUID();
    Map<String, Object> move = Goods.move("SHK", null, "KQ.A-05-A", "KQ.A-05-B", "2");
    long first = controller.post("/api/moves", move).ok().path("posting").asLong();
    long second = controller.post("/api/moves", move).ok().path("posting").asLong();
    Map<String, Object> why = Map.of("reason", "twice");
    controller.post("/api/postings/" + first + "/reversal", why, command).ok();
    Client.Answer other = controller.post("/api/postings/" + second + "/reversal", why, command);
    assertThat(other.problem()).isEqualTo("command-id-reused");
  }

  @Test
  void aCommandDoneByAnEarlierReleaseIsAnswered() throws Exception {
    goods.opening("SHK", null, null, "KQ.A-05-A", "10");
    UUID command = UUID.randomUUID();
    Map<String, Object> move = Goods.move("SHK", null, "KQ.A-05-A", "KQ.A-05-B", "7");
    JsonNode first = controller.post("/api/moves", move, command).ok();
    HOUSE.database().run("update command set fingerprint = null where id = '" + command + "'");
    assertThat(controller.post("/api/moves", move, command).ok()).isEqualTo(first);
  }

  @Test
  void theSameCommandFromManyClientsAtOnceIsDoneOnce() throws Exception {
    goods.opening("SHK", null, null, "KQ.A-04-A", "10");
    UUID command = UUID.randomUUID();
    Map<String, Object> move = Goods.move("SHK", null, "KQ.A-04-A", "KQ.A-04-B", "10");
    List<Client.Answer> answers = atOnce(8, () -> controller.post("/api/moves", move, command));
    assertThat(answers).allMatch(answer -> answer.status() == 201);
    assertThat(answers.stream().map(answer -> answer.body().path("posting").asLong()).distinct())
        .hasSize(1);
    assertThat(at(shackle, "A-04-B")).isEqualTo("10");
  }

  @Test
  void aWriteWithoutCommandIdIsRefused() {
    Client.Answer answer =
        controller.send(
            controller
                .request("/api/moves")
                .POST(java.net.http.HttpRequest.BodyPublishers.ofString("{}")));
    assertThat(answer.status()).isEqualTo(400);
    assertThat(answer.detail()).contains("Idempotency-Key");
    // Sixteen bytes of noise are not yet a UUID.
    Client.Answer noise = controller.post("/api/moves", Map.of(), new UUID(1, 2));
    assertThat(noise.status()).isEqualTo(400);
    assertThat(noise.detail()).contains("Idempotency-Key");
  }

  @Test
  void aPostingIsTakenBackOnceAndAReversalNever() {
    JsonNode posted =
        goods.post("OPENING", List.of(Goods.line("SHK", null, null, "KQ.B-02", "9"))).ok();
    String path = "/api/postings/" + posted.path("posting").asLong() + "/reversal";
    assertThat(controller.post(path, Map.of("reason", " ")).status()).isEqualTo(400);
    JsonNode back = controller.post(path, Map.of("reason", "typed twice")).ok();
    assertThat(at(shackle, "B-02")).isEqualTo("0");
    Client.Answer again = controller.post(path, Map.of("reason", "once more"));
    assertThat(again.status()).isEqualTo(409);
    assertThat(again.problem()).isEqualTo("reversed-already");
    assertThat(
            controller
                .post(
                    "/api/postings/" + back.path("posting").asLong() + "/reversal",
                    Map.of("reason", "no"))
                .problem())
        .isEqualTo("is-a-reversal");
    JsonNode line =
        controller
            .get("/api/ledger?posting=" + posted.path("posting").asLong())
            .ok()
            .path("rows")
            .get(0);
    assertThat(line.path("reversedBy").asLong()).isEqualTo(back.path("posting").asLong());
  }

  @Test
  void goodsThatHaveGoneOnCanNotBeTakenBack() {
    JsonNode posted =
        goods.post("OPENING", List.of(Goods.line("SHK", null, null, "KQ.B-03", "9"))).ok();
    controller.post("/api/moves", Goods.move("SHK", null, "KQ.B-03", "KQ.B-04", "5")).ok();
    Client.Answer answer =
        controller.post(
            "/api/postings/" + posted.path("posting").asLong() + "/reversal",
            Map.of("reason", "mistake"));
    assertThat(answer.problem()).isEqualTo("not-enough");
    assertThat(at(shackle, "B-03")).isEqualTo("4");
  }

  @Test
  void aSerialNumberIsInTheHouseOnceEvenWhenTwoBringItAtOnce() throws Exception {
    List<Client.Answer> answers =
        atOnce(
            6,
            () ->
                goods.post(
                    "FROM_SUPPLIER", List.of(Goods.line("BCN", null, "B-77", "KQ.DOCK-1", "1"))));
    assertThat(answers.stream().filter(answer -> answer.status() == 201)).hasSize(1);
    assertThat(answers.stream().filter(answer -> answer.status() != 201))
        .allMatch(answer -> answer.problem().equals("serial-in-house"));
    assertThat(goods.onHand(beacon, "")).isEqualTo("1");
    goods.post("TO_CUSTOMER", List.of(Goods.line("BCN", null, "B-77", "KQ.DOCK-1", "1"))).ok();
    goods.post("FROM_SUPPLIER", List.of(Goods.line("BCN", null, "B-77", "KQ.DOCK-2", "1"))).ok();
  }

  @Test
  void badInputSaysWhatWasExpected() {
    goods.opening("FLR", "K1", null, "KQ.B-05", "5");
    assertThat(move("SHK", null, "KQ.A-05-A", "KQ.NOWHERE", "1")).contains("no bin KQ.NOWHERE");
    assertThat(move("XYZ", null, "KQ.A-05-A", "KQ.A-05-B", "1")).contains("no item XYZ");
    assertThat(move("FLR", "K9", "KQ.B-05", "KQ.B-06", "1")).contains("no lot of FLR K9");
    assertThat(move("FLR", null, "KQ.B-05", "KQ.B-06", "1")).contains("Name the lot");
    assertThat(move("FLR", "K1", "KQ.B-05", "KQ.B-05", "1")).contains("the same");
    assertThat(move("FLR", "K1", "KQ.B-05", "KQ.B-06", "0.5")).contains("not whole");
    assertThat(move("FLR", "K1", "KQ.B-05", "KQ.B-06", "five")).contains("not a number");
    assertThat(move("FLR", "K1", "KQ.B-05", "KQ.B-06", "-1")).contains("more than zero");
    assertThat(move("FLR", "K1", "KQ.B-05", "OH.B-06", "1")).contains("stays within one site");
    assertThat(goods.onHand(flare, "")).isEqualTo("5");
    Client.Answer garbage =
        controller.send(
            controller
                .request("/api/moves")
                .header("Idempotency-Key", UUID.randomUUID().toString())
                .POST(java.net.http.HttpRequest.BodyPublishers.ofString("{not json")));
    assertThat(garbage.status()).isEqualTo(400);
    assertThat(garbage.detail()).contains("is no JSON");
  }

  private String move(String item, String lot, String from, String to, String amount) {
    Client.Answer answer = controller.post("/api/moves", Goods.move(item, lot, from, to, amount));
    assertThat(answer.status()).isBetween(400, 422);
    return answer.detail();
  }

  @Test
  void sixteenClientsWhoEmptyOnePositionLeaveExactlyZero() throws Exception {
    goods.opening("SHK", null, null, "KQ.A-06-A", "200");
    List<Client.Answer> answers = new ArrayList<>();
    atOnce(
        16,
        () -> {
          Client.Answer answer;
          do {
            answer =
                controller.post(
                    "/api/moves", Goods.move("SHK", null, "KQ.A-06-A", "KQ.A-06-B", "3"));
            synchronized (answers) {
              answers.add(answer);
            }
          } while (answer.status() == 201
              || !answer.body().path("held").asString("").equals("0") && takeRest(answer));
          return answer;
        });
    assertThat(answers)
        .allMatch(answer -> answer.status() == 201 || answer.problem().equals("not-enough"));
    assertThat(answers.stream().filter(answer -> answer.status() != 201))
        .isNotEmpty()
        .allMatch(answer -> !answer.body().path("held").isMissingNode());
    assertThat(at(shackle, "A-06-A")).isEqualTo("0");
    assertThat(at(shackle, "A-06-B")).isEqualTo("200");
  }

  /** Asks for just what the refusal said is left. */
  private boolean takeRest(Client.Answer refused) {
    controller.post(
        "/api/moves",
        Goods.move("SHK", null, "KQ.A-06-A", "KQ.A-06-B", refused.body().path("held").asString()));
    return true;
  }

  @Test
  void movesThatCrossEachOtherNeverDeadlock() throws Exception {
    goods.opening("SHK", null, null, "KQ.A-05-A", "500");
    goods.opening("SHK", null, null, "KQ.A-05-B", "500");
    List<Callable<Client.Answer>> crossing = new ArrayList<>();
    for (int i = 0; i < 200; i++) {
      boolean there = i % 2 == 0;
      crossing.add(
          () ->
              controller.post(
                  "/api/moves",
                  Goods.move(
                      "SHK",
                      null,
                      there ? "KQ.A-05-A" : "KQ.A-05-B",
                      there ? "KQ.A-05-B" : "KQ.A-05-A",
                      "1")));
    }
    assertThat(atOnce(crossing)).allMatch(answer -> answer.status() == 201);
    assertThat(at(shackle, "A-05-A")).isEqualTo("500");
  }

  private static List<Client.Answer> atOnce(int clients, Callable<Client.Answer> each)
      throws Exception {
    return atOnce(java.util.Collections.nCopies(clients, each));
  }

  private static List<Client.Answer> atOnce(List<Callable<Client.Answer>> each) throws Exception {
    ExecutorService pool = Executors.newFixedThreadPool(16);
    try {
      List<Client.Answer> answers = new ArrayList<>();
      for (Future<Client.Answer> future : pool.invokeAll(each)) {
        answers.add(future.get());
      }
      return answers;
    } finally {
      pool.shutdown();
    }
  }
}
