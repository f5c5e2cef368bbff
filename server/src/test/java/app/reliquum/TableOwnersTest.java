package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * Reads the statements of the server: who writes which table, and who names those of stock. What
 * Hibernate writes stands in no statement; entities are module-private.
 */
class TableOwnersTest {

  private static final Path SOURCES = Path.of("src/main/java/app/reliquum");
  private static final Path MIGRATIONS = Path.of("src/main/resources/db/migration");

  private static final Pattern TABLE =
      Pattern.compile("create table (\\w+)|rename table \\w+ to (\\w+)");
  private static final Pattern WRITES =
      Pattern.compile("\\b(?:insert (?:ignore )?into|update|delete (?:\\w+ )?from)\\s+(\\w+)\\b");
  private static final Pattern NAMES = Pattern.compile("\\b(?:from|join|into|update)\\s+(\\w+)\\b");

  private static final Set<String> OF_STOCK =
      Set.of("posting", "ledger_line", "stock_position", "item_stock", "reservation");

  private static Map<String, String> sources() throws IOException {
    Map<String, String> sources = new TreeMap<>();
    try (Stream<Path> files = Files.walk(SOURCES)) {
      for (Path file : files.filter(one -> one.toString().endsWith(".java")).toList()) {
        String name = SOURCES.relativize(file).toString().replace(".java", "");
        sources.put(name, Files.readString(file));
      }
    }
    return sources;
  }

  private static Set<String> tables() throws IOException {
    Set<String> tables = new TreeSet<>();
    try (Stream<Path> files = Files.list(MIGRATIONS)) {
      for (Path file : files.toList()) {
        Matcher table = TABLE.matcher(Files.readString(file));
        while (table.find()) {
          tables.add(table.group(1) == null ? table.group(2) : table.group(1));
        }
      }
    }
    return tables;
  }

  private static Set<String> found(Pattern pattern, String source, Set<String> among) {
    return pattern
        .matcher(source)
        .results()
        .map(one -> one.group(1))
        .filter(among::contains)
        .collect(Collectors.toCollection(TreeSet::new));
  }

  @Test
  void aTableIsWrittenByOneModule() throws IOException {
    Set<String> tables = tables();
    Map<String, Set<String>> writers = new TreeMap<>();
    sources()
        .forEach(
            (name, source) ->
                found(WRITES, source, tables)
                    .forEach(
                        table ->
                            writers
                                .computeIfAbsent(table, none -> new TreeSet<>())
                                .add(name.split("/")[0])));
    assertThat(writers).hasSizeGreaterThan(60);
    Map<String, Set<String>> shared = new TreeMap<>(writers);
    shared.values().removeIf(modules -> modules.size() == 1);
    assertThat(shared).isEqualTo(Map.of());
  }

  @Test
  void onlyStockNamesItsTables() throws IOException {
    List<String> reads =
        sources().entrySet().stream()
            .filter(one -> !one.getKey().startsWith("stock/"))
            .filter(one -> !found(NAMES, one.getValue(), OF_STOCK).isEmpty())
            .map(Map.Entry::getKey)
            .toList();
    assertThat(reads).as("name a view of V16__stock_views.sql instead").isEmpty();
  }
}
