package app.reliquum.e2e;

import app.reliquum.testing.Client;
import app.reliquum.testing.TestDatabase;
import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.extension.AfterAllCallback;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;

/**
 * The packed application as a process of its own, with the demo house or an empty one, for the
 * tests of a class.
 */
public final class PackedHouse implements BeforeAllCallback, AfterAllCallback {

  static final File JAR = new File("../server/target/reliquum-app.jar");
  private static final File UNPACKED = new File("target/app");
  // The classes as the first house left them, ready made: later ones start in half the time.
  private static final File CLASSES = new File("target/classes.jsa");
  private static final long PATIENCE = TimeUnit.MINUTES.toNanos(3);

  // What the first of the processes that share a run has prepared for all: which run, and where.
  private static final Path OPENED = Path.of("target/opened");
  private static final String RUN =
      System.getProperty("reliquum.run", Long.toString(ProcessHandle.current().pid()));

  private final boolean demo;
  private TestDatabase database;
  private Process process;
  private int port;

  /** A demo house. */
  public PackedHouse() {
    this(true);
  }

  private PackedHouse(boolean demo) {
    this.demo = demo;
  }

  /** A house in which there is nothing yet, and one administrator who has not signed in. */
  static PackedHouse empty() {
    return new PackedHouse(false);
  }

  @Override
  public void beforeAll(ExtensionContext context) {
    port = freePort();
    TestDatabase first = opened();
    database = demo ? first.copy() : new TestDatabase();
    start();
  }

  private Path administrator() {
    return Path.of("target/administrator-" + port);
  }

  /** The password that the first administrator, ADMIN, was given. */
  String firstPassword() {
    try {
      return Files.readString(administrator()).strip().split(" ")[1];
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  /** The demo house before anyone has touched it. Whoever asks first opens it, the others wait. */
  private static TestDatabase opened() {
    try (FileChannel file =
            FileChannel.open(
                Path.of("target/opened.lock"),
                StandardOpenOption.CREATE,
                StandardOpenOption.WRITE);
        FileLock alone = file.lock()) {
      List<String> said = Files.exists(OPENED) ? Files.readAllLines(OPENED) : List.of();
      if (!said.isEmpty() && said.get(0).equals(RUN)) {
        return new TestDatabase(said.get(1));
      }
      unpack();
      PackedHouse first = new PackedHouse();
      first.database = new TestDatabase();
      first.port = freePort();
      first.start();
      first.end();
      Files.write(OPENED, List.of(RUN, first.database.name()));
      return first.database;
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  private static void unpack() {
    CLASSES.delete();
    try {
      new ProcessBuilder(
              java(),
              "-Djarmode=tools",
              "-jar",
              JAR.getPath(),
              "extract",
              "--force",
              "--destination",
              UNPACKED.getPath())
          .redirectErrorStream(true)
          .redirectOutput(new File("target/unpacked.log"))
          .start()
          .onExit()
          .join();
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  private static String java() {
    return ProcessHandle.current().info().command().orElse("java");
  }

  /** Starts it on the same data and the same port. */
  public void start() {
    ProcessBuilder builder =
        new ProcessBuilder(
            java(),
            "-Xmx700m",
            // A house of a few minutes must start soon rather than run fast for hours.
            "-XX:TieredStopAtLevel=1",
            "-XX:+UseSerialGC",
            (CLASSES.exists() ? "-XX:SharedArchiveFile=" : "-XX:ArchiveClassesAtExit=") + CLASSES,
            "-jar",
            new File(UNPACKED, JAR.getName()).getPath());
    builder.environment().put("RELIQUUM_DB_URL", database.url());
    builder.environment().put("RELIQUUM_DB_USER", database.user());
    builder.environment().put("RELIQUUM_DB_PASSWORD", database.password());
    builder.environment().put("RELIQUUM_DEMO", Boolean.toString(demo));
    if (!demo) {
      builder.environment().put("RELIQUUM_ADMINISTRATOR_FILE", administrator().toString());
    }
    builder.environment().put("RELIQUUM_PORT", Integer.toString(port));
    builder.redirectErrorStream(true);
    builder.redirectOutput(log());
    try {
      process = builder.start();
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
    long end = System.nanoTime() + PATIENCE;
    while (!ready()) {
      if (System.nanoTime() > end || !process.isAlive()) {
        throw new IllegalStateException("It did not start: see e2e/" + log());
      }
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(100));
    }
  }

  private File log() {
    return new File("target/application-" + port + ".log");
  }

  private boolean ready() {
    try {
      return new Client(address()).get("/actuator/health/readiness").status() == 200;
    } catch (UncheckedIOException notYet) {
      return false;
    }
  }

  /** Ends it at once, as a power cut would. */
  public void kill() {
    process.destroyForcibly();
    process.onExit().join();
  }

  private static int freePort() {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  public URI address() {
    return URI.create("http://localhost:" + port);
  }

  public Client signIn(String code) {
    return new Client(address()).signIn(code, Browser.PASSWORD);
  }

  /** Lets it end by itself, so that it leaves its classes ready made. */
  private void end() {
    process.destroy();
    process.onExit().orTimeout(1, TimeUnit.MINUTES).exceptionally(late -> process).join();
    kill();
  }

  @Override
  public void afterAll(ExtensionContext context) {
    kill();
    database.close();
  }
}
