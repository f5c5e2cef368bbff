package app.reliquum.api.lists;

import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Free text as it is searched for: every word must begin a word of what is found. */
public record SearchText(String text, List<String> words) {

  private static final int SHORTEST_INDEXED = 3;

  /** Splits what was typed. Signs that mean something to the index are dropped. */
  public static SearchText of(@Nullable String typed) {
    String text = typed == null ? "" : typed.strip();
    return new SearchText(
        text,
        Arrays.stream(text.split("[^\\p{L}\\p{N}]+")).filter(word -> !word.isEmpty()).toList());
  }

  /** Whether there is anything to search for. */
  public boolean isEmpty() {
    return text.isEmpty();
  }

  /** The query for the word index; empty if all words are too short for it. */
  public String indexed() {
    return words.stream()
        .filter(word -> word.length() >= SHORTEST_INDEXED)
        .map(word -> "+" + word + "*")
        .collect(Collectors.joining(" "));
  }

  /** The pattern of codes that begin with the text. */
  public String prefix() {
    return text.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_") + "%";
  }
}
