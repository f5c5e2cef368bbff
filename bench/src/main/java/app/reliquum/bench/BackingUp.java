package app.reliquum.bench;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;

/**
 * What a backup costs those who post meanwhile, and how much memory the server needs for an export
 * that somebody reads slowly.
 */
final class BackingUp {

  private static final int CLIENTS = 8;
  private static final double SECONDS = 20;
  private static final int SAMPLES = 5;
  private static final long PIECE = 2_000_000;

  /** Moves of one piece by a number of clients for a while. */
  interface Moves {
    Latencies through(int clients, double seconds) throws Exception;
  }

  private final Http http;
  private final Moves moves;
  private final long server;

  BackingUp(Http http, Moves moves, long server) {
    this.http = http;
    this.moves = moves;
    this.server = server;
  }

  void print() throws Exception {
    Latencies alone = moves.through(CLIENTS, SECONDS);
    System.out.printf("   %d clients alone           %s%n", CLIENTS, alone.told());
    Path file = Files.createTempFile("bench", ".backup");
    Files.delete(file);
    try {
      long begun = System.nanoTime();
      Process backup =
          new ProcessBuilder("deploy/backup.sh", "backup", file.toString()).inheritIO().start();
      Latencies beside = moves.through(CLIENTS, SECONDS);
      System.out.printf("   %d clients beside a backup %s%n", CLIENTS, beside.told());
      if (!backup.isAlive()) {
        System.out.printf("   the backup was over before them%n");
      }
      if (backup.waitFor() != 0) {
        throw new IllegalStateException("The backup failed.");
      }
      System.out.printf(
          "   p95 %.2f times as long; the backup took %.0f s, %,d bytes%n",
          beside.millis(0.95) / alone.millis(0.95),
          (System.nanoTime() - begun) / 1e9,
          Files.size(file));
    } finally {
      Files.deleteIfExists(file);
    }
    export();
  }

  /** The live heap before, and while a reader takes a piece and waits. */
  private void export() throws Exception {
    long before = liveBytes();
    long most = before;
    long bytes = 0;
    try (InputStream file = http.stream("/api/tables/file?format=CSV&tables=items")) {
      for (int i = 0; i < SAMPLES; i++) {
        bytes += file.readNBytes((int) PIECE).length;
        LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(200));
        most = Math.max(most, liveBytes());
      }
      bytes += file.transferTo(java.io.OutputStream.nullOutputStream());
    }
    System.out.printf(
        "   items as CSV, %,d bytes: live heap %,d MB before, %,d MB at most during it%n",
        bytes, before / 1_000_000, most / 1_000_000);
  }

  /** What is still reached after a full collection; a histogram of the heap makes one. */
  private long liveBytes() throws IOException {
    Process histogram =
        new ProcessBuilder("jcmd", Long.toString(server), "GC.class_histogram").start();
    String told = new String(histogram.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    String[] total = told.substring(told.lastIndexOf("Total")).trim().split("\\s+");
    return Long.parseLong(total[2]);
  }
}
