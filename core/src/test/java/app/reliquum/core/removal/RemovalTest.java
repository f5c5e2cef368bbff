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
        1,
        true);
  }

  private static Candidate inArea(Candidate one, long area) {
    return new Candidate(
        one.key(),
        one.free(),
        one.inDate(),
        one.expiry(),
        one.lot(),
        one.address(),
        one.walk(),
        area,
        true);
  }

  private static Rule rule(SortKey... keys) {
    return new Rule(
        7, Scope.EVERYTHING, List.of(keys), 0, false, false, Rule.Substitutes.ANY_THAT_FITS);
  }

  private static Wanted wanted(long quantity) {
    return Wanted.of(Quantity.of(quantity), TODAY);
  }

  private static Plan take(long quantity, List<SortKey> keys, Candidate... candidates) {
    return Removal.decide(
        wanted(quantity), Policy.only(rule(keys.toArray(SortKey[]::new))), List.of(candidates));
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
            1,
            false);
    Plan plan =
        take(
            5,
            Rule.USUAL.keys(),
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
            wanted(8).ofGoods(2, 0), Policy.USUAL, List.of(lot(1, 10, 5, 90), lot(2, 5, 3, 90)));
    assertThat(taken(plan)).containsExactly("L2 5");
    assertThat(plan.missing()).isEqualTo(Quantity.of(3));
    assertThat(plan.choices().get(1).verdict()).isEqualTo(Verdict.OTHER_GOODS);
  }

  @Test
  void whoeverNeedsNinetyDaysGetsWhatKeepsNinetyDays() {
    Plan plan =
        Removal.decide(
            wanted(8).asking(90, Removal.Wanted.Lots.BY_RULE),
            Policy.USUAL,
            List.of(lot(1, 10, 40, 89), lot(2, 5, 30, 90), lot(3, 9, 20, 400)));
    assertThat(taken(plan)).containsExactly("L2 5", "L3 3");
    assertThat(plan.choices().get(2).verdict()).isEqualTo(Verdict.TOO_SHORT_LIFE);
    Rule strict =
        new Rule(
            1,
            Scope.EVERYTHING,
            List.of(SortKey.EARLIEST_EXPIRY),
            120,
            false,
            false,
            Rule.Substitutes.NONE);
    assertThat(
            taken(
                Removal.decide(
                    wanted(3).asking(90, Removal.Wanted.Lots.BY_RULE),
                    Policy.only(strict),
                    List.of(lot(1, 10, 40, 100), lot(2, 5, 30, 120)))))
        .as("the rule asks for more")
        .containsExactly("L2 3");
  }

  @Test
  void oneLotOnlyIsTheFirstThatCanCoverAll() {
    List<Candidate> stock = List.of(lot(1, 10, 40, 30), lot(2, 5, 30, 60), lot(3, 60, 20, 90));
    Plan plan = Removal.decide(wanted(12).asking(0, Removal.Wanted.Lots.ONE), Policy.USUAL, stock);
    assertThat(taken(plan)).containsExactly("L3 12");
    assertThat(plan.choices())
        .extracting(Choice::verdict)
        .containsExactly(Verdict.OTHER_LOT, Verdict.OTHER_LOT, Verdict.TAKEN);
    assertThat(plan.split()).isNull();
  }

  @Test
  void whereNoLotCoversAllTheSplitIsOffered() {
    List<Candidate> stock = List.of(lot(1, 10, 40, 30), lot(2, 5, 30, 60));
    Plan plan = Removal.decide(wanted(12).asking(0, Removal.Wanted.Lots.ONE), Policy.USUAL, stock);
    assertThat(plan.taken()).isEmpty();
    assertThat(plan.missing()).isEqualTo(Quantity.of(12));
    assertThat(taken(plan.split())).containsExactly("L1 10", "L2 2");
  }

  @Test
  void fullPacksAreTakenBeforeAPackIsOpened() {
    List<Candidate> stock =
        List.of(lot(1, 7, 40, null), lot(2, 20, 30, null), lot(3, 10, 20, null));
    Wanted boxes = wanted(22).inPacks(Quantity.of(10));
    assertThat(
            taken(
                Removal.decide(
                    boxes, Policy.only(rule(SortKey.FULL_PACKS, SortKey.OLDEST)), stock)))
        .containsExactly("L2 20", "L3 2");
    Rule unopened =
        new Rule(
            1,
            Scope.EVERYTHING,
            List.of(SortKey.OLDEST),
            0,
            false,
            true,
            Rule.Substitutes.ANY_THAT_FITS);
    Plan plan = Removal.decide(boxes, Policy.only(unopened), stock);
    assertThat(taken(plan)).containsExactly("L2 20");
    assertThat(plan.missing()).isEqualTo(Quantity.of(2));
    assertThat(plan.choices().get(2).verdict()).isEqualTo(Verdict.NO_FULL_PACK);
  }

  @Test
  void saysWhatPutsOneBehindAnother() {
    Plan plan =
        take(
            1,
            List.of(SortKey.EARLIEST_EXPIRY, SortKey.OLDEST),
            lot(1, 5, 9, 30),
            lot(2, 5, 8, 30),
            lot(3, 5, 8, 30),
            lot(4, 5, 9, 31));
    assertThat(plan.choices())
        .extracting(choice -> choice.candidate().lot(), Choice::behind)
        .containsExactly(
            tuple("L1", Removal.Behind.FIRST),
            tuple("L2", Removal.Behind.OLDEST),
            tuple("L3", Removal.Behind.ADDRESS),
            tuple("L4", Removal.Behind.EARLIEST_EXPIRY));
  }

  @Test
  void theMostSpecificRuleWins() {
    Rule everything = scoped(1, Scope.EVERYTHING, SortKey.NEWEST);
    Rule site = scoped(2, new Scope(0, "", 0, 5), SortKey.LARGEST);
    Rule parent = scoped(3, new Scope(0, "Safety", 0, 5), SortKey.OLDEST);
    Rule category = scoped(4, new Scope(0, "Safety/Flares", 0, 5), SortKey.SMALLEST);
    Rule itemInArea = scoped(5, new Scope(1, "", 9, 0), SortKey.EARLIEST_EXPIRY);
    Rule otherSite = scoped(6, new Scope(1, "", 0, 6), SortKey.SHORTEST_WALK);
    Rule areaElsewhere = scoped(7, new Scope(1, "", 10, 0), SortKey.SHORTEST_WALK);
    Policy policy =
        Policy.of(
            Scope.Subject.of(1, "Safety/Flares", 5),
            List.of(areaElsewhere, everything, parent, itemInArea, site, category, otherSite),
            area -> area == 9 ? 5 : 6);
    assertThat(policy.rules())
        .containsExactly(itemInArea, category, parent, site, everything, Rule.USUAL);
    assertThat(policy.in(9)).isEqualTo(itemInArea);
    assertThat(policy.in(1)).isEqualTo(category);
  }

  @Test
  void whatARuleForAnAreaGovernsIsTakenFirstAndByItsOwnOrder() {
    Policy policy =
        Policy.of(
            Scope.Subject.of(1, "Safety/Flares", 5),
            List.of(
                scoped(1, new Scope(0, "Safety/Flares", 0, 5), SortKey.OLDEST),
                scoped(2, new Scope(1, "", 9, 0), SortKey.EARLIEST_EXPIRY)),
            area -> 5);
    Plan plan =
        Removal.decide(
            wanted(20),
            policy,
            List.of(
                lot(1, 6, 90, 400),
                inArea(lot(2, 6, 50, 300), 9),
                inArea(lot(3, 6, 10, 200), 9),
                lot(4, 6, 80, 100)));
    assertThat(taken(plan)).containsExactly("L3 6", "L2 6", "L1 6", "L4 2");
    assertThat(plan.choices().get(2).behind()).isEqualTo(Removal.Behind.RULE);
    assertThat(plan.choices().get(0).rule().id()).isEqualTo(2);
  }

  private static Rule scoped(long id, Scope scope, SortKey key) {
    return new Rule(id, scope, List.of(key), 0, false, false, Rule.Substitutes.SAME_LOT);
  }

  @Test
  void aSubstituteIsWhatTheRuleAllows() {
    Candidate chosen = lot(1, 5, 9, 30);
    Candidate sameLot =
        new Candidate(
            new PositionKey(1, 99, 1, 0, 0, Condition.GOOD),
            Quantity.of(5),
            TODAY,
            chosen.expiry(),
            "L1",
            "B-01",
            90,
            1,
            true);
    Candidate other = lot(2, 5, 9, 60);
    Wanted wanted = wanted(5);
    for (Rule.Substitutes allowed : Rule.Substitutes.values()) {
      Policy policy =
          Policy.only(
              new Rule(1, Scope.EVERYTHING, List.of(SortKey.OLDEST), 0, false, false, allowed));
      assertThat(Removal.againstTaking(wanted, policy, chosen, sameLot).isEmpty())
          .isEqualTo(allowed != Rule.Substitutes.NONE);
      assertThat(Removal.againstTaking(wanted, policy, chosen, other).isEmpty())
          .isEqualTo(allowed == Rule.Substitutes.ANY_THAT_FITS);
    }
    assertThat(
            Removal.againstTaking(
                wanted.asking(0, Removal.Wanted.Lots.ONE), Policy.USUAL, chosen, other))
        .contains(Verdict.OTHER_LOT);
    assertThat(
            Removal.againstTaking(
                wanted.asking(61, Removal.Wanted.Lots.BY_RULE), Policy.USUAL, chosen, other))
        .contains(Verdict.TOO_SHORT_LIFE);
  }

  @Property
  void takesWhatThereIsInOrderAndNeverDependsOnTheRows(@ForAll Random random) {
    List<Candidate> candidates = new ArrayList<>();
    for (int i = 1; i <= random.nextInt(12); i++) {
      Candidate one =
          lot(
              1 + random.nextInt(8),
              random.nextInt(6),
              random.nextInt(3),
              random.nextBoolean() ? null : random.nextInt(5) - 1);
      candidates.add(
          new Candidate(
              new PositionKey(1, 10 + i, one.key().lot(), 0, 0, Condition.GOOD),
              one.free(),
              one.inDate(),
              one.expiry(),
              one.lot(),
              "A-" + random.nextInt(4),
              random.nextInt(5),
              1 + random.nextInt(2),
              true));
    }
    Quantity asked = Quantity.of(1 + random.nextInt(20));
    Wanted wanted =
        new Wanted(
            asked,
            TODAY,
            0,
            0,
            random.nextInt(3),
            Wanted.Lots.values()[random.nextInt(3)],
            Quantity.of(random.nextInt(4)));
    Policy policy =
        new Policy(
            List.of(anyRule(random, new Scope(1, "", 2, 0)), anyRule(random, Scope.EVERYTHING)));
    Plan plan = Removal.decide(wanted, policy, candidates);
    List<Candidate> shuffled = new ArrayList<>(candidates);
    Collections.shuffle(shuffled, random);
    assertThat(Removal.decide(wanted, policy, shuffled)).isEqualTo(plan);
    assertThat(plan.choices())
        .extracting(Choice::candidate)
        .containsExactlyInAnyOrderElementsOf(candidates);
    checkOrder(wanted, plan);
    if (plan.split() != null) {
      assertThat(plan.taken()).isEmpty();
      checkOrder(wanted, plan.split());
    } else if (plan.choices().stream().anyMatch(one -> one.verdict() == Verdict.OTHER_LOT)) {
      assertThat(plan.taken())
          .extracting(one -> one.candidate().lot())
          .containsOnly(plan.taken().get(0).candidate().lot());
      assertThat(plan.missing()).isEqualTo(Quantity.ZERO);
    }
  }

  private static Rule anyRule(Random random, Scope scope) {
    List<SortKey> keys = new ArrayList<>(List.of(SortKey.values()));
    Collections.shuffle(keys, random);
    return new Rule(
        1 + random.nextInt(99),
        scope,
        keys.subList(0, random.nextInt(keys.size())),
        random.nextInt(3),
        random.nextInt(4) == 0,
        random.nextInt(4) == 0,
        Rule.Substitutes.NONE);
  }

  /** Never more than there is, and no worse rank while a better one that may be taken is free. */
  private static void checkOrder(Wanted wanted, Plan plan) {
    Quantity sum = plan.missing();
    boolean left = false;
    for (Choice choice : plan.choices()) {
      sum = sum.plus(choice.taken());
      assertThat(choice.taken()).isLessThanOrEqualTo(choice.candidate().free());
      if (choice.rank() > 0 && choice.verdict() != Verdict.OTHER_LOT) {
        assertThat(left && choice.taken().isPositive()).isFalse();
        left |=
            !choice.rule().fullPacks() && choice.taken().compareTo(choice.candidate().free()) < 0;
      }
      LocalDate expiry = choice.candidate().expiry();
      if (choice.taken().isPositive() && expiry != null) {
        int life = Math.max(wanted.minimumLife(), choice.rule().minimumLife());
        assertThat(expiry).isAfterOrEqualTo(wanted.needed().plusDays(life));
      }
    }
    assertThat(sum).isEqualTo(wanted.quantity());
    assertThat(left && plan.missing().isPositive()).isFalse();
  }
}
