package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** What a terminal without a network takes along and brings back. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class CollectorTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final String BOX = "4006381333931";

  private Client clerk;
  private Goods goods;
  private long quay;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    quay = goods.site("KQ");
    Map<String, Object> shackle = Goods.itemEntry("SHK", "Shackle", "NONE");
    shackle.put("category", "Rigging");
    shackle.put("packs", List.of(Goods.pack("box", "10", BOX)));
    goods.item(shackle);
    goods.item("FLR", "Flare", "LOT");
    goods.item("BCN", "Beacon", "SERIAL");
    goods.opening("SHK", null, null, "KQ.A-01-A", "40");
    goods.opening("FLR", "K1", null, "KQ.A-02-A", "6");
  }

  @AfterAll
  void booksAddUp() {
    goods.booksAddUp();
  }

  private long count() {
    return count(true);
  }

  private long count(boolean blind) {
    Map<String, Object> entry = Counter.entry(Counter.scope(quay), "SPOT", "BIN");
    entry.put("blind", blind);
    return Counter.drawUp(clerk, entry);
  }

  private Client.Answer read(long count, boolean trial, String csv) {
    return clerk.file(
        "/api/collector/counts/" + count + "/files?trial=" + trial,
        "text/csv",
        csv.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void goodLinesAreTakenAndBadOnesToldToBeMendedAndReadAgain() {
    long count = count();
    String yesterday = Instant.now().minus(1, ChronoUnit.DAYS).toString();
    String csv =
        """
        barcode,quantity,bin,lot,serial,time
        %s,3,A-01-A,,,%s
        SHK,2,A-01-A,,,%s
        FLR,5,A-02-A,K1,,
        FLR,5,A-02-A,,,
        NO-SUCH,1,A-01-A,,,
        SHK,many,A-01-A,,,
        SHK,1,Z-99,,,
        BCN,1,B-01,,B-77,
        SHK,1,A-01-A,,,2099-01-01T10:00
        SHK,-1,A-01-A,,,
        """
            .formatted(BOX, yesterday, yesterday);
    JsonNode trial = read(count, true, csv).ok();
    assertThat(trial.path("rows")).as("a trial shows every row").hasSize(10);
    JsonNode box = trial.path("rows").get(0);
    assertThat(box.path("item").asString()).isEqualTo("Shackle");
    assertThat(box.path("quantity").asString()).isEqualTo("30");
    assertThat(box.path("sentence").isNull()).isTrue();
    assertThat(trial.path("written").asBoolean()).isFalse();
    assertThat(trial.path("taken").asInt()).isEqualTo(4);
    assertThat(Counter.results(clerk, count, "")).as("a trial writes nothing").isEmpty();
    JsonNode result = read(count, false, csv).ok();
    assertThat(result.path("total").asInt()).isEqualTo(10);
    assertThat(result.path("taken").asInt()).isEqualTo(4);
    JsonNode faults = result.path("rows");
    assertThat(faults.valueStream().map(one -> one.path("row").asInt()))
        .containsExactly(5, 6, 7, 8, 10, 11);
    assertThat(faults.get(0).path("sentence").asString()).contains("name the lot");
    assertThat(faults.get(1).path("sentence").asString()).contains("NO-SUCH");
    assertThat(faults.get(3).path("cells").path("bin").asString()).isEqualTo("Z-99");
    JsonNode shackles = Counter.results(clerk, count, "q=SHK").get(0);
    assertThat(shackles.path("counted").asString()).isEqualTo("32");
    assertThat(read(count, false, csv).problem()).isEqualTo("read-already");
    JsonNode mended = read(count, false, "barcode,quantity,bin,lot\nFLR,1,A-02-A,K2\n").ok();
    assertThat(mended.path("taken").asInt()).isEqualTo(1);
    assertThat(Counter.results(clerk, count, "q=FLR")).hasSize(2);
  }

  @Test
  void aFileWhoseRowsWereChangedIsStillTheSameFile() {
    long count = count();
    String csv = "barcode,quantity,bin\nSHK,3,A-01-A\n";
    String original = read(count, true, csv).ok().path("fingerprint").asString();
    String changed = csv.replace("3", "4");
    Client.Answer taken =
        clerk.file(
            "/api/collector/counts/" + count + "/files?original=" + original,
            "text/csv",
            changed.getBytes(StandardCharsets.UTF_8));
    assertThat(taken.ok().path("taken").asInt()).isEqualTo(1);
    assertThat(read(count, false, csv).problem()).isEqualTo("read-already");
    assertThat(Counter.results(clerk, count, "q=SHK").get(0).path("counted").asString())
        .isEqualTo("4");
  }

  @Test
  void whatShouldBeThereIsToldUnlessTheCountIsBlind() {
    long open = count(false);
    JsonNode told = clerk.get("/api/collector/items?department=Rigging&count=" + open).ok();
    assertThat(told.get(0).path("onHand").asString()).isEqualTo("40");
    JsonNode blind = clerk.get("/api/collector/items?department=Rigging&count=" + count()).ok();
    assertThat(blind.get(0).path("onHand").isNull()).isTrue();
    JsonNode none = clerk.get("/api/collector/items?department=Rigging").ok();
    assertThat(none.get(0).path("onHand").isNull()).isTrue();
  }

  @Test
  void aFileSaysWhatItLacks() {
    long count = count();
    assertThat(read(count, false, "").status()).isEqualTo(400);
    assertThat(read(count, false, "code;amount\nSHK;1\n").detail())
        .contains("There is no column 'barcode'");
    clerk.post("/api/counts/" + count + "/drop", Map.of("reason", "")).ok();
    assertThat(read(count, false, "barcode,quantity\nSHK,1\n").problem()).isEqualTo("not-counting");
  }

  @Test
  void whereTheFileNamesNoBinItIsTheOnlyOne() {
    long count = count();
    assertThat(read(count, false, "barcode;quantity\nSHK;38\n").ok().path("taken").asInt())
        .isEqualTo(1);
    assertThat(Counter.results(clerk, count, "").get(0).path("place").asString())
        .isEqualTo("A-01-A");
    JsonNode none = read(count, false, "barcode;quantity;serial\nBCN;1;B-9\n").ok();
    assertThat(none.path("rows").get(0).path("sentence").asString()).contains("name the bin");
  }

  @Test
  void theLookUpFileHasEveryCodeOfTheChosenDepartment() {
    Map<String, Integer> departments = new HashMap<>();
    for (JsonNode one : clerk.get("/api/collector/departments").ok()) {
      departments.put(one.path("name").asString(), one.path("codes").asInt());
    }
    assertThat(departments).containsEntry("Rigging", 2).containsEntry("", 2);
    JsonNode rigging = clerk.get("/api/collector/items?department=Rigging").ok();
    assertThat(rigging.size()).isEqualTo(2);
    assertThat(rigging.get(0).path("code").asString()).endsWith(BOX);
    assertThat(rigging.get(0).path("factor").asDouble()).isEqualTo(10.0);
    JsonNode first = clerk.get("/api/collector/items?limit=1").ok();
    JsonNode next =
        clerk
            .get("/api/collector/items?limit=9&after=" + first.get(0).path("code").asString())
            .ok();
    assertThat(next.size()).isEqualTo(3);
  }
}
