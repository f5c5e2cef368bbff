package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Comments on documents, and files that are attached to them. */
class RemarksTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static Client controller;
  private static Goods goods;
  private static Client hand;
  private static String transfer;
  private static String count;

  @BeforeAll
  static void furnish() {
    controller = HOUSE.hire("WRITER", Role.CONTROLLER);
    goods = new Goods(controller);
    long here = goods.site("RA");
    long there = goods.site("RB");
    hand = HOUSE.hire("READER", Role.FLOOR_HAND, there);
    HOUSE.hire("ELSEWHERE", Role.FLOOR_HAND, goods.site("RC"));
    goods.item("RM-1", "Remarkable", "NONE");
    transfer =
        controller
            .post(
                "/api/transfers",
                Map.of(
                    "from",
                    here,
                    "to",
                    there,
                    "note",
                    "",
                    "lines",
                    List.of(Leaving.line("RM-1", "2"))))
            .ok()
            .path("number")
            .asString();
    count =
        controller
            .get(
                "/api/counts/"
                    + Counter.drawUp(
                        controller, Counter.entry(Counter.scope(here), "SWEEP", "BIN")))
            .ok()
            .path("number")
            .asString();
  }

  private static Client.Answer say(Client who, String document, String text) {
    return who.post("/api/remarks", Map.of("document", document, "text", text));
  }

  private static JsonNode remarks(Client who, String document) {
    return who.get("/api/remarks?document=" + document).ok();
  }

  private static Client.Answer attach(Client who, String document, String name, byte[] content) {
    return who.file(
        "/api/document-files?document=" + document + "&name=" + name,
        "application/octet-stream",
        content);
  }

  @Test
  void papersAreThereAgainAsTheyWerePrinted() throws IOException {
    long id = idOf(transfer);
    byte[] first = controller.bytes("/api/transfers/" + id + "/papers/PICK").body();
    controller.bytes("/api/transfers/" + id + "/papers/PICK");
    JsonNode papers = remarks(controller, transfer).path("papers");
    // The same said twice is one paper.
    assertThat(papers).hasSize(1);
    assertThat(papers.get(0).path("title").asString()).isEqualTo("Pick sheet");
    String kept = "/api/document-papers/" + papers.get(0).path("id").asLong();
    assertThat(controller.bytes(kept).body()).isEqualTo(first);

    goods.opening("RM-1", null, null, "RA.A-01-A", "9");
    controller.post("/api/transfers/" + id + "/release", Map.of()).ok();
    controller.bytes("/api/transfers/" + id + "/papers/PICK");
    // It is printed otherwise now; what was printed then is still as it was.
    assertThat(remarks(controller, transfer).path("papers")).hasSize(2);
    assertThat(controller.bytes(kept).body()).isEqualTo(first);
    assertThat(HOUSE.hire("FAR", Role.FLOOR_HAND, goods.site("RF")).get(kept).status())
        .isEqualTo(403);
    assertThat(controller.get("/api/document-papers/999999").status()).isEqualTo(404);
  }

  @Test
  void whatTheBookSaysOfABlindCountIsNotReadOffItsPapers() throws IOException {
    long id = idOfCount(count);
    controller.bytes("/api/counts/" + id + "/papers/SHEETS");
    controller.bytes("/api/counts/" + id + "/papers/SHEETS_WITH_BOOK");
    JsonNode all = remarks(controller, count).path("papers");
    assertThat(all).hasSize(2);
    Client counter = HOUSE.hire("COUNTS", Role.FLOOR_HAND);
    assertThat(remarks(counter, count).path("papers")).hasSize(1);
    assertThat(counter.get("/api/document-papers/" + all.get(1).path("id").asLong()).status())
        .isEqualTo(404);
  }

  private long idOf(String number) {
    return controller
        .get("/api/transfers?q=" + number)
        .ok()
        .path("rows")
        .get(0)
        .path("id")
        .asLong();
  }

  private long idOfCount(String number) {
    return controller.get("/api/counts?q=" + number).ok().path("rows").get(0).path("id").asLong();
  }

  @Test
  void whatIsSaidReachesWhoIsNamed() {
    say(controller, transfer, "@reader, the second case is wet. Ask @READER's crew.").ok();
    JsonNode said = remarks(hand, transfer.toLowerCase()).path("comments");
    assertThat(said.get(said.size() - 1).path("text").asString()).contains("wet");
    JsonNode notice = hand.get("/api/notices").ok().path("rows").get(0);
    assertThat(notice.path("kind").asString()).isEqualTo("MENTIONED");
    assertThat(notice.path("details").path("number").asString()).isEqualTo(transfer);
    assertThat(notice.path("details").path("document").asString()).isEqualTo("TRANSFER");
    // Nobody else is told, and each time it is said they are told again.
    assertThat(controller.get("/api/notices").text()).doesNotContain("MENTIONED");
    int before = hand.get("/api/notices").ok().path("total").asInt();
    say(controller, transfer, "@READER once more").ok();
    assertThat(hand.get("/api/notices").ok().path("total").asInt()).isEqualTo(before + 1);
  }

  @Test
  void whoCanNotBeToldIsNamedToWhoWrites() {
    int before = remarks(controller, transfer).path("comments").size();
    assertThat(say(controller, transfer, "@nobody look").detail()).contains("@NOBODY");
    assertThat(say(controller, transfer, "@elsewhere look").detail())
        .contains("does not work where " + transfer);
    assertThat(say(controller, transfer, "  ").body().path("field").asString()).isEqualTo("text");
    assertThat(remarks(controller, transfer).path("comments")).hasSize(before);
  }

  @Test
  void whoDoesNotWorkThereSeesNothing() {
    assertThat(hand.get("/api/remarks?document=" + count).status()).isEqualTo(403);
    assertThat(say(hand, count, "Hello").status()).isEqualTo(403);
    assertThat(controller.get("/api/remarks?document=NONE-1").status()).isEqualTo(404);
  }

  @Test
  void onesOwnIsRemovedAndThatSomethingWasThereStays() {
    JsonNode all = say(hand, transfer, "Wrong place").ok();
    JsonNode mine = all.path("comments").get(all.path("comments").size() - 1);
    long theirs =
        say(controller, transfer, "Of a controller")
            .ok()
            .path("comments")
            .get(0)
            .path("id")
            .asLong();
    assertThat(mine.path("mine").asBoolean()).isTrue();
    hand.delete("/api/remarks/" + mine.path("id").asLong()).ok();
    JsonNode after = remarks(hand, transfer).path("comments");
    assertThat(after.values())
        .anyMatch(
            one ->
                one.path("id").asLong() == mine.path("id").asLong() && one.path("text").isNull());
    assertThat(hand.delete("/api/remarks/" + mine.path("id").asLong()).status()).isEqualTo(404);
    JsonNode last = remarks(controller, transfer).path("comments");
    long notMine = last.get(last.size() - 1).path("id").asLong();
    assertThat(hand.delete("/api/remarks/" + notMine).status()).isEqualTo(403);
    assertThat(theirs).isPositive();
  }

  @Test
  void filesComeBackAsTheyWereAndAreWhatTheyBeginWith() throws IOException {
    byte[] picture = Camera.jpeg(60, 40);
    JsonNode all = attach(controller, count, "rack.png", picture).ok();
    JsonNode file = all.path("files").get(0);
    assertThat(file.path("picture").asBoolean()).isTrue();
    assertThat(file.path("size").asInt()).isEqualTo(picture.length);
    var back = controller.bytes("/api/document-files/" + file.path("id").asLong());
    assertThat(back.body()).isEqualTo(picture);
    assertThat(back.headers().firstValue("content-type")).contains("image/jpeg");
    byte[] table = "a;b\n1;2\n".getBytes(StandardCharsets.UTF_8);
    JsonNode text = attach(controller, count, "what%20is%20there.csv", table).ok();
    long id = text.path("files").get(text.path("files").size() - 1).path("id").asLong();
    var saved = controller.bytes("/api/document-files/" + id);
    assertThat(saved.headers().firstValue("content-disposition").orElseThrow())
        .startsWith("attachment")
        .contains("what is there.csv");
    assertThat(hand.get("/api/document-files/" + id).status()).isEqualTo(403);
    controller.delete("/api/document-files/" + id).ok();
    assertThat(controller.get("/api/document-files/" + id).status()).isEqualTo(404);
  }

  @Test
  void whatMayNotBeAttachedIsRefusedAndSaysWhatMay() throws IOException {
    byte[] page = "<html><script>alert(1)</script></html>".getBytes(StandardCharsets.UTF_8);
    assertThat(attach(controller, transfer, "page.html", page).detail()).contains("Expected a PDF");
    assertThat(attach(controller, transfer, "a.exe", new byte[] {77, 90, 0, 1}).status())
        .isEqualTo(400);
    assertThat(attach(controller, transfer, "a.txt", new byte[] {65, 0, 66}).status())
        .isEqualTo(400);
    assertThat(attach(controller, transfer, "a.txt", new byte[0]).detail()).contains("empty");
    assertThat(attach(controller, transfer, "a.txt", new byte[10_000_001]).status()).isEqualTo(400);
    // A page that calls itself a text is one: nothing in it is done.
    long id =
        attach(controller, transfer, "page.txt", page)
            .ok()
            .path("files")
            .get(0)
            .path("id")
            .asLong();
    assertThat(
            controller
                .bytes("/api/document-files/" + id)
                .headers()
                .firstValue("content-type")
                .orElseThrow())
        .startsWith("text/plain");
  }
}
