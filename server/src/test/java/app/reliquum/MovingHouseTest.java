package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
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

  @Test
  void itIsTheSameAsBefore() throws IOException {
    Client old = OLD.hire("MOVER", Role.ADMINISTRATOR);
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
