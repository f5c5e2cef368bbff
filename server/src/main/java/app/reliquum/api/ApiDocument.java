package app.reliquum.api;

import io.swagger.v3.oas.models.Components;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.PathItem;
import io.swagger.v3.oas.models.Paths;
import io.swagger.v3.oas.models.headers.Header;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.IntegerSchema;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.parameters.HeaderParameter;
import io.swagger.v3.oas.models.parameters.Parameter;
import io.swagger.v3.oas.models.responses.ApiResponse;
import io.swagger.v3.oas.models.security.SecurityRequirement;
import io.swagger.v3.oas.models.security.SecurityScheme;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What the API says of itself, beyond what its controllers show. */
@Configuration(proxyBeanMethods = false)
class ApiDocument {

  private static final String SESSION = "session";
  private static final String TOKEN = "xsrf";

  /** A kind of refusal: its status, what it is called in the document, and what it means. */
  private record Refusal(String status, String name, String meaning) {}

  private static final Refusal INVALID =
      new Refusal(
          "400",
          "Invalid",
          "The request can't be read, or a member of it is wrong: `field` names it, `fields` names"
              + " all that are. Nothing was done. Types: `invalid`, `too-large`, `too-long`.");
  private static final Refusal SIGN_IN =
      new Refusal("401", "SignIn", "Nobody is signed in. Types: `sign-in`, `wrong-sign-in`.");
  private static final Refusal FORBIDDEN =
      new Refusal(
          "403",
          "Forbidden",
          "Whoever asks may not. Types: `forbidden`, `floor-only`, `secret-due`.");
  private static final Refusal MISSING =
      new Refusal("404", "NotFound", "There is no such thing. Type: `not-found`.");
  private static final Refusal CONFLICT =
      new Refusal(
          "409",
          "Conflict",
          "It contradicts what there is. Types: `changed` (someone else changed it meanwhile),"
              + " `not-unique`, `command-id-reused`, and others that name what is in the way.");
  private static final Refusal REFUSED =
      new Refusal(
          "422",
          "Refused",
          "It is understood, and the rules of the job forbid it; the type names the rule, the"
              + " members the figures that matter. Nothing was done.");
  private static final Refusal BUSY =
      new Refusal(
          "503", "Busy", "Too many are at the same goods. Nothing was done; try again. `busy`.");

  @Bean
  OpenAPI openApi() {
    return new OpenAPI()
        .info(
            new Info()
                .title("Reliquum")
                .version("1")
                .description(
                    "What do we have, where is it, and can we trust that number. Every write "
                        + "carries an Idempotency-Key, a UUID: sent again, it gets the first "
                        + "answer and does nothing. Every error is a problem document (RFC 9457). "
                        + "Quantities are decimal strings. Requests are read to the letter: an "
                        + "unknown member, a number of another kind or out of range is refused and "
                        + "named."))
        .components(
            new Components()
                .addSecuritySchemes(
                    SESSION,
                    new SecurityScheme()
                        .type(SecurityScheme.Type.APIKEY)
                        .in(SecurityScheme.In.COOKIE)
                        .name("reliquum")
                        .description("The session that signing in begins."))
                .addSecuritySchemes(
                    TOKEN,
                    new SecurityScheme()
                        .type(SecurityScheme.Type.APIKEY)
                        .in(SecurityScheme.In.HEADER)
                        .name("X-XSRF-TOKEN")
                        .description("With every write, what stands in the cookie XSRF-TOKEN.")));
  }

  /** The document is kept under version control, so it must not depend on where it was made. */
  @Bean
  OpenApiCustomizer stableDocument(PresentFields fields) {
    return document -> {
      document.setServers(null);
      document.setPaths(sorted(document.getPaths()));
      Map<String, Schema<?>> schemas = new TreeMap<>();
      document.getComponents().getSchemas().forEach(schemas::put);
      fields.complete(document, schemas);
      schemas.put("Problem", problem());
      document.getComponents().setSchemas(new TreeMap<>(schemas));
      for (Refusal one : List.of(INVALID, SIGN_IN, FORBIDDEN, MISSING, CONFLICT, REFUSED, BUSY)) {
        document.getComponents().addResponses(one.name(), response(one));
      }
      document
          .getPaths()
          .forEach(
              (path, item) ->
                  item.readOperationsMap()
                      .forEach((method, operation) -> complete(path, method, operation)));
    };
  }

