package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import app.reliquum.testing.TestDatabase;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;

/** A house that is backed up while people work in it, and restored. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class BackupTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  @TempDir static Path folder;

  private Client clerk;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    Goods goods = new Goods(clerk);
    goods.site("KQ");
    goods.item("SHK", "Shackle \"8 mm\"\nINSERT INTO `item` VALUES", "NONE");
    goods.opening("SHK", null, null, "KQ.A-01-A", "1000000");
  }

  private record Said(int status, String text) {}

  private static Said run(TestDatabase database, Map<String, String> settings, String... words)
      throws IOException, InterruptedException {
    ProcessBuilder program = new ProcessBuilder("../deploy/backup.sh").redirectErrorStream(true);
    program.command().addAll(List.of(words));
    program.environment().put("RELIQUUM_DB_URL", database.url());
    program.environment().put("RELIQUUM_DB_USER", database.user());
    program.environment().put("RELIQUUM_DB_PASSWORD", database.password());
    program.environment().putAll(settings);
    Process running = program.start();
    String text = new String(running.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    return new Said(running.waitFor(), text);
  }

  private void move(ConcurrentLinkedQueue<String> acknowledged) {
    String posting =
        clerk
            .post(
                "/api/moves",
                Map.of("item", "SHK", "from", "KQ.A-01-A", "to", "KQ.A-01-B", "quantity", "1"))
            .ok()
            .path("posting")
            .asString();
    acknowledged.add(posting);
  }

  @Test
  void everyPostingThatWasAcknowledgedIsThere() throws Exception {
    ConcurrentLinkedQueue<String> acknowledged = new ConcurrentLinkedQueue<>();
    AtomicBoolean enough = new AtomicBoolean();
    ExecutorService workers = Executors.newFixedThreadPool(4);
    Path file = folder.resolve("under-load.backup");
    List<String> before;
    Said backedUp;
    try {
      List<Future<?>> working =
          java.util.stream.IntStream.range(0, 4)
              .<Future<?>>mapToObj(
                  worker ->
                      workers.submit(
                          () -> {
                            while (!enough.get()) {
                              move(acknowledged);
                            }
                          }))
              .toList();
      while (acknowledged.size() < 50) {
        Thread.onSpinWait();
      }
      before = List.copyOf(acknowledged);
      backedUp = run(HOUSE.database(), Map.of(), "backup", file.toString());
      enough.set(true);
      for (Future<?> one : working) {
        one.get();
      }
    } finally {
      enough.set(true);
      workers.shutdown();
    }
    assertThat(backedUp.status()).as(backedUp.text()).isZero();
    assertThat(run(HOUSE.database(), Map.of(), "verify", file.toString()).text())
        .startsWith("Whole");
    try (TestDatabase restored = new TestDatabase()) {
      Said said = run(restored, Map.of(), "restore", file.toString());
      assertThat(said.status()).as(said.text()).isZero();
      assertThat(restored.column("select id from posting")).containsAll(before);
      assertThat(restored.column("select name from item where code = 'SHK'"))
          .isEqualTo(HOUSE.database().column("select name from item where code = 'SHK'"));
      try (ServerProcess server = new ServerProcess(restored)) {
        Goods there = new Goods(server.nobody().signIn("CON", RunningHouse.PASSWORD));
        there.booksAddUp();
      }
      Said again = run(restored, Map.of(), "restore", file.toString());
      assertThat(again.status()).isNotZero();
      assertThat(again.text()).contains("is not empty");
    }
  }

  @Test
  void anEncryptedBackupOpensWithItsPasswordOnly() throws Exception {
    Path secret = Files.writeString(folder.resolve("secret"), "gull and tern\n");
    Path other = Files.writeString(folder.resolve("other"), "tern and gull\n");
    Path file = folder.resolve("sealed.backup");
    String name = "RELIQUUM_BACKUP_PASSWORD_FILE";
    Said sealed = run(HOUSE.database(), Map.of(name, secret.toString()), "backup", file.toString());
    assertThat(sealed.status()).as(sealed.text()).isZero();
    assertThat(new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1))
        .startsWith("Salted__")
        .doesNotContain("manifest");
    assertThat(
            run(HOUSE.database(), Map.of(name, secret.toString()), "verify", file.toString())
                .status())
        .isZero();
    assertThat(
            run(HOUSE.database(), Map.of(name, other.toString()), "verify", file.toString())
                .status())
        .isNotZero();
    assertThat(run(HOUSE.database(), Map.of(), "verify", file.toString()).text())
        .contains("encrypted");
  }

  @Test
  void aBackupThatIsDamagedIsNotRestored() throws Exception {
    Path file = folder.resolve("damaged.backup");
    run(HOUSE.database(), Map.of(), "backup", file.toString());
    byte[] content = Files.readAllBytes(file);
    content[content.length / 2] ^= 1;
    Files.write(file, content);
    try (TestDatabase fresh = new TestDatabase()) {
      assertThat(run(fresh, Map.of(), "restore", file.toString()).status()).isNotZero();
      assertThat(fresh.column("show tables")).isEmpty();
    }
  }

  @Test
  void onlySoManyNightsAreKept() throws Exception {
    Path nights = Files.createDirectory(folder.resolve("nights"));
    for (int day = 1; day <= 4; day++) {
      Files.writeString(nights.resolve("reliquum-2026-01-0" + day + ".backup"), "old");
    }
    Files.writeString(nights.resolve("mine.backup"), "kept");
    Said said =
        run(HOUSE.database(), Map.of("RELIQUUM_BACKUP_KEEP", "2"), "nightly", nights.toString());
    assertThat(said.status()).as(said.text()).isZero();
    try (var files = Files.list(nights)) {
      assertThat(files.map(file -> file.getFileName().toString()))
          .hasSize(3)
          .contains("mine.backup", "reliquum-2026-01-04.backup");
    }
  }
}
