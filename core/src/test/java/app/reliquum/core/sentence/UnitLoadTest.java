package app.reliquum.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.sentence.Evidence.Role;
import app.reliquum.core.sentence.MoveSentence.Load.Part;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Pallets that move whole, and trolleys that goods are put on and off. */
class UnitLoadTest {

  private static final long SHACKLE = 1;
  private static final long ROPE = 2;
  private static final long DOCK = 11;
  private static final long BULK = 12;
  private static final long PALLET = 71;
  private static final long TROLLEY = 72;

  private static final class Site implements MoveFacts, AnyHouse {
    private final List<HeldPosition> stock = new ArrayList<>();
    private Target target;

    Site put(long item, long place, long unitLoad, long quantity) {
      stock.add(
          new HeldPosition(
              new PositionKey(item, place, 0, 0, unitLoad, Condition.GOOD),
              new Holding(Quantity.of(quantity), LocalDate.of(2026, 5, 4))));
      return this;
    }

    @Override
    public long site() {
      return 1;
    }

    @Override
    public long siteOf(long place) {
      return 1;
    }

    @Override
    public MeasureRule measure(long item) {
      return new MeasureRule(UnitOfMeasure.PIECE, 0, Tracking.NONE);
    }

    @Override
    public List<Pack> packs(long item) {
      return List.of();
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
    public boolean trolley(long unitLoad) {
      return unitLoad == TROLLEY;
    }

    @Override
    public Optional<LocalDate> expiry(long lot) {
      return Optional.empty();
    }

    @Override
    public Optional<Long> homeBin(long item) {
      return Optional.empty();
    }

    @Override
    public Optional<Target> target(PositionKey goods, Quantity quantity) {
      return Optional.ofNullable(target);
    }
  }

  private final Site site = new Site();

  private MoveSentence filled(Evidence... evidence) {
    Step<MoveSentence> reply = new Move(site).read(List.of(evidence));
    assertThat(reply).isInstanceOf(Step.Filled.class);
    return ((Step.Filled<MoveSentence>) reply).sentence();
  }

  private Misfit refused(Evidence... evidence) {
    return ((Step.Refused<MoveSentence>) new Move(site).read(List.of(evidence))).misfit();
  }

  private static Evidence item(long item) {
    return new Evidence.Item(item, Quantity.ZERO);
  }

  private static Evidence bin(long place) {
    return new Evidence.Bin(place, Role.ANY);
  }

  @Test
  void aPalletMovesWithAllThatStandsOnIt() {
    site.put(SHACKLE, DOCK, PALLET, 30).put(ROPE, DOCK, PALLET, 2).put(SHACKLE, DOCK, 0, 9);
    Evidence pallet = new Evidence.UnitLoad(PALLET);
    assertThat(filled(pallet).wanted()).containsExactly(Wanted.TO);
    MoveSentence sentence = filled(pallet, bin(BULK));
    assertThat(sentence.ready()).isTrue();
    assertThat(sentence.held()).isEqualTo(Quantity.of(32));
    assertThat(sentence.lines())
        .extracting(Line::to)
        .containsOnly(new Spot(BULK, PALLET, Condition.GOOD));
    assertThat(sentence.lines()).hasSize(2);
  }

  @Test
  void aPartOfAPalletIsNotMovedByItsNumber() {
    site.put(SHACKLE, DOCK, PALLET, 30);
    Evidence pallet = new Evidence.UnitLoad(PALLET);
    assertThat(refused(pallet, new Evidence.Figure(Quantity.of(3), null)))
        .isEqualTo(new Misfit.WholeLoad(PALLET));
    assertThat(refused(pallet, item(ROPE))).isEqualTo(new Misfit.OtherItem(SHACKLE, ROPE));
    assertThat(refused(new Evidence.UnitLoad(99))).isEqualTo(new Misfit.NothingOn(99));
    assertThat(refused(pallet, bin(BULK), bin(13)))
        .isEqualTo(new Misfit.PlacesNamed(13, DOCK, BULK));
  }

  @Test
  void goodsArePutOnATrolleyWhereTheyLie() {
    site.put(SHACKLE, DOCK, 0, 30);
    site.target = new MoveFacts.Target(BULK, Quantity.of(30), Blank.Why.HOME_BIN);
    MoveSentence sentence =
        filled(item(SHACKLE), new Evidence.UnitLoad(TROLLEY), new Evidence.Figure(of(12), null));
    assertThat(sentence.load().part()).isEqualTo(Part.ONTO);
    assertThat(sentence.ready()).isTrue();
    assertThat(sentence.lines())
        .containsExactly(
            new Line(
                new app.reliquum.core.ledger.Goods(SHACKLE, 0, 0),
                Spot.in(DOCK),
                new Spot(DOCK, TROLLEY, Condition.GOOD),
                of(12)));
  }

  @Test
  void goodsAreTakenOffATrolleyAndNotFromBesideIt() {
    site.put(SHACKLE, DOCK, TROLLEY, 12).put(SHACKLE, DOCK, 0, 30).put(ROPE, DOCK, TROLLEY, 1);
    Evidence trolley = new Evidence.UnitLoad(TROLLEY);
    MoveSentence open = filled(trolley);
    assertThat(open.from().filled()).contains(DOCK);
    assertThat(open.item().filled()).isEmpty();
    MoveSentence sentence = filled(trolley, bin(BULK), item(SHACKLE));
    assertThat(sentence.load().part()).isEqualTo(Part.OFF);
    assertThat(sentence.held()).isEqualTo(of(12));
    List<Evidence> accepted = sentence.accepted();
    assertThat(filled(accepted.toArray(new Evidence[0])).lines())
        .containsExactly(
            new Line(
                new app.reliquum.core.ledger.Goods(SHACKLE, 0, 0),
                new Spot(DOCK, TROLLEY, Condition.GOOD),
                Spot.in(BULK),
                of(12)));
  }

  @Test
  void noMoreIsSuggestedThanFitsTheBin() {
    site.put(SHACKLE, DOCK, 0, 100);
    site.target = new MoveFacts.Target(BULK, of(10), Blank.Why.RULE);
    MoveSentence sentence = filled(item(SHACKLE));
    assertThat(sentence.to()).isEqualTo(new Blank.Suggested<>(BULK, Blank.Why.RULE));
    assertThat(sentence.quantity())
        .isEqualTo(new Blank.Suggested<>(of(10), Blank.Why.AS_MUCH_AS_FITS));
    assertThat(filled(item(SHACKLE), bin(BULK)).quantity().filled()).contains(of(10));
    assertThat(filled(item(SHACKLE), bin(13)).quantity().filled()).contains(of(100));
  }

  private static Quantity of(long amount) {
    return Quantity.of(amount);
  }
}
