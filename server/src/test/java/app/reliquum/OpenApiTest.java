package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** The web's types are made from a kept copy of the API's document; it must be today's. */
class OpenApiTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final Path KEPT = Path.of("../web/openapi.json");
  private static final JsonMapper JSON =
      JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

  @Test
  void theKeptDocumentIsCurrent() throws IOException {
    JsonNode now = HOUSE.hire("READER", Role.AUDITOR).get("/api/openapi.json").ok();
    if (Boolean.getBoolean("reliquum.api.write")) {
      Files.writeString(KEPT, JSON.writeValueAsString(now) + "\n");
    }
    assertThat(JSON.readTree(Files.readString(KEPT)))
        .as("web/openapi.json is old: run ./reliquum api")
        .isEqualTo(now);
  }

  @Test
  void everyWriteAsksForACommandId() {
    JsonNode paths = HOUSE.hire("WRITER", Role.AUDITOR).get("/api/openapi.json").ok().path("paths");
    int writes = 0;
    for (var path : paths.properties()) {
      for (var method : path.getValue().properties()) {
        boolean reads =
            method.getKey().equals("get")
                || path.getKey().startsWith("/api/session")
                // What they answer is told once, and kept as a hash.
                || path.getKey().equals("/api/devices")
                || path.getKey().equals("/api/devices/{id}/code")
                || path.getKey().equals("/api/floor/scan")
                || path.getKey().equals("/api/racks/preview")
                || path.getKey().equals("/api/counts/preview")
                || path.getKey().equals("/api/put-away/trial")
                || path.getKey().equals("/api/removal/trial")
                || path.getKey().equals("/api/removal/standing")
                || path.getKey().equals("/api/removal/comparison")
                || path.getKey().equals("/api/labels/pdf");
        if (!reads) {
          writes++;
          assertThat(method.getValue().path("parameters").toString())
              .as(method.getKey() + " " + path.getKey())
              .contains("Idempotency-Key");
        }
      }
    }
    assertThat(writes).isGreaterThan(12);
  }
}
