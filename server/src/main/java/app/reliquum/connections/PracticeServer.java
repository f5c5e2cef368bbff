package app.reliquum.connections;

import app.reliquum.catalog.Catalog;
import app.reliquum.core.sentence.HeldPosition;
import app.reliquum.stock.OnHand;
import app.reliquum.stock.UnitLoads;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.Executors;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import org.springframework.web.util.UriComponentsBuilder;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A scale and a carrier to practise with, where a house has none: they listen on this machine alone
 * and are asked over a connection, as real ones are.
 *
 * <p>The scale shows what the goods of a unit load would weigh by their packs, with what they stand
 * on, in steps of fifty grams. The carrier gives each unit load a number with a check digit, and
 * takes what is light enough.
 */
@Component
class PracticeServer implements SmartLifecycle {

  private static final Logger LOG = LoggerFactory.getLogger(PracticeServer.class);

  private static final BigDecimal TARE = new BigDecimal("1.2");
  private static final BigDecimal STEP = new BigDecimal("0.05");
  private static final int REMEMBERS = 10_000;
  private static final int LARGEST = 100_000;
  private static final int SSCC_DIGITS = 18;

  /** A service, as it is offered. */
  private record Service(String code, String name, int maxKilograms) {}

  private static final List<Service> SERVICES =
      List.of(
          new Service("NEXT_DAY", "Next day", 30),
          new Service("ECONOMY", "Economy", 70),
          new Service("PALLET", "Pallet", 1000));

  private final OnHand onHand;
  private final Catalog catalog;
  private final UnitLoads loads;
  private final JsonMapper json;
  private final int port;
  private final Map<String, String> taken =
      new LinkedHashMap<>() {
        private static final long serialVersionUID = 1;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, String> eldest) {
          return size() > REMEMBERS;
        }
      };
  private @Nullable HttpServer server;

  PracticeServer(
      OnHand onHand,
      Catalog catalog,
      UnitLoads loads,
      JsonMapper json,
      @Value("${reliquum.connections.practice-port}") int port) {
    this.onHand = onHand;
    this.catalog = catalog;
    this.loads = loads;
    this.json = json;
    this.port = port;
  }

  /** Where the scale is asked. */
  URI scale() {
    return at("/scale");
  }

  /** Where the carrier is asked. */
  URI carrier() {
    return at("/carrier");
  }

  private URI at(String path) {
    return URI.create(
        "http://127.0.0.1:" + Objects.requireNonNull(server).getAddress().getPort() + path);
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
              Thread thread = new Thread(work, "practice");
              thread.setDaemon(true);
              return thread;
            }));
    server.createContext("/", this::answer);
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

  /** Before anything is packed, and until nothing is. */
  @Override
  public int getPhase() {
    return 0;
  }

  private record Said(int status, @Nullable Object body) {}

  private void answer(HttpExchange exchange) throws IOException {
    try (exchange) {
      Said said;
      try {
        said = answerTo(exchange);
      } catch (RuntimeException fault) {
        LOG.warn("The practice server could not answer", fault);
        said = new Said(500, Map.of("detail", "It failed."));
      }
      if (said.body() == null) {
        exchange.sendResponseHeaders(said.status(), -1);
        return;
      }
      byte[] body = json.writeValueAsBytes(said.body());
      exchange.getResponseHeaders().add("Content-Type", "application/json");
      exchange.sendResponseHeaders(said.status(), body.length);
      exchange.getResponseBody().write(body);
    }
  }

  private Said answerTo(HttpExchange exchange) throws IOException {
    String asked = exchange.getRequestMethod() + " " + exchange.getRequestURI().getPath();
    return switch (asked) {
      case "GET /scale" -> new Said(200, weight(exchange.getRequestURI()));
      case "GET /carrier/services" -> new Said(200, SERVICES);
      case "POST /carrier/consignments" -> take(exchange);
      default ->
          asked.startsWith("DELETE /carrier/consignments/")
              ? withdraw(asked.substring(asked.lastIndexOf('/') + 1))
              : new Said(404, Map.of("detail", "There is nothing here."));
    };
  }

  /** Nothing stands on the scale but what it was told of. */
  private Map<String, Object> weight(URI asked) {
    String load = UriComponentsBuilder.fromUri(asked).build().getQueryParams().getFirst("load");
    BigDecimal kilograms =
        load == null
            ? BigDecimal.ZERO
            : loads.withCode(load).map(card -> weight(card.id())).orElse(BigDecimal.ZERO);
    return Map.of("kilograms", kilograms, "steady", true);
  }

  private BigDecimal weight(long load) {
    List<HeldPosition> goods = onHand.on(load);
    if (goods.isEmpty()) {
      return BigDecimal.ZERO;
    }
    BigDecimal sum = TARE;
    for (HeldPosition one : goods) {
      BigDecimal each = catalog.stored(one.key().item()).weight();
      sum = sum.add(one.quantity().amount().multiply(each));
    }
    return sum.divide(STEP, 0, RoundingMode.HALF_UP)
        .multiply(STEP)
        .setScale(3, RoundingMode.UNNECESSARY);
  }

  private Said take(HttpExchange exchange) throws IOException {
    String key = exchange.getRequestHeaders().getFirst("Idempotency-Key");
    JsonNode asked = json.readTree(exchange.getRequestBody().readNBytes(LARGEST));
    String code = asked.path("service").asString("");
    Service service =
        SERVICES.stream().filter(one -> one.code().equals(code)).findFirst().orElse(null);
    String load = asked.path("unitLoad").asString("");
    if (key == null || service == null || !load.matches("[0-9]{" + SSCC_DIGITS + "}")) {
      return new Said(
          422, Map.of("detail", "Expected a key, a service that is offered, and an SSCC."));
    }
    BigDecimal kilograms = asked.path("kilograms").decimalValue(BigDecimal.ZERO);
    if (kilograms.signum() <= 0
        || kilograms.compareTo(BigDecimal.valueOf(service.maxKilograms())) > 0) {
      return new Said(
          422,
          Map.of("detail", service.name() + " takes up to " + service.maxKilograms() + " kg."));
    }
    synchronized (taken) {
      String tracking =
          taken.computeIfAbsent(key, fresh -> tracking(SERVICES.indexOf(service), load));
      return new Said(201, Map.of("tracking", tracking));
    }
  }

  private Said withdraw(String tracking) {
    synchronized (taken) {
      return new Said(taken.values().remove(tracking) ? 204 : 404, null);
    }
  }

  /** Ten digits of the unit load after one for the service, and a check digit (GS1 modulo 10). */
  private static String tracking(int service, String sscc) {
    String digits = (service + 1) + sscc.substring(sscc.length() - 10);
    int sum = 0;
    for (int i = 0; i < digits.length(); i++) {
      sum += (digits.charAt(i) - '0') * (i % 2 == 0 ? 3 : 1);
    }
    return "TC" + digits + (10 - sum % 10) % 10;
  }
}
