package app.reliquum.printing;

import app.reliquum.api.GeneratedId;
import app.reliquum.api.Utc;
import com.hp.jipp.encoding.IppInputStream;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.model.JobState;
import com.hp.jipp.model.Operation;
import com.hp.jipp.model.PrinterState;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import io.swagger.v3.oas.annotations.media.Schema;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.Executors;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * A printer that ships along and stands in where there is none: what it prints lies in a tray. It
 * listens on this machine alone, and is spoken to as any other printer is.
 */
@Component
class TrayPrinter implements SmartLifecycle {

  private static final Logger LOG = LoggerFactory.getLogger(TrayPrinter.class);
  private static final int LONGEST = 120;
  private static final int HOLDS = 200;
  private static final int LARGEST = 16_000_000;

  private final JdbcClient jdbc;
  private final Clock clock;
  private final int port;
  private @Nullable HttpServer server;

  TrayPrinter(JdbcClient jdbc, Clock clock, @Value("${reliquum.printing.tray-port}") int port) {
    this.jdbc = jdbc;
    this.clock = clock;
    this.port = port;
  }

  /** Where it is. */
  URI address() {
    return URI.create(
        "ipp://127.0.0.1:" + Objects.requireNonNull(server).getAddress().getPort() + "/tray");
  }

  @Override
  public void start() {
    try {
      server =
          HttpServer.create(new InetSocketAddress(InetAddress.getByName("127.0.0.1"), port), 0);
    } catch (IOException taken) {
      throw new UncheckedIOException(taken);
    }
    server.setExecutor(
        Executors.newFixedThreadPool(
            2,
            work -> {
              Thread thread = new Thread(work, "tray");
              thread.setDaemon(true);
              return thread;
            }));
    server.createContext("/tray", this::answer);
    server.start();
  }

  @Override
  public void stop() {
    if (server != null) {
      server.stop(0);
      server = null;
    }
  }

  @Override
  public boolean isRunning() {
    return server != null;
  }

  /** Before any job is printed, and until none is. */
  @Override
  public int getPhase() {
    return 0;
  }

  private void answer(HttpExchange exchange) throws IOException {
    try (exchange) {
      if (!exchange.getRequestMethod().equals("POST")
          || !IppPrinter.IPP.equals(exchange.getRequestHeaders().getFirst("Content-Type"))) {
        exchange.sendResponseHeaders(400, -1);
        return;
      }
      IppPacket answer;
      try (IppInputStream in = new IppInputStream(exchange.getRequestBody())) {
        IppPacket asked = in.readPacket();
        answer = answer(asked, in.readNBytes(LARGEST + 1));
      } catch (RuntimeException fault) {
        LOG.warn("The tray could not print", fault);
        answer = IppPacket.response(Status.serverErrorInternalError).build();
      }
      ByteArrayOutputStream body = new ByteArrayOutputStream();
      answer.write(body);
      exchange.getResponseHeaders().add("Content-Type", IppPrinter.IPP);
      exchange.sendResponseHeaders(200, body.size());
      exchange.getResponseBody().write(body.toByteArray());
    }
  }

  private IppPacket answer(IppPacket asked, byte[] document) {
    Operation operation = asked.getOperation();
    IppPacket.Builder answer =
        operation.equals(Operation.printJob)
            ? print(asked, document)
            : operation.equals(Operation.validateJob)
                ? IppPacket.response(Status.successfulOk)
                : operation.equals(Operation.getJobAttributes)
                    ? look(asked)
                    : operation.equals(Operation.getPrinterAttributes)
                        ? describe()
                        : IppPacket.response(Status.serverErrorOperationNotSupported);
    return answer.setRequestId(asked.getRequestId()).build();
  }

  private IppPacket.Builder describe() {
    return IppPacket.response(Status.successfulOk)
        .putPrinterAttributes(
            Types.printerName.of("Tray"),
            Types.printerState.of(PrinterState.idle),
            Types.printerStateReasons.of("none"),
            Types.printerIsAcceptingJobs.of(true),
            Types.documentFormatSupported.of(IppPrinter.PDF),
            Types.operationsSupported.of(
                Operation.printJob,
                Operation.validateJob,
                Operation.getJobAttributes,
                Operation.getPrinterAttributes));
  }

  private IppPacket.Builder print(IppPacket asked, byte[] document) {
    String format = asked.getString(Tag.operationAttributes, Types.documentFormat);
    if (!IppPrinter.PDF.equals(format)) {
      return IppPacket.response(Status.clientErrorDocumentFormatNotSupported);
    }
    if (document.length == 0 || document.length > LARGEST) {
      return IppPacket.response(
          document.length == 0
              ? Status.clientErrorBadRequest
              : Status.clientErrorRequestEntityTooLarge);
    }
    Integer copies = asked.getValue(Tag.jobAttributes, Types.copies);
    long id =
        GeneratedId.of(
            jdbc.sql(
                    "insert into tray_paper (title, person, copies, at, content)"
                        + " values (?, ?, ?, ?, ?)")
                .param(said(asked.getString(Tag.operationAttributes, Types.jobName), LONGEST))
                .param(said(asked.getString(Tag.operationAttributes, Types.requestingUserName), 60))
                .param(copies == null ? 1 : copies)
                .param(Utc.of(clock.instant()))
                .param(document));
    jdbc.sql("delete from tray_paper where id <= ?").param(id - HOLDS).update();
    return job(id);
  }

  private static String said(@Nullable String text, int longest) {
    return text == null ? "" : text.substring(0, Math.min(longest, text.length()));
  }

  private IppPacket.Builder look(IppPacket asked) {
    Integer number = asked.getValue(Tag.operationAttributes, Types.jobId);
    boolean there =
        number != null
            && jdbc.sql("select exists(select 1 from tray_paper where id = ?)")
                .param(number)
                .query(Boolean.class)
                .single();
    return there ? job(number) : IppPacket.response(Status.clientErrorNotFound);
  }

  private IppPacket.Builder job(long id) {
    return IppPacket.jobResponse(
        Status.successfulOk,
        Math.toIntExact(id),
        URI.create(address() + "/" + id),
        JobState.completed,
        List.of("job-completed-successfully"));
  }

  /**
   * A paper in the tray.
   *
   * @param person who had it printed
   */
  @Schema(name = "TrayPaper")
  record Row(long id, String title, String person, int copies, Instant at) {}

  /** What lies in the tray, the newest on top. */
  List<Row> papers() {
    return jdbc.sql(
            "select id, title, person, copies, at from tray_paper order by id desc limit 50")
        .query(
            (row, n) ->
                new Row(
                    row.getLong(1),
                    row.getString(2),
                    row.getString(3),
                    row.getInt(4),
                    Objects.requireNonNull(Utc.instant(row.getTimestamp(5)))))
        .list();
  }

  /** A paper as it came. */
  Optional<byte[]> paper(long id) {
    return jdbc.sql("select content from tray_paper where id = ?")
        .param(id)
        .query((row, n) -> row.getBytes(1))
        .optional();
  }
}
