package app.reliquum.api;

import java.net.URI;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;

/** Something that can't be done as asked, with a stable type, a sentence, and the values. */
public class Problem extends RuntimeException {

  private final HttpStatus status;
  private final String type;
  private final Map<String, Object> values = new LinkedHashMap<>();

  public Problem(HttpStatus status, String type, @Nullable String sentence) {
    super(sentence);
    this.status = status;
    this.type = type;
  }

  /** The request can't be understood or is not complete. */
  public static Problem invalid(@Nullable String field, @Nullable String sentence) {
    return new Problem(HttpStatus.BAD_REQUEST, "invalid", sentence).with("field", field);
  }

  /** What a fault says to people. */
  public static String said(Exception fault) {
    return Objects.requireNonNullElse(fault.getMessage(), fault.toString());
  }

  /** There is no such thing. */
  public static Problem missing(String what, @Nullable Object key) {
    return new Problem(HttpStatus.NOT_FOUND, "not-found", "There is no " + what + " " + key + ".")
        .with("what", what)
        .with("key", key);
  }

  /** The one who asks may not. */
  public static Problem forbidden(String sentence) {
    return new Problem(HttpStatus.FORBIDDEN, "forbidden", sentence);
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
  public static Problem conflict(String type, @Nullable String sentence) {
    return new Problem(HttpStatus.CONFLICT, type, sentence);
  }

  /** It is understood, and the rules of the job forbid it. */
  public static Problem refused(String type, String sentence) {
    return new Problem(HttpStatus.UNPROCESSABLE_CONTENT, type, sentence);
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

  ProblemDetail detail() {
    ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, getMessage());
    detail.setType(URI.create("urn:reliquum:problem:" + type));
    values.forEach(detail::setProperty);
    return detail;
  }
}
