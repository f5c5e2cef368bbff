package app.reliquum.bench;

import java.io.IOException;
import java.io.InputStream;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.util.UUID;
import java.util.stream.Collectors;

/** Talks to the running application as a signed-in program. */
final class Http {

  private final URI base;
  private final CookieManager cookies = new CookieManager();
  private final HttpClient client =
      HttpClient.newBuilder().cookieHandler(cookies).version(HttpClient.Version.HTTP_1_1).build();
  private String token = "";

  Http(URI base) {
    this.base = base;
  }

  Http signIn() throws Exception {
    return signIn(LargeHouse.PERSON);
  }

  Http signIn(String person) throws Exception {
    send(HttpRequest.newBuilder(base.resolve("/api/session")).build());
    token = cookie();
    post(
        "/api/session/password",
        "{\"code\":\"%s\",\"password\":\"%s\"}".formatted(person, LargeHouse.PASSWORD));
    token = cookie();
    return this;
  }

  String token() {
    return token;
  }

  /** The cookies of the session, as a request carries them. */
  String cookies() {
    return cookies.getCookieStore().getCookies().stream()
        .map(one -> one.getName() + "=" + one.getValue())
        .collect(Collectors.joining("; "));
  }

  private String cookie() {
    return cookies.getCookieStore().getCookies().stream()
        .filter(one -> one.getName().equals("XSRF-TOKEN"))
        .map(HttpCookie::getValue)
        .findFirst()
        .orElse("");
  }

  String get(String path) throws Exception {
    return right(send(HttpRequest.newBuilder(base.resolve(path)).build()));
  }

  String post(String path, String body) throws Exception {
    return right(
        send(
            HttpRequest.newBuilder(base.resolve(path))
                .header("Content-Type", "application/json")
                .header("X-XSRF-TOKEN", token)
                .header("Idempotency-Key", UUID.randomUUID().toString())
                .POST(BodyPublishers.ofString(body))
                .build()));
  }

  String file(String path, byte[] content) throws Exception {
    return right(
        send(
            HttpRequest.newBuilder(base.resolve(path))
                .header("Content-Type", "application/octet-stream")
                .header("X-XSRF-TOKEN", token)
                .header("Idempotency-Key", UUID.randomUUID().toString())
                .POST(BodyPublishers.ofByteArray(content))
                .build()));
  }

  /** What a large file comes as, to be read while it comes. */
  InputStream stream(String path) throws Exception {
    return client
        .send(HttpRequest.newBuilder(base.resolve(path)).build(), BodyHandlers.ofInputStream())
        .body();
  }

  boolean answers(String path) {
    try {
      return send(HttpRequest.newBuilder(base.resolve(path)).build()).statusCode() == 200;
    } catch (IOException | InterruptedException notYet) {
      return false;
    }
  }

  private HttpResponse<String> send(HttpRequest request) throws IOException, InterruptedException {
    return client.send(request, BodyHandlers.ofString());
  }

  private static String right(HttpResponse<String> response) {
    if (response.statusCode() / 100 != 2) {
      throw new IllegalStateException(response.statusCode() + ": " + response.body());
    }
    return response.body();
  }
}
