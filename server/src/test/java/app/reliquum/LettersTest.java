package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import com.helger.ubl21.UBL21Marshaller;
import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.GreenMailUtil;
import com.icegreen.greenmail.util.ServerSetup;
import jakarta.mail.internet.MimeMultipart;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Predicate;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Letters on their way to a mail server. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class LettersTest {

  private static final GreenMail POST =
      new GreenMail(new ServerSetup(freePort(), null, ServerSetup.PROTOCOL_SMTP));

  static {
    POST.start();
  }

  /** The same after it was away. */
  private static int freePort() {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  private static final String PORT = "--reliquum.mail.port=" + POST.getSmtp().getPort();

  @RegisterExtension
  static final RunningHouse OPEN =
      RunningHouse.empty(
          "--reliquum.mail.host=127.0.0.1",
          PORT,
          "--reliquum.mail.encryption=NONE",
          "--reliquum.mail.from=house@kittiwake.example");

  @RegisterExtension
  static final RunningHouse STRICT =
      RunningHouse.empty(
          "--reliquum.mail.host=127.0.0.1", PORT, "--reliquum.mail.from=house@kittiwake.example");

  private Client controller;

  @BeforeAll
  void furnish() {
    controller = OPEN.hire("CON", Role.CONTROLLER);
    order(controller, 0);
  }

  @AfterEach
  void theRealTime() {
    OPEN.clock().reset();
  }

  @AfterAll
  static void shut() {
    POST.stop();
  }

  private static long order(Client who, int packs) {
    if (packs == 0) {
      Goods goods = new Goods(who);
      goods.site("KQ");
      goods.item("SHK", "Shackle, große", "NONE");
      Map<String, Object> supplier = new HashMap<>(Map.of("street", "", "town", ""));
      supplier.putAll(Map.of("code", "SKERRY", "name", "Skerry", "leadDays", 5, "active", true));
      supplier.put("email", "orders@skerry.example");
      who.post("/api/suppliers", supplier).ok();
      return 0;
    }
    long site = who.get("/api/sites").ok().get(0).path("id").asLong();
    Map<String, Object> entry = new HashMap<>(Map.of("supplier", "SKERRY", "site", site));
    entry.put("note", "");
    entry.put("lines", List.of(Leaving.line("SHK", Integer.toString(packs))));
    long order = who.post("/api/inbound", entry).ok().path("id").asLong();
    who.post("/api/inbound/" + order + "/sending", Map.of()).ok();
    return order;
  }

  private static JsonNode await(Client who, Predicate<JsonNode> when) {
    long end = System.nanoTime() + Duration.ofSeconds(30).toNanos();
    JsonNode letter = null;
    while (System.nanoTime() < end) {
      letter = who.get("/api/letters").ok().get(0);
      if (when.test(letter)) {
        return letter;
      }
      LockSupport.parkNanos(Duration.ofMillis(50).toNanos());
    }
    throw new AssertionError("Still so: " + letter);
  }

  private static Predicate<JsonNode> state(String state) {
    return letter -> letter.path("state").asString().equals(state);
  }

  @Test
  void aLetterArrivesFromWhomTheHouseSays() throws Exception {
    JsonNode house = controller.get("/api/house").ok();
    Map<String, Object> entry = new HashMap<>(Map.of("street", "", "town", ""));
    entry.put("version", house.path("version").asInt());
    entry.put("name", "Kittiwake");
    entry.put("mailFrom", "buying@kittiwake.example");
    controller.put("/api/house", entry).ok();
    int before = POST.getReceivedMessages().length;
    order(controller, 7);
    JsonNode letter = await(controller, state("SENT"));
    assertThat(letter.path("tries").asInt()).isEqualTo(1);
    var message = POST.getReceivedMessages()[before];
    assertThat(message.getFrom()[0].toString()).isEqualTo("buying@kittiwake.example");
    assertThat(message.getAllRecipients()[0].toString()).isEqualTo("orders@skerry.example");
    assertThat(message.getMessageID())
        .isEqualTo("<letter-" + letter.path("id").asLong() + "@kittiwake.example>");
    MimeMultipart parts = (MimeMultipart) message.getContent();
    assertThat(GreenMailUtil.getBody(parts.getBodyPart(0))).contains("Shackle");
    String number = letter.path("document").asString();
    assertThat(parts.getCount()).isEqualTo(3);
    assertThat(parts.getBodyPart(1).getFileName()).isEqualTo(number + ".pdf");
    assertThat(parts.getBodyPart(1).getInputStream().readNBytes(4)).isEqualTo("%PDF".getBytes());
    assertThat(parts.getBodyPart(2).getFileName()).isEqualTo(number + ".xml");
    assertThat(UBL21Marshaller.order().read(parts.getBodyPart(2).getInputStream())).isNotNull();
  }

  @Test
  void whileTheMailServerIsAwayALetterIsTriedLaterAndLater() {
    POST.stop();
    try {
      order(controller, 8);
      JsonNode letter = await(controller, one -> !one.path("nextTry").isNull());
      assertThat(letter.path("state").asString()).isEqualTo("WAITING");
      assertThat(letter.path("failure").asString()).isNotEmpty();
      Instant first = Instant.parse(letter.path("nextTry").asString());
      OPEN.clock().set(first.plusSeconds(1));
      letter = await(controller, one -> one.path("tries").asInt() == 2);
      letter = await(controller, one -> !one.path("nextTry").asString().equals(first.toString()));
      Instant second = Instant.parse(letter.path("nextTry").asString());
      assertThat(Duration.between(first, second)).isGreaterThan(Duration.ofSeconds(100));
    } finally {
      POST.start();
    }
    controller
        .post(
            "/api/letters/"
                + controller.get("/api/letters").ok().get(0).path("id").asLong()
                + "/sending",
            Map.of())
        .ok();
    await(controller, one -> one.path("tries").asInt() > 0 && !one.path("failure").isNull());
  }

  @Test
  void whatIsNotEncryptedIsNotSaid() {
    Client strict = STRICT.hire("CON", Role.CONTROLLER);
    order(strict, 0);
    int before = POST.getReceivedMessages().length;
    order(strict, 3);
    JsonNode letter = await(strict, one -> !one.path("failure").isNull());
    assertThat(letter.path("failure").asString()).contains("STARTTLS");
    assertThat(letter.path("sent").isNull()).isTrue();
    assertThat(POST.getReceivedMessages()).hasSize(before);
  }
}
