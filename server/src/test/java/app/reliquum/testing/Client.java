package app.reliquum.testing;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * One person's conversation with the application, as a browser or another program would have it.
 */
public final class Client {

  private static final JsonMapper JSON = new JsonMapper();

  static {
    // A server may close a connection while the next request is on its way, as after a body that it
    // did not want; every command has a key, so that to send it again is no second.
    System.setProperty("jdk.httpclient.enableAllMethodRetry", "true");
  }

  private final URI base;
  private final CookieManager cookies = new CookieManager();
  private final HttpClient http =
      HttpClient.newBuilder()
          .cookieHandler(cookies)
          .version(HttpClient.Version.HTTP_1_1)
          .connectTimeout(Duration.ofSeconds(10))
          .build();

  public Client(URI base) {
    this.base = base;
  }

  /** An answer: its status, its JSON body, its text. */
  public record Answer(int status, JsonNode body, String text, HttpResponse<String> whole) {

    /** The body of an answer that went well. */
    public JsonNode ok() {
      if (status / 100 != 2) {
        throw new AssertionError(status + ": " + text);
      }
      return body;
    }

    /** The type of the problem that it is. */
    public String problem() {
      return body.path("type").asString("").replace("urn:reliquum:problem:", "");
    }

    public String detail() {
      return body.path("detail").asString("");
    }
  }

  public Client signIn(String code, String password) {
    post("/api/session/password", Map.of("code", code, "password", password)).ok();
    return this;
  }

  public Answer get(String path) {
    return send(request(path).GET());
  }

  public Answer post(String path, Object body) {
    return post(path, body, UUID.randomUUID());
  }

  public Answer post(String path, Object body, UUID command) {
    return send(
        request(path)
            .header("Idempotency-Key", command.toString())
            .POST(BodyPublishers.ofString(JSON.writeValueAsString(body))));
  }

  /** With a header more. */
  public Answer post(String path, Object body, String header, String value) {
    return send(
        request(path)
            .header("Idempotency-Key", UUID.randomUUID().toString())
            .header(header, value)
            .POST(BodyPublishers.ofString(JSON.writeValueAsString(body))));
  }

  /** Sends a file. */
  public Answer file(String path, String mediaType, byte[] content) {
    return send(
        request(path)
            .setHeader("Content-Type", mediaType)
            .header("Idempotency-Key", UUID.randomUUID().toString())
            .POST(BodyPublishers.ofByteArray(content)));
  }

  public Answer put(String path, Object body) {
    return send(
        request(path)
            .header("Idempotency-Key", UUID.randomUUID().toString())
            .PUT(BodyPublishers.ofString(JSON.writeValueAsString(body))));
  }

  public Answer delete(String path) {
    return send(request(path).header("Idempotency-Key", UUID.randomUUID().toString()).DELETE());
  }

  /** Fetches something that is no text. */
  public HttpResponse<byte[]> bytes(String path) throws IOException {
    try {
      return http.send(request(path).GET().build(), BodyHandlers.ofByteArray());
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(interrupted);
    }
  }

  /** Fetches something that is read as it comes. */
  public HttpResponse<InputStream> stream(String path) throws IOException {
    try {
      return http.send(request(path).GET().build(), BodyHandlers.ofInputStream());
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(interrupted);
    }
  }

  /** A request that is already whole but for its cookies. */
  public Answer send(HttpRequest.Builder request) {
    try {
      HttpResponse<String> response = http.send(request.build(), BodyHandlers.ofString());
      boolean json =
          response.headers().firstValue("Content-Type").orElse("").contains("json")
              && !response.body().isEmpty();
      return new Answer(
          response.statusCode(),
          json ? JSON.readTree(response.body()) : JSON.createObjectNode(),
          response.body(),
          response);
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(interrupted);
    }
  }

  public HttpRequest.Builder request(String path) {
    return HttpRequest.newBuilder(base.resolve(path))
        .timeout(Duration.ofSeconds(60))
        .header("Content-Type", "application/json")
        .header("X-Device", "test")
        .header("X-XSRF-TOKEN", token());
  }

  private String token() {
    if (cookie("XSRF-TOKEN") == null) {
      try {
        http.send(
            HttpRequest.newBuilder(base.resolve("/api/session")).build(),
            BodyHandlers.discarding());
      } catch (IOException fault) {
        throw new UncheckedIOException(fault);
      } catch (InterruptedException interrupted) {
        Thread.currentThread().interrupt();
        throw new IllegalStateException(interrupted);
      }
    }
    return String.valueOf(cookie("XSRF-TOKEN"));
  }

  /** The value of a cookie, null if there is none. */
  public String cookie(String name) {
    return cookies.getCookieStore().getCookies().stream()
        .filter(cookie -> cookie.getName().equals(name))
        .map(HttpCookie::getValue)
        .findFirst()
        .orElse(null);
  }

  /** All cookies, as a request carries them. */
  public String cookies() {
    return cookies.getCookieStore().getCookies().stream()
        .map(cookie -> cookie.getName() + "=" + cookie.getValue())
        .collect(Collectors.joining("; "));
  }

  /** Forgets a cookie, as a restarted browser or an expired session would. */
  public void forget(String name) {
    cookies.getCookieStore().getCookies().stream()
        .filter(cookie -> cookie.getName().equals(name))
        .toList()
        .forEach(cookie -> cookies.getCookieStore().remove(null, cookie));
  }
}
