package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;

/** A house that was only tried is emptied, after a backup, by someone who means it. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class HouseEmptyingTest {

  private static final Path FOLDER = folder();

  @RegisterExtension
  static final RunningHouse HOUSE =
      RunningHouse.empty(
          "--reliquum.backup.program=../deploy/backup.sh", "--reliquum.backup.folder=" + FOLDER);

  @RegisterExtension static final RunningHouse WITHOUT_BACKUP = RunningHouse.empty();

  private Client administrator;

  private static Path folder() {
    try {
      return Files.createTempDirectory("backups");
    } catch (IOException fault) {
      throw new IllegalStateException(fault);
    }
  }

  @BeforeAll
  void furnish() {
    administrator = HOUSE.hire("ADM", Role.ADMINISTRATOR);
  }

  private Client.Answer empty(Client who, String typed) {
    return who.post("/api/house/emptying", Map.of("confirmation", typed));
  }

  @Test
  void everythingGoesButPeopleAndRules() throws IOException {
    Importing importing = new Importing(administrator);
    byte[] example = administrator.bytes("/api/tables/example").body();
    importing.imported("example house.xlsx", example);
    assertThat(empty(administrator, "Another house").status()).isEqualTo(400);
    assertThat(administrator.get("/api/items").ok().path("total").asInt()).isEqualTo(20);
    String said = empty(administrator, "Reliquum").ok().path("backup").asString();
    assertThat(said).contains(FOLDER.toString());
    try (var files = Files.list(FOLDER)) {
      assertThat(files).hasSize(1);
    }
    assertThat(administrator.get("/api/items").ok().path("total").asInt()).isZero();
    assertThat(administrator.get("/api/sites").ok()).isEmpty();
    assertThat(administrator.get("/api/ledger").ok().path("total").asInt()).isZero();
    assertThat(HOUSE.database().column("select code from person where code = 'ADM'")).hasSize(1);
    // It can still print.
    assertThat(administrator.get("/api/printers").ok().path(0).path("code").asString())
        .isEqualTo("TRAY");
    // It is a house like a new one: the same comes in once more.
    importing.imported("example house.xlsx", example);
    new Goods(administrator).booksAddUp();
  }

  @Test
  void nothingIsEmptiedWithoutABackup() {
    Client there = WITHOUT_BACKUP.hire("ADM", Role.ADMINISTRATOR);
    assertThat(empty(there, "Reliquum").problem()).isEqualTo("no-backup");
  }
}
