package app.reliquum.core.costing;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.costing.Valuation.Moved;
import app.reliquum.core.costing.Valuation.PoolKey;
import app.reliquum.core.costing.Valuation.Undone;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;

/** Whatever comes, goes, moves on or is taken back: the value is the sum of the postings. */
class AnyValueTest {

  private static final Instant START = Instant.parse("2026-01-01T00:00:00Z");
  private static final int POOLS = 3;

  /** The pool of a scrap place, where less of the cost is kept. */
  private static final int SCRAP = 2;

  /**
   * Something that happens to one item.
   *
   * @param what which; those that can't be done are left out
   * @param days after the start; not in order, for some things are told late
   */
  record Event(int what, int lot, int from, int to, int thousandths, int cents, int days) {}

  @Provide
  Arbitrary<List<Event>> histories() {
    return Combinators.combine(
            Arbitraries.integers().between(0, 6),
            Arbitraries.integers().between(1, 3),
            Arbitraries.integers().between(0, POOLS - 1),
            Arbitraries.integers().between(0, POOLS - 1),
            Arbitraries.integers().between(1, 40_000),
            Arbitraries.integers().between(0, 9_999),
            Arbitraries.integers().between(0, 60))
        .as(Event::new)
        .list()
        .ofMaxSize(60);
  }

  /** A small house that keeps one item, and a second book of what its postings come to. */
  private static final class House {
    private final Map<PoolKey, CostPool> pools = new TreeMap<>();
    private final Map<String, Quantity> held = new HashMap<>();
    private final List<Moved> lines = new ArrayList<>();
    private final List<BigDecimal> values = new ArrayList<>();
    private final List<BigDecimal> writtenOff = new ArrayList<>();
    private final List<Boolean> undone = new ArrayList<>();
    private final Map<Instant, BigDecimal> revalued = new HashMap<>();
    private final Map<Long, UnitCost> known = new HashMap<>();

    House(CostMethod method) {
      for (int pool = 0; pool < POOLS; pool++) {
        pools.put(new PoolKey(1, pool), new CostPool(method, List.of()));
      }
    }

    private Quantity there(PoolKey key, long lot) {
      return held.getOrDefault(key.pool() + "/" + lot, Quantity.ZERO);
    }

    private void add(PoolKey key, long lot, Quantity more) {
      if (key != null) {
        held.merge(key.pool() + "/" + lot, more, Quantity::plus);
      }
    }

    void happen(Event event) {
      PoolKey from = new PoolKey(1, event.from());
      PoolKey to = new PoolKey(1, event.to());
      Quantity asked = new Quantity(BigDecimal.valueOf(event.thousandths(), 3));
      UnitCost cost = new UnitCost(BigDecimal.valueOf(event.cents(), 2));
      Instant at = START.plus(Duration.ofDays(event.days()));
      Quantity most = asked.min(there(from, event.lot()));
      switch (event.what()) {
        case 0 -> post(new Moved(event.lot(), asked, null, to, cost, null, at, kept(to, event)));
        case 1 -> post(new Moved(event.lot(), asked, null, to, null, null, at, kept(to, event)));
        case 2 -> leave(event.lot(), most, from, null, at);
        // Everything that is there.
        case 3 -> leave(event.lot(), there(from, event.lot()), from, null, at);
        case 4 -> leave(event.lot(), most, from, to, at, kept(to, event));
        case 5 -> takeBack(event.thousandths() % Math.max(1, lines.size()));
        default -> revalued.merge(at, pools.get(to).revalue(cost), BigDecimal::add);
      }
    }

    private static int kept(PoolKey to, Event event) {
      return to.pool() == SCRAP ? event.cents() % 101 : 100;
    }

    private void leave(long lot, Quantity quantity, PoolKey from, PoolKey to, Instant at) {
      leave(lot, quantity, from, to, at, 100);
    }

    private void leave(
        long lot, Quantity quantity, PoolKey from, PoolKey to, Instant at, int keptPercent) {
      if (quantity.isPositive() && !from.equals(to)) {
        post(new Moved(lot, quantity, from, to, null, null, at, keptPercent));
      }
    }

