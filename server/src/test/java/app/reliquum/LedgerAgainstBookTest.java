package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.ledger.Book;
import app.reliquum.core.ledger.Decision;
import app.reliquum.core.ledger.Draft;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.UUID;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** The stored ledger does what the ledger in memory does, whatever happens. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class LedgerAgainstBookTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final long CONTRA = 1_000_000;
  private static final String[] BINS = {"A-01-A", "A-01-B", "B-01", "HOLD-1"};

  private final Random random = new Random(7);
  private final Map<String, Long> bins = new HashMap<>();
  private Client controller;
  private long site;
  private long plain;
  private long lots;
  private Book book;
  private final Instant start = Instant.now().minus(Duration.ofDays(20));

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    Goods goods = new Goods(controller);
    site = goods.site("KQ");
    plain = goods.item("PLAIN", "Plain", "NONE");
    lots = goods.item("LOTS", "By lot", "LOT");
    for (String bin : BINS) {
      bins.put(bin, goods.bin(site, bin));
    }
    book =
        new Book(
            item ->
                new MeasureRule(
                    UnitOfMeasure.PIECE, 0, item == lots ? Tracking.LOT : Tracking.NONE),
            place -> place == CONTRA ? PlaceKind.OPENING : PlaceKind.BIN);
  }

  @Test
  @Order(1)
  void aRandomHistoryEndsTheSame() {
    List<Long> numbers = new ArrayList<>();
    for (int i = 0; i < 250; i++) {
      Instant effective = start.plus(Duration.ofHours(i));
      boolean byLot = random.nextBoolean();
      String item = byLot ? "LOTS" : "PLAIN";
      String lot = byLot ? "L" + random.nextInt(3) : null;
      int quantity = 1 + random.nextInt(9);
      int doing = random.nextInt(10);
      if (doing < 8) {
        boolean opening = doing < 3;
        String from = BINS[random.nextInt(BINS.length)];
        String to = BINS[random.nextInt(BINS.length)];
        both(numbers, effective, item, lot, opening ? null : from, to, quantity);
      } else if (!numbers.isEmpty()) {
        takeBack(numbers);
      }
    }
    assertThat(numbers).hasSizeGreaterThan(100);
    assertThat(stored(""))
        .isEqualTo(
            remembered(
                book.positions().entrySet().stream()
                    .collect(
                        TreeMap::new,
                        (m, e) -> m.put(e.getKey(), e.getValue().quantity()),
                        Map::putAll)));
  }

  private void both(
      List<Long> numbers,
      Instant effective,
      String item,
      String lot,
      String from,
      String to,
      int quantity) {
    Client.Answer answer;
    if (from == null) {
      answer =
          controller.post(
              "/api/postings",
              Map.of(
                  "direction",
                  "OPENING",
                  "effective",
                  effective.toString(),
                  "lines",
                  List.of(Goods.line(item, lot, null, "KQ." + to, "" + quantity))));
    } else {
      Map<String, Object> move = Goods.move(item, lot, "KQ." + from, "KQ." + to, "" + quantity);
      move.put("effective", effective.toString());
      answer = controller.post("/api/moves", move);
    }
    if (answer.problem().equals("not-found")) {
      return; // a lot that nobody has brought in yet
    }
    // The book in memory numbers lots by their names.
    long lotNumber = lot == null ? 0 : 1 + lot.charAt(1) - '0';
    Line line =
        new Line(
            new app.reliquum.core.ledger.Goods(lot == null ? plain : lots, lotNumber, 0),
            Spot.in(from == null ? CONTRA : bins.get(from)),
            Spot.in(bins.get(to)),
            Quantity.of(quantity));
    Decision decision =
        book.post(
            UUID.randomUUID(),
            effective,
            new Draft(LocalDate.ofInstant(effective, ZoneOffset.UTC), List.of(line)));
    assertThat(answer.status() == 201)
        .as(answer.text())
        .isEqualTo(decision instanceof Decision.Accepted);
    if (answer.status() == 201) {
      numbers.add(answer.body().path("posting").asLong());
    }
  }

  private void takeBack(List<Long> numbers) {
    int which = random.nextInt(numbers.size());
    Client.Answer answer =
        controller.post(
            "/api/postings/" + numbers.get(which) + "/reversal", Map.of("reason", "test"));
    boolean accepted;
    try {
      accepted =
          book.reverse(UUID.randomUUID(), Instant.now(), which + 1) instanceof Decision.Accepted;
    } catch (app.reliquum.core.ledger.Reversal.NotReversible no) {
      accepted = false;
    }
    assertThat(answer.status() == 201).as(answer.text()).isEqualTo(accepted);
    if (accepted) {
      numbers.add(answer.body().path("posting").asLong());
    }
  }

  @Test
  @Order(2)
  void everyPastMomentIsTheSame() {
    for (int hours : new int[] {0, 40, 120, 249}) {
      Instant moment = start.plus(Duration.ofHours(hours)).plusSeconds(1);
      assertThat(stored("&at=" + moment)).isEqualTo(remembered(book.asOf(moment)));
    }
  }

  private Map<String, String> stored(String narrowed) {
    Map<String, String> stored = new TreeMap<>();
    JsonNode rows =
        controller.get("/api/on-hand?group=POSITION&limit=200" + narrowed).ok().path("rows");
    for (JsonNode row : rows) {
      stored.put(
          row.path("itemId").asLong()
              + " "
              + row.path("placeId").asLong()
              + " "
              + row.path("lot").asString(""),
          row.path("onHand").asString());
    }
    return stored;
  }

  private static Map<String, String> remembered(Map<PositionKey, Quantity> positions) {
    Map<String, String> remembered = new TreeMap<>();
    positions.forEach(
        (key, quantity) ->
            remembered.put(
                key.item()
                    + " "
                    + key.place()
                    + " "
                    + (key.lot() == 0 ? "" : "L" + (key.lot() - 1)),
                quantity.toString()));
    return remembered;
  }

  @Test
  @Order(3)
  void theCheckFindsNothingInARightBook() {
    JsonNode check = new Goods(controller).checkedBooks();
    assertThat(check.path("failure").isNull()).isTrue();
    assertThat(check.path("differences").asInt()).isZero();
    assertThat(check.path("positions").asInt()).isPositive();
  }

  @Test
  @Order(4)
  void theCheckFindsWhatSomeoneChangedBehindTheBooks() {
    HOUSE
        .database()
        .run("update stock_position set quantity = quantity + 5 where quantity > 0 limit 1");
    JsonNode check = new Goods(controller).checkedBooks();
    // The position itself, the totals of its item at the site and in the house, and its pool.
    assertThat(check.path("differences").asInt()).isEqualTo(4);
    JsonNode found =
        controller.get("/api/book-checks/" + check.path("id").asLong() + "/differences").ok();
    assertThat(found).isNotEmpty();
    JsonNode position = null;
    for (JsonNode one : found) {
      if (!one.path("place").isNull()) {
        position = one;
      }
    }
    assertThat(position).isNotNull();
    Quantity kept = Quantity.of(position.path("kept").asString());
    assertThat(kept.minus(Quantity.of(5)))
        .isEqualTo(Quantity.of(position.path("recomputed").asString()));
  }
}
