package app.reliquum.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.sentence.Evidence.Role;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/**
 * Whatever is scanned on whatever order, the Receive sentence lets nothing in that may not come.
 */
class AnyReceiptsTest {

  private static final LocalDate TODAY = LocalDate.of(2026, 5, 4);
  private static final int ITEMS = 4;
  private static final long ELSEWHERE = 9;

  /** An order that random decides: items 1 to 4, some of them expected. */
  private record House(long seed) implements ReceiveFacts, AnyHouse {
    @Override
    public boolean orderChosen() {
      return true;
    }

    private int of(String what, long thing, int bound) {
      return new Random(seed * 31 + what.hashCode() * 7L + thing).nextInt(bound);
    }

    @Override
    public LocalDate today() {
      return TODAY;
    }

    @Override
    public MeasureRule measure(long item) {
      return new MeasureRule(UnitOfMeasure.PIECE, 0, Tracking.values()[(int) (item - 1)]);
    }

    @Override
    public List<Pack> packs(long item) {
      return List.of(new Pack("box", Quantity.of(6)));
    }

    @Override
    public List<Expected> linesOf(long item) {
      int open = of("open", item, 12);
      return of("ordered", item, 3) == 0
          ? List.of()
          : List.of(
              new Expected(
                  (int) item, item, Quantity.of(12), Quantity.of(open), Quantity.of(open + 2)));
    }

    @Override
    public List<Long> expectedItems() {
      List<Long> items = new ArrayList<>();
      for (long item = 1; item <= ITEMS; item++) {
        if (!linesOf(item).isEmpty() && linesOf(item).get(0).open().isPositive()) {
          items.add(item);
        }
      }
      return items;
    }

    @Override
    public boolean unexpected() {
      return of("unexpected", 0, 4) == 0;
    }

    @Override
    public Optional<KnownLot> lot(long item, String code) {
      int days = of("lot" + code, item, 60) - 20;
      return days % 3 == 0
          ? Optional.of(new KnownLot(1, LotDates.expiring(TODAY.plusDays(days))))
          : Optional.empty();
    }

    @Override
    public String lotCode(long lot) {
      return "L" + lot;
    }

    @Override
    public String serialCode(long serial) {
      return "S" + serial;
    }

    @Override
    public Optional<Long> pieceAt(long item, String code) {
      return of("piece" + code, item, 5) == 0 ? Optional.of(1L) : Optional.empty();
    }

    @Override
    public Optional<Long> loadAt(String sscc) {
      return of("load" + sscc, 0, 3) == 0 ? Optional.of(1L) : Optional.empty();
    }

    @Override
    public Optional<Integer> shelfLifeDays(long item) {
      return of("life", item, 2) == 0 ? Optional.of(30) : Optional.empty();
    }

    @Override
    public List<Long> docks() {
      return of("docks", 0, 2) == 0 ? List.of(1L) : List.of(1L, 2L);
    }

    @Override
    public boolean straightIn() {
      return of("flow", 0, 2) == 0;
    }

    @Override
    public long siteOf(long place) {
      return place == ELSEWHERE ? 2 : 1;
    }

    @Override
    public long site() {
      return 1;
    }

    @Override
    public Optional<MoveFacts.Target> target(long item, Quantity quantity) {
      return straightIn()
          ? Optional.of(new MoveFacts.Target(3, quantity, Blank.Why.HOME_BIN))
          : Optional.empty();
    }
  }

