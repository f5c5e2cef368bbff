package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.TreeSet;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Whatever is written into the log of a document has words in which its page tells it. */
class LogWordsTest {

  private static final Pattern WRITES =
      Pattern.compile("\\bevent\\(((?:[^()]|\\((?:[^()]|\\([^()]*\\))*\\))*)\\)");
  private static final Pattern NAME = Pattern.compile("\"([A-Z][A-Z_]{2,})\"");

  @ParameterizedTest
  @CsvSource({"transfers, transfer", "outbound, outbound", "inbound, inbound", "counting, count"})
  void everyEntryHasItsWords(String capability, String key) throws IOException {
    TreeSet<String> written = new TreeSet<>();
    Path sources = Path.of("src/main/java/app/reliquum", capability);
    try (Stream<Path> files = Files.list(sources)) {
      for (Path file : files.toList()) {
        for (MatchResult call : WRITES.matcher(Files.readString(file)).results().toList()) {
          NAME.matcher(call.group(1)).results().forEach(name -> written.add(name.group(1)));
        }
      }
    }
    assertThat(written).hasSizeGreaterThan(3);
    JsonNode words =
        JsonMapper.shared()
            .readTree(Files.readString(Path.of("../web/src/app/en.json")))
            .path(key)
            .path("event");
    List<String> wordless =
        written.stream()
            .filter(name -> words.path(name).asString("").isBlank())
            .collect(Collectors.toList());
    assertThat(wordless).isEmpty();
  }
}
