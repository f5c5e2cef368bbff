package app.reliquum.core.counting;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;

/** Whoever counts what again, in whatever rounds. */
class AnyRecountsTest {

  private static final Instant NOON = Instant.parse("2026-03-02T12:00:00Z");
  private static final long CONTRA = 900;

  @Provide
  Arbitrary<List<Settlement.Round>> rounds() {
    Arbitrary<Set<Long>> people = Arbitraries.longs().between(1, 4).set().ofMinSize(1).ofMaxSize(2);
    return Combinators.combine(people, Arbitraries.integers().between(-2, 2))
        .as((who, variance) -> new Settlement.Round(who, Quantity.of(variance)))
        .list()
        .ofMinSize(1)
        .ofMaxSize(5);
  }

  @Property
  void aRecountSettlesJustWhenTwoDifferentCountersAgree(
      @ForAll("rounds") List<Settlement.Round> rounds) {
    boolean agree = false;
    for (Settlement.Round one : rounds) {
      for (Settlement.Round other : rounds) {
        Set<Long> both = new HashSet<>(one.people());
        both.retainAll(other.people());
        agree |= one != other && both.isEmpty() && one.variance().equals(other.variance());
      }
    }
    Settlement settlement = Settlement.of(rounds, Math.max(2, rounds.size()));
    assertThat(settlement instanceof Settlement.Settled).isEqualTo(agree);
    if (settlement instanceof Settlement.Settled settled) {
      assertThat(rounds.get(settled.round() - 1).variance()).isEqualTo(settled.variance());
    }
    if (settlement instanceof Settlement.CountAgain again) {
      assertThat(again.excluded())
          .isEqualTo(
              rounds.stream()
                  .flatMap(round -> round.people().stream())
                  .collect(java.util.stream.Collectors.toSet()));
    }
  }

  @Provide
  Arbitrary<List<Statement.Part>> parts() {
    return Combinators.combine(
            Arbitraries.longs().between(1, 5),
            Arbitraries.integers().between(0, 50),
            Arbitraries.integers().between(0, 600),
            Arbitraries.integers().between(0, 600))
        .as(
            (person, quantity, start, lasts) ->
                new Statement.Part(
                    person,
                    Quantity.of(quantity),
                    NOON.plusSeconds(start),
                    NOON.plusSeconds(start + lasts)))
        .list()
        .ofMinSize(1)
        .ofMaxSize(6);
  }

  @Property
  void partsAddUpInAnyOrder(@ForAll("parts") List<Statement.Part> parts) {
    List<Statement.Part> turned = new ArrayList<>(parts);
    java.util.Collections.reverse(turned);
    Statement statement = Statement.of(parts);
    assertThat(statement).isEqualTo(Statement.of(turned));
    for (Statement.Part part : parts) {
      assertThat(part.first()).isAfterOrEqualTo(statement.since());
      assertThat(part.last()).isBeforeOrEqualTo(statement.moment());
      assertThat(statement.people()).contains(part.person());
    }
  }

  @Provide
  Arbitrary<List<Correction.Settled>> settled() {
    return Combinators.combine(
            Arbitraries.longs().between(1, 3),
            Arbitraries.longs().between(10, 13),
            Arbitraries.integers().between(-5, 5))
        .as(
            (item, place, variance) ->
                new Correction.Settled(
                    new PositionKey(item, place, 0, 0, 0, Condition.GOOD),
                    Quantity.of(variance),
                    NOON))
        .list()
        .ofMaxSize(12);
  }

  /** The lines change each position by just its variances, and nothing else. */
  @Property
  void correctionsChangePositionsByTheirVariances(
      @ForAll("settled") List<Correction.Settled> settled) {
    Map<PositionKey, Quantity> wanted = new HashMap<>();
    settled.forEach(one -> wanted.merge(one.key(), one.variance(), Quantity::plus));
    Map<PositionKey, Quantity> changed = new HashMap<>();
    for (Correction.Dated dated : Correction.lines(settled, Map.of(), CONTRA)) {
      assertThat(dated.line().quantity().isPositive()).isTrue();
      changed.merge(dated.line().put(), dated.line().quantity(), Quantity::plus);
      changed.merge(dated.line().taken(), dated.line().quantity().negated(), Quantity::plus);
    }
    wanted.forEach(
        (key, variance) ->
            assertThat(changed.getOrDefault(key, Quantity.ZERO)).isEqualTo(variance));
    changed.keySet().removeIf(key -> key.place() == CONTRA);
    assertThat(wanted.keySet()).containsAll(changed.keySet());
  }
}
