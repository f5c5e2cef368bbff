package app.reliquum.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.jar.JarEntry;
import java.util.jar.JarFile;
import java.util.jar.JarInputStream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * What is in the packed application: what it is made of is said in it, and nothing of the tests.
 */
class PartsTest {

  private static final Path JAR = Path.of("../server/target/reliquum-app.jar");
  private static final JsonMapper JSON = new JsonMapper();

  private static List<String> names(JsonNode bom) {
    assertThat(bom.path("bomFormat").asString()).isEqualTo("CycloneDX");
    return bom.path("components").valueStream().map(one -> one.path("name").asString()).toList();
  }

  @Test
  void bothHalvesSayWhatTheyAreMadeOf() throws IOException {
    try (JarFile jar = new JarFile(JAR.toFile())) {
      JarEntry server = jar.getJarEntry("META-INF/sbom/application.cdx.json");
      if (server == null) {
        server = jar.getJarEntry("BOOT-INF/classes/META-INF/sbom/application.cdx.json");
      }
      try (InputStream content = jar.getInputStream(server)) {
        assertThat(names(JSON.readTree(content.readAllBytes())))
            .contains("spring-security-web", "mariadb-java-client", "zxcvbn")
            .doesNotContain("greenmail", "junit", "junit-jupiter");
      }
      assertThat(names(JSON.readTree(inWeb(jar, "META-INF/sbom/web.cdx.json"))))
          .contains("react", "react-dom")
          .doesNotContain("vitest", "vite");
    }
  }

  private static byte[] inWeb(JarFile jar, String name) throws IOException {
    JarEntry web =
        jar.stream()
            .filter(one -> one.getName().matches("BOOT-INF/lib/reliquum-web-.*\\.jar"))
            .findFirst()
            .orElseThrow();
    try (InputStream content = jar.getInputStream(web);
        JarInputStream inner =
            new JarInputStream(new ByteArrayInputStream(content.readAllBytes()))) {
      for (JarEntry one = inner.getNextJarEntry(); one != null; one = inner.getNextJarEntry()) {
        if (one.getName().equals(name)) {
          return inner.readAllBytes();
        }
      }
    }
    throw new AssertionError("The web has no " + name);
  }

  @Test
  void nothingOfTheTestsIsShipped() throws IOException {
    try (JarFile jar = new JarFile(JAR.toFile())) {
      assertThat(jar.stream().map(JarEntry::getName))
          .noneMatch(name -> name.matches(".*(junit|greenmail|assertj|mockito|archunit).*"));
    }
  }
}
