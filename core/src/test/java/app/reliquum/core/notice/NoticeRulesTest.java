package app.reliquum.core.notice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import app.reliquum.core.notice.NoticeRules.Person;
import app.reliquum.core.notice.NoticeRules.Rule;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class NoticeRulesTest {

  private static final long QUAY = 1;
  private static final long HOLM = 2;

  private static final Person CLERK = new Person(10, "CLERK", false, Set.of(QUAY), false, true);
  private static final Person AFAR = new Person(11, "CLERK", false, Set.of(HOLM), false, true);
  private static final Person HEAD = new Person(12, "CONTROLLER", true, Set.of(), true, false);

  private static final List<Person> ALL = List.of(CLERK, AFAR, HEAD);

  private static NoticeRules rules(Rule... rules) {
    return new NoticeRules(List.of(rules));
  }

  @Test
  void aSiteIsToldToThoseWhoWorkThere() {
    NoticeRules rules = rules(new Rule(NoticeKind.LATE_GOODS, "CLERK", 0, NoticeWay.DAILY_MAIL));
    assertThat(rules.reached(NoticeKind.LATE_GOODS, QUAY, ALL))
        .isEqualTo(Map.of(10L, NoticeWay.DAILY_MAIL));
    assertThat(rules.reached(NoticeKind.LATE_GOODS, HOLM, ALL))
        .isEqualTo(Map.of(11L, NoticeWay.DAILY_MAIL));
    // Of the whole house only those who work everywhere are told.
    assertThat(rules.reached(NoticeKind.LATE_GOODS, 0, ALL)).isEmpty();
  }

  @Test
  void whoIsMeantIsToldOnTheScreenAtLeast() {
    NoticeRules rules =
        rules(
            new Rule(NoticeKind.MENTIONED, "CLERK", 0, NoticeWay.MAIL_AT_ONCE),
            new Rule(NoticeKind.MENTIONED, "CONTROLLER", 0, NoticeWay.OFF));
    assertThat(rules.meant(NoticeKind.MENTIONED, QUAY, List.of(AFAR, HEAD)))
        .isEqualTo(Map.of(11L, NoticeWay.MAIL_AT_ONCE, 12L, NoticeWay.SCREEN));
  }

  @Test
  void theRuleOfASiteComesBeforeThatOfAll() {
    NoticeRules rules =
        rules(
            new Rule(NoticeKind.PROPOSALS, "CLERK", 0, NoticeWay.MAIL_AT_ONCE),
            new Rule(NoticeKind.PROPOSALS, "CLERK", QUAY, NoticeWay.OFF));
    assertThat(rules.way(NoticeKind.PROPOSALS, "CLERK", QUAY)).isEqualTo(NoticeWay.OFF);
    assertThat(rules.way(NoticeKind.PROPOSALS, "CLERK", HOLM)).isEqualTo(NoticeWay.MAIL_AT_ONCE);
    assertThat(rules.way(NoticeKind.PROPOSALS, "AUDITOR", HOLM)).isEqualTo(NoticeWay.OFF);
  }

  @Test
  void whoHasNoAddressIsToldOnTheScreen() {
    NoticeRules rules =
        rules(new Rule(NoticeKind.PROPOSALS, "CONTROLLER", 0, NoticeWay.MAIL_AT_ONCE));
    assertThat(rules.reached(NoticeKind.PROPOSALS, QUAY, ALL))
        .isEqualTo(Map.of(12L, NoticeWay.SCREEN));
  }

  @Test
  void whatNobodyWantsToHearIsHeardIfItIsAFailure() {
    assertThat(rules().reached(NoticeKind.BACKGROUND_FAILURE, QUAY, ALL))
        .isEqualTo(Map.of(12L, NoticeWay.SCREEN));
    assertThat(rules().reached(NoticeKind.PROPOSALS, QUAY, ALL)).isEmpty();
    // If whoever sees to failures works elsewhere only, they hear of it all the same.
    Person elsewhere = new Person(13, "CONTROLLER", false, Set.of(HOLM), true, true);
    assertThat(rules().reached(NoticeKind.MAIL_NOT_SENT, QUAY, List.of(CLERK, elsewhere)))
        .isEqualTo(Map.of(13L, NoticeWay.SCREEN));
  }

  @Test
  void mailIsNotToldOfByMail() {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> new Rule(NoticeKind.MAIL_NOT_SENT, "CLERK", 0, NoticeWay.DAILY_MAIL))
        .withMessageContaining("Expected OFF or SCREEN");
  }

  @Property
  void aFailureAlwaysReachesSomeoneAndNothingReachesWhoIsNotConcerned(@ForAll long seed) {
    Random random = new Random(seed);
    List<String> roles = List.of("CLERK", "CONTROLLER", "ADMINISTRATOR");
    List<Rule> rules = new ArrayList<>();
    for (NoticeKind kind : NoticeKind.values()) {
      for (String role : roles) {
        for (long site = 0; site < 3; site++) {
          if (random.nextBoolean()) {
            int most = kind.byMail() ? NoticeWay.values().length : 2;
            rules.add(new Rule(kind, role, site, NoticeWay.values()[random.nextInt(most)]));
          }
        }
      }
    }
    List<Person> people = new ArrayList<>();
    people.add(new Person(1, "CONTROLLER", false, Set.of(2L), true, random.nextBoolean()));
    for (int i = 2; i < 2 + random.nextInt(6); i++) {
      people.add(
          new Person(
              i,
              roles.get(random.nextInt(3)),
              random.nextInt(3) == 0,
              Set.of((long) 1 + random.nextInt(2)),
              random.nextBoolean(),
              random.nextBoolean()));
    }
    for (NoticeKind kind : NoticeKind.values()) {
      for (long site = 0; site < 3; site++) {
        Map<Long, NoticeWay> reached = new NoticeRules(rules).reached(kind, site, people);
        assertThat(reached.values()).doesNotContain(NoticeWay.OFF);
        if (kind.failure()) {
          assertThat(reached).isNotEmpty();
        }
        for (Person person : people) {
          boolean elsewhere = !person.everywhere() && (site == 0 || !person.sites().contains(site));
          if (elsewhere && !person.keeper()) {
            assertThat(reached).doesNotContainKey(person.id());
          }
          if (!person.mail() && reached.containsKey(person.id())) {
            assertThat(reached).containsEntry(person.id(), NoticeWay.SCREEN);
          }
        }
      }
    }
  }
}
