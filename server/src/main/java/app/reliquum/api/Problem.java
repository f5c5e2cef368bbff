package app.reliquum.api;

import app.reliquum.core.text.Language;
import app.reliquum.core.text.Message;
import app.reliquum.core.text.Worded;
import java.net.URI;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;

/** Something that can't be done as asked, with a stable type, a sentence, and the values. */
public class Problem extends RuntimeException implements Worded {

  private final HttpStatus status;
  private final String type;
  private final transient Message message;
  private final Map<String, Object> values = new LinkedHashMap<>();

  /**
   * @param type stable, for programs
   * @param message what is said to people
   */
  public Problem(HttpStatus status, String type, Message message) {
    super(message.english());
    this.status = status;
    this.type = type;
    this.message = message;
  }

  /**
   * @param type stable, for programs
   * @param template the sentence in English; {@code {0}} stands for the first value
   * @param values what stands in it
   */
  public Problem(HttpStatus status, String type, String template, @Nullable Object... values) {
    this(status, type, Message.of(template, values));
  }

  /** The request can't be understood or is not complete. */
  public static Problem invalid(
      @Nullable String field, String template, @Nullable Object... values) {
    return invalid(field, Message.of(template, values));
  }

  /** The request can't be understood or is not complete: a rule said so. */
  public static Problem invalid(@Nullable String field, Exception fault) {
    return invalid(field, Message.of(fault));
  }

  /** The request can't be understood or is not complete. */
  public static Problem invalid(@Nullable String field, Message message) {
    return new Problem(HttpStatus.BAD_REQUEST, "invalid", message).with("field", field);
  }

  /** What a fault says to people. */
  public static String said(Exception fault) {
    return Objects.requireNonNullElse(fault.getMessage(), fault.toString());
  }

  /** There is no such thing. */
  public static Problem missing(String what, @Nullable Object key) {
    return missing(Message.of(what), key);
  }

  /** There is no such thing. */
  public static Problem missing(Message what, @Nullable Object key) {
    return new Problem(HttpStatus.NOT_FOUND, "not-found", "There is no {0} {1}.", what, key)
        .with("what", what.english())
        .with("key", key);
  }

  /** The one who asks may not. */
  public static Problem forbidden(String template, @Nullable Object... values) {
    return new Problem(HttpStatus.FORBIDDEN, "forbidden", template, values);
  }

  /** The one who asks may not. */
  public static Problem forbidden(Message message) {
    return new Problem(HttpStatus.FORBIDDEN, "forbidden", message);
  }

  /** What someone saw is no longer what there is. */
  public static Problem changed() {
    return conflict("changed", "Someone else changed this meanwhile. Load it again.");
  }

  /**
   * Refuses a change of what has been changed since it was read.
   *
   * @param seen the version that was read; null is none
   * @throws Problem {@code changed}, if that is not the current one
   */
  public static void unlessCurrent(@Nullable Integer seen, int current) {
    if (seen == null || seen != current) {
      throw changed();
    }
  }

  /** It contradicts what there is. */
  public static Problem conflict(String type, String template, @Nullable Object... values) {
    return new Problem(HttpStatus.CONFLICT, type, template, values);
  }

  /** It contradicts what there is. */
  public static Problem conflict(String type, Message message) {
    return new Problem(HttpStatus.CONFLICT, type, message);
  }

  /** It is understood, and the rules of the job forbid it. */
  public static Problem refused(String type, String template, @Nullable Object... values) {
    return new Problem(HttpStatus.UNPROCESSABLE_CONTENT, type, template, values);
  }

  /** It is understood, and the rules of the job forbid it. */
  public static Problem refused(String type, Message message) {
    return new Problem(HttpStatus.UNPROCESSABLE_CONTENT, type, message);
  }

  /** Adds a value that matters. */
  public Problem with(String name, @Nullable Object value) {
    values.put(name, value);
    return this;
  }

  public HttpStatus status() {
    return status;
  }

  public String type() {
    return type;
  }

  public Map<String, Object> values() {
    return values;
  }

  @Override
  public Message message() {
    return message;
  }

  /** As a document, said in a language. */
  ProblemDetail detail(Language language) {
    ProblemDetail detail =
        ProblemDetail.forStatusAndDetail(status, Translations.said(message, language));
    detail.setType(URI.create("urn:reliquum:problem:" + type));
    values.forEach(detail::setProperty);
    return detail;
  }
}
