package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.model.JobState;
import com.hp.jipp.model.Operation;
import com.hp.jipp.model.Status;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Predicate;
import java.util.function.Supplier;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** What is printed: on the printer that ships along, on a real peer, by itself, and not at all. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class PrintingTest {

  private static final Path CUPS =
      Path.of(System.getenv().getOrDefault("RELIQUUM_CUPS", "/usr/sbin/cupsd"));

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Client administrator;
  private Goods goods;
  private long site;
  private long bin;
  private long tray;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    administrator = HOUSE.hire("ADA", Role.ADMINISTRATOR);
    goods = new Goods(controller);
    site = goods.site("KQ");
    goods.item("SHK", "Shackle", "NONE");
    goods.item("SEAL", "Sealant", "LOT");
    bin = goods.bin(site, "A-01-A");
    tray = controller.get("/api/printers").ok().get(0).path("id").asLong();
  }

  @AfterEach
  void nothingPrintsByItself() {
    for (JsonNode rule : controller.get("/api/print-rules").ok()) {
      controller.delete("/api/print-rules/" + rule.path("id").asLong()).ok();
    }
  }

  private static <T> T until(Supplier<T> what, Predicate<T> when) {
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(40);
    T found = what.get();
    while (!when.test(found) && System.nanoTime() < end) {
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(100));
      found = what.get();
    }
    assertThat(found).matches(when);
    return found;
  }

  private JsonNode job(long id) {
    return controller
        .get("/api/print-jobs")
        .ok()
        .valueStream()
        .filter(one -> one.path("id").asLong() == id)
        .findFirst()
        .orElseThrow();
  }

  private JsonNode ended(long id, String state) {
    return until(() -> job(id), one -> one.path("state").asString().equals(state));
  }

  private byte[] pages(long id) {
    try {
      return controller.bytes("/api/print-jobs/" + id + "/pages").body();
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  private Client.Answer printLabel(Long printer) {
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("of", "BIN", "ids", List.of(bin), "symbol", "QR", "paper", "SINGLE"));
    entry.putAll(Map.of("copies", 1, "startAt", 0, "widthMm", 80, "heightMm", 50));
    entry.put("printer", printer);
    return controller.post("/api/labels/printing", entry);
  }

  private static Map<String, Object> printer(String code, String address) {
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("code", code, "name", "Printer " + code, "address", address));
    entry.putAll(Map.of("labels", true, "papers", true, "active", true));
    return entry;
  }

  private long added(Map<String, Object> printer) {
    return controller.post("/api/printers", printer).ok().path("id").asLong();
  }

  private static int freePort() {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  private List<JsonNode> byItself(String document) {
    return controller
        .get("/api/print-jobs")
        .ok()
        .valueStream()
        .filter(one -> !one.path("paper").isNull())
        .filter(one -> document.isEmpty() || one.path("document").asString().equals(document))
        .toList();
  }

  private Client.Answer rule(String occasion, String paper, int copies) {
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("siteId", site, "occasion", occasion, "paper", paper));
    entry.putAll(Map.of("printerId", tray, "copies", copies, "active", true));
    return controller.post("/api/print-rules", entry);
  }

  @Test
  void aLabelComesOutOfThePrinterThatShipsAlongAndAgain() throws IOException {
    JsonNode printed = printLabel(tray).ok();
    assertThat(printed.path("labels").asInt()).isEqualTo(1);
    long id = printed.path("id").asLong();
    ended(id, "PRINTED");
    JsonNode paper = administrator.get("/api/tray").ok().get(0);
    assertThat(paper.path("title").asString()).isEqualTo("A-01-A");
    assertThat(paper.path("person").asString()).isEqualTo(printed.path("person").asString());
    byte[] came = administrator.bytes("/api/tray/" + paper.path("id").asLong()).body();
    assertThat(came).isEqualTo(pages(id));
    controller.post("/api/print-jobs/" + id + "/again", Map.of()).ok();
    ended(id, "PRINTED");
    assertThat(administrator.get("/api/tray").ok().get(0).path("id").asLong())
        .isGreaterThan(paper.path("id").asLong());
    JsonNode condition = controller.get("/api/printers/" + tray + "/condition").ok();
    assertThat(condition.path("ready").asBoolean()).isTrue();
    assertThat(condition.path("said").asString()).isEqualTo("Tray");
  }

  @Test
  void aPrinterThatIsAwayIsWaitedForAndToldOf() {
    long printer = added(printer("AWAY", "ipp://127.0.0.1:" + freePort() + "/ipp/print"));
    long id = printLabel(printer).ok().path("id").asLong();
    JsonNode waits =
        until(() -> job(id), one -> !one.path("failure").isNull() && !one.path("nextTry").isNull());
    assertThat(waits.path("state").asString()).isEqualTo("WAITING");
    assertThat(waits.path("failure").asString()).contains("does not answer");
    assertThat(
            controller
                .get("/api/printers/" + printer + "/condition")
                .ok()
                .path("reached")
                .asBoolean())
        .isFalse();
    // It is the one that is usual now: nobody has chosen the tray.
    assertThat(printLabel(null).ok().path("printerId").asLong()).isNotEqualTo(tray);
    // It is tried later and later, and then someone is told.
    until(
        () -> {
          HOUSE
              .database()
              .run("update print_job set next_try = null where state = 'WAITING' and id = " + id);
          return job(id);
        },
        one -> one.path("state").asString().equals("FAILED"));
    until(
        () -> administrator.get("/api/notices?filter=ALL").ok().path("rows"),
        rows ->
            rows.valueStream().anyMatch(one -> one.path("kind").asString().equals("NOT_PRINTED")));
  }

  @Test
  void whatWaitsCanBeHeldBackAndWhatWasPrintedCanNot() {
    long printer = added(printer("SLOW", "ipp://127.0.0.1:" + freePort() + "/ipp/print"));
    long id = printLabel(printer).ok().path("id").asLong();
    JsonNode held = controller.post("/api/print-jobs/" + id + "/cancel", Map.of()).ok();
    assertThat(held.path("state").asString()).isEqualTo("CANCELLED");
    Client.Answer twice = controller.post("/api/print-jobs/" + id + "/cancel", Map.of());
    assertThat(twice.status()).isEqualTo(409);
  }

  /** A printer that is none: whatever answers there in HTTP. */
  @Test
  void whatIsNoPrinterIsSaidAtOnce() {
    String web = HOUSE.address().getAuthority();
    long printer = added(printer("NONE", "ipp://" + web + "/api/ipp"));
    long id = printLabel(printer).ok().path("id").asLong();
    assertThat(ended(id, "FAILED").path("failure").asString()).contains("no printer that speaks");
  }

  /** The peer is CUPS, with a queue that writes into a file. */
  @Test
  void aRealPeerPrintsWhatItIsSent(@TempDir Path folder) throws Exception {
    assumeTrue(Files.isExecutable(CUPS), "There is no cupsd here: see use_cups of the script.");
    int port = freePort();
    Path out = folder.resolve("paper.pdf");
    Process cups = cups(folder, port, out);
    try {
      long printer = added(printer("CUPS", "ipp://127.0.0.1:" + port + "/printers/paper"));
      JsonNode condition =
          until(
              () -> controller.get("/api/printers/" + printer + "/condition").ok(),
              one -> one.path("reached").asBoolean());
      assertThat(condition.path("ready").asBoolean()).as("%s", condition).isTrue();
      long id = printLabel(printer).ok().path("id").asLong();
      ended(id, "PRINTED");
      assertThat(Files.readAllBytes(out)).isEqualTo(pages(id));
      // A queue that is not there.
      long none = added(printer("CUPSX", "ipp://127.0.0.1:" + port + "/printers/none"));
      long lost = printLabel(none).ok().path("id").asLong();
      assertThat(ended(lost, "FAILED").path("failure").asString()).contains("refused");
    } finally {
      cups.destroy();
      assertThat(cups.waitFor(20, TimeUnit.SECONDS)).isTrue();
    }
  }

  /** A printer that prints when it is told to. */
  private static final class SlowPrinter implements AutoCloseable {
    private final HttpServer server;
    private volatile JobState state = JobState.processing;
    private volatile int looked;

    SlowPrinter() throws IOException {
      server = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
      server.createContext(
          "/",
          exchange -> {
            try (exchange) {
              IppPacket asked = IppPacket.read(exchange.getRequestBody());
              exchange.getRequestBody().readAllBytes();
              looked += asked.getOperation().equals(Operation.getJobAttributes) ? 1 : 0;
              IppPacket answer =
                  IppPacket.jobResponse(
                          Status.successfulOk,
                          77,
                          URI.create("ipp://127.0.0.1/jobs/77"),
                          state,
                          List.of("job-canceled-at-device"))
                      .setRequestId(asked.getRequestId())
                      .build();
              exchange.sendResponseHeaders(200, 0);
              answer.write(exchange.getResponseBody());
            }
          });
      server.start();
    }

    String address() {
      return "ipp://127.0.0.1:" + server.getAddress().getPort() + "/ipp/print";
    }

    @Override
    public void close() {
      server.stop(0);
    }
  }

  @Test
  void aPrinterThatTakesItsTimeIsAskedUntilItIsDone() throws IOException {
    try (SlowPrinter slow = new SlowPrinter()) {
      long printer = added(printer("TIME", slow.address()));
      long id = printLabel(printer).ok().path("id").asLong();
      ended(id, "SENT");
      Client.Answer held = controller.post("/api/print-jobs/" + id + "/cancel", Map.of());
      assertThat(held.status()).isEqualTo(409);
      // However often one looks, it has been tried once.
      until(() -> slow.looked, looks -> looks > 1);
      assertThat(job(id).path("tries").asInt()).isEqualTo(1);
      slow.state = JobState.completed;
      assertThat(ended(id, "PRINTED").path("failure").isNull()).isTrue();
    }
  }

  @Test
  void whoHasChosenAPrinterForThemselvesPrintsThere() {
    long mine = added(printer("MINE", ""));
    Map<String, Object> choices =
        new HashMap<>(
            Map.of("landingPage", "", "printer", mine, "singleKeys", true, "language", ""));
    assertThat(controller.put("/api/own-choices", choices).ok().path("printer").asLong())
        .isEqualTo(mine);
    assertThat(printLabel(null).ok().path("printerId").asLong()).isEqualTo(mine);
    choices.put("printer", 999_999);
    assertThat(controller.put("/api/own-choices", choices).detail()).contains("Choose a printer");
    choices.put("printer", null);
    assertThat(controller.put("/api/own-choices", choices).ok().path("printer").isNull()).isTrue();
  }

  /** It waited long for a printer that was away: that is not how long the printer took. */
  @Test
  void howLongAPrinterTakesCountsFromWhenItHadTheJob() throws IOException {
    try (SlowPrinter slow = new SlowPrinter()) {
      long printer = added(printer("LATE", slow.address()));
      long id = printLabel(printer).ok().path("id").asLong();
      HOUSE.database().run("update print_job set at = at - interval 2 hour where id = " + id);
      ended(id, "SENT");
      int before = slow.looked;
      until(() -> slow.looked, looks -> looks > before + 1);
      assertThat(job(id).path("state").asString()).isEqualTo("SENT");
      HOUSE.database().run("update print_job set sent = sent - interval 2 hour where id = " + id);
      assertThat(ended(id, "FAILED").path("failure").asString()).contains("for an hour");
    }
  }

  @Test
  void whatAPrinterBreaksOffIsSaid() throws IOException {
    try (SlowPrinter slow = new SlowPrinter()) {
      long printer = added(printer("BREAKS", slow.address()));
      long id = printLabel(printer).ok().path("id").asLong();
      ended(id, "SENT");
      slow.state = JobState.aborted;
      assertThat(ended(id, "FAILED").path("failure").asString())
          .contains("broke it off", "job-canceled-at-device");
    }
  }

  /** CUPS with folders and a backend of its own: what it prints lies in a file. */
  private static Process cups(Path folder, int port, Path out) throws IOException {
    Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
    for (String one :
        List.of(
            "root", "spool", "cache", "state", "log", "requests", "bin/backend", "bin/daemon")) {
      Files.createDirectories(folder.resolve(one));
    }
    Files.copy(
        CUPS.resolve("../../lib/cups/daemon/cups-exec").normalize(),
        folder.resolve("bin/daemon/cups-exec"),
        StandardCopyOption.COPY_ATTRIBUTES);
    Path backend = folder.resolve("bin/backend/paper");
    Files.writeString(
        backend,
        """
        #!/bin/sh
        [ $# -gt 0 ] || exit 0
        if [ $# -ge 6 ]; then cat "$6"; else cat; fi > %s
        """
            .formatted(out));
    Files.setPosixFilePermissions(backend, PosixFilePermissions.fromString("rwx------"));
    Path configuration = folder.resolve("cupsd.conf");
    Files.writeString(
        configuration,
        """
        LogLevel warn
        Listen 127.0.0.1:%d
        Browsing Off
        DefaultAuthType None
        WebInterface No
        <Location />
          Order allow,deny
          Allow from 127.0.0.1
        </Location>
        """
            .formatted(port));
    // What is sent is passed on as it is, once it is known what it is.
    Files.writeString(folder.resolve("root/mime.types"), "application/pdf pdf string(0,%PDF)\n");
    Files.writeString(folder.resolve("root/mime.convs"), "");
    Files.writeString(
        folder.resolve("root/printers.conf"),
        """
        <Printer paper>
        DeviceURI paper:/out
        State Idle
        Accepting Yes
        Shared No
        </Printer>
        """);
    String person = System.getProperty("user.name");
    Path files = folder.resolve("cups-files.conf");
    Files.writeString(
        files,
        """
        ServerRoot %1$s/root
        ServerBin %1$s/bin
        RequestRoot %1$s/spool
        CacheDir %1$s/cache
        StateDir %1$s/state
        TempDir %1$s/requests
        ErrorLog %1$s/log/error
        AccessLog %1$s/log/access
        PageLog %1$s/log/page
        """
                .formatted(folder)
            + (person.equals("root") ? "" : "User " + person + "\n"));
    return new ProcessBuilder(
            CUPS.toString(), "-f", "-c", configuration.toString(), "-s", files.toString())
        .redirectErrorStream(true)
        .redirectOutput(folder.resolve("log/cupsd").toFile())
        .start();
  }

  @Test
  void whatIsReceivedIsLabelledByItself() {
    rule("GOODS_RECEIVED", "RECEIVED_LABELS", 2).ok();
    int before = byItself("").size();
    controller
        .post(
            "/api/postings",
            Map.of(
                "direction",
                "FROM_SUPPLIER",
                "lines",
                List.of(
                    Map.of("item", "SHK", "place", "KQ.A-01-A", "quantity", "5"),
                    Map.of("item", "SEAL", "place", "KQ.A-01-A", "quantity", "3", "lot", "L77"))))
        .ok();
    JsonNode job = until(() -> byItself(""), all -> all.size() > before).get(0);
    job = ended(job.path("id").asLong(), "PRINTED");
    assertThat(job.path("copies").asInt()).isEqualTo(2);
    assertThat(job.path("title").asString()).contains("and 1 more");
    // What goes out is not received, and leaves no trace here.
    int printed = byItself("").size();
    for (String direction : List.of("TO_CUSTOMER", "FROM_SUPPLIER")) {
      controller
          .post(
              "/api/postings",
              Map.of(
                  "direction",
                  direction,
                  "lines",
                  List.of(Map.of("item", "SHK", "place", "KQ.A-01-A", "quantity", "1"))))
          .ok();
    }
    List<JsonNode> all = until(() -> byItself(""), jobs -> jobs.size() > printed);
    ended(all.get(0).path("id").asLong(), "PRINTED");
    assertThat(byItself("")).hasSize(printed + 1);
  }

  @Test
  void aPickSheetPrintsByItselfWhenAnOrderIsAllocated() {
    goods.opening("SHK", "", "", "KQ.A-01-A", "50");
    rule("ORDER_ALLOCATED", "PICK_SHEET", 1).ok();
    new Leaving(controller, site).customer("GANNET", 0, false);
    Map<String, Object> entry = new HashMap<>(Map.of("customer", "GANNET", "site", site));
    entry.put("lines", List.of(Leaving.line("SHK", "4")));
    String number = controller.post("/api/outbound", entry).ok().path("number").asString();
    JsonNode job = until(() -> byItself(number), all -> !all.isEmpty()).get(0);
    job = ended(job.path("id").asLong(), "PRINTED");
    assertThat(job.path("title").asString()).contains(number);
    assertThat(pages(job.path("id").asLong())).startsWith("%PDF".getBytes());
  }

  @Test
  void whatCanNotPrintThereIsRefused() {
    assertThat(rule("ORDER_ALLOCATED", "RETURN_NOTE", 1).detail()).contains("PICK_SHEET");
    rule("COUNT_PREPARED", "COUNT_SHEETS", 1).ok();
    assertThat(rule("COUNT_PREPARED", "COUNT_SHEETS", 3).status()).isEqualTo(409);
    Map<String, Object> papers = printer("PAP", "");
    papers.put("labels", false);
    long only = added(papers);
    assertThat(printLabel(only).detail()).contains("prints no labels");
    for (String wrong : List.of("http://x/y", "ipp:", "printer 3", "ipp://user@host/p")) {
      assertThat(controller.post("/api/printers", printer("BAD", wrong)).detail())
          .as(wrong)
          .contains("ipp://10.0.0.9");
    }
    Map<String, Object> neither = printer("NEI", "");
    neither.putAll(Map.of("labels", false, "papers", false));
    assertThat(controller.post("/api/printers", neither).status()).isEqualTo(400);
    assertThat(controller.post("/api/printers", printer("PAP", "")).status()).isEqualTo(409);
  }
}
