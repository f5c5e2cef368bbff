package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import app.reliquum.testing.LiveStream;
import app.reliquum.testing.TestDatabase;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.SpringApplication;
import tools.jackson.databind.JsonNode;

/** Getting in and being put out: secrets, devices, tries, ends, and the log of it all. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class SignInTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final String OWN = "marsh kettle orbit";

  @TempDir Path folder;

  private Client administrator;
  private Client controller;
  private long site;
  private long other;

  @BeforeAll
  void furnish() {
    administrator = HOUSE.hire("ADM", Role.ADMINISTRATOR);
    Goods goods = new Goods(administrator);
    site = goods.site("KQ");
    other = goods.site("OH");
    controller = HOUSE.hire("CON", Role.CONTROLLER, site);
    goods.item("SHK", "Shackle", "NONE");
    goods.opening("SHK", null, null, "KQ.A-01-A", "100");
  }

  @AfterEach
  void theRealTime() {
    HOUSE.clock().reset();
  }

  private Map<String, Object> entry(String code, String role) {
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("code", code, "name", "Name of " + code, "role", role, "active", true));
    entry.put("everywhere", false);
    entry.put("sites", List.of(site));
    return entry;
  }

  private JsonNode card(String code) {
    for (JsonNode one : administrator.get("/api/people").ok()) {
      if (one.path("code").asString().equals(code)) {
        return one;
      }
    }
    throw new AssertionError(code);
  }

  private Client.Answer change(String code, Map<String, Object> changes) {
    JsonNode card = card(code);
    Map<String, Object> entry = entry(code, card.path("role").asString());
    entry.put("version", card.path("version").asInt());
    entry.putAll(changes);
    return administrator.put("/api/people/" + card.path("id").asLong(), entry);
  }

  private static Client.Answer password(Client who, String code, String password) {
    return who.post("/api/session/password", Map.of("code", code, "password", password));
  }

  private static Client.Answer badge(Client who, String code, String pin) {
    return who.post("/api/session/badge", Map.of("badge", "RP." + code, "pin", pin));
  }

  /** A browser that is an enrolled device, and its number. */
  private long enrol(Client browser, String name) {
    JsonNode offer = controller.post("/api/devices", Map.of("name", name, "site", site)).ok();
    browser.get("/api/session/options");
    browser
        .post("/api/session/device", Map.of("code", offer.path("code").asString().toUpperCase()))
        .ok();
    return offer.path("id").asLong();
  }

  private List<String> log(String what) {
    return administrator
        .get("/api/security-log?what=" + what)
        .ok()
        .path("rows")
        .valueStream()
        .map(row -> row.path("subject").asString() + " " + row.path("detail").asString())
        .toList();
  }

  // Devices and PINs

  @Test
  void aPinOpensEnrolledDevicesOnly() {
    HOUSE.hire("PIN1", Role.FLOOR_HAND, site);
    Client browser = HOUSE.nobody();
    Client.Answer refused = badge(browser, "PIN1", RunningHouse.PIN);
    assertThat(refused.status()).isEqualTo(403);
    assertThat(refused.problem()).isEqualTo("not-enrolled");
    enrol(browser, "Handheld 1");
    assertThat(browser.get("/api/session/options").ok().path("device").asString())
        .isEqualTo("Handheld 1");
    JsonNode me = badge(browser, "PIN1", RunningHouse.PIN).ok();
    assertThat(me.path("by").asString()).isEqualTo("PIN");
    assertThat(me.path("device").asString()).isEqualTo("Handheld 1");
    assertThat(badge(browser, "PIN1", "9999").status()).isEqualTo(401);
    assertThat(
            browser.post("/api/session/badge", Map.of("badge", "RB.KQ.A", "pin", "8305")).detail())
        .contains("no badge");
    assertThat(log("DEVICE_ENROLLED")).anyMatch(row -> row.startsWith("Handheld 1"));
  }

  @Test
  void aCodeEnrolsOneBrowserOnceAndNotForLong() {
    JsonNode offer =
        controller.post("/api/devices", Map.of("name", "Handheld 2", "site", site)).ok();
    Map<String, Object> code = Map.of("code", offer.path("code").asString());
    Client first = HOUSE.nobody();
    first.get("/api/session/options");
    first.post("/api/session/device", code).ok();
    Client second = HOUSE.nobody();
    second.get("/api/session/options");
    assertThat(second.post("/api/session/device", code).problem()).isEqualTo("wrong-code");
    JsonNode again =
        controller.post("/api/devices/" + offer.path("id").asLong() + "/code", Map.of()).ok();
    HOUSE.clock().set(Instant.now().plus(Duration.ofMinutes(16)));
    assertThat(
            second
                .post("/api/session/device", Map.of("code", again.path("code").asString()))
                .problem())
        .isEqualTo("wrong-code");
  }

  @Test
  void devicesBelongToSitesAndAreRevokedFromAfar() {
    HOUSE.hire("PIN3", Role.FLOOR_HAND, site);
    Client browser = HOUSE.nobody();
    long device = enrol(browser, "Handheld 3");
    badge(browser, "PIN3", RunningHouse.PIN).ok();
    browser.get("/api/sites").ok();
    Client elsewhere = HOUSE.hire("CON3", Role.CONTROLLER, other);
    assertThat(elsewhere.get("/api/devices").text()).doesNotContain("Handheld 3");
    assertThat(elsewhere.post("/api/devices/" + device + "/revocation", Map.of()).status())
        .isEqualTo(403);
    JsonNode seen = null;
    for (JsonNode one : controller.get("/api/devices").ok()) {
      seen = one.path("id").asLong() == device ? one : seen;
    }
    assertThat(seen.path("lastPerson").asString()).isEqualTo("Person PIN3");
    controller.post("/api/devices/" + device + "/revocation", Map.of()).ok();
    assertThat(browser.get("/api/sites").status()).isEqualTo(401);
    assertThat(badge(browser, "PIN3", RunningHouse.PIN).problem()).isEqualTo("not-enrolled");
    assertThat(log("DEVICE_REVOKED")).anyMatch(row -> row.startsWith("Handheld 3"));
  }

  @Test
  void aPinGivesTheRightsOfTheRoleOnTheFloorOnly() {
    HOUSE.hire("PIN4", Role.CONTROLLER);
    Client browser = HOUSE.nobody();
    enrol(browser, "Handheld 4");
    badge(browser, "PIN4", RunningHouse.PIN).ok();
    browser.get("/api/floor/MOVE?site=" + site).ok();
    for (String path : List.of("/api/ledger", "/api/people/names", "/api/value", "/api/devices")) {
      assertThat(browser.get(path).problem()).as(path).isEqualTo("floor-only");
    }
    assertThat(browser.post("/api/items", Goods.itemEntry("X", "X", "NONE")).problem())
        .isEqualTo("floor-only");
  }

  @Test
  void whoMayNotPostProposes() {
    HOUSE.hire("PIN5", Role.FLOOR_HAND, site);
    Client browser = HOUSE.nobody();
    enrol(browser, "Handheld 5");
    badge(browser, "PIN5", RunningHouse.PIN).ok();
    long damage = 0;
    for (JsonNode kind : controller.get("/api/movement-kinds").ok()) {
      damage = kind.path("code").asString().equals("DAMAGE") ? kind.path("id").asLong() : damage;
    }
    String at = "/api/floor/adjust/";
    browser.post(at + "kind", Map.of("site", site, "kind", damage, "way", "OUT")).ok();
    for (String text : List.of("RB.KQ.A-01-A", "SHK", "2")) {
      browser.post("/api/floor/ADJUST/scan", Map.of("site", site, "text", text)).ok();
    }
    browser.post("/api/floor/ADJUST/act", Map.of("site", site, "action", "CONFIRM")).ok();
    JsonNode posted =
        browser
            .post(at + "posting", Map.of("site", site, "replacing", false))
            .ok()
            .path("adjusting")
            .path("posted");
    assertThat(posted.path("state").asString()).isEqualTo("PROPOSED");
    assertThat(posted.path("number").asString()).startsWith("AD-");
    String ledger = "/api/ledger?document=" + posted.path("number").asString();
    assertThat(administrator.get(ledger).ok().path("total").asInt()).isZero();
    assertThat(administrator.get("/api/approvals?waiting=true").text())
        .contains(posted.path("number").asString());
  }

  // Secrets of one's own

  @Test
  void aFirstSecretIsChangedBeforeAnythingElse() {
    Map<String, Object> fresh = entry("FRESH", "CLERK");
    fresh.put("password", RunningHouse.PASSWORD);
    administrator.post("/api/people", fresh).ok();
    Client clerk = HOUSE.nobody();
    JsonNode me = password(clerk, "FRESH", RunningHouse.PASSWORD).ok();
    assertThat(me.path("due").asString()).isEqualTo("PASSWORD");
    assertThat(clerk.get("/api/sites").problem()).isEqualTo("secret-due");
    Map<String, Object> chosen = new HashMap<>(Map.of("secret", "PASSWORD", "chosen", OWN));
    chosen.put("present", "wrong");
    assertThat(clerk.put("/api/session/secret", chosen).problem()).isEqualTo("wrong-secret");
    chosen.put("present", RunningHouse.PASSWORD);
    chosen.put("chosen", RunningHouse.PASSWORD);
    assertThat(clerk.put("/api/session/secret", chosen).detail()).contains("what it was");
    chosen.put("chosen", OWN);
    assertThat(clerk.put("/api/session/secret", chosen).status()).isEqualTo(204);
    clerk.get("/api/sites").ok();
    assertThat(clerk.get("/api/session").ok().path("due").isNull()).isTrue();
    assertThat(log("PASSWORD_SET")).anyMatch(row -> row.startsWith("FRESH"));
  }

  @Test
  void peopleChangeTheirPinAndTheirOtherSignInsEnd() {
    HOUSE.hire("OWNPIN", Role.CLERK, site);
    Client one = HOUSE.nobody().signIn("OWNPIN", RunningHouse.PASSWORD);
    Client another = HOUSE.nobody().signIn("OWNPIN", RunningHouse.PASSWORD);
    Map<String, Object> chosen =
        Map.of("present", RunningHouse.PASSWORD, "secret", "PIN", "chosen", "2917");
    assertThat(one.put("/api/session/secret", chosen).status()).isEqualTo(204);
    one.get("/api/sites").ok();
    assertThat(another.get("/api/sites").status()).isEqualTo(401);
    Client browser = HOUSE.nobody();
    enrol(browser, "Handheld 6");
    assertThat(badge(browser, "OWNPIN", RunningHouse.PIN).status()).isEqualTo(401);
    badge(browser, "OWNPIN", "2917").ok();
  }

  // Ends

  @Test
  void whatChangesWhatSomeoneMayEndsAtOnce() {
    for (String what : List.of("password", "pin", "active")) {
      String code = "END" + what.substring(0, 2).toUpperCase();
      HOUSE.hire(code, Role.CLERK, site);
      Client clerk = HOUSE.nobody().signIn(code, RunningHouse.PASSWORD);
      clerk.get("/api/sites").ok();
      Object to = what.equals("active") ? false : what.equals("pin") ? "2917" : OWN;
      change(code, Map.of(what, to)).ok();
      assertThat(clerk.get("/api/sites").status()).as(what).isEqualTo(401);
    }
    HOUSE.hire("DEMOTED", Role.CLERK, site);
    Client clerk = HOUSE.nobody().signIn("DEMOTED", RunningHouse.PASSWORD);
    clerk.get("/api/letters").ok();
    change("DEMOTED", Map.of("role", "FLOOR_HAND")).ok();
    assertThat(clerk.get("/api/letters").status()).isEqualTo(403);
    change("DEMOTED", Map.of("sites", List.of(other))).ok();
    assertThat(clerk.get("/api/floor/MOVE?site=" + site).status()).isEqualTo(403);
    assertThat(log("RIGHTS_CHANGED")).anyMatch(row -> row.contains("CLERK"));
    assertThat(log("PERSON_CLOSED")).anyMatch(row -> row.startsWith("ENDAC"));
  }

  @Test
  void signingOutEndsTheSignInAndItsLiveStream() throws Exception {
    HOUSE.hire("STREAM", Role.CLERK, site);
    Client clerk = HOUSE.nobody().signIn("STREAM", RunningHouse.PASSWORD);
    String token = clerk.cookie("reliquum");
    try (LiveStream stream = LiveStream.of(clerk)) {
      assertThat(clerk.delete("/api/session").status()).isEqualTo(204);
      stream.untilTheEnd();
    }
    Client thief = HOUSE.nobody();
    assertThat(
            thief
                .send(thief.request("/api/sites").header("Cookie", "reliquum=" + token).GET())
                .status())
        .isEqualTo(401);
    assertThat(log("SIGNED_OUT")).anyMatch(row -> row.startsWith("STREAM"));
  }

  @Test
  void whoListensHearsOfTheirOwnSitesOnly() throws Exception {
    try (LiveStream everyone = LiveStream.of(HOUSE.hire("EARS", Role.CLERK));
        LiveStream elsewhere = LiveStream.of(HOUSE.hire("EARSOH", Role.CLERK, other))) {
      administrator.post("/api/moves", Goods.move("SHK", null, "KQ.A-01-A", "KQ.A-01-B", "1")).ok();
      everyone.until("stock");
      new Goods(administrator).opening("SHK", null, null, "OH.A-01-A", "1");
      everyone.until("stock");
      // Something else is told last: what was told before it is all that there was.
      administrator.post("/api/floor/count/begin", Map.of("site", other, "method", "SPOT")).ok();
      administrator
          .post("/api/floor/COUNT/scan", Map.of("site", other, "text", "RB.OH.A-02-A"))
          .ok();
      assertThat(elsewhere.until("count")).containsOnlyOnce("stock");
      new Goods(administrator)
          .post("TO_CUSTOMER", List.of(Goods.line("SHK", null, null, "OH.A-01-A", "1")))
          .ok();
    }
  }

  @Test
  void nobodyIsSignedInForLongerThanAWorkingDay() {
    HOUSE.hire("LONG", Role.CLERK, site);
    Client clerk = HOUSE.nobody().signIn("LONG", RunningHouse.PASSWORD);
    HOUSE.clock().set(Instant.now().plus(Duration.ofHours(13)));
    clerk.get("/api/sites").ok();
    HOUSE.clock().set(Instant.now().plus(Duration.ofHours(14)).plusSeconds(5));
    assertThat(clerk.get("/api/sites").status()).isEqualTo(401);
  }

  @Test
  void cookiesAreForThisSiteAndNoScript() {
    HOUSE.hire("COOKIE", Role.CLERK, site);
    Client clerk = HOUSE.nobody();
    String before = tokenOf(clerk.get("/api/session/options"));
    Client.Answer signedIn = password(clerk, "COOKIE", RunningHouse.PASSWORD);
    assertThat(signedIn.whole().headers().allValues("Set-Cookie"))
        .filteredOn(cookie -> cookie.startsWith("reliquum="))
        .singleElement()
        .asString()
        .contains("HttpOnly", "SameSite=Strict", "Path=/");
    // Renewed, so that nobody has planted it.
    assertThat(tokenOf(signedIn)).isNotEqualTo(before).isNotEmpty();
    var headers = clerk.get("/api/openapi.json").whole().headers();
    String policy = headers.firstValue("Content-Security-Policy").orElse("");
    assertThat(policy).contains("script-src 'self'", "style-src 'self' 'nonce-");
    assertThat(policy).doesNotContain("unsafe-inline");
    assertThat(headers.firstValue("X-Content-Type-Options")).contains("nosniff");
    assertThat(headers.firstValue("Referrer-Policy")).contains("no-referrer");
    assertThat(headers.firstValue("Cross-Origin-Opener-Policy")).contains("same-origin");
  }

  private static String tokenOf(Client.Answer answer) {
    return answer.whole().headers().allValues("Set-Cookie").stream()
        .filter(cookie -> cookie.startsWith("XSRF-TOKEN=") && !cookie.startsWith("XSRF-TOKEN=;"))
        .map(cookie -> cookie.substring(11, cookie.indexOf(';')))
        .findFirst()
        .orElse("");
  }

  // Tries

  private static Map<Integer, Integer> tries(int connections, int each, List<String> codes)
      throws Exception {
    List<Callable<List<Integer>>> work = new ArrayList<>();
    for (int i = 0; i < connections; i++) {
      String code = codes.get(i % codes.size());
      work.add(
          () -> {
            Client guesser = HOUSE.nobody();
            List<Integer> answers = new ArrayList<>();
            for (int k = 0; k < each; k++) {
              answers.add(password(guesser, code, "wrong password " + k).status());
            }
            return answers;
          });
    }
    ExecutorService all = Executors.newFixedThreadPool(connections);
    Map<Integer, Integer> sums = new HashMap<>();
    for (Future<List<Integer>> done : all.invokeAll(work)) {
      done.get().forEach(status -> sums.merge(status, 1, Integer::sum));
    }
    all.shutdownNow();
    return sums;
  }

  @Test
  void sixtyFourConnectionsGetNoMoreTriesThanOne() throws Exception {
    HOUSE.hire("ONE", Role.CLERK, site);
    HOUSE.hire("MANY", Role.CLERK, site);
    Instant still = Instant.now().plus(Duration.ofDays(2));
    HOUSE.clock().set(still);
    int one = tries(1, 16, List.of("ONE")).getOrDefault(401, 0);
    HOUSE.clock().set(still);
    Map<Integer, Integer> answers = tries(64, 2, List.of("MANY"));
    assertThat(answers.keySet()).containsExactlyInAnyOrder(401, 429);
    int many = answers.get(401);
    assertThat(one).isBetween(6, 8);
    assertThat(many).isBetween(1, one + 1);
    // Nobody is told whether a code is anyone's.
    HOUSE.clock().set(still);
    assertThat(tries(1, 16, List.of("NOSUCHONE")).getOrDefault(401, 0)).isBetween(6, 8);
    Client.Answer blocked = password(HOUSE.nobody(), "ONE", RunningHouse.PASSWORD);
    assertThat(blocked.status()).isEqualTo(429);
    assertThat(blocked.whole().headers().firstValue("Retry-After")).isPresent();
    // After the wait, the right one is let in.
    HOUSE.clock().set(still.plus(Duration.ofMinutes(6)));
    password(HOUSE.nobody(), "ONE", RunningHouse.PASSWORD).ok();
    HOUSE.clock().reset();
    assertThat(log("SIGN_IN_BLOCKED")).isNotEmpty();
  }

  private static Client.Answer from(String address, String code, String password) {
    Client browser = HOUSE.nobody();
    browser.get("/api/session/options");
    return browser.post(
        "/api/session/password",
        Map.of("code", code, "password", password),
        "X-Forwarded-For",
        address);
  }

  @Test
  void enrollingAtOnceIsSlowedDownAndHoldsNothingUp() throws Exception {
    HOUSE.clock().set(Instant.now().plus(Duration.ofDays(6)));
    List<Callable<Integer>> work = new ArrayList<>();
    for (int i = 0; i < 64; i++) {
      work.add(
          () -> {
            Client browser = HOUSE.nobody();
            browser.get("/api/session/options");
            return browser.post("/api/session/device", Map.of("code", "wrong")).status();
          });
    }
    ExecutorService all = Executors.newFixedThreadPool(64);
    List<Integer> answers = new ArrayList<>();
    for (Future<Integer> done : all.invokeAll(work)) {
      answers.add(done.get());
    }
    all.shutdownNow();
    assertThat(answers).containsOnly(422, 429);
    assertThat(answers.stream().filter(status -> status == 422).count()).isLessThan(9);
    // A row for who must wait, not one for each of their tries.
    HOUSE.clock().reset();
    assertThat(log("SIGN_IN_BLOCKED").stream().filter(row -> row.startsWith("enrolment")).count())
        .isLessThan(5);
  }

  @Test
  void nobodyLocksSomebodyElseOutForLong() {
    HOUSE.hire("VICTIM", Role.CLERK, site);
    for (int address = 1; address <= 10; address++) {
      for (int k = 0; k < 4; k++) {
        from("203.0.113." + address, "VICTIM", "wrong password");
      }
    }
    // From elsewhere they wait a little, from where they have signed in before not at all.
    Client.Answer elsewhere = from("198.51.100.1", "VICTIM", RunningHouse.PASSWORD);
    assertThat(elsewhere.status()).isEqualTo(429);
    assertThat(elsewhere.body().path("retryAfter").asInt()).isLessThanOrEqualTo(31);
    from("127.0.0.1", "VICTIM", RunningHouse.PASSWORD).ok();
  }

  @Test
  void whoTriesManyNamesFromOneAddressIsSlowedDownToo() throws Exception {
    HOUSE.clock().set(Instant.now().plus(Duration.ofDays(4)));
    List<String> names = new ArrayList<>();
    for (int i = 0; i < 100; i++) {
      names.add("NAME" + i);
    }
    assertThat(tries(32, 4, names.subList(0, 32)).getOrDefault(401, 0)).isLessThan(75);
    HOUSE.clock().set(Instant.now().plus(Duration.ofDays(4)).plus(Duration.ofMinutes(2)));
  }

  // Administrators

  @Test
  void withoutAnAdministratorOneIsMadeOnTheMachineItself() throws Exception {
    Path told = folder.resolve("administrator");
    try (TestDatabase database = new TestDatabase()) {
      start(database, "--reliquum.administrator.file=" + told);
      String first = Files.readString(told).strip();
      assertThat(first).matches("ADMIN [a-z2-9]{16}");
      assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(told)))
          .isEqualTo("rw-------");
      Files.delete(told);
      // There is one now: none is made, unless it is asked for by name.
      start(database, "--reliquum.administrator.file=" + told);
      assertThat(told).doesNotExist();
      start(
          database, "--reliquum.administrator.file=" + told, "--reliquum.administrator.code=CHIEF");
      assertThat(Files.readString(told)).startsWith("CHIEF ");
    }
  }

  @Test
  void aHouseOfOnesOwnDoesNotStartOnTheDemo() {
    try (TestDatabase database = new TestDatabase()) {
      start(database);
      database.run("insert into setting (name, value) values ('demo', 'true')");
      assertThatThrownBy(() -> start(database))
          .rootCause()
          .hasMessageContaining("holds the demo house");
    }
  }

  private static void start(TestDatabase database, String... settings) {
    List<String> all = new ArrayList<>(List.of(settings));
    all.addAll(
        List.of(
            "--server.port=0",
            "--reliquum.demo=false",
            "--reliquum.administrator.only=true",
            "--spring.datasource.url=" + database.url(),
            "--spring.datasource.username=" + database.user(),
            "--spring.datasource.password=" + database.password()));
    SpringApplication.run(Reliquum.class, all.toArray(String[]::new)).close();
  }

  // The log

  @Test
  void theSecurityLogIsForAdministratorsAndIsNeverChanged() {
    assertThat(controller.get("/api/security-log").status()).isEqualTo(403);
    assertThat(log("ACCESS_REFUSED")).anyMatch(row -> row.startsWith("listSecurityEvents"));
    controller.put(
        "/api/areas/" + 1,
        Map.of("code", "DOCK", "name", "Dock", "purpose", "RECEIVE", "version", 0));
    assertThat(log("RULE_CHANGED")).anyMatch(row -> row.startsWith("changeArea"));
    for (String sql :
        List.of("update security_event set detail = ''", "delete from security_event")) {
      assertThatThrownBy(() -> HOUSE.database().run(sql))
          .rootCause()
          .hasMessageContaining("append-only");
    }
  }
}
