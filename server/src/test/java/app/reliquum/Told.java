package app.reliquum;

import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;

/** What the Floor was told, on one line: its type, and its values by their names. */
final class Told {
  private Told() {}

  static String refusal(JsonNode view) {
    return line(view.path("refusal"));
  }

  static String done(JsonNode view) {
    return view.path("done")
        .path("told")
        .valueStream()
        .map(Told::line)
        .collect(Collectors.joining("; "));
  }

  static String line(JsonNode told) {
    return told.path("type").asString()
        + told.path("values").properties().stream()
            .map(one -> " " + one.getKey() + "=" + text(one.getValue()))
            .collect(Collectors.joining());
  }

  private static String text(JsonNode value) {
    return value.isArray()
        ? value.valueStream().map(JsonNode::asString).collect(Collectors.joining(","))
        : value.asString();
  }
}
