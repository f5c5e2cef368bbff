package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** One thing that is said of many rows at once: tried, written, and taken back. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ChangeOfManyTest {

  private static final int ITEMS = 300;

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Importing importing;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    importing = new Importing(controller);
    List<List<String>> items = new ArrayList<>(List.of(List.of("code", "name", "shelf life days")));
    for (String code : codes()) {
      items.add(List.of(code, "Shackle " + code, "365"));
    }
    importing.imported(
        "house.xlsx",
        Importing.workbook(
            Map.of(
                "items",
                items,
                "suppliers",
                List.of(
                    List.of("code", "name"),
                    List.of("NORD", "Nordholm"),
                    List.of("SKERRY", "Skerry")),
                "supplier items",
                List.of(
                    List.of("item", "supplier", "price", "preferred"),
                    List.of("SH-001", "NORD", "1.85", "yes")),
                "sites",
                List.of(
                    List.of("code", "name", "time zone"), List.of("KQ", "Quay", "Europe/London")),
                "areas",
                List.of(
                    List.of("site", "area", "name", "purpose"), List.of("KQ", "A", "A", "pick")),
                "bins",
                List.of(List.of("site", "bin", "area"), List.of("KQ", "A-01", "A")))));
  }

  private static List<String> codes() {
    return IntStream.rangeClosed(1, ITEMS).mapToObj("SH-%03d"::formatted).toList();
  }

  private JsonNode tried(
      String table, List<String> columns, List<List<String>> rows, Map<String, String> values) {
    return importing.through(
        controller
            .post(
                "/api/imports/many",
                Map.of("table", table, "columns", columns, "rows", rows, "values", values))
            .ok()
            .path("row")
            .path("id")
            .asLong());
  }

  private JsonNode triedOfItems(List<String> codes, Map<String, String> values) {
    return tried("items", List.of("code"), codes.stream().map(List::of).toList(), values);
  }

  private List<String> column(String sql) {
    return HOUSE.database().column(sql);
  }

  @Test
  void aNameIsChangedForThreeHundredItemsAndTakenBack() {
    JsonNode tried = triedOfItems(codes(), Map.of("name", "Shackle, \"any\"; =size"));
    assertThat(tried.path("ready").asBoolean()).as("%s", tried).isTrue();
    assertThat(tried.path("row").path("many").path("values").path("name").asString())
        .isEqualTo("Shackle, \"any\"; =size");
    assertThat(tried.path("sheets").get(0).path("changed").asInt()).isEqualTo(ITEMS);
    assertThat(column("select distinct name from item")).hasSize(ITEMS);
    JsonNode written = importing.done(tried, "writing");
    assertThat(column("select distinct name from item")).containsExactly("Shackle, \"any\"; =size");
    assertThat(importing.done(written, "undoing").path("row").path("state").asString())
        .isEqualTo("UNDONE");
    assertThat(column("select count(*) from item where name = concat('Shackle ', code)"))
        .containsExactly("300");
    // Both are kept for each of them.
    assertThat(
            column(
                "select count(*) from row_change where form = 'items' and row_key = 'sh-007'"
                    + " and kind = 'CHANGED'"))
        .containsExactly("2");
  }

  @Test
  void whatIsSaidCanBeNothing() {
    JsonNode tried = triedOfItems(List.of("SH-010"), Map.of("shelf life days", ""));
    assertThat(tried.path("ready").asBoolean()).as("%s", tried).isTrue();
    importing.done(tried, "writing");
    assertThat(column("select coalesce(shelf_life_days, 0) from item where code = 'SH-010'"))
        .containsExactly("0");
  }

  @Test
  void trackingChangesOnlyWhereNothingWasPosted() {
    importing.imported(
        "stock.csv", "site,bin,item,quantity\nKQ,A-01,SH-020,3\n".getBytes(StandardCharsets.UTF_8));
    JsonNode tried = triedOfItems(List.of("SH-020", "SH-021"), Map.of("tracking", "lot"));
    assertThat(tried.path("ready").asBoolean()).isFalse();
    assertThat(importing.faults(tried)).as("%s", tried).hasSize(1);
    assertThat(importing.faults(tried).get(0).path("expected").asString()).contains("SH-020");
    JsonNode rest = importing.done(tried, "leaving-out");
    assertThat(rest.path("ready").asBoolean()).as("%s", rest).isTrue();
    importing.done(rest, "writing");
    assertThat(column("select tracking from item where code in ('SH-020', 'SH-021') order by code"))
        .containsExactly("NONE", "LOT");
  }

  @Test
  void anotherSupplierIsPreferredForManyInPlaceOfTheOneThatWas() {
    JsonNode tried =
        tried(
            "supplier items",
            List.of("item"),
            List.of(List.of("SH-001"), List.of("SH-002")),
            Map.of("supplier", "SKERRY", "preferred", "yes"));
    assertThat(importing.faults(tried)).isEmpty();
    JsonNode written = importing.done(tried, "writing");
    String preferred =
        "select concat(i.code, ' ', s.code) from supplier_item t join item i on i.id = t.item_id"
            + " join supplier s on s.id = t.supplier_id where t.preferred order by 1";
    assertThat(column(preferred)).containsExactly("SH-001 SKERRY", "SH-002 SKERRY");
    importing.done(written, "undoing");
    assertThat(column(preferred)).containsExactly("SH-001 NORD");
  }

  @Test
  void whatCannotBeSaidOfManyIsRefused() {
    Map<String, Object> entry =
        Map.of(
            "table", "items",
            "columns", List.of("code"),
            "rows", List.of(List.of("SH-030")),
            "values", Map.of("colour", "red"));
    assertThat(controller.post("/api/imports/many", entry).detail()).contains("colour");
    assertThat(
            controller
                .post(
                    "/api/imports/many",
                    Map.of(
                        "table", "bins",
                        "columns", List.of("bin"),
                        "rows", List.of(List.of("A-01")),
                        "values", Map.of("active", "no")))
                .detail())
        .contains("site");
    assertThat(
            controller
                .post(
                    "/api/imports/many",
                    Map.of(
                        "table", "people",
                        "columns", List.of("code"),
                        "rows", List.of(List.of("CON")),
                        "values", Map.of("role", "administrator")))
                .status())
        .isEqualTo(403);
    assertThat(
            controller
                .post(
                    "/api/imports/many",
                    Map.of(
                        "table", "colours",
                        "columns", List.of("code"),
                        "rows", List.of(List.of("RED")),
                        "values", Map.of("active", "no")))
                .status())
        .isEqualTo(400);
  }

  @Test
  void openingStockIsTypedForOneSite() {
    JsonNode tried =
        tried(
            "opening stock",
            List.of("bin", "item", "lot", "expiry", "quantity", "unit cost"),
            List.of(
                List.of("A-01", "SH-040", "", "", "12", "1.5"),
                List.of("A-01", "SH-041", "L1", "", "1", "")),
            Map.of("site", "KQ"));
    // An item without lots has none.
    assertThat(importing.faults(tried)).hasSize(1);
    importing.done(importing.done(tried, "leaving-out"), "writing");
    assertThat(
            column(
                "select concat(i.code, ' ', h.quantity + 0) from stock_position h join item i"
                    + " on i.id = h.item_id where i.code in ('SH-040', 'SH-041')"))
        .containsExactly("SH-040 12.000000");
  }
}
