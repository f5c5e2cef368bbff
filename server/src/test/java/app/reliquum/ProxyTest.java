package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.net.CookieManager;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.security.cert.CertificateFactory;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** The proxy with TLS that deploy/nginx.conf sets up, as Debian's nginx runs it. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ProxyTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  @TempDir static Path folder;

  private Process nginx;
  private int open;
  private int tls;
  private HttpClient http;
  private final CookieManager cookies = new CookieManager();

  @BeforeAll
  void start() throws Exception {
    HOUSE.hire("CLERK", Role.CLERK);
    open = freePort();
    tls = freePort();
    run(
        "openssl",
        "req",
        "-x509",
        "-newkey",
        "rsa:2048",
        "-nodes",
        "-days",
        "2",
        "-subj",
        "/CN=localhost",
        "-addext",
        "subjectAltName=DNS:localhost",
        "-keyout",
        folder.resolve("tls.key").toString(),
        "-out",
        folder.resolve("tls.crt").toString());
    String site =
        Files.readString(Path.of("../deploy/nginx.conf"))
            .replace("listen 80;", "listen 127.0.0.1:" + open + ";")
            .replace("listen 443 ssl", "listen 127.0.0.1:" + tls + " ssl")
            .replace("reliquum.example", "localhost")
            .replace("/etc/reliquum", folder.toString())
            .replace("http://127.0.0.1:8080", "http://127.0.0.1:" + HOUSE.address().getPort());
    Path whole = folder.resolve("whole.conf");
    Files.writeString(
        whole,
        """
        daemon off;
        pid %1$s/nginx.pid;
        error_log %1$s/error.log;
        events {}
        http {
          access_log off;
          client_body_temp_path %1$s/body;
          proxy_temp_path %1$s/proxy;
          fastcgi_temp_path %1$s/fastcgi;
          uwsgi_temp_path %1$s/uwsgi;
          scgi_temp_path %1$s/scgi;
          %2$s
        }
        """
            .formatted(folder, site));
    String program = System.getenv("RELIQUUM_NGINX");
    assertThat(program).as("RELIQUUM_NGINX: run the tests by ./reliquum test").isNotNull();
    nginx =
        new ProcessBuilder(program, "-p", folder.toString(), "-c", whole.toString())
            .redirectErrorStream(true)
            .redirectOutput(folder.resolve("nginx.out").toFile())
            .start();
    http =
        HttpClient.newBuilder()
            .sslContext(trusting(folder.resolve("tls.crt")))
            .cookieHandler(cookies)
            .build();
    await();
  }

  private static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }

  private static void run(String... command) throws Exception {
    Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
    String said = new String(process.getInputStream().readAllBytes());
    assertThat(process.waitFor()).as(said).isZero();
  }

  private static SSLContext trusting(Path certificate) throws Exception {
    KeyStore known = KeyStore.getInstance(KeyStore.getDefaultType());
    known.load(null);
    try (InputStream content = Files.newInputStream(certificate)) {
      known.setCertificateEntry(
          "house", CertificateFactory.getInstance("X.509").generateCertificate(content));
    }
    TrustManagerFactory trust =
        TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
    trust.init(known);
    SSLContext context = SSLContext.getInstance("TLS");
    context.init(null, trust.getTrustManagers(), null);
    return context;
  }

  private void await() throws IOException {
    for (int i = 0; i < 200; i++) {
      try {
        get("/actuator/health");
        return;
      } catch (Exception notYet) {
        LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(50));
      }
    }
    throw new AssertionError(Files.readString(folder.resolve("nginx.out")));
  }

  @AfterAll
  void stop() throws Exception {
    nginx.destroy();
    nginx.waitFor(10, TimeUnit.SECONDS);
  }

  private URI at(String path) {
    return URI.create("https://localhost:" + tls + path);
  }

  private HttpResponse<String> get(String path) throws Exception {
    return http.send(HttpRequest.newBuilder(at(path)).build(), BodyHandlers.ofString());
  }

  private String token() {
    return cookies.getCookieStore().getCookies().stream()
        .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
        .map(java.net.HttpCookie::getValue)
        .findFirst()
        .orElse("");
  }

  @Test
  void everythingGoesByTlsAndSaysSo() throws Exception {
    HttpResponse<String> turned =
        HttpClient.newHttpClient()
            .send(
                HttpRequest.newBuilder(URI.create("http://localhost:" + open + "/office/today"))
                    .build(),
                BodyHandlers.ofString());
    assertThat(turned.statusCode()).isEqualTo(301);
    assertThat(turned.headers().firstValue("Location").orElse("")).startsWith("https://");

    get("/api/session/options");
    HttpResponse<String> signedIn =
        http.send(
            HttpRequest.newBuilder(at("/api/session/password"))
                .header("Content-Type", "application/json")
                .header("X-XSRF-TOKEN", token())
                // Nobody is counted for another by saying so.
                .header("X-Forwarded-For", "203.0.113.9")
                .POST(
                    BodyPublishers.ofString(
                        "{\"code\":\"CLERK\",\"password\":\"" + RunningHouse.PASSWORD + "\"}"))
                .build(),
            BodyHandlers.ofString());
    assertThat(signedIn.statusCode()).as(signedIn.body()).isEqualTo(200);
    assertThat(signedIn.headers().allValues("Set-Cookie"))
        .filteredOn(cookie -> cookie.startsWith("reliquum="))
        .singleElement()
        .asString()
        .contains("Secure", "HttpOnly", "SameSite=Strict");
    assertThat(signedIn.headers().firstValue("Strict-Transport-Security")).isPresent();
    assertThat(get("/api/sites").statusCode()).isEqualTo(200);
    Client administrator = HOUSE.hire("ADM", Role.ADMINISTRATOR);
    JsonNode rows = administrator.get("/api/security-log?what=SIGNED_IN&q=CLERK").ok().path("rows");
    assertThat(rows.get(0).path("address").asString()).isEqualTo("127.0.0.1");

    // What changes is told at once, not when a buffer is full.
    HttpResponse<InputStream> stream =
        http.send(HttpRequest.newBuilder(at("/api/live")).build(), BodyHandlers.ofInputStream());
    try (var lines = new BufferedReader(new InputStreamReader(stream.body()))) {
      assertThat(lines.readLine()).contains("listening");
    }
  }
}