  private static Evidence anything(Random random) {
    long item = 1 + random.nextInt(ITEMS);
    return switch (random.nextInt(13)) {
      case 0, 1, 2 -> new Evidence.Item(item, Quantity.of(random.nextInt(7)));
      case 3 -> new Evidence.LotCode(item, "L" + random.nextInt(4));
      case 4 -> new Evidence.Lot(item, random.nextInt(4));
      case 5 -> new Evidence.SerialCode(item, "S" + random.nextInt(9));
      case 6 -> new Evidence.SerialRange(item, "S" + random.nextInt(9), "S" + random.nextInt(9));
      case 7 ->
          new Evidence.Figure(
              Quantity.of(random.nextInt(20)), random.nextInt(4) == 0 ? "box" : null);
      case 8 -> new Evidence.Expiry(TODAY.plusDays(random.nextInt(60) - 20));
      case 9 ->
          new Evidence.Bin(random.nextInt(8) == 0 ? ELSEWHERE : 1 + random.nextInt(4), Role.ANY);
      case 10 -> new Evidence.Knowingly(item);
      case 11 ->
          new Evidence.IncomingUnitLoad(
              "34012345000000000" + random.nextInt(9), random.nextBoolean());
      default ->
          new Evidence.LabelSaid(
              List.of(new Evidence.Item(item, Quantity.of(3)), new Evidence.LotCode(item, "L1")));
    };
  }

  @Property(tries = 600)
  void nothingComesInThatMayNot(@ForAll long seed) {
    Random random = new Random(seed);
    House house = new House(seed);
    List<Evidence> said = List.of();
    for (int step = 0; step < 25; step++) {
      Step<ReceiveSentence> reply = new Receive(house).add(said, anything(random));
      if (reply instanceof Step.Filled<ReceiveSentence> filled) {
        said = filled.sentence().evidence();
        holds(filled.sentence(), house);
      }
    }
    // What is accepted in the end is ready, or something is still missing.
    ReceiveSentence last = filled(said, house);
    if (last.whole()) {
      ReceiveSentence accepted = filled(last.accepted(), house);
      assertThat(accepted.ready()).isTrue();
      holds(accepted, house);
    }
  }

  private static void holds(ReceiveSentence sentence, House house) {
    Optional<Long> item = sentence.item().filled();
    sentence
        .place()
        .filled()
        .ifPresent(
            place -> {
              assertThat(house.siteOf(place)).isEqualTo(house.site());
              assertThat(house.straightIn() || house.docks().contains(place)).isTrue();
            });
    if (item.isEmpty()) {
      return;
    }
    Tracking tracking = house.measure(item.get()).tracking();
    assertThat(sentence.needsLot()).isEqualTo(tracking.needsLot());
    assertThat(sentence.needsSerials()).isEqualTo(tracking.needsSerial());
    sentence.expiry().filled().ifPresent(day -> assertThat(day).isAfterOrEqualTo(house.today()));
    if (!house.linesOf(item.get()).isEmpty()) {
      Quantity most = house.linesOf(item.get()).get(0).most();
      sentence
          .quantity()
          .filled()
          .ifPresent(quantity -> assertThat(quantity).isLessThanOrEqualTo(most));
    }
    for (String serial : sentence.serials()) {
      assertThat(house.pieceAt(item.get(), serial)).isEmpty();
    }
    assertThat(sentence.serials()).doesNotHaveDuplicates();
    if (sentence.ready()) {
      assertThat(sentence.quantity().filled().orElseThrow().isPositive()).isTrue();
      assertThat(sentence.lot().filled().isPresent() || !sentence.needsLot()).isTrue();
    }
  }

  private static ReceiveSentence filled(List<Evidence> said, House house) {
    Step<ReceiveSentence> reply = new Receive(house).read(said);
    assertThat(reply).isInstanceOf(Step.Filled.class);
    return ((Step.Filled<ReceiveSentence>) reply).sentence();
  }

  @Property(tries = 300)
  void undoIsAsIfItHadNeverBeenSaid(@ForAll long seed) {
    Random random = new Random(seed);
    House house = new House(seed);
    List<Evidence> said = List.of();
    ReceiveSentence before = filled(said, house);
    for (int step = 0; step < 12; step++) {
      if (new Receive(house).add(said, anything(random))
          instanceof Step.Filled<ReceiveSentence> filled) {
        List<Evidence> more = filled.sentence().evidence();
        assertThat(filled(more.subList(0, more.size() - 1), house)).isEqualTo(before);
        said = more;
        before = filled.sentence();
      }
    }
  }
}
