package app.reliquum.api;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.text.Message;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.core.TokenStreamLocation;
import tools.jackson.core.exc.StreamReadException;
import tools.jackson.databind.exc.InvalidNullException;
import tools.jackson.databind.exc.MismatchedInputException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;

/** Says of a body that can't be read which member is wrong, and what was expected. */
final class Unreadable {

  private Unreadable() {}

  static Problem problem(Throwable fault) {
    Problem problem = found(fault);
    return problem.with(
        "fields",
        List.of(Map.of("field", problem.values().get("field"), "message", problem.getMessage())));
  }

  private static Problem found(Throwable fault) {
    JacksonException json = null;
    QuantityException quantity = null;
    for (Throwable cause = fault; cause != null; cause = cause.getCause()) {
      json = json == null && cause instanceof JacksonException one ? one : json;
      quantity = cause instanceof QuantityException one ? one : quantity;
    }
    String member = json == null ? "" : member(json.getPath());
    if (quantity != null) {
      return Problem.invalid(member.isEmpty() ? "quantity" : member, quantity)
          .with("given", quantity.given());
    }
    if (json instanceof UnrecognizedPropertyException unknown) {
      Collection<Object> known = unknown.getKnownPropertyIds();
      return Problem.invalid(
          member,
          "There is no member '{0}'. Expected {1}.",
          Numbers.brief(unknown.getPropertyName()),
          known == null || known.isEmpty()
              ? Message.of("none")
              : known.stream().map(String::valueOf).sorted().collect(Collectors.joining(", ")));
    }
    if (json instanceof InvalidNullException) {
      return Problem.invalid(member, "{0} is null. Expected something, or nothing at all.", member);
    }
    if (json instanceof MismatchedInputException mismatch && !member.isEmpty()) {
      String said = mismatch.getOriginalMessage();
      // What our own readers say stands behind the last colon of it.
      String own = said.contains(": is ") || said.contains(": has ") ? said : "";
      return own.isEmpty()
          ? Problem.invalid(member, "{0} is {1}.", member, wanted(mismatch.getTargetType()))
          : Problem.invalid(
              member,
              "{0} {1}.",
              member,
              own.substring(Math.max(own.lastIndexOf(": is "), own.lastIndexOf(": has ")) + 2));
    }
    if (json instanceof StreamReadException broken) {
      TokenStreamLocation at = broken.getLocation();
      return Problem.invalid(
          member,
          "The request is no JSON{0}. Expected it as in /api/openapi.json.",
          at == null || at.getLineNr() < 0
              ? ""
              : Message.of(", at line {0}, column {1}", at.getLineNr(), at.getColumnNr()));
    }
    return Problem.invalid(
        member, "The request can't be read. Expected JSON as in /api/openapi.json.");
  }

  /** The way to a member, as {@code lines[0].quantity}. */
  private static String member(List<JacksonException.Reference> path) {
    StringBuilder member = new StringBuilder();
    for (JacksonException.Reference one : path) {
      if (one.getPropertyName() != null) {
        member.append(member.isEmpty() ? "" : ".").append(one.getPropertyName());
      } else if (one.getIndex() >= 0) {
        member.append('[').append(one.getIndex()).append(']');
      }
    }
    return member.toString();
  }

  /** What a value of a type looks like. */
  static Message wanted(@Nullable Class<?> type) {
    if (type == null) {
      return Message.of("something else");
    }
    if (type.isEnum()) {
      return Message.of(
          "one of {0}",
          Arrays.stream(type.getEnumConstants())
              .map(Objects::toString)
              .collect(Collectors.joining(", ")));
    }
    if (type == LocalDate.class) {
      return Message.of("a day such as 2026-03-31, from 1900 to 2200");
    }
    if (type == Instant.class) {
      return Message.of("a moment such as 2026-03-31T12:00:00Z, from 1900 to 2200");
    }
    if (type == boolean.class || type == Boolean.class) {
      return Message.of("true or false");
    }
    if (type == Quantity.class) {
      return Message.of("a decimal number in quotes, such as \"12.5\"");
    }
    if (type == BigDecimal.class) {
      return Message.of("a number such as 12.5");
    }
    if (type == String.class) {
      return Message.of("a text");
    }
    if (Collection.class.isAssignableFrom(type) || type.isArray()) {
      return Message.of("a list");
    }
    if (type.isPrimitive() || Number.class.isAssignableFrom(type)) {
      return Message.of("a whole number");
    }
    return Message.of("an object");
  }
}
