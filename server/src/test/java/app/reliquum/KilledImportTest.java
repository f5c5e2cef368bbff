package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/**
 * A server that dies while it writes an import leaves nothing of it; the next one writes it all.
 */
class KilledImportTest {

  private static final String HEARTBEAT = "--reliquum.jobs.heartbeat=1s";
  private static final int ITEMS = 20_000;

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty(HEARTBEAT);

  private static long items() {
    return Long.parseLong(HOUSE.database().column("select count(*) from item").get(0));
  }

  private static List<String> halfWritten() {
    return HOUSE
        .database()
        .column("select id from import_run where state = 'IMPORTING' and done >= 250");
  }

  @Test
  void nothingOrAllIsThere() {
    Client controller = HOUSE.hire("CON", Role.CONTROLLER);
    StringBuilder file = new StringBuilder("code,name\n");
    for (int i = 0; i < ITEMS; i++) {
      file.append("K-").append(i).append(",Item ").append(i).append('\n');
    }
    JsonNode checked =
        new Importing(controller)
            .checked("items.csv", file.toString().getBytes(StandardCharsets.UTF_8));
    assertThat(checked.path("ready").asBoolean()).isTrue();
    long id = checked.path("row").path("id").asLong();
    HOUSE.stop();
    try (ServerProcess dying = new ServerProcess(HOUSE.database(), HEARTBEAT)) {
      Client there = dying.nobody().signIn("CON", RunningHouse.PASSWORD);
      there.post("/api/imports/" + id + "/writing", Map.of()).ok();
      long end = System.nanoTime() + TimeUnit.MINUTES.toNanos(1);
      while (halfWritten().isEmpty() && System.nanoTime() < end) {
        LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(2));
      }
      dying.kill();
    }
    assertThat(halfWritten()).hasSize(1);
    assertThat(items()).isZero();
    HOUSE.restart();
    Client after = HOUSE.nobody().signIn("CON", RunningHouse.PASSWORD);
    assertThat(new Importing(after).through(id).path("row").path("state").asString())
        .isEqualTo("IMPORTED");
    assertThat(items()).isEqualTo(ITEMS);
  }
}
