package app.reliquum.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.removal.Removal.Verdict;
import app.reliquum.core.sentence.Evidence.Role;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** Whole walks with anything scanned on the way: what is on the list is taken, and no more. */
class AnyPicksTest {

  private static final int ITEMS = 3;
  private static final int BINS = 5;
  private static final int LOTS = 2;

  /** Loose goods (item 1), goods with lots (2), and pieces with numbers (3). */
  private static final class Walk implements PickFacts, AnyHouse {
    @Override
    public boolean orderChosen() {
      return true;
    }

    private final Map<PositionKey, Quantity> held = new LinkedHashMap<>();
    private final List<Stop> left = new ArrayList<>();
    private final boolean strict;

    @Override
    public boolean packs() {
      return false;
    }

    Walk(Random random) {
      strict = random.nextBoolean();
      for (long bin = 1; bin <= BINS; bin++) {
        stock(1, bin, 0, 0, random.nextInt(20));
        for (long lot = 1; lot <= LOTS; lot++) {
          stock(2, bin, lot, 0, random.nextInt(9));
        }
        stock(3, bin, 0, bin, random.nextInt(2));
      }
      long id = 1;
      for (Map.Entry<PositionKey, Quantity> one : held.entrySet()) {
        if (random.nextInt(3) == 0) {
          long most = one.getValue().amount().longValueExact();
          left.add(new Stop(id++, one.getKey(), Quantity.of(1 + random.nextLong(most)), 0));
        }
      }
    }

    private void stock(long item, long bin, long lot, long serial, int many) {
      if (many > 0) {
        held.put(
            new PositionKey(item, bin, lot, serial, 0, Condition.GOOD),
            Quantity.of(serial == 0 ? many : 1));
      }
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
      Tracking[] tracking = {Tracking.NONE, Tracking.LOT, Tracking.SERIAL};
      return new MeasureRule(UnitOfMeasure.PIECE, 0, tracking[(int) item - 1]);
    }

    @Override
    public List<Pack> packs(long item) {
      return List.of();
    }

    @Override
    public List<Stop> stops() {
      return List.copyOf(left);
    }

    @Override
    public List<HeldPosition> stockOf(long item) {
      return held.entrySet().stream()
          .filter(one -> one.getKey().item() == item && one.getValue().isPositive())
          .map(
              one ->
                  new HeldPosition(
                      one.getKey(), new Holding(one.getValue(), LocalDate.of(2026, 1, 1))))
          .toList();
    }

    /** What no other stop has reserved. */
    @Override
    public Quantity free(Stop stop, PositionKey key) {
      Quantity free = held.getOrDefault(key, Quantity.ZERO);
      for (Stop other : left) {
        if (other.id() != stop.id() && other.key().equals(key)) {
          free = free.minus(other.quantity());
        }
      }
      return free.isNegative() ? Quantity.ZERO : free;
    }

    @Override
    public Optional<Verdict> against(Stop stop, PositionKey other) {
      return strict && other.lot() != stop.key().lot()
          ? Optional.of(Verdict.OTHER_LOT)
          : Optional.empty();
    }

    /** Takes what a sentence says. */
    void take(PickSentence sentence) {
      Quantity quantity = sentence.quantity().filled().orElseThrow();
      Stop stop = sentence.stop();
      assertThat(left).contains(stop);
      assertThat(quantity.isPositive()).isTrue();
      assertThat(quantity).as("never more than the list says").isLessThanOrEqualTo(stop.quantity());
      assertThat(quantity)
          .as("never what another stop is to have")
          .isLessThanOrEqualTo(free(stop, sentence.taken()));
      assertThat(sentence.taken().item()).isEqualTo(stop.key().item());
      assertThat(!sentence.substitute() || against(stop, sentence.taken()).isEmpty()).isTrue();
      held.merge(sentence.taken(), quantity.negated(), Quantity::plus);
      left.remove(stop);
      Quantity rest = stop.quantity().minus(quantity);
      if (rest.isPositive() && held.get(stop.key()).isPositive()) {
        left.add(0, new Stop(stop.id(), stop.key(), rest, 0));
      }
    }
  }

  private static Evidence any(Random random) {
    long item = 1 + random.nextInt(ITEMS);
    long bin = 1 + random.nextInt(BINS);
    return switch (random.nextInt(6)) {
      case 0 -> new Evidence.Bin(bin, random.nextBoolean() ? Role.ANY : Role.FROM);
      case 1 -> new Evidence.Item(item, random.nextBoolean() ? Quantity.ONE : Quantity.ZERO);
      case 2 -> new Evidence.Lot(2, 1 + random.nextInt(LOTS));
      case 3 -> new Evidence.Serial(3, 0, bin);
      case 4 -> new Evidence.Figure(Quantity.of(1 + random.nextInt(12)), null);
      default -> new Evidence.UnitLoad(90 + random.nextInt(2));
    };
  }

  @Property
  void everyWalkEndsAndTakesNoMoreThanTheListSays(@ForAll Random random) {
    Walk walk = new Walk(random);
    Map<PositionKey, Quantity> before = new LinkedHashMap<>(walk.held);
    Quantity asked =
        walk.left.stream().map(PickFacts.Stop::quantity).reduce(Quantity.ZERO, Quantity::plus);
    List<Evidence> said = new ArrayList<>();
    for (int steps = 0; !walk.left.isEmpty(); steps++) {
      assertThat(steps).as("the walk ends").isLessThan(2_000);
      List<Evidence> more = new ArrayList<>(said);
      boolean stray = steps < 60 && random.nextInt(3) > 0;
      if (stray) {
        more.add(any(random));
      }
      if (!(new Pick(walk).read(more) instanceof Step.Filled<PickSentence> filled)) {
        // What is refused changes nothing: the sentence stands as before.
        assertThat(stray).as("what stood before still reads").isTrue();
        assertThat(new Pick(walk).read(said)).isInstanceOf(Step.Filled.class);
        continue;
      }
      PickSentence sentence = filled.sentence();
      said = more;
      if (sentence.ready() && positive(sentence)) {
        walk.take(sentence);
        said = survives(new Pick(walk).next(sentence), walk);
      } else if (!stray) {
        PickSentence accepted = accepted(sentence, walk);
        if (accepted == null || !positive(accepted)) {
          said = List.of();
          continue;
        }
        assertThat(accepted.ready()).as("accepted as it stands it can be done").isTrue();
        walk.take(accepted);
        said = survives(new Pick(walk).next(accepted), walk);
      }
    }
    Quantity taken = Quantity.ZERO;
    for (Map.Entry<PositionKey, Quantity> one : before.entrySet()) {
      Quantity now = walk.held.get(one.getKey());
      assertThat(now.isNegative()).isFalse();
      taken = taken.plus(one.getValue().minus(now));
    }
    assertThat(taken).isLessThanOrEqualTo(asked);
  }

  private static boolean positive(PickSentence sentence) {
    return sentence.quantity().filled().filter(Quantity::isPositive).isPresent();
  }

  /** What the next sentence begins with always reads. */
  private static List<Evidence> survives(List<Evidence> next, Walk walk) {
    if (!walk.left.isEmpty()) {
      assertThat(new Pick(walk).read(next)).isInstanceOf(Step.Filled.class);
    }
    return next;
  }

  private static PickSentence accepted(PickSentence sentence, Walk walk) {
    return new Pick(walk).read(sentence.accepted()) instanceof Step.Filled<PickSentence> filled
        ? filled.sentence()
        : null;
  }
}
