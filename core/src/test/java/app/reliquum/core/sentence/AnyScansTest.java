package app.reliquum.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.ledger.Book;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Decision;
import app.reliquum.core.ledger.Draft;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.scan.Meaning;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.UUID;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** Whatever is scanned in whatever house, the sentence stays true to what lies there. */
class AnyScansTest {

  private static final int ITEMS = 5;
  private static final int PLACES = 5;
  private static final int LOTS = 3;
  private static final int SERIALS = 4;
  private static final LocalDate DAY = LocalDate.of(2026, 2, 2);

  /** A house that was filled at random. */
  private static final class House implements MoveFacts, AnyHouse {
    private final Map<PositionKey, Quantity> stock = new TreeMap<>();
    private final List<HeldPosition> rows = new ArrayList<>();

    House(Random random) {
      for (int i = 0; i < 12; i++) {
        long item = 1 + random.nextInt(ITEMS);
        Tracking tracking = measure(item).tracking();
        long lot = tracking.needsLot() ? 10 * item + random.nextInt(LOTS) : 0;
        long place = 1 + random.nextInt(PLACES);
        Condition condition = Condition.values()[random.nextInt(8) == 0 ? 1 : 0];
        if (tracking.needsSerial()) {
          long serial = 100 * item + random.nextInt(SERIALS);
          if (stock.keySet().stream().noneMatch(key -> key.serial() == serial)) {
            stock.put(new PositionKey(item, place, lot, serial, 0, condition), Quantity.ONE);
          }
        } else {
          stock.merge(
              new PositionKey(item, place, lot, 0, 0, condition),
              Quantity.of(1 + random.nextInt(20)),
              Quantity::plus);
        }
      }
      stock.forEach(
          (key, quantity) ->
              rows.add(new HeldPosition(key, new Holding(quantity, DAY.plusDays(key.lot() % 7)))));
      Collections.shuffle(rows, random);
    }

    @Override
    public long site() {
      return 1;
    }

    @Override
    public long siteOf(long place) {
      return place > PLACES ? 2 : 1;
    }

    @Override
    public MeasureRule measure(long item) {
      Tracking[] trackings = Tracking.values();
      return new MeasureRule(UnitOfMeasure.PIECE, 0, trackings[(int) item % trackings.length]);
    }

    @Override
    public List<Pack> packs(long item) {
      return List.of(new Pack("box", Quantity.of(4)));
    }

    @Override
    public List<HeldPosition> stockIn(long place) {
      return rows.stream().filter(row -> row.key().place() == place).toList();
    }

    @Override
    public List<HeldPosition> stockOf(long item) {
      return rows.stream().filter(row -> row.key().item() == item).toList();
    }

    @Override
    public Optional<LocalDate> expiry(long lot) {
      return lot % 2 == 0 ? Optional.empty() : Optional.of(DAY.plusDays(lot));
    }

    @Override
    public Optional<Long> homeBin(long item) {
      return item % 2 == 0 ? Optional.of(1 + item % PLACES) : Optional.empty();
    }

    /** A book that holds the same stock. */
    Book book() {
      Book book = new Book(this::measure, place -> place == 99 ? PlaceKind.OPENING : PlaceKind.BIN);
      stock.forEach(
          (key, quantity) ->
              book.post(
                  UUID.randomUUID(),
                  Instant.EPOCH,
                  new Draft(
                      DAY,
                      List.of(
                          new Line(
                              key.goods(),
                              new Spot(99, 0, key.condition()),
                              key.spot(),
                              quantity)))));
      return book;
    }
  }

  private static Meaning anything(Random random) {
    long item = 1 + random.nextInt(ITEMS);
    return switch (random.nextInt(7)) {
      case 0, 1 -> new Meaning.Bin(1 + random.nextInt(PLACES + 1));
      case 2 -> new Meaning.Item(item, 0, Quantity.ONE);
      case 3 -> new Meaning.Item(item, 0, Quantity.ZERO);
      case 4 -> new Meaning.Lot(item, 10 * item + random.nextInt(LOTS));
      case 5 -> new Meaning.Serial(item, 0, 100 * item + random.nextInt(SERIALS));
      default ->
          new Meaning.Figure(
              Quantity.of(1 + random.nextInt(8)), random.nextInt(3) == 0 ? "box" : null);
    };
  }

  /** What stands after scanning at random; refused scans leave it as it was. */
  private static MoveSentence scanned(House house, Random random, int scans) {
    MoveSentence sentence = filled(new Move(house).read(List.of()));
    for (int i = 0; i < scans; i++) {
      Step<MoveSentence> reply =
          new Move(house).fill(sentence.evidence(), List.of(anything(random)));
      if (reply instanceof Step.Filled<MoveSentence> next) {
        sentence = next.sentence();
      }
    }
    return sentence;
  }

