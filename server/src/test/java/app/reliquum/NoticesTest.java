package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Who is told of what, on screen and by mail. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class NoticesTest {

  /** A house without a mail server. */
  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final ZoneId LONDON = ZoneId.of("Europe/London");

  private long quay;
  private long holm;

  @BeforeAll
  void furnish() {
    Client controller = HOUSE.hire("CON", Role.CONTROLLER);
    Goods goods = new Goods(controller);
    quay = goods.site("KQ");
    holm = goods.site("HL");
    HOUSE.hire("HERE", Role.CLERK, quay);
    HOUSE.hire("AFAR", Role.CLERK, holm);
    HOUSE.hire("ADM", Role.ADMINISTRATOR);
    goods.item("ROPE", "Rope", "NONE");
    Map<String, Object> supplier = new HashMap<>();
    supplier.putAll(Map.of("code", "SKERRY", "name", "Skerry", "street", "", "town", ""));
    supplier.putAll(Map.of("leadDays", 5, "active", true, "email", "skerry@example.com"));
    controller.post("/api/suppliers", supplier).ok();
  }

  @AfterEach
  void theRealTime() {
    HOUSE.clock().reset();
  }

  /** Sessions end when the clock is set ahead. */
  private static Client as(String code) {
    return HOUSE.nobody().signIn(code, RunningHouse.PASSWORD);
  }

  private JsonNode order(Client who, LocalDate due) {
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("supplier", "SKERRY", "site", quay, "note", ""));
    entry.put("expected", due.toString());
    entry.put("lines", List.of(Leaving.line("ROPE", "5")));
    return who.post("/api/inbound", entry).ok();
  }

  private static List<JsonNode> notices(Client who, String kind) {
    return who.get("/api/notices?filter=ALL&limit=200")
        .ok()
        .path("rows")
        .valueStream()
        .filter(one -> one.path("kind").asString().equals(kind))
        .toList();
  }

  private static int unread(Client who) {
    return who.get("/api/notices/unread").ok().path("count").asInt();
  }

  private static <T> T until(Supplier<T> what, java.util.function.Predicate<T> when) {
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(30);
    T found = what.get();
    while (!when.test(found) && System.nanoTime() < end) {
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(100));
      found = what.get();
    }
    assertThat(found).matches(when);
    return found;
  }

  private static void now(LocalDate day, int hour, String job) {
    HOUSE.clock().set(day.atTime(LocalTime.of(hour, 30)).atZone(LONDON).toInstant());
    HOUSE
        .database()
        .run(
            "update scheduled_tasks set execution_time = utc_timestamp(6) where task_name = '"
                + job
                + "' and not picked");
  }

  private static void choose(String kind, String role, Long site, String way) {
    Map<String, Object> entry = new HashMap<>(Map.of("kind", kind, "role", role));
    entry.put("siteId", site);
    entry.put("way", way);
    as("CON").put("/api/notice-choices", entry).ok();
  }

  @Test
  void whatWasDueYesterdayIsToldInTheMorningToThoseWhoWorkThere() {
    LocalDate today = LocalDate.ofInstant(Instant.now(), LONDON);
    String number = order(as("HERE"), today).path("number").asString();
    order(as("HERE"), today.plusDays(5));
    now(today.plusDays(1), 3, "late-goods");
    LockSupport.parkNanos(TimeUnit.SECONDS.toNanos(1));
    assertThat(notices(as("HERE"), "LATE_GOODS")).isEmpty();
    now(today.plusDays(1), 7, "late-goods");
    Client here = as("HERE");
    JsonNode late = until(() -> notices(here, "LATE_GOODS"), found -> !found.isEmpty()).get(0);
    assertThat(late.path("details").path("number").asString()).isEqualTo(number);
    assertThat(late.path("site").asString()).isNotEmpty();
    assertThat(notices(here, "LATE_GOODS")).hasSize(1);
    assertThat(notices(as("AFAR"), "LATE_GOODS")).isEmpty();

    // Read and unread, one by one and all at once.
    int before = unread(here);
    String at = "/api/notices/" + late.path("id").asLong();
    assertThat(here.put(at, Map.of("read", true)).ok().path("count").asInt()).isEqualTo(before - 1);
    assertThat(here.put(at, Map.of("read", false)).ok().path("count").asInt()).isEqualTo(before);
    assertThat(
            here.post("/api/notices/reading", Map.of("upTo", late.path("id").asLong()))
                .ok()
                .path("count")
                .asInt())
        .isLessThan(before);
    assertThat(as("AFAR").put(at, Map.of("read", true)).status()).isEqualTo(404);
  }

  private static List<String> mails(Client who, String to) {
    return who.get("/api/letters")
        .ok()
        .valueStream()
        .filter(one -> one.path("recipient").asString().equals(to))
        .map(one -> one.path("subject").asString() + "\n" + one.path("body").asString())
        .toList();
  }

  @Test
  void aRoleChoosesToBeToldByMailAtOnceOrOnceADay() {
    choose("CHANGED_DELIVERY", "CLERK", null, "DAILY_MAIL");
    choose("CHANGED_DELIVERY", "CONTROLLER", quay, "MAIL_AT_ONCE");
    LocalDate today = LocalDate.ofInstant(Instant.now(), LONDON);
    JsonNode order = order(as("HERE"), today.plusDays(3));
    Map<String, Object> line = new HashMap<>(Map.of("line", 1, "packs", "4"));
    line.put("expected", today.plusDays(4).toString());
    Map<String, Object> answer = new HashMap<>(Map.of("by", "SUPPLIER", "note", ""));
    answer.put("version", order.path("version").asInt());
    answer.put("lines", List.of(line));
    as("HERE").post("/api/inbound/" + order.path("id").asLong() + "/amendment", answer).ok();
    String number = order.path("number").asString();
    assertThat(mails(as("CON"), "con@house.example"))
        .singleElement()
        .asString()
        .contains("Skerry changed " + number);
    assertThat(mails(as("CON"), "here@house.example")).isEmpty();
    assertThat(notices(as("HERE"), "CHANGED_DELIVERY")).hasSize(1);

    now(today.plusDays(1), 7, "daily-notices");
    Client controller = as("CON");
    String daily =
        until(() -> mails(controller, "here@house.example"), found -> !found.isEmpty()).get(0);
    assertThat(daily).contains("Skerry changed " + number).contains("→ 4");
    // Once: the next morning has nothing new to say.
    now(today.plusDays(2), 7, "daily-notices");
    LockSupport.parkNanos(TimeUnit.SECONDS.toNanos(2));
    assertThat(mails(as("CON"), "here@house.example")).hasSize(1);
  }

  @Test
  void mailThatDoesNotGoIsSeen() {
    Client here = as("HERE");
    JsonNode order = order(here, LocalDate.now().plusDays(9));
    here.post("/api/inbound/" + order.path("id").asLong() + "/sending", Map.of()).ok();
    JsonNode told = until(() -> notices(here, "MAIL_NOT_SENT"), found -> !found.isEmpty()).get(0);
    assertThat(told.path("failure").asBoolean()).isTrue();
    assertThat(told.path("details").path("failure").asString()).isEqualTo("No mail server is set.");
    Map<String, Object> entry = new HashMap<>(Map.of("kind", "MAIL_NOT_SENT", "role", "CLERK"));
    entry.put("way", "DAILY_MAIL");
    Client.Answer refused = as("CON").put("/api/notice-choices", entry);
    assertThat(refused.detail()).contains("Expected OFF or SCREEN");
    entry.put("way", null);
    assertThat(as("CON").put("/api/notice-choices", entry).detail()).contains("Say how");
  }

  @Test
  void workThatFailsIsToldThoughNobodyChoseToHearOfIt() {
    for (String role : List.of("CONTROLLER", "ADMINISTRATOR")) {
      choose("BACKGROUND_FAILURE", role, null, "OFF");
    }
    HOUSE.database().run("rename table letter to letter_away");
    try {
      Client administrator = as("ADM");
      JsonNode told =
          until(() -> notices(administrator, "BACKGROUND_FAILURE"), found -> !found.isEmpty())
              .get(0);
      assertThat(told.path("details").path("work").asString()).isEqualTo("mail");
      assertThat(told.path("siteId").isNull()).isTrue();
      // However often it fails on a day, it is one notice that counts.
      until(
          () -> notices(administrator, "BACKGROUND_FAILURE"),
          found -> found.size() == 1 && found.get(0).path("times").asInt() > 1);
      assertThat(notices(as("HERE"), "BACKGROUND_FAILURE")).isEmpty();
    } finally {
      HOUSE.database().run("rename table letter_away to letter");
    }
  }

  @Test
  void whatHoldsForEverySiteIsChosenByWhoWorksEverywhere() {
    HOUSE.hire("LOCAL", Role.CONTROLLER, holm);
    Client local = as("LOCAL");
    Map<String, Object> entry = new HashMap<>(Map.of("kind", "PROPOSALS", "role", "CLERK"));
    entry.put("way", "OFF");
    assertThat(local.put("/api/notice-choices", entry).status()).isEqualTo(403);
    entry.put("siteId", quay);
    assertThat(local.put("/api/notice-choices", entry).status()).isEqualTo(403);
    entry.put("siteId", holm);
    assertThat(local.put("/api/notice-choices", entry).ok())
        .anyMatch(one -> one.path("siteId").asLong() == holm);
    // A site without a choice of its own is told as every site is.
    entry.put("way", null);
    assertThat(local.put("/api/notice-choices", entry).ok())
        .noneMatch(one -> one.path("siteId").asLong() == holm);
  }
}
