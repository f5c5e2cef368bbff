package app.reliquum.core.removal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.reliquum.core.removal.Scope.Subject;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.function.LongUnaryOperator;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class ScopeTest {

  private static final long FLARE = 7;
  private static final long QUAY = 1;
  private static final long SHOP = 2;
  private static final long RACKS = 11;
  private static final long YARD = 12;
  private static final long COUNTER = 21;

  /** Areas 11 and 12 are on the quay, 21 is in the shop. */
  private static final LongUnaryOperator SITE_OF = area -> area / 10;

  private static final Subject FLARES = Subject.of(FLARE, "Safety/Flares/Hand", QUAY);

  private static Rule rule(long id, long item, String category, long area, long site) {
    Scope scope = new Scope(item, category, area, site);
    return new Rule(
        id, scope, List.of(SortKey.OLDEST), 0, false, false, Rule.Substitutes.ANY_THAT_FITS);
  }

  private static List<Long> chosen(Rule... rules) {
    return Policy.of(FLARES, List.of(rules), SITE_OF).rules().stream().map(Rule::id).toList();
  }

  @Test
  void aCategoryIsAPathAndWhatIsAboveItHoldsToo() {
    assertThat(FLARES.categories())
        .containsExactly("Safety/Flares/Hand", "Safety/Flares", "Safety");
    assertThat(Subject.of(FLARE, "Safety / Flares", QUAY).categories())
        .as("room around a stroke is no part of a name")
        .containsExactly("Safety / Flares", "Safety");
    assertThat(Subject.of(FLARE, "", QUAY).categories()).isEmpty();
    assertThat(new Scope(0, "Safety", 0, 0).covers(FLARES, 0)).isTrue();
    assertThat(new Scope(0, "Safe", 0, 0).covers(FLARES, 0)).as("a part of a word").isFalse();
    assertThat(new Scope(0, "Flares", 0, 0).covers(FLARES, 0)).as("a part of a path").isFalse();
    assertThat(new Scope(0, "Safety/Flares/Hand/Red", 0, 0).covers(FLARES, 0)).isFalse();
  }

  @Test
  void aScopeNamesOneKindOfGoodsAndOneKindOfPlace() {
    assertThatThrownBy(() -> new Scope(FLARE, "Safety", 0, 0))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("an item or a category");
    assertThatThrownBy(() -> new Scope(0, "", RACKS, QUAY))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("an area or a site");
    assertThatThrownBy(
            () ->
                new Rule(
                    1, Scope.EVERYTHING, List.of(), -1, false, false, Rule.Substitutes.SAME_LOT))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("below zero");
  }

  @Test
  void whatIsSaidOfAnotherSiteHasNoSay() {
    assertThat(chosen(rule(1, FLARE, "", 0, SHOP), rule(2, FLARE, "", COUNTER, 0)))
        .as("only how the house takes goods anyway")
        .containsExactly(0L);
    assertThat(chosen(rule(3, FLARE, "", 0, QUAY), rule(4, FLARE, "", RACKS, 0)))
        .containsExactly(4L, 3L, 0L);
  }

  @Test
  void goodsComeBeforePlaceWhenRulesDisagree() {
    assertThat(
            chosen(
                rule(1, 0, "", RACKS, 0),
                rule(2, 0, "", 0, QUAY),
                rule(3, 0, "Safety", RACKS, 0),
                rule(4, 0, "Safety/Flares", 0, 0),
                rule(5, 0, "Safety/Flares", 0, QUAY),
                rule(6, FLARE, "", 0, 0),
                rule(7, FLARE, "", YARD, 0)))
        .containsExactly(7L, 6L, 5L, 4L, 3L, 1L, 2L, 0L);
  }

  @Test
  void whereGoodsLieSaysWhichRuleGovernsThem() {
    Policy policy =
        Policy.of(
            FLARES, List.of(rule(1, FLARE, "", RACKS, 0), rule(2, 0, "Safety", 0, QUAY)), SITE_OF);
    assertThat(policy.in(RACKS).id()).isEqualTo(1);
    assertThat(policy.in(YARD).id()).isEqualTo(2);
    assertThat(Policy.USUAL.in(YARD)).isEqualTo(Rule.USUAL);
  }

  @Test
  void aRuleThatIsTriedStandsAlone() {
    assertThat(Policy.only(rule(5, 0, "Rope", 0, 0)).in(YARD).id()).isEqualTo(5);
    Policy inRacks = Policy.only(rule(6, FLARE, "", RACKS, 0));
    assertThat(inRacks.in(RACKS).id()).isEqualTo(6);
    assertThat(inRacks.in(YARD)).as("elsewhere as ever").isEqualTo(Rule.USUAL);
    assertThatThrownBy(() -> new Policy(List.of(rule(6, FLARE, "", RACKS, 0))))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> new Policy(List.of())).isInstanceOf(IllegalArgumentException.class);
  }

  /** The rule that governs an area does not depend on the order in which rules were written. */
  @Property
  void theSameRuleGovernsWhateverOrderTheyAreReadIn(@ForAll Random random) {
    List<Rule> rules = new ArrayList<>();
    String[] categories = {"", "Safety", "Safety/Flares", "Safety/Flares/Hand", "Rope"};
    for (int id = 1; id <= random.nextInt(12); id++) {
      boolean item = random.nextInt(3) == 0;
      long area = random.nextBoolean() ? 0 : 10 + random.nextInt(14);
      rules.add(
          rule(
              id,
              item ? 6 + random.nextInt(2) : 0,
              item ? "" : categories[random.nextInt(categories.length)],
              area,
              area == 0 ? random.nextInt(3) : 0));
    }
    Policy policy = Policy.of(FLARES, rules, SITE_OF);
    Collections.shuffle(rules, random);
    assertThat(Policy.of(FLARES, rules, SITE_OF)).isEqualTo(policy);
    for (long area = 10; area < 20; area++) {
      Rule governing = policy.in(area);
      assertThat(governing.scope().area()).isIn(0L, area);
      for (Rule other : rules) {
        boolean says = other.scope().area() == 0 || other.scope().area() == area;
        if (says && other.scope().covers(FLARES, QUAY) && other.scope().item() != 0) {
          assertThat(governing.scope().item())
              .as("one for the item is never passed over for one that is not")
              .isEqualTo(FLARE);
        }
      }
    }
  }
}
