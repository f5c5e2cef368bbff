package app.reliquum.printing;

import com.hp.jipp.encoding.IppInputStream;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.model.JobState;
import com.hp.jipp.model.PrinterState;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Speaks to printers by IPP 1.1 over HTTP (RFC 8010 how it is written, RFC 8011 what it means).
 * {@code ipp} is HTTP, {@code ipps} HTTPS, at port 631 unless the address says otherwise.
 */
@Component
class IppPrinter {

  static final String PDF = "application/pdf";
  static final String IPP = "application/ipp";

  private static final int PORT = 631;

  /** Below it are answers to what was done (RFC 8011, 4.1.6.1). */
  private static final int REFUSALS = 0x0400;

  private static final int SERVER_ERRORS = 0x0500;

  private final HttpClient http =
      HttpClient.newBuilder()
          .version(HttpClient.Version.HTTP_1_1)
          .connectTimeout(Duration.ofSeconds(5))
          .build();

  /** A printer did not do what was asked. */
  static final class PrinterException extends IOException {
    private static final long serialVersionUID = 1;
    private final boolean lasting;

    /**
     * @param lasting whether asking again would change nothing
     */
    PrinterException(String message, boolean lasting) {
      super(message);
      this.lasting = lasting;
    }

    boolean lasting() {
      return lasting;
    }
  }

  /** How far a job is that a printer has. */
  enum Progress {
    GOING_ON,
    PRINTED,
    /** It has ended, and nothing, or not all of it, came out. */
    BROKEN_OFF
  }

  /**
   * A job that a printer has.
   *
   * @param reasons why it is as it is, in the words of RFC 8011
   */
  record Job(int number, Progress progress, String reasons) {}

  /**
   * How a printer is.
   *
   * @param name what it calls itself
   * @param ready whether it takes jobs and is not stopped
   * @param reasons what is amiss, in the words of RFC 8011; empty for nothing
   */
  record Condition(String name, boolean ready, String reasons) {}

  /**
   * Hands a PDF file to a printer.
   *
   * @throws PrinterException if it can't be reached or refuses it
   */
  Job print(URI printer, String title, String person, byte[] pdf, int copies)
      throws PrinterException {
    IppPacket.Builder asked =
        IppPacket.printJob(printer)
            .putOperationAttributes(
                Types.requestingUserName.of(person),
                Types.jobName.of(title),
                Types.documentFormat.of(PDF));
    if (copies > 1) {
      asked.putJobAttributes(Types.copies.of(copies));
    }
    return job(send(printer, asked.build(), pdf));
  }

  /** How far a job is. */
  Job look(URI printer, int job) throws PrinterException {
    return job(
        send(
            printer,
            IppPacket.getJobAttributes(
                    printer, job, Types.jobId, Types.jobState, Types.jobStateReasons)
                .build(),
            new byte[0]));
  }

  /** How the printer is. */
  Condition look(URI printer) throws PrinterException {
    IppPacket answer =
        send(
            printer,
            IppPacket.getPrinterAttributes(
                    printer,
                    Types.printerName,
                    Types.printerState,
                    Types.printerStateReasons,
                    Types.printerIsAcceptingJobs)
                .build(),
            new byte[0]);
    String name = answer.getString(Tag.printerAttributes, Types.printerName);
    boolean accepts =
        !Boolean.FALSE.equals(answer.getValue(Tag.printerAttributes, Types.printerIsAcceptingJobs));
    boolean stopped =
        PrinterState.stopped.equals(answer.getValue(Tag.printerAttributes, Types.printerState));
    return new Condition(
        name == null ? "" : name,
        accepts && !stopped,
        reasons(answer.getStrings(Tag.printerAttributes, Types.printerStateReasons)));
  }

  private static Job job(IppPacket answer) throws PrinterException {
    Integer number = answer.getValue(Tag.jobAttributes, Types.jobId);
    if (number == null) {
      throw new PrinterException("The printer took it, but did not say as which job.", true);
    }
    JobState state = answer.getValue(Tag.jobAttributes, Types.jobState);
    Progress progress =
        JobState.completed.equals(state)
            ? Progress.PRINTED
            : JobState.aborted.equals(state) || JobState.canceled.equals(state)
                ? Progress.BROKEN_OFF
                : Progress.GOING_ON;
    return new Job(
        number, progress, reasons(answer.getStrings(Tag.jobAttributes, Types.jobStateReasons)));
  }

  private static String reasons(List<String> said) {
    return String.join(", ", said.stream().filter(one -> !one.equals("none")).toList());
  }

  private IppPacket send(URI printer, IppPacket asked, byte[] document) throws PrinterException {
    ByteArrayOutputStream body = new ByteArrayOutputStream();
    HttpResponse<byte[]> answer;
    try {
      asked.write(body);
      body.write(document);
      answer =
          http.send(
              HttpRequest.newBuilder(overHttp(printer))
                  .timeout(Duration.ofSeconds(60))
                  .header("Content-Type", IPP)
                  .POST(HttpRequest.BodyPublishers.ofByteArray(body.toByteArray()))
                  .build(),
              HttpResponse.BodyHandlers.ofByteArray());
    } catch (IOException away) {
      throw new PrinterException(
          printer + " does not answer: " + Optional.ofNullable(away.getMessage()).orElse("closed"),
          false);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new PrinterException("The server is being stopped.", false);
    }
    if (answer.statusCode() != 200) {
      throw new PrinterException(
          printer + " is no printer that speaks IPP: it answers HTTP " + answer.statusCode() + ".",
          answer.statusCode() < 500);
    }
    return read(printer, answer.body());
  }

  private static IppPacket read(URI printer, byte[] body) throws PrinterException {
    IppPacket answer;
    try (IppInputStream in = new IppInputStream(new ByteArrayInputStream(body))) {
      answer = in.readPacket();
    } catch (IOException | RuntimeException unreadable) {
      throw new PrinterException(printer + " does not answer in IPP.", true);
    }
    Status status = answer.getStatus();
    if (status.getCode() >= REFUSALS) {
      String message = answer.getString(Tag.operationAttributes, Types.statusMessage);
      throw new PrinterException(
          "The printer refused it: "
              + status.getName()
              + (message == null || message.isBlank() ? "." : " (" + message + ")."),
          status.getCode() < SERVER_ERRORS);
    }
    return answer;
  }

  private static URI overHttp(URI printer) {
    return URI.create(
        "%s://%s:%d%s"
            .formatted(
                printer.getScheme().equals("ipps") ? "https" : "http",
                printer.getHost(),
                printer.getPort() < 0 ? PORT : printer.getPort(),
                printer.getRawPath().isEmpty() ? "/" : printer.getRawPath()));
  }
}