    private void takeBack(int n) {
      if (n >= lines.size() || undone.get(n)) {
        return;
      }
      Moved line = lines.get(n);
      if (line.to() != null && there(line.to(), line.lot()).compareTo(line.quantity()) < 0) {
        return;
      }
      undone.set(n, true);
      post(
          new Moved(
              line.lot(),
              line.quantity(),
              line.to(),
              line.from(),
              null,
              new Undone(line.at(), values.get(n), writtenOff.get(n)),
              line.at().plusSeconds(1)));
      undone.set(lines.size() - 1, true);
    }

    private void post(Moved line) {
      Valuation.Worth worth = Valuation.of(List.of(line), pools, known).get(0);
      values.add(worth.value());
      writtenOff.add(worth.writtenOff());
      lines.add(line);
      undone.add(false);
      add(line.from(), line.lot(), line.quantity().negated());
      add(line.to(), line.lot(), line.quantity());
    }

    /** What the postings up to a moment come to. */
    BigDecimal posted(Instant upTo) {
      BigDecimal sum = BigDecimal.ZERO;
      for (int i = 0; i < lines.size(); i++) {
        Moved line = lines.get(i);
        if (!line.at().isAfter(upTo)) {
          sum = line.from() == null ? sum.add(values.get(i)) : sum;
          sum = line.to() == null ? sum.subtract(values.get(i)) : sum;
          sum = sum.subtract(writtenOff.get(i));
        }
      }
      for (Map.Entry<Instant, BigDecimal> one : revalued.entrySet()) {
        sum = one.getKey().isAfter(upTo) ? sum : sum.add(one.getValue());
      }
      return sum;
    }

    BigDecimal worth() {
      return pools.values().stream().map(CostPool::value).reduce(BigDecimal.ZERO, BigDecimal::add);
    }
  }

  @Property(tries = 400)
  void theValueIsTheSumOfThePostingsByAnyMethod(@ForAll("histories") List<Event> events) {
    for (CostMethod method : CostMethod.values()) {
      House house = new House(method);
      for (Event event : events) {
        BigDecimal before = house.worth();
        BigDecimal posted = house.posted(Instant.MAX);
        house.happen(event);
        assertThat(house.worth().subtract(before))
            .as("%s %s", method, event)
            .isEqualByComparingTo(house.posted(Instant.MAX).subtract(posted));
        for (CostPool pool : house.pools.values()) {
          assertThat(pool.value().signum()).isNotNegative();
          assertThat(pool.quantity().isZero() && pool.value().signum() != 0).isFalse();
          assertThat(pool.layers()).allMatch(layer -> layer.quantity().isPositive());
        }
      }
      house.held.forEach(
          (where, quantity) -> assertThat(quantity.isNegative()).as(where).isFalse());
      for (Map.Entry<PoolKey, CostPool> one : house.pools.entrySet()) {
        Quantity sum = Quantity.ZERO;
        for (long lot = 1; lot <= 3; lot++) {
          sum = sum.plus(house.there(one.getKey(), lot));
        }
        assertThat(one.getValue().quantity()).isEqualTo(sum);
      }
      assertThat(house.worth()).isEqualByComparingTo(house.posted(Instant.MAX));
    }
  }

  @Property(tries = 200)
  void theMethodsAgreeOnWhatEverythingIsWorthTogether(@ForAll("histories") List<Event> events) {
    // Only what is bought, and everything sold at the end: what was paid has left, to the cent.
    for (CostMethod method : CostMethod.values()) {
      House house = new House(method);
      events.stream().filter(event -> event.what() == 0).forEach(house::happen);
      BigDecimal paid = house.worth();
      for (int pool = 0; pool < POOLS; pool++) {
        for (int lot = 1; lot <= 3; lot++) {
          house.happen(new Event(3, lot, pool, 0, 1, 0, 60));
        }
      }
      assertThat(house.worth()).isEqualByComparingTo(BigDecimal.ZERO);
      BigDecimal left = BigDecimal.ZERO;
      for (int i = 0; i < house.lines.size(); i++) {
        left = house.lines.get(i).to() == null ? left.add(house.values.get(i)) : left;
      }
      assertThat(left).isEqualByComparingTo(paid);
    }
  }
}
