package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** What the ledger comes to by day is what its lines come to, on the days of the site. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class DailyFiguresTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final String LONDON = "Europe/London";
  private static final String AUCKLAND = "Pacific/Auckland";
  private static final int DAYS = 170;

  private final Random random = new Random(31);
  private Client controller;
  private Goods goods;
  private long site;

  /** A posting as this test has made it: by how much stock changed when, and what it used when. */
  private record Posted(
      long number, Instant at, int change, Instant usedAt, int used, boolean reversible) {}

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    site = goods.site("KQ");
    Map<String, Object> figures = new HashMap<>();
    figures.putAll(Map.of("kind", "ONLY_FOR_ORDERS", "servicePercent", 95, "reviewDays", 1));
    figures.putAll(Map.of("windowDays", 365, "orderCost", 1, "holdingPercent", 20));
    figures.put("forOrders", "FROM_STOCK");
    controller.post("/api/replenishment/policies", Map.of("figures", figures)).ok();
  }

  private long post(String item, String direction, int quantity, Instant at) {
    return controller
        .post(
            "/api/postings",
            Map.of(
                "direction",
                direction,
                "lines",
                List.of(
                    Map.of(
                        "item",
                        item,
                        "place",
                        "KQ.A-01-A",
                        "quantity",
                        Integer.toString(quantity),
                        "cost",
                        2)),
                "effective",
                at.toString()))
        .ok()
        .path("posting")
        .asLong();
  }

  private List<Posted> history(String item) {
    Instant now = HOUSE.clock().instant();
    List<Posted> history = new ArrayList<>();
    Instant first = now.minus(Duration.ofDays(DAYS));
    post(item, "FROM_SUPPLIER", 5000, first);
    history.add(new Posted(0, first, 5000, first, 0, false));
    for (int i = 0; i < 90; i++) {
      List<Posted> open = history.stream().filter(Posted::reversible).toList();
      if (!open.isEmpty() && random.nextInt(5) == 0) {
        Posted back = open.get(random.nextInt(open.size()));
        controller
            .post("/api/postings/" + back.number() + "/reversal", Map.of("reason", "wrong"))
            .ok();
        history.set(
            history.indexOf(back),
            new Posted(0, back.at(), back.change(), back.usedAt(), back.used(), false));
        history.add(
            new Posted(
                0, HOUSE.clock().instant(), -back.change(), back.usedAt(), -back.used(), false));
      } else {
        int quantity = 1 + random.nextInt(9);
        // Late in the evening and early in the morning the day is another elsewhere.
        Instant at = now.minus(Duration.ofMinutes(1 + random.nextInt((DAYS - 1) * 24 * 60)));
        boolean in = random.nextInt(4) == 0;
        String direction = in ? "FROM_SUPPLIER" : random.nextBoolean() ? "TO_CUSTOMER" : "USED_UP";
        history.add(
            new Posted(
                post(item, direction, quantity, at),
                at,
                in ? quantity : -quantity,
                at,
                in ? 0 : quantity,
                true));
      }
    }
    return history;
  }

  private JsonNode course(long item) {
    return controller.get("/api/replenishment/items/" + item + "/at/" + site).ok().path("past");
  }

  /** Waits until all postings have been read; the last day then ends with what is there. */
  private JsonNode read(long item, List<Posted> history) {
    BigDecimal there = BigDecimal.valueOf(history.stream().mapToInt(Posted::change).sum());
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(20);
    JsonNode course = course(item);
    while (System.nanoTime() < end
        && course.get(course.size() - 1).path("stock").decimalValue().compareTo(there) != 0) {
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(50));
      course = course(item);
    }
    return course;
  }

  private void isTrue(JsonNode course, List<Posted> history, String zone) {
    Map<LocalDate, Integer> changes = new TreeMap<>();
    Map<LocalDate, Integer> used = new TreeMap<>();
    ZoneId at = ZoneId.of(zone);
    for (Posted one : history) {
      changes.merge(LocalDate.ofInstant(one.at(), at), one.change(), Integer::sum);
      used.merge(LocalDate.ofInstant(one.usedAt(), at), one.used(), Integer::sum);
    }
    int stock = 0;
    assertThat(course.size()).isGreaterThan(DAYS - 2);
    for (JsonNode day : course) {
      LocalDate date = LocalDate.parse(day.path("day").asString());
      stock += changes.getOrDefault(date, 0);
      assertThat(day.path("stock").decimalValue())
          .as("stock on %s", date)
          .isEqualByComparingTo(BigDecimal.valueOf(stock));
      assertThat(day.path("used").decimalValue())
          .as("used on %s", date)
          .isEqualByComparingTo(BigDecimal.valueOf(used.getOrDefault(date, 0)));
    }
  }

  @Test
  void aRandomHistoryIsSummedUpOnTheDaysOfTheSiteWhereverItMoves() {
    long item = goods.item("DAILY", "Counted by day", "NONE");
    List<Posted> history = history("DAILY");
    isTrue(read(item, history), history, LONDON);
    goods.booksAddUp();

    // The site is found to lie on the other side of the earth: its days are others.
    JsonNode card = controller.get("/api/sites").ok().get(0);
    Map<String, Object> entry = new HashMap<>();
    for (String name : List.of("version", "code", "name", "binned", "street", "town")) {
      entry.put(name, card.path(name));
    }
    entry.put("timeZone", AUCKLAND);
    controller.put("/api/sites/" + site, entry).ok();
    isTrue(read(item, history), history, AUCKLAND);
    goods.booksAddUp();
  }

  /** What is kept wrongly is found, and told. */
  @Test
  void theCheckOfTheBooksFindsADayThatIsWrong() {
    long item = goods.item("WRONG", "Kept wrongly", "NONE");
    post("WRONG", "FROM_SUPPLIER", 10, HOUSE.clock().instant().minus(Duration.ofDays(3)));
    post("WRONG", "TO_CUSTOMER", 4, HOUSE.clock().instant().minus(Duration.ofDays(2)));
    read(item, List.of(new Posted(0, Instant.EPOCH, 6, Instant.EPOCH, 0, false)));
    HOUSE.database().run("update usage_by_day set quantity = 5 where item_id = " + item);
    assertThat(goods.checkedBooks().path("differences").asInt()).isEqualTo(1);
    HOUSE.database().run("update usage_by_day set quantity = 4 where item_id = " + item);
    goods.booksAddUp();
  }
}