  private static Paths sorted(Paths paths) {
    Paths sorted = new Paths();
    new TreeMap<>(paths).forEach(sorted::addPathItem);
    return sorted;
  }

  /** What need not be given is left out of an address; null can't stand in one. */
  private static void leftOut(Parameter parameter) {
    Schema<?> schema = parameter.getSchema();
    if (schema != null && schema.getTypes() != null && schema.getTypes().remove("null")) {
      if (schema.getEnum() != null) {
        schema.getEnum().removeIf(Objects::isNull);
      }
    }
  }

  private static void complete(String path, PathItem.HttpMethod method, Operation operation) {
    boolean write = method != PathItem.HttpMethod.GET;
    boolean open =
        operation.getExtensions() != null
            && "NONE".equals(operation.getExtensions().get("x-permission"));
    if (operation.getParameters() != null) {
      operation.getParameters().forEach(ApiDocument::leftOut);
    }
    SecurityRequirement required = new SecurityRequirement();
    if (!open) {
      required.addList(SESSION);
    }
    if (write) {
      required.addList(TOKEN);
    }
    operation.setSecurity(required.isEmpty() ? List.of() : List.of(required));
    add(operation, INVALID);
    add(operation, SIGN_IN);
    if (!open) {
      add(operation, FORBIDDEN);
    }
    if (path.contains("{")) {
      add(operation, MISSING);
    }
    if (write && !open) {
      if (!path.contains("{")) {
        add(operation, MISSING);
      }
      add(operation, CONFLICT);
      add(operation, REFUSED);
      add(operation, BUSY);
    }
  }

  private static void add(Operation operation, Refusal refusal) {
    operation
        .getResponses()
        .addApiResponse(
            refusal.status(), new ApiResponse().$ref("#/components/responses/" + refusal.name()));
  }

  private static ApiResponse response(Refusal refusal) {
    ApiResponse response =
        new ApiResponse()
            .description(refusal.meaning())
            .content(
                new Content()
                    .addMediaType(
                        "application/problem+json",
                        new MediaType()
                            .schema(new Schema<>().$ref("#/components/schemas/Problem"))));
    if (refusal == BUSY) {
      response.addHeaderObject(
          "Retry-After", new Header().description("Seconds to wait.").schema(new IntegerSchema()));
    }
    return response;
  }

  private static Schema<?> problem() {
    Schema<Object> fault = new Schema<>();
    fault.setTypes(java.util.Set.of("object"));
    fault.addProperty("field", new StringSchema());
    fault.addProperty("message", new StringSchema());
    Schema<Object> faults = new Schema<>();
    faults.setTypes(java.util.Set.of("array"));
    faults.setItems(fault);
    Schema<Object> problem = new Schema<>();
    problem.setTypes(java.util.Set.of("object"));
    problem.setDescription("What can't be done as asked (RFC 9457), with the values that matter.");
    problem.addProperty("type", new StringSchema().format("uri"));
    problem.addProperty("title", new StringSchema());
    problem.addProperty("status", new IntegerSchema());
    problem.addProperty("detail", new StringSchema().description("A sentence for people."));
    problem.addProperty("instance", new StringSchema());
    problem.addProperty("field", new StringSchema().description("The member that is wrong."));
    problem.addProperty("fields", faults);
    problem.setRequired(List.of("type", "status", "detail"));
    problem.setAdditionalProperties(true);
    return problem;
  }

  /** What an operation needs, for those who call it and for the test of who may do what. */
  @Bean
  OperationCustomizer permissions() {
    return (operation, method) -> {
      Needs needs = method.getMethodAnnotation(Needs.class);
      if (needs != null) {
        operation.addExtension("x-permission", needs.value().name());
        operation.addExtension("x-floor", needs.floor());
        operation.addExtension("x-everywhere", needs.everywhere());
      } else if (method.hasMethodAnnotation(Open.class)) {
        operation.addExtension("x-permission", "NONE");
      } else if (method.hasMethodAnnotation(Own.class)) {
        operation.addExtension("x-permission", "OWN");
      }
      return operation;
    };
  }

  @Bean
  OperationCustomizer commandHeader() {
    return (operation, method) -> {
      for (var parameter : method.getMethodParameters()) {
        if (parameter.getParameterType() == Command.class) {
          operation.addParametersItem(
              new HeaderParameter()
                  .name(CommandResolver.HEADER)
                  .description("A UUID of the caller's own: the same again does nothing again.")
                  .required(true)
                  .schema(new StringSchema().format("uuid")));
        }
      }
      return operation;
    };
  }
}
