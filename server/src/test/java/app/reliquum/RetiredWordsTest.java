package app.reliquum;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** No paper, problem or file says a thing in a word that was retired for a plainer one. */
class RetiredWordsTest {

  private static final Path HOUSE = Path.of("..");
  private static final Pattern COMMENT = Pattern.compile("/\\*.*?\\*/|//[^\n]*", Pattern.DOTALL);
  private static final Pattern LITERAL = Pattern.compile("\"((?:[^\"\\\\\n]|\\\\.)*)\"");
  private static final Pattern SQL =
      Pattern.compile(
          "\\b(select|update|insert|delete|where|is null|is not null|order by)\\b| = |:\\w");

  /**
   * @param whole whether a text is wrong only if it is nothing but this
   */
  private record Retired(boolean whole, String word, Pattern pattern) {

    static Retired of(String line) {
      String[] cells = line.split(",", 3);
      return new Retired(
          cells[0].equals("label"),
          cells[1],
          Pattern.compile(
              "(?<![\\w-])" + Pattern.quote(cells[1]) + "(?![\\w-])", Pattern.CASE_INSENSITIVE));
    }

    boolean in(String text) {
      // Names of members and states are no labels; they have a case of their own.
      return whole
          ? text.equalsIgnoreCase(word) && text.matches("[A-Z][^A-Z]*")
          : pattern.matcher(text).find();
    }

    String around(String text) {
      int at = Math.max(0, text.toLowerCase(Locale.ROOT).indexOf(word));
      return text.substring(Math.max(0, at - 40), Math.min(text.length(), at + 60));
    }
  }

  @Test
  void theServerSpeaksPlainly() throws IOException {
    List<String> faults = new ArrayList<>();
    for (String module : List.of("core", "server")) {
      for (Path file : files(HOUSE.resolve(module).resolve("src/main/java"), ".java")) {
        String code = COMMENT.matcher(Files.readString(file, UTF_8)).replaceAll(" ");
        LITERAL
            .matcher(code)
            .results()
            .map((MatchResult found) -> found.group(1))
            .filter(text -> !SQL.matcher(text).find())
            .flatMap(text -> faults(file, text))
            .forEach(faults::add);
      }
    }
    assertThat(faults).isEmpty();
  }

  @Test
  void soDoTheReadmeAndTheGuide() throws IOException {
    List<String> faults = new ArrayList<>();
    List<Path> pages = new ArrayList<>(List.of(HOUSE.resolve("README.md")));
    Path guide = HOUSE.resolve("docs/guide");
    if (Files.exists(guide)) {
      pages.addAll(files(guide, ".md"));
    }
    for (Path page : pages) {
      Files.readString(page, UTF_8)
          .replaceAll("\\s+", " ")
          .transform(text -> faults(page, text))
          .forEach(faults::add);
    }
    assertThat(faults).isEmpty();
  }

  private static Stream<String> faults(Path file, String text) {
    return retired().stream()
        .filter(one -> one.in(text))
        .map(one -> file.getFileName() + ": " + one.word() + " in " + one.around(text));
  }

  private static List<Retired> retired() {
    try {
      return Files.readAllLines(HOUSE.resolve("docs/retired-words.csv"), UTF_8).stream()
          .skip(1)
          .map(Retired::of)
          .toList();
    } catch (IOException fault) {
      throw new java.io.UncheckedIOException(fault);
    }
  }

  private static List<Path> files(Path folder, String ending) throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      return all.filter(file -> file.toString().endsWith(ending)).toList();
    }
  }
}
