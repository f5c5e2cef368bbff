package app.reliquum.connections;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Asks something for JSON, soon or not at all. */
@Component
class JsonOverHttp {

  private static final Duration REACHED_WITHIN = Duration.ofSeconds(2);
  private static final Duration ANSWERED_WITHIN = Duration.ofSeconds(6);
  private static final int LARGEST = 1_000_000;

  private final HttpClient client =
      HttpClient.newBuilder()
          .connectTimeout(REACHED_WITHIN)
          .followRedirects(HttpClient.Redirect.NEVER)
          .build();
  private final JsonMapper json;

  JsonOverHttp(JsonMapper json) {
    this.json = json;
  }

  /** It can't be reached, or says what can't be understood. */
  static final class UnreachableException extends Exception {
    private static final long serialVersionUID = 1;

    UnreachableException(String why) {
      super(why);
    }
  }

  /** What was answered. */
  record Answer(int status, JsonNode body) {
    boolean ok() {
      return status / 100 == 2;
    }
  }

  Answer get(URI address) throws UnreachableException {
    return send(HttpRequest.newBuilder(address).GET());
  }

  Answer delete(URI address) throws UnreachableException {
    return send(HttpRequest.newBuilder(address).DELETE());
  }

  /**
   * @param key by which the same request is known when it comes again
   */
  Answer post(URI address, String key, Object body) throws UnreachableException {
    return send(
        HttpRequest.newBuilder(address)
            .header("Content-Type", "application/json")
            .header("Idempotency-Key", key)
            .POST(HttpRequest.BodyPublishers.ofString(json.writeValueAsString(body))));
  }

  private Answer send(HttpRequest.Builder request) throws UnreachableException {
    HttpRequest asked =
        request.header("Accept", "application/json").timeout(ANSWERED_WITHIN).build();
    String of = asked.uri().getHost() + ":" + asked.uri().getPort();
    try {
      HttpResponse<InputStream> answer =
          client.send(asked, HttpResponse.BodyHandlers.ofInputStream());
      try (InputStream body = answer.body()) {
        byte[] said = body.readNBytes(LARGEST + 1);
        if (said.length > LARGEST) {
          throw new UnreachableException("What " + of + " says is too long.");
        }
        return new Answer(answer.statusCode(), read(said, answer.statusCode(), of));
      }
    } catch (IOException away) {
      throw new UnreachableException(of + " can't be reached.");
    } catch (InterruptedException ended) {
      Thread.currentThread().interrupt();
      throw new UnreachableException(of + " was not waited for.");
    }
  }

  private @Nullable JsonNode parsed(byte[] said) {
    try {
      return json.readTree(said);
    } catch (JacksonException none) {
      return null;
    }
  }

  private JsonNode read(byte[] said, int status, String of) throws UnreachableException {
    JsonNode body = said.length == 0 ? json.createObjectNode() : parsed(said);
    if (body == null && status / 100 == 2) {
      throw new UnreachableException(of + " does not answer with JSON.");
    }
    return body == null ? json.createObjectNode() : body;
  }
}