  private static MoveSentence filled(Step<MoveSentence> reply) {
    assertThat(reply).isInstanceOf(Step.Filled.class);
    return ((Step.Filled<MoveSentence>) reply).sentence();
  }

  @Property(tries = 2000)
  void noBlankContradictsTheStock(@ForAll Random random) {
    House house = new House(random);
    MoveSentence sentence = scanned(house, random, 6);
    sentence
        .from()
        .filled()
        .ifPresent(
            from -> {
              assertThat(sentence.to().filled()).isNotEqualTo(Optional.of(from));
              assertThat(house.siteOf(from)).isEqualTo(1);
              sentence
                  .item()
                  .filled()
                  .ifPresent(
                      item ->
                          assertThat(house.stockIn(from))
                              .anyMatch(row -> row.key().item() == item));
            });
    if (sentence.quantity().filled().isPresent() && !sentence.source().isEmpty()) {
      assertThat(sentence.quantity().filled().get()).isLessThanOrEqualTo(sentence.held());
    }
    assertThat(sentence.whole() || !sentence.ready()).isTrue();
  }

  @Property(tries = 2000)
  void whatIsReadyCanBePosted(@ForAll Random random) {
    House house = new House(random);
    MoveSentence sentence = scanned(house, random, 8);
    if (!sentence.whole()) {
      return;
    }
    MoveSentence settled = filled(new Move(house).read(sentence.accepted()));
    assertThat(settled.ready()).isTrue();
    assertThat(settled.from().filled()).isEqualTo(sentence.from().filled());
    assertThat(settled.to().filled()).isEqualTo(sentence.to().filled());
    List<Line> lines = settled.lines();
    Quantity moved = lines.stream().map(Line::quantity).reduce(Quantity.ZERO, Quantity::plus);
    assertThat(moved).isEqualTo(settled.quantity().filled().orElseThrow());
    assertThat(lines)
        .extracting(Line::goods)
        .extracting(Goods::item)
        .containsOnly(settled.item().filled().orElseThrow());
    Book book = house.book();
    assertThat(book.post(UUID.randomUUID(), Instant.EPOCH, new Draft(DAY, lines)))
        .isInstanceOf(Decision.Accepted.class);
    assertThat(book.check()).isEmpty();
  }

  @Property(tries = 1000)
  void theSameScansSayTheSameWhateverTheOrderOfTheRows(@ForAll Random random) {
    House house = new House(random);
    MoveSentence sentence = scanned(house, random, 6);
    Collections.shuffle(house.rows, random);
    MoveSentence again = filled(new Move(house).read(sentence.evidence()));
    assertThat(again.lot()).isEqualTo(sentence.lot());
    assertThat(again.from()).isEqualTo(sentence.from());
    assertThat(again.to()).isEqualTo(sentence.to());
    assertThat(again.quantity()).isEqualTo(sentence.quantity());
    assertThat(again.item()).isEqualTo(sentence.item());
    if (again.ready()) {
      assertThat(again.lines()).isEqualTo(sentence.lines());
    }
  }

  @Property(tries = 1000)
  void whateverHasChangedWhatStillStandsIsRead(@ForAll Random random) {
    MoveSentence sentence = scanned(new House(random), random, 6);
    House changed = new House(random);
    List<Evidence> standing = new Move(changed).standing(sentence.evidence());
    assertThat(sentence.evidence()).containsAll(standing);
    assertThat(new Move(changed).read(standing)).isInstanceOf(Step.Filled.class);
    if (new Move(changed).read(sentence.evidence()) instanceof Step.Filled) {
      assertThat(filled(new Move(changed).read(standing)).wanted().size())
          .isLessThanOrEqualTo(Wanted.values().length);
    }
  }

  @Property(tries = 1000)
  void aMisfitIsGivenWheneverNothingFits(@ForAll Random random) {
    House house = new House(random);
    MoveSentence sentence = scanned(house, random, 4);
    List<Meaning> meanings = List.of(anything(random), anything(random));
    Step<MoveSentence> reply = new Move(house).fill(sentence.evidence(), meanings);
    if (reply instanceof Step.Choose<MoveSentence> choose) {
      assertThat(choose.choices()).hasSizeGreaterThan(1);
      for (Evidence choice : choose.choices()) {
        assertThat(new Move(house).add(sentence.evidence(), choice))
            .isInstanceOf(Step.Filled.class);
      }
    } else if (reply instanceof Step.Refused<MoveSentence> refused) {
      assertThat(refused.misfit()).isNotNull();
    }
  }
}
