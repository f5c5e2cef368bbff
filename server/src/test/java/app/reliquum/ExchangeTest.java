package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.io.BufferedReader;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.StringReader;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Files hold what the screen shows: the same rows, columns and order, and nothing that harms. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ExchangeTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final int ITEMS = 230;

  private Client controller;
  private Goods goods;
  private long quay;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    quay = goods.site("KQ");
    goods.site("OH");
    List<Map<String, Object>> lines = new ArrayList<>();
    for (int i = 0; i < ITEMS; i++) {
      String code = "I-%03d".formatted(i);
      goods.item(code, i == 0 ? "=SUM(A1), \"quoted\"" : "Item, number " + i, "NONE");
      lines.add(Goods.line(code, null, null, i % 2 == 0 ? "KQ.A-01-A" : "OH.B-01", "" + (i + 1)));
    }
    goods.post("OPENING", lines).ok();
  }

  private static List<CSVRecord> records(Client client, String query) throws Exception {
    String text = client.get("/api/export/" + query).text();
    assertThat(text).startsWith("\uFEFF");
    return CSVFormat.RFC4180
        .builder()
        .setHeader()
        .get()
        .parse(new StringReader(text.substring(1)))
        .getRecords();
  }

  @Test
  void aFileGoesOnWhereAPageEnds() throws Exception {
    List<CSVRecord> records =
        records(controller, "on-hand?format=CSV&columns=item&columns=onHand&group=ITEM");
    assertThat(records).hasSize(ITEMS);
    assertThat(records.get(ITEMS - 1).get("item")).isEqualTo("I-229");
    assertThat(records.get(ITEMS - 1).get("onHand")).isEqualTo("230");
    assertThat(records.stream().map(record -> record.get("item")))
        .isSorted()
        .doesNotHaveDuplicates();
  }

  @Test
  void aFileIsFilteredAndSortedAsTheScreenIs() throws Exception {
    List<CSVRecord> records =
        records(
            controller,
            "on-hand?format=CSV&columns=item&group=ITEM&site="
                + quay
                + "&sort=ON_HAND&descending=true");
    assertThat(records).hasSize(ITEMS / 2);
    assertThat(records.get(0).get("item")).isEqualTo("I-228");
    assertThat(records(controller, "on-hand?format=CSV&columns=item&group=ITEM&q=I-00"))
        .hasSize(10);
    assertThat(records(controller, "ledger?format=CSV&columns=item&q=I-22")).hasSize(10);
  }

  @Test
  void textThatLooksLikeAFormulaStaysText() throws Exception {
    CSVRecord first =
        records(controller, "on-hand?format=CSV&columns=name&columns=item&group=ITEM").get(0);
    assertThat(first.get("name")).isEqualTo("'=SUM(A1), \"quoted\"");
    assertThat(first.get(1)).isEqualTo("I-000");
  }

  @Test
  void aFileHoldsOnlyWhatOneMaySee() throws Exception {
    Client auditor = HOUSE.hire("AUD", Role.AUDITOR, quay);
    assertThat(records(auditor, "on-hand?format=CSV&columns=item&group=ITEM")).hasSize(ITEMS / 2);
    assertThat(records(auditor, "ledger?format=CSV&columns=to"))
        .hasSize(ITEMS / 2)
        .allMatch(record -> record.get("to").equals("A-01-A"));
    assertThat(HOUSE.nobody().get("/api/export/ledger?format=CSV&columns=item").status())
        .isEqualTo(401);
  }

  @Test
  void everyColumnOfTheScreensCanBeSaved() throws Exception {
    String columns =
        "item,name,site,area,place,lot,expiry,serial,condition,onHand,available,unit,inDate";
    CSVRecord row =
        records(controller, "on-hand?format=CSV&group=POSITION&columns=" + columns).get(0);
    assertThat(row.get("bin")).isEqualTo("A-01-A");
    assertThat(row.get("condition")).isEqualTo("GOOD");
    assertThat(row.get("unit")).isEqualTo("pc");
    assertThat(row.get("lot")).isEmpty();
    CSVRecord line =
        records(
                controller,
                "ledger?format=CSV&oldestFirst=true&columns=posting,line,kind,effective,recorded,"
                    + "person,device,document,reason,item,name,lot,serial,from,to,quantity,unit")
            .get(0);
    assertThat(line.get("kind")).isEqualTo("OPENING");
    assertThat(line.get("from")).isEqualTo("Opening");
    assertThat(line.get("person")).isEqualTo("Person CON");
  }

  @Test
  void aFileIsOfOneMomentWhateverIsPostedWhileItIsRead() throws Exception {
    int rows = 60_000;
    goods.item("SNAP", "Snapshot", "NONE");
    goods.opening("SNAP", null, null, "OH.B-02", "90000");
    long posting =
        controller
            .get("/api/ledger?q=SNAP&limit=1")
            .ok()
            .path("rows")
            .get(0)
            .path("posting")
            .asLong();
    HOUSE
        .database()
        .run(
            "insert into ledger_line (posting_id, line_no, effective, item_id, from_place_id,"
                + " to_place_id, quantity) select posting_id, 1 + seq, effective, item_id,"
                + " from_place_id, to_place_id, 1 from ledger_line join seq_1_to_"
                + rows
                + " where posting_id = "
                + posting);
    HttpResponse<InputStream> answer =
        controller.stream(
            "/api/export/ledger?format=CSV&q=SNAP&columns=posting,line,kind,item,name,from,to,"
                + "quantity,unit,person,effective,recorded");
    try (BufferedReader reader =
        new BufferedReader(new InputStreamReader(answer.body(), StandardCharsets.UTF_8))) {
      String first = reader.readLine() + reader.readLine();
      assertThat(first).contains("posting", "SNAP");
      // While the rest still waits to be read, newer lines come before all others.
      for (int i = 0; i < 20; i++) {
        controller.post("/api/moves", Goods.move("SNAP", null, "OH.B-02", "OH.B-03", "1")).ok();
      }
      List<String> lines = new ArrayList<>();
      for (String line = reader.readLine(); line != null; line = reader.readLine()) {
        lines.add(line.substring(0, line.indexOf(',', line.indexOf(',') + 1)));
      }
      assertThat(lines).doesNotHaveDuplicates().hasSize(rows);
    }
  }
}
