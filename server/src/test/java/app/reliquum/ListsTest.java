package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/** Every list is searched, narrowed, sorted and paged in one shape. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ListsTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.demo();

  private static final Pattern COLUMN = Pattern.compile("([A-Z_]+) \\(([A-Z_, ]+)\\)");

  private Client maren;

  @BeforeAll
  void signIn() {
    maren = HOUSE.hire("LST", Role.CONTROLLER);
  }

  /** Lists as the API's document names them, with a parameter that shows all there is. */
  static Stream<String> lists() {
    return Stream.of(
        "/api/inbound?filter=ALL",
        "/api/outbound?filter=ALL",
        "/api/transfers?filter=ALL",
        "/api/counts?filter=ALL",
        "/api/adjustments?limit=100",
        "/api/loans?filter=OPEN",
        "/api/requisitions?limit=100",
        "/api/approvals?waiting=false");
  }

  private JsonNode parameter(String list, String name) {
    JsonNode operation =
        maren
            .get("/api/openapi.json")
            .ok()
            .path("paths")
            .path(list.replaceAll("\\?.*", ""))
            .path("get");
    for (JsonNode one : operation.path("parameters")) {
      if (one.path("name").asString().equals(name)) {
        return one;
      }
    }
    throw new AssertionError(list + " has no parameter " + name);
  }

  private JsonNode page(String list, String more) {
    return maren.get(list + more).ok();
  }

  private int total(String list, String where) {
    return page(list, "&where=" + URLEncoder.encode(where, StandardCharsets.UTF_8))
        .path("total")
        .asInt();
  }

  private static List<Long> ids(JsonNode page) {
    List<Long> ids = new ArrayList<>();
    page.path("rows").forEach(row -> ids.add(row.path("id").asLong()));
    return ids;
  }

  @ParameterizedTest
  @MethodSource("lists")
  void pagesFitTogetherWhateverTheyAreSortedBy(String list) {
    String all = list.replace("&limit=100", "").replace("?limit=100", "?");
    int total = page(all, "&limit=1").path("total").asInt();
    assertThat(total).as(list).isPositive();
    List<String> sorts = new ArrayList<>(List.of(""));
    parameter(list, "sort")
        .path("schema")
        .path("enum")
        .forEach(one -> sorts.add("&sort=" + one.asString()));
    assertThat(sorts).hasSizeGreaterThan(5);
    for (String sort : sorts) {
      for (String way : List.of("", "&descending=true")) {
        List<Long> paged = new ArrayList<>();
        int size = Math.min(200, Math.max(2, total / 3));
        for (int offset = 0; offset < total; offset += size) {
          paged.addAll(ids(page(all, sort + way + "&limit=" + size + "&offset=" + offset)));
        }
        assertThat(paged).as(sort + way).hasSize(total).doesNotHaveDuplicates();
      }
    }
  }

  @ParameterizedTest
  @MethodSource("lists")
  void everyColumnIsComparedInEveryWayThatTheDocumentNames(String list) {
    int all = page(list, "").path("total").asInt();
    Matcher columns = COLUMN.matcher(parameter(list, "where").path("description").asString());
    int seen = 0;
    while (columns.find()) {
      seen++;
      String column = columns.group(1);
      List<String> comparisons = List.of(columns.group(2).split(", "));
      if (comparisons.contains("EMPTY")) {
        assertThat(total(list, column + ":EMPTY") + total(list, column + ":FILLED"))
            .as(column)
            .isEqualTo(all);
      }
      String value = comparisons.contains("BEFORE") ? "2026-01-01T00:00:00Z" : "1";
      if (comparisons.contains("HOLDS")) {
        assertThat(total(list, column + ":HOLDS:e")).as(column).isBetween(0, all);
        assertThat(total(list, column + ":HOLDS:%")).as(column).isZero();
      }
      if (comparisons.contains("BEFORE")) {
        int empty = comparisons.contains("EMPTY") ? total(list, column + ":EMPTY") : 0;
        assertThat(
                total(list, column + ":FROM:" + value)
                    + total(list, column + ":BEFORE:" + value)
                    + empty)
            .as(column)
            .isEqualTo(all);
      }
      if (comparisons.contains("UNTIL")) {
        String some =
            maren.get(list + "&where=" + column + ":UNTIL:1").status() == 200 ? "1" : day();
        int beyond = total(list, column + ":FROM:" + some) + total(list, column + ":UNTIL:" + some);
        assertThat(beyond - total(list, column + ":IS:" + some) + total(list, column + ":EMPTY"))
            .as(column)
            .isEqualTo(all);
      }
      if (comparisons.equals(List.of("IS", "IS_NOT"))) {
        for (String choice : choices(list, column)) {
          assertThat(
                  total(list, column + ":IS:" + choice) + total(list, column + ":IS_NOT:" + choice))
              .as(column)
              .isEqualTo(all);
        }
      }
    }
    assertThat(seen).isGreaterThan(5);
  }

  private String day() {
    return "2026-11-20";
  }

  /** What a column can be, as its refusal tells. */
  private List<String> choices(String list, String column) {
    Client.Answer answer = maren.get(list + "&where=" + column + ":IS:nonsense");
    assertThat(answer.status()).isEqualTo(400);
    Matcher named = Pattern.compile("is one of ([A-Z_, ]+),").matcher(answer.detail());
    return named.find() ? List.of(named.group(1).split(", ")) : List.of("1");
  }

  @Test
  void severalValuesOfAColumnAreAlternativesAndColumnsNarrowEachOther() {
    String list = "/api/outbound?filter=ALL";
    int gone = total(list, "STATE:IS:PICKING");
    int shorts = total(list, "STATE:IS:SHORT");
    JsonNode both = page(list, "&where=STATE:IS:PICKING&where=STATE:IS:SHORT&limit=200");
    assertThat(gone).isPositive();
    assertThat(shorts).isPositive();
    assertThat(both.path("total").asInt()).isEqualTo(gone + shorts);
    long site = both.path("rows").get(0).path("siteId").asLong();
    JsonNode there =
        page(list, "&where=STATE:IS:PICKING&where=STATE:IS:SHORT&where=SITE:IS:" + site);
    int expected = 0;
    for (JsonNode row : both.path("rows")) {
      expected += row.path("siteId").asLong() == site ? 1 : 0;
    }
    assertThat(there.path("total").asInt()).isEqualTo(expected);
  }

  @Test
  void allWordsMustBeFoundAndSignsStandForThemselves() {
    JsonNode first = page("/api/inbound?filter=ALL", "").path("rows").get(0);
    String number = first.path("number").asString();
    String supplier = first.path("supplier").asString();
    String word = supplier.split(" ")[0];
    assertThat(page("/api/inbound?filter=ALL", "&q=" + number + "+" + word).path("total").asInt())
        .isEqualTo(1);
    assertThat(page("/api/inbound?filter=ALL", "&q=" + number + "+zebra").path("total").asInt())
        .isZero();
    for (String sign : List.of("%25", "_", "%5C")) {
      for (String list : lists().toList()) {
        assertThat(page(list, "&q=" + sign).path("total").asInt()).as(list + sign).isZero();
      }
    }
  }

  @Test
  void aValueMayHaveColonsAndCommas() {
    assertThat(total("/api/inbound?filter=ALL", "REASON:HOLDS:a,b:c")).isZero();
    assertThat(total("/api/loans?filter=OPEN", "PARTY:IS:Regatta committee")).isEqualTo(1);
    assertThat(total("/api/loans?filter=OPEN", "PARTY:IS:Regatta, committee")).isZero();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "where=COLOUR:IS:1 | The columns of this list are NUMBER",
        "where=NUMBER | COLUMN:COMPARISON:value",
        "where=NUMBER:FROM:1 | NUMBER is compared by IS",
        "where=EXPECTED:FROM:31.12.2026 | EXPECTED is a day",
        "where=SITE:IS:first | SITE is a whole number",
        "where=STATE:IS:OPEN | STATE is one of EXPECTED",
        "where=NUMBER:IS: | NUMBER needs a value",
        "where=EXPECTED:EMPTY:1 | takes no value",
        "sort=ITEM | The columns of this list are NUMBER",
        "sort=number | The columns of this list are NUMBER",
        "sort=NUMBER&sort=STATE | once",
        "descending=yes | true or false",
        "offset=-1 | from 0",
        "limit=0 | from 1 to 200",
        "limit=ten | whole number",
        "site=1 | This takes descending, filter, limit, offset, q, sort, where only.",
      })
  void whatALListDoesNotKnowIsRefusedByName(String query, String told) {
    Client.Answer answer = maren.get("/api/inbound?" + query);
    assertThat(answer.status()).isEqualTo(400);
    assertThat(answer.text()).contains(told);
  }

  @Test
  void aFileHoldsWhatTheListShows() {
    String query = "filter=ALL&q=OB&where=STATE:IS:SHIPPED&sort=NUMBER&descending=true";
    JsonNode shown = maren.get("/api/outbound?limit=200&" + query).ok();
    String file = maren.get("/api/export/outbound?format=CSV&" + query).text();
    List<String> numbers = new ArrayList<>();
    shown.path("rows").forEach(row -> numbers.add(row.path("number").asString()));
    assertThat(numbers).isNotEmpty();
    assertThat(file.lines().skip(1).map(line -> line.split(",")[0])).isEqualTo(numbers);
  }

  @Test
  void whoMayNotSeeASiteIsNotToldHowManyRowsItHas() {
    long own = page("/api/transfers?filter=ALL", "").path("rows").get(0).path("toId").asLong();
    Client there = HOUSE.hire("ONE", Role.AUDITOR, own);
    for (String list : lists().toList()) {
      for (JsonNode row : there.get(list).ok().path("rows")) {
        boolean here =
            row.path("siteId").asLong() == own
                || row.path("fromId").asLong() == own
                || row.path("toId").asLong() == own;
        assertThat(here).as(list + row).isTrue();
      }
    }
    int seen = there.get("/api/adjustments?where=SITE:IS_NOT:" + own).ok().path("total").asInt();
    assertThat(seen).isZero();
  }
}
