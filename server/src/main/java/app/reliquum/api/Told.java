package app.reliquum.api;

import io.swagger.v3.oas.annotations.media.Schema;
import java.util.Map;

/**
 * Something that people are told: its type, and the values that it is said with. Whoever shows it
 * has the words, in the language of whoever reads.
 */
@Schema(name = "Told")
public record Told(String type, Map<String, Object> values) {

  /** The type of a record that says something: its name, in small letters. */
  public static String type(Class<?> of) {
    return of.getSimpleName()
        .replaceAll("(?<=[a-z])(?=[A-Z])", "-")
        .toLowerCase(java.util.Locale.ROOT);
  }
}
