package app.reliquum.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.adjustment.Way;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.sentence.AdjustSentence.Change;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;

/** Whatever is scanned, in whatever order: a whole sentence can be posted, and nothing is lost. */
class AnyAdjustmentsTest {

  private static final LocalDate DAY = LocalDate.of(2026, 1, 1);

  /** What lies somewhere: item 1 plain, item 2 by lot, item 3 by serial number. */
  record House(Way way, List<HeldPosition> stock) implements AdjustFacts, AnyHouse {
    @Override
    public boolean reasonChosen() {
      return true;
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
    public long site() {
      return 1;
    }

    @Override
    public long siteOf(long place) {
      return place > 90 ? 2 : 1;
    }

    @Override
    public MeasureRule measure(long item) {
      Tracking tracking = item == 1 ? Tracking.NONE : item == 2 ? Tracking.LOT : Tracking.SERIAL;
      return new MeasureRule(UnitOfMeasure.PIECE, 0, tracking);
    }

    @Override
    public List<Pack> packs(long item) {
      return List.of(new Pack("box", Quantity.of(10)));
    }

    @Override
    public List<HeldPosition> stockIn(long place) {
      return stock.stream().filter(one -> one.key().place() == place).toList();
    }

    @Override
    public List<HeldPosition> stockOf(long item) {
      return stock.stream().filter(one -> one.key().item() == item).toList();
    }

    @Override
    public List<HeldPosition> stockOn(long unitLoad) {
      return stock.stream().filter(one -> one.key().unitLoad() == unitLoad).toList();
    }

    @Override
    public Optional<LocalDate> expiry(long lot) {
      return Optional.empty();
    }

    @Override
    public Optional<Long> homeBin(long item) {
      return item == 2 ? Optional.of(11L) : Optional.empty();
    }
  }

  @Provide
  Arbitrary<House> houses() {
    Arbitrary<HeldPosition> heaps =
        Combinators.combine(
                Arbitraries.longs().between(1, 3),
                Arbitraries.longs().between(10, 13),
                Arbitraries.longs().between(1, 3),
                Arbitraries.integers().between(1, 20),
                Arbitraries.of(Condition.values()),
                Arbitraries.of(0L, 0L, 77L))
            .as(
                (item, place, mark, many, condition, load) ->
                    new HeldPosition(
                        new PositionKey(
                            item,
                            // A unit load stands in one place.
                            load == 0 ? place : 12,
                            item == 2 ? mark : 0,
                            item == 3 ? mark + 10 * place : 0,
                            load,
                            condition),
                        new Holding(Quantity.of(item == 3 ? 1 : many), DAY)));
    return Combinators.combine(
            Arbitraries.of(Way.values()),
            heaps.list().ofMaxSize(12).uniqueElements(HeldPosition::key))
        .as(House::new);
  }

  @Provide
  Arbitrary<List<Evidence>> sayings() {
    Arbitrary<Evidence> one =
        Arbitraries.oneOf(
            Arbitraries.longs()
                .between(10, 13)
                .map(place -> (Evidence) new Evidence.Bin(place, Evidence.Role.ANY)),
            Arbitraries.of(
                new Evidence.Bin(99, Evidence.Role.ANY),
                new Evidence.UnitLoad(77),
                new Evidence.UnitLoad(78)),
            Arbitraries.longs()
                .between(1, 3)
                .map(item -> (Evidence) new Evidence.Item(item, Quantity.ONE)),
            Arbitraries.longs().between(1, 3).map(lot -> (Evidence) new Evidence.Lot(2, lot)),
            Arbitraries.longs()
                .between(101, 133)
                .map(serial -> (Evidence) new Evidence.Serial(3, 0, serial)),
            Arbitraries.integers()
                .between(0, 25)
                .map(many -> (Evidence) new Evidence.Figure(Quantity.of(many), null)),
            Arbitraries.of(new Evidence.Figure(Quantity.ONE, "box")),
            Arbitraries.of(Condition.values()).map(of -> (Evidence) new Evidence.ConditionSaid(of)),
            Arbitraries.of(new Evidence.LotCode(2, "NEW"), new Evidence.SerialCode(3, "S9000")));
    return one.list().ofMaxSize(9);
  }

  /** Says everything that fits, as a desk does, and leaves out what does not. */
  private static AdjustSentence said(House house, List<Evidence> sayings) {
    List<Evidence> kept = new ArrayList<>();
    for (Evidence one : sayings) {
      Step<AdjustSentence> reply = new Adjust(house).add(kept, one);
      if (reply instanceof Step.Filled<AdjustSentence> filled) {
        kept = new ArrayList<>(filled.sentence().evidence());
        assertThat(kept).endsWith(one);
      } else {
        // What is refused leaves the sentence as it was.
        assertThat(new Adjust(house).read(kept)).isInstanceOf(Step.Filled.class);
      }
    }
    return ((Step.Filled<AdjustSentence>) new Adjust(house).read(kept)).sentence();
  }

  @Property(tries = 600)
  void whatIsWholeCanBePostedAndComesToWhatWasSaid(
      @ForAll("houses") House house, @ForAll("sayings") List<Evidence> sayings) {
    AdjustSentence sentence = said(house, sayings);
    if (!sentence.whole()) {
      assertThat(sentence.wanted()).isNotEmpty();
      return;
    }
    List<Change> changes = sentence.changes();
    assertThat(changes).isNotEmpty();
    Quantity all = changes.stream().map(Change::quantity).reduce(Quantity.ZERO, Quantity::plus);
    assertThat(all)
        .isEqualTo(
            sentence.allOfLoad().isEmpty()
                ? sentence.quantity().filled().orElseThrow()
                : HeldPosition.total(house.stockOn(sentence.load())));
    for (Change change : changes) {
      assertThat(house.siteOf(change.place())).isEqualTo(1);
      assertThat(change.lot().isEmpty()).isEqualTo(change.item() != 2);
      assertThat(change.serial().isEmpty()).isEqualTo(change.item() != 3);
      if (house.way() == Way.OUT) {
        assertThat(held(house, change)).isGreaterThanOrEqualTo(change.quantity());
      }
    }
  }

  private static Quantity held(House house, Change change) {
    return house.stock().stream()
        .filter(
            one ->
                one.key().item() == change.item()
                    && one.key().place() == change.place()
                    && one.key().unitLoad() == change.unitLoad()
                    && one.key().condition() == change.condition()
                    && (change.lot().isEmpty()
                        || house.lotCode(one.key().lot()).equals(change.lot()))
                    && (change.serial().isEmpty()
                        || house.serialCode(one.key().serial()).equals(change.serial())))
        .map(HeldPosition::quantity)
        .reduce(Quantity.ZERO, Quantity::plus);
  }

  @Property(tries = 200)
  void whatStandsStillGoesTogetherWhenTheHouseHasChanged(
      @ForAll("houses") House before,
      @ForAll("houses") House after,
      @ForAll("sayings") List<Evidence> sayings) {
    List<Evidence> standing = new Adjust(after).standing(said(before, sayings).evidence());
    assertThat(new Adjust(after).read(standing)).isInstanceOf(Step.Filled.class);
  }
}
