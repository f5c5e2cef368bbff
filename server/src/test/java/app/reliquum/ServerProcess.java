package app.reliquum;

import app.reliquum.testing.Client;
import app.reliquum.testing.TestDatabase;
import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.net.URI;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;

/** Another server of the house, in a process of its own, on the same database. */
final class ServerProcess implements AutoCloseable {

  private static final long PATIENCE = TimeUnit.MINUTES.toNanos(2);

  private final int port;
  private final Process process;

  ServerProcess(TestDatabase database, String... settings) {
    port = freePort();
    File log = new File("target/second-server.log");
    ProcessBuilder builder =
        new ProcessBuilder(
            ProcessHandle.current().info().command().orElse("java"),
            "-Xmx400m",
            "-XX:TieredStopAtLevel=1",
            "-cp",
            System.getProperty("java.class.path"),
            Reliquum.class.getName(),
            "--server.port=" + port,
            "--reliquum.demo=false",
            "--spring.datasource.url=" + database.url(),
            "--spring.datasource.username=" + database.user(),
            "--spring.datasource.password=" + database.password());
    builder.command().addAll(List.of(settings));
    builder.redirectErrorStream(true).redirectOutput(log);
    try {
      process = builder.start();
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
    long end = System.nanoTime() + PATIENCE;
    while (!ready()) {
      if (System.nanoTime() > end || !process.isAlive()) {
        throw new IllegalStateException("The second server did not start: see " + log);
      }
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(100));
    }
  }

  private static int freePort() {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  private boolean ready() {
    try {
      return nobody().get("/actuator/health/readiness").status() == 200;
    } catch (UncheckedIOException notYet) {
      return false;
    }
  }

  /** Someone at this server who is not signed in. */
  Client nobody() {
    return new Client(URI.create("http://localhost:" + port));
  }

  /** Ends it at once, as a power cut would. */
  void kill() {
    process.destroyForcibly();
    process.onExit().join();
  }

  @Override
  public void close() {
    kill();
  }
}
