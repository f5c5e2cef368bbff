package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.ApiShapes.Extent;
import app.reliquum.ApiShapes.Operation;
import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.net.http.HttpRequest.BodyPublishers;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** The API takes what its document says that it takes, and nothing else. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ApiBodiesTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client who;
  private JsonNode document;
  private ApiShapes shapes;

  @BeforeAll
  void furnish() {
    who = HOUSE.hire("ADM", Role.ADMINISTRATOR);
    new Goods(who).site("KQ");
    document = who.get("/api/openapi.json").ok();
    shapes = new ApiShapes(document);
  }

  private List<Operation> withBodies() {
    return shapes.operations().stream()
        .filter(one -> one.body() != null)
        // Signing in is slowed down by what fails.
        .filter(one -> !one.path().startsWith("/api/session"))
        .toList();
  }

  private Client.Answer send(Operation operation, JsonNode body) {
    return who.send(
        who.request(shapes.address(operation, shapes::plain))
            .header("Idempotency-Key", UUID.randomUUID().toString())
            .method(operation.method(), BodyPublishers.ofString(body.toString())));
  }

  /**
   * What a body lacks or has too much of is told by its members; what it means is another thing.
   */
  private static boolean wrongShape(Client.Answer answer) {
    return answer.status() == 400 && answer.body().has("fields");
  }

  @Test
  void aMinimalAndAMaximalBodyAreReadByEveryOperation() {
    List<String> wrong = new ArrayList<>();
    for (Operation operation : withBodies()) {
      for (Extent extent : Extent.values()) {
        JsonNode body = shapes.body(operation.body(), extent);
        Client.Answer answer = send(operation, body);
        if (answer.status() >= 500 || wrongShape(answer) || answer.text().startsWith("<")) {
          wrong.add(operation + " " + extent + " " + answer.status() + " " + answer.text());
        }
      }
    }
    assertThat(wrong).isEmpty();
  }

  @Test
  void whatIsRequiredIsInsistedOnAndNamed() {
    List<String> wrong = new ArrayList<>();
    for (Operation operation : withBodies()) {
      JsonNode whole = shapes.body(operation.body(), Extent.MINIMAL);
      JsonNode schema = shapes.resolved(operation.body());
      for (JsonNode name : schema.path("required")) {
        ObjectNode body = ((ObjectNode) whole).deepCopy();
        body.remove(name.asString());
        Client.Answer answer = send(operation, body);
        if (!wrongShape(answer) || !answer.text().contains(name.asString())) {
          wrong.add(operation + " without " + name + ": " + answer.status() + " " + answer.text());
        }
      }
    }
    assertThat(wrong).isEmpty();
  }

  @Test
  void whatNobodyKnowsIsRefusedAndNamed() {
    for (Operation operation : withBodies()) {
      JsonNode whole = shapes.body(operation.body(), Extent.MINIMAL);
      if (whole instanceof ObjectNode body) {
        Client.Answer answer = send(operation, body.put("efective", 1));
        assertThat(answer.status()).as("%s %s", operation, answer.text()).isEqualTo(400);
        assertThat(answer.detail()).as("%s", operation).contains("efective");
      }
    }
  }

  @Test
  void everyOperationSaysWhatItDoesAndWhatItMayAnswer() {
    List<String> names = new ArrayList<>();
    for (Operation operation : shapes.operations()) {
      JsonNode about = operation.about();
      String name = operation.toString();
      assertThat(about.path("summary").asString("")).as(name).isNotEmpty();
      names.add(operation.id());
      assertThat(about.path("responses").has("400")).as(name).isTrue();
      assertThat(about.path("responses").has("401")).as(name).isTrue();
      assertThat(about.has("security")).as(name).isTrue();
    }
    assertThat(names).doesNotHaveDuplicates().allMatch(name -> name.matches("[a-z][A-Za-z]+"));
    assertThat(document.path("components").path("securitySchemes").has("session")).isTrue();
  }
}
