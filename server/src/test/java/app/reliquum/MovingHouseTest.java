package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** The demo house moves: all of it goes out, and comes into an empty house. */
class MovingHouseTest {

  @RegisterExtension static final RunningHouse OLD = RunningHouse.demo();
  @RegisterExtension static final RunningHouse NEW = RunningHouse.empty();

  private static final String VALUE =
      """
      select concat(i.code, ' ', sum(p.quantity) + 0, ' ', sum(p.value))
      from cost_pool p join item i on i.id = p.item_id where p.pool_id > 0 and p.quantity > 0
      group by i.code order by i.code
      """;

  private static final String ON_HAND =
      """
      select concat(s.code, ' ', i.code, ' ', sum(h.quantity) + 0) from stock_position h
      join place p on p.id = h.place_id join site s on s.id = p.site_id
      join item i on i.id = h.item_id where p.kind = 'BIN' and h.quantity > 0
      group by s.code, i.code order by s.code, i.code
      """;

  private static String csv(Client who, String table) throws IOException {
    byte[] file =
        who.bytes(
                "/api/tables/file?format=CSV&tables="
                    + URLEncoder.encode(table, StandardCharsets.UTF_8))
            .body();
    return new String(file, StandardCharsets.UTF_8);
  }

  private static final String ELSEWHERE =
      """
      select count(*) from stock_position h join place p on p.id = h.place_id
      where h.quantity > 0 and p.kind in ('IN_TRANSIT', 'ON_LOAN', 'SUPPLIER_RETURN')
      """;

  private static JsonNode staying(Client who) {
    return who.get("/api/tables/staying-behind").ok().path("rows");
  }

  /** What is picked goes back, what is on the road or on loan comes home. */
  private static void bringHome(Client who, JsonNode document) {
    long id = document.path("id").asLong();
    switch (document.path("kind").asString()) {
      case "PICKED_ORDER" -> putBack(who, "/api/outbound/" + id);
      case "JOB" -> who.post("/api/outbound/" + id + "/closing", Map.of("reason", "We move")).ok();
      case "SUPPLIER_RETURN" ->
          who.post("/api/supplier-returns/" + id + "/cancelling", Map.of()).ok();
      case "TRANSFER" -> arrive(who, "/api/transfers/" + id);
      case "LOAN" -> comeBack(who, "/api/loans/" + id);
      case "REQUISITION" -> who.post("/api/requisitions/drop", Map.of("ids", List.of(id))).ok();
      default -> throw new AssertionError(document);
    }
  }

  private static void putBack(Client who, String order) {
    returnEach(who, order, "packed", one -> one.path("loadId").asLong() > 0);
    returnEach(who, order, "picked", one -> one.path("picked").asBoolean());
  }

  /** What goes back may have been kept in two parts that are the same goods now: looked up anew. */
  private static void returnEach(Client who, String order, String from, Predicate<JsonNode> which) {
    Optional<JsonNode> next = kept(who, order, which);
    while (next.isPresent()) {
      long id = next.get().path("id").asLong();
      who.post(order + "/" + from + "/" + id + "/return", Map.of()).ok();
      next = kept(who, order, which);
    }
  }

  private static Optional<JsonNode> kept(Client who, String order, Predicate<JsonNode> which) {
    return who.get(order).ok().path("kept").valueStream().filter(which).findFirst();
  }

  private static void arrive(Client who, String transfer) {
    if (!who.get(transfer).ok().path("goods").isEmpty()) {
      who.post(transfer + "/arrivals", Map.of()).ok();
    }
    if (who.get(transfer).ok().path("closed").isNull()) {
      who.post(transfer + "/closing", Map.of("reason", "We move")).ok();
    }
  }

  private static void comeBack(Client who, String loan) {
    List<Map<String, Object>> lines = new ArrayList<>();
    for (JsonNode one : who.get(loan).ok().path("goods")) {
      lines.add(
          Map.of(
              "goods", one.path("id").asLong(),
              "quantity", one.path("open").asString(),
              "place", "KQ.DOCK-1"));
    }
    who.post(loan + "/returns", Map.of("lines", lines, "note", "")).ok();
  }

  @Test
  void itIsTheSameAsBefore() throws IOException {
    Client old = OLD.hire("MOVER", Role.ADMINISTRATOR);
    JsonNode out = staying(old);
    assertThat(out.values())
        .extracting(one -> one.path("kind").asString())
        .contains("PICKED_ORDER", "JOB", "SUPPLIER_RETURN", "TRANSFER", "LOAN", "REQUISITION");
    assertThat(OLD.database().column(ELSEWHERE)).isNotEqualTo(List.of("0"));
    out.forEach(one -> bringHome(old, one));
    assertThat(staying(old)).isEmpty();
    assertThat(OLD.database().column(ELSEWHERE)).isEqualTo(List.of("0"));
    Client there = NEW.hire("MOVER", Role.ADMINISTRATOR);
    Importing importing = new Importing(there);
    byte[] house = old.bytes("/api/tables/file?format=XLSX").body();
    JsonNode written = importing.imported("house.xlsx", house);
    assertThat(written.path("row").path("state").asString())
        .as("%s", written)
        .isEqualTo("IMPORTED");
    for (JsonNode table : old.get("/api/tables").ok()) {
      String name = table.path("name").asString();
      assertThat(csv(there, name).lines())
          .as(name)
          .containsExactlyElementsOf(csv(old, name).lines().toList());
    }
    assertThat(NEW.database().column(VALUE)).isEqualTo(OLD.database().column(VALUE));
    assertThat(NEW.database().column(ON_HAND)).isEqualTo(OLD.database().column(ON_HAND));
  }
}
