package app.reliquum.core.removal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.groups.Tuple.tuple;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Removal.Choice;
import app.reliquum.core.removal.Removal.Plan;
import app.reliquum.core.removal.Removal.Verdict;
import app.reliquum.core.removal.Removal.Wanted;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class RemovalTest {

  private static final LocalDate TODAY = LocalDate.of(2026, 3, 2);

  private static Candidate lot(long lot, long free, int daysOld, Integer goodForDays) {
    return new Candidate(
        new PositionKey(1, 10 + lot, lot, 0, 0, Condition.GOOD),
        Quantity.of(free),
        TODAY.minusDays(daysOld),
        goodForDays == null ? null : TODAY.plusDays(goodForDays),
        "L" + lot,
        "A-0" + lot,
        (int) lot * 10,
        true);
  }

  private static Plan take(long quantity, List<SortKey> keys, Candidate... candidates) {
    return Removal.decide(
        new Wanted(Quantity.of(quantity), TODAY, 0, 0), keys, List.of(candidates));
  }

  private static List<String> taken(Plan plan) {
    return plan.taken().stream()
        .map(choice -> choice.candidate().lot() + " " + choice.taken())
        .toList();
  }

  @Test
  void oldestFirstTakesTenFiveAndThirty() {
    Plan plan =
        take(
            45,
            List.of(SortKey.OLDEST),
            lot(3, 60, 10, null),
            lot(1, 10, 30, null),
            lot(2, 5, 20, null));
    assertThat(taken(plan)).containsExactly("L1 10", "L2 5", "L3 30");
    assertThat(plan.missing()).isEqualTo(Quantity.ZERO);
  }

  @Test
  void eachKeyHasItsOrder() {
    Candidate old = lot(1, 10, 30, 400);
    Candidate soonBad = lot(2, 5, 20, 30);
    Candidate keeps = lot(3, 60, 10, null);
    assertThat(taken(take(12, List.of(SortKey.EARLIEST_EXPIRY), old, soonBad, keeps)))
        .containsExactly("L2 5", "L1 7");
    assertThat(taken(take(1, List.of(SortKey.NEWEST), old, soonBad, keeps)))
        .containsExactly("L3 1");
    assertThat(taken(take(1, List.of(SortKey.SMALLEST), old, soonBad, keeps)))
        .containsExactly("L2 1");
    assertThat(taken(take(1, List.of(SortKey.LARGEST), old, soonBad, keeps)))
        .containsExactly("L3 1");
    assertThat(taken(take(1, List.of(SortKey.SHORTEST_WALK), keeps, soonBad, old)))
        .containsExactly("L1 1");
  }

  @Test
  void saysOfEachCandidateWhyItWasPassedOver() {
    Candidate rejected =
        new Candidate(
            new PositionKey(1, 1, 1, 0, 0, Condition.REJECTED),
            Quantity.of(9),
            TODAY,
            null,
            "L1",
            "A",
            1,
            true);
    Candidate onDock =
        new Candidate(
            new PositionKey(1, 2, 1, 0, 0, Condition.GOOD),
            Quantity.of(9),
            TODAY,
            null,
            "L1",
            "DOCK",
            0,
            false);
    Plan plan =
        take(
            5,
            Removal.USUAL,
            rejected,
            onDock,
            lot(4, 3, 1, -1),
            lot(5, 0, 1, 90),
            lot(6, 5, 1, 90),
            lot(7, 5, 1, 91));
    assertThat(plan.choices())
        .extracting(choice -> choice.candidate().address(), Choice::verdict, Choice::rank)
        .containsExactlyInAnyOrder(
            tuple("A-06", Verdict.TAKEN, 1),
            tuple("A-07", Verdict.NOT_NEEDED, 2),
            tuple("A-04", Verdict.EXPIRED, 0),
            tuple("A-05", Verdict.RESERVED, 0),
            tuple("DOCK", Verdict.NOT_PICKABLE, 0),
            tuple("A", Verdict.NOT_GOOD, 0));
  }

  @Test
  void aLotThatIsNamedIsTheOnlyOneTaken() {
    Plan plan =
        Removal.decide(
            new Wanted(Quantity.of(8), TODAY, 2, 0),
            Removal.USUAL,
            List.of(lot(1, 10, 5, 90), lot(2, 5, 3, 90)));
    assertThat(taken(plan)).containsExactly("L2 5");
    assertThat(plan.missing()).isEqualTo(Quantity.of(3));
    assertThat(plan.choices().get(1).verdict()).isEqualTo(Verdict.OTHER_GOODS);
  }

  @Property
  void takesWhatThereIsInOrderAndNeverDependsOnTheRows(@ForAll Random random) {
    List<Candidate> candidates = new ArrayList<>();
    for (int i = 1; i <= random.nextInt(12); i++) {
      candidates.add(
          lot(
              i,
              random.nextInt(6),
              random.nextInt(3),
              random.nextBoolean() ? null : random.nextInt(5) - 1));
    }
    List<SortKey> keys = new ArrayList<>(List.of(SortKey.values()));
    Collections.shuffle(keys, random);
    keys = keys.subList(0, random.nextInt(keys.size()));
    Quantity asked = Quantity.of(random.nextInt(20));
    Wanted wanted = new Wanted(asked, TODAY, 0, 0);
    Plan plan = Removal.decide(wanted, keys, candidates);
    List<Candidate> shuffled = new ArrayList<>(candidates);
    Collections.shuffle(shuffled, random);
    assertThat(Removal.decide(wanted, keys, shuffled)).isEqualTo(plan);
    assertThat(plan.choices()).hasSameSizeAs(candidates);
    Quantity sum = plan.missing();
    boolean enough = false;
    for (Choice choice : plan.choices()) {
      sum = sum.plus(choice.taken());
      assertThat(choice.taken()).isLessThanOrEqualTo(choice.candidate().free());
      if (choice.rank() > 0) {
        // No worse rank is used while a better one has something left.
        assertThat(enough && choice.taken().isPositive()).isFalse();
        enough |= choice.taken().compareTo(choice.candidate().free()) < 0;
      }
    }
    assertThat(sum).isEqualTo(asked);
    assertThat(plan.missing().isPositive() && enough).isFalse();
  }
}
