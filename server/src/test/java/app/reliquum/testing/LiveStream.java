package app.reliquum.testing;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;

/** What someone hears of changes, as a browser hears it. */
public final class LiveStream implements AutoCloseable {

  private static final String END = "(the end)";

  private final InputStream body;
  private final BlockingQueue<String> heard = new LinkedBlockingQueue<>();
  private volatile String last = "";

  private LiveStream(InputStream body) {
    this.body = body;
    Thread ear = new Thread(this::listen, "ear");
    ear.setDaemon(true);
    ear.start();
  }

  /** Listens from now on. */
  public static LiveStream of(Client who) {
    return open(who, "");
  }

  /**
   * Listens again, as a browser does after it was cut off.
   *
   * @param last the last that was heard
   */
  public static LiveStream after(Client who, String last) {
    return open(who, last);
  }

  private static LiveStream open(Client who, String last) {
    HttpRequest.Builder request =
        who.request("/api/live").header("Cookie", who.cookies()).setHeader("Accept", "*/*").GET();
    if (!last.isEmpty()) {
      request.header("Last-Event-ID", last);
    }
    try {
      var answer = HttpClient.newHttpClient().send(request.build(), BodyHandlers.ofInputStream());
      if (answer.statusCode() != 200) {
        throw new AssertionError("It is not told: " + answer.statusCode());
      }
      LiveStream stream = new LiveStream(answer.body());
      stream.await(LiveStream::isBegun);
      return stream;
    } catch (IOException fault) {
      throw new IllegalStateException(fault);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(interrupted);
    }
  }

  private static boolean isBegun(String line) {
    return line.startsWith("id:");
  }

  private void listen() {
    try (BufferedReader lines =
        new BufferedReader(new InputStreamReader(body, StandardCharsets.UTF_8))) {
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        if (line.startsWith("id:")) {
          last = line.substring(3);
        }
        heard.add(line);
      }
    } catch (IOException closed) {
      // An end like another.
    }
    heard.add(END);
  }

  private interface Wanted {
    boolean is(String line);
  }

  /** What was told of until then, by topic. */
  private List<String> await(Wanted wanted) {
    List<String> topics = new ArrayList<>();
    try {
      for (String line = heard.poll(20, TimeUnit.SECONDS);
          line != null;
          line = heard.poll(20, TimeUnit.SECONDS)) {
        if (line.startsWith("event:")) {
          topics.add(line.substring(6));
        }
        if (wanted.is(line)) {
          return topics;
        }
        if (line.equals(END)) {
          break;
        }
      }
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
    }
    throw new AssertionError("Not told; but " + topics);
  }

  /**
   * Waits until a topic is told.
   *
   * @return what was told up to then, with it
   */
  public List<String> until(String topic) {
    return await(line -> line.equals("data:" + topic));
  }

  /** Waits until the server ends it. */
  public void untilTheEnd() {
    await(END::equals);
  }

  /** The id of what was heard last. */
  public String last() {
    return last;
  }

  @Override
  public void close() {
    try {
      body.close();
    } catch (IOException closed) {
      // It is closed, then.
    }
  }
}
