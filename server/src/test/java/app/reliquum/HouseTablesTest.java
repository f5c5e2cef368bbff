package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.io.IOException;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** What goes out of the demo house comes in again, and changes nothing. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class HouseTablesTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.demo();

  private Client administrator;
  private Importing importing;

  @BeforeAll
  void furnish() {
    administrator = HOUSE.hire("ADM", Role.ADMINISTRATOR);
    importing = new Importing(administrator);
  }

  private byte[] export(String format) throws IOException {
    return administrator.bytes("/api/tables/file?format=" + format).body();
  }

  private void changesNothing(String name, byte[] content) {
    JsonNode checked = importing.checked(name, content);
    assertThat(importing.faults(checked).valueStream().limit(3)).isEmpty();
    assertThat(checked.path("row").path("failure").isNull()).as("%s", checked).isTrue();
    assertThat(checked.path("sheets")).hasSize(administrator.get("/api/tables").ok().size());
    for (JsonNode sheet : checked.path("sheets")) {
      assertThat(sheet.path("table").asString()).isEqualTo(sheet.path("sheet").asString());
      assertThat(sheet.path("fresh").asInt()).as("%s", sheet).isZero();
      assertThat(sheet.path("changed").asInt())
          .as("%s %s", sheet, importing.changes(checked))
          .isZero();
      assertThat(sheet.path("unchanged").asInt())
          .as("%s", sheet)
          .isEqualTo(sheet.path("lines").asInt());
    }
  }

  @Test
  void csvComesInAgainAndChangesNothing() throws IOException {
    byte[] content = export("CSV");
    changesNothing("house.zip", content);
    assertThat(export("CSV").length).isEqualTo(content.length);
  }

  @Test
  void aWorkbookComesInAgainAndChangesNothing() throws IOException {
    changesNothing("house.xlsx", export("XLSX"));
  }
}
