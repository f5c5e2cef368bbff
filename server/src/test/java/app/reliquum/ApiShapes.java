package app.reliquum;

import com.github.curiousoddman.rgxgen.RgxGen;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** The operations of the API as its document has them, and bodies made from it. */
final class ApiShapes {

  private static final JsonNodeFactory JSON = JsonNodeFactory.instance;

  /** How much a body says. */
  enum Extent {
    /** What it must. */
    MINIMAL,
    /** Everything, as large as it may be. */
    MAXIMAL
  }

  /**
   * An operation.
   *
   * @param body the schema of its body if that is JSON, else null
   * @param media the media type of its body, null if it has none
   * @param about all that the document says of it
   */
  record Operation(
      String method,
      String path,
      JsonNode parameters,
      JsonNode body,
      String media,
      JsonNode about) {
    String id() {
      return about.path("operationId").asString();
    }

    boolean writes() {
      return !method.equals("GET");
    }

    @Override
    public String toString() {
      return method + " " + path;
    }
  }

  private final JsonNode document;

  ApiShapes(JsonNode document) {
    this.document = document;
  }

  List<Operation> operations() {
    List<Operation> operations = new ArrayList<>();
    document
        .path("paths")
        .properties()
        .forEach(
            path ->
                path.getValue()
                    .properties()
                    .forEach(
                        method ->
                            operations.add(
                                operation(path.getKey(), method.getKey(), method.getValue()))));
    return operations;
  }

  private static Operation operation(String path, String method, JsonNode about) {
    JsonNode content = about.path("requestBody").path("content");
    String media = content.isEmpty() ? null : content.properties().iterator().next().getKey();
    boolean json = "application/json".equals(media);
    return new Operation(
        method.toUpperCase(java.util.Locale.ROOT),
        path,
        about.path("parameters"),
        json ? content.path(media).path("schema") : null,
        media,
        about);
  }

  /** A schema with what it refers to. */
  JsonNode resolved(JsonNode schema) {
    JsonNode found = schema;
    while (found.has("$ref")) {
      String name = found.path("$ref").asString();
      found =
          document
              .path("components")
              .path("schemas")
              .path(name.substring(name.lastIndexOf('/') + 1));
    }
    return found.has("anyOf") ? resolved(found.path("anyOf").get(0)) : found;
  }

  /** A body that the schema allows. */
  JsonNode body(JsonNode schema, Extent extent) {
    return value(schema, extent, 0);
  }

  private JsonNode value(JsonNode of, Extent extent, int depth) {
    JsonNode schema = resolved(of);
    if (schema.has("enum")) {
      return schema.path("enum").get(extent == Extent.MINIMAL ? 0 : schema.path("enum").size() - 1);
    }
    return switch (type(schema)) {
      case "object" -> object(schema, extent, depth);
      case "array" -> array(schema, extent, depth);
      case "string" -> JSON.stringNode(text(schema, extent));
      case "boolean" -> JSON.booleanNode(extent == Extent.MAXIMAL);
      case "integer" -> JSON.numberNode(whole(schema, extent));
      case "number" ->
          JSON.numberNode(
              extent == Extent.MAXIMAL
                  ? Math.max(1, schema.path("maximum").asInt(1))
                  : schema.path("minimum").asInt(0));
      default -> JSON.objectNode();
    };
  }

  static String type(JsonNode schema) {
    JsonNode type = schema.path("type");
    if (type.isArray()) {
      for (JsonNode one : type) {
        if (!one.asString().equals("null")) {
          return one.asString();
        }
      }
    }
    return type.asString("");
  }

  private JsonNode object(JsonNode schema, Extent extent, int depth) {
    ObjectNode object = JSON.objectNode();
    List<String> required = new ArrayList<>();
    schema.path("required").forEach(name -> required.add(name.asString()));
    for (Map.Entry<String, JsonNode> one : schema.path("properties").properties()) {
      boolean asked = required.contains(one.getKey());
      if (asked || (extent == Extent.MAXIMAL && depth < 4)) {
        object.set(one.getKey(), value(one.getValue(), extent, depth + 1));
      }
    }
    return object;
  }

  private JsonNode array(JsonNode schema, Extent extent, int depth) {
    ArrayNode array = JSON.arrayNode();
    int least = schema.path("minItems").asInt(0);
    int most = Math.min(3, schema.path("maxItems").asInt(3));
    boolean unique = schema.path("uniqueItems").asBoolean(false);
    int size = extent == Extent.MINIMAL ? least : depth >= 4 ? least : unique ? 1 : most;
    for (int i = 0; i < size; i++) {
      array.add(value(schema.path("items"), extent, depth + 1));
    }
    return array;
  }

  private static String text(JsonNode schema, Extent extent) {
    switch (schema.path("format").asString("")) {
      case "date" -> {
        return extent == Extent.MINIMAL ? "1900-01-01" : "2200-12-31";
      }
      case "date-time" -> {
        return "2026-03-31T12:00:00Z";
      }
      case "uuid" -> {
        return UUID.randomUUID().toString();
      }
      case "decimal" -> {
        return extent == Extent.MINIMAL ? "0" : "9999999999999.999999";
      }
      case "byte" -> {
        return Base64.getEncoder().encodeToString(new byte[] {1, 2, 3});
      }
      default -> {
        // a text
      }
    }
    if (schema.has("pattern")) {
      return RgxGen.parse(schema.path("pattern").asString()).generate(new Random(7));
    }
    int least = schema.path("minLength").asInt(0);
    int most = Math.min(schema.path("maxLength").asInt(400), 3_000_000);
    return "x".repeat(extent == Extent.MINIMAL ? least : most);
  }

  private static long whole(JsonNode schema, Extent extent) {
    long least =
        schema.has("exclusiveMinimum")
            ? schema.path("exclusiveMinimum").asLong() + 1
            : schema.path("minimum").asLong(0);
    long largest =
        schema.path("format").asString("").equals("int64") ? Long.MAX_VALUE : Integer.MAX_VALUE;
    return extent == Extent.MINIMAL ? least : schema.path("maximum").asLong(largest);
  }

  /** An address of the operation with every parameter that it must have. */
  String address(Operation operation, java.util.function.Function<JsonNode, String> say) {
    String path = operation.path();
    StringBuilder query = new StringBuilder();
    for (JsonNode one : operation.parameters()) {
      String name = one.path("name").asString();
      switch (one.path("in").asString()) {
        case "path" -> path = path.replace("{" + name + "}", say.apply(one));
        case "query" -> {
          String said = one.path("required").asBoolean(false) ? say.apply(one) : null;
          if (said != null) {
            query.append(query.isEmpty() ? "?" : "&").append(name).append('=').append(said);
          }
        }
        default -> {
          // headers
        }
      }
    }
    return path + query;
  }

  /** What a parameter may be, at its plainest. */
  String plain(JsonNode parameter) {
    JsonNode schema = resolved(parameter.path("schema"));
    if (type(schema).equals("array")) {
      return value(schema.path("items"), Extent.MINIMAL, 0).asString("x");
    }
    JsonNode value = value(schema, Extent.MINIMAL, 0);
    return type(schema).equals("integer") ? "1" : value.asString("1");
  }
}
