package app.reliquum.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.jar.JarFile;
import org.junit.jupiter.api.Test;

/** NOTICE names everything that the packed application carries, under a licence. */
class NoticeTest {

  private static final String LIBRARIES = "BOOT-INF/lib/";

  @Test
  void everyLibraryOfThePackedApplicationIsNamedWithItsLicence() throws IOException {
    List<String> lines = Files.readAllLines(Path.of("../NOTICE"));
    List<String> missing = new ArrayList<>();
    int found = 0;
    try (JarFile jar = new JarFile(PackedHouse.JAR)) {
      for (String entry : jar.stream().map(one -> one.getName()).toList()) {
        if (!entry.startsWith(LIBRARIES) || !entry.endsWith(".jar")) {
          continue;
        }
        String library = entry.substring(LIBRARIES.length(), entry.length() - ".jar".length());
        if (library.startsWith("reliquum-") || library.startsWith("spring-boot-jarmode-")) {
          continue;
        }
        found++;
        if (lines.stream().noneMatch(line -> names(line, library))) {
          missing.add(library);
        }
      }
    }
    assertThat(found).isGreaterThan(100);
    assertThat(missing).as("not in NOTICE; run node web/notice.mjs after a build").isEmpty();
  }

  /** As in {@code group:artifact version: licence}. */
  private static boolean names(String line, String library) {
    int colon = line.indexOf(": ");
    int group = line.indexOf(':');
    // What the web carries has no group.
    if (colon < 0 || line.length() == colon + 2 || group == colon) {
      return false;
    }
    String[] words = line.substring(group + 1, colon).split(" ");
    return words.length == 2 && library.equals(words[0] + "-" + words[1]);
  }
}
