package app.reliquum.core.notice;

import app.reliquum.core.text.InvalidValueException;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Which roles are told of what, and how.
 *
 * @param rules at most one for each kind, role and site; a role without one is not told
 */
public record NoticeRules(List<Rule> rules) {

  public NoticeRules {
    rules = List.copyOf(rules);
  }

  /**
   * How a role is told of a kind.
   *
   * @param site where it holds; 0 for every site that has no rule of its own
   */
  public record Rule(NoticeKind kind, String role, long site, NoticeWay way) {
    /**
     * @throws IllegalArgumentException if it says by mail that mail does not go
     */
    public Rule {
      if (!kind.byMail() && way.compareTo(NoticeWay.SCREEN) > 0) {
        throw new InvalidValueException(
            "That an email was not sent can't be told by email. Expected OFF or SCREEN.");
      }
    }
  }

  /**
   * Someone who may be told.
   *
   * @param everywhere whether they work at every site
   * @param sites where they work, if not everywhere
   * @param keeper whether they see to failures that nobody has chosen to be told of
   * @param mail whether they have a mail address
   */
  public record Person(
      long id, String role, boolean everywhere, Set<Long> sites, boolean keeper, boolean mail) {
    public Person {
      sites = Set.copyOf(sites);
    }

    /** Whether what concerns a site concerns them; 0 for the whole house. */
    private boolean concerned(long site) {
      return everywhere || (site != 0 && sites.contains(site));
    }
  }

  /**
   * How a role is told: the rule of the site before that of every site.
   *
   * @param site what it concerns; 0 for the whole house
   */
  public NoticeWay way(NoticeKind kind, String role, long site) {
    return rule(kind, role, site)
        .or(() -> rule(kind, role, 0))
        .map(Rule::way)
        .orElse(NoticeWay.OFF);
  }

  private Optional<Rule> rule(NoticeKind kind, String role, long site) {
    return rules.stream()
        .filter(one -> one.kind() == kind && one.role().equals(role) && one.site() == site)
        .findFirst();
  }

  /**
   * How those are told who are meant themselves: as their role is told of the kind, on the screen
   * at least, so that nobody is named in vain.
   *
   * @param site what it concerns; 0 for the whole house
   * @param people who is meant
   * @return by the numbers of people, in the order in which they are given
   */
  public Map<Long, NoticeWay> meant(NoticeKind kind, long site, Collection<Person> people) {
    Map<Long, NoticeWay> meant = new LinkedHashMap<>();
    for (Person person : people) {
      NoticeWay way = way(kind, person.role(), site);
      meant.put(person.id(), person.mail() && way != NoticeWay.OFF ? way : NoticeWay.SCREEN);
    }
    return meant;
  }

  /**
   * Whom a notice reaches, and how. Who has no mail address is told on the screen. A failure that
   * would reach nobody reaches everyone who sees to failures: those who work there, or if nobody
   * does, all of them.
   *
   * @param site what it concerns; 0 for the whole house
   * @return by the numbers of people, in the order in which they are given; never {@link
   *     NoticeWay#OFF}
   */
  public Map<Long, NoticeWay> reached(NoticeKind kind, long site, Collection<Person> people) {
    Map<Long, NoticeWay> reached = new LinkedHashMap<>();
    for (Person person : people) {
      NoticeWay way = way(kind, person.role(), site);
      if (way != NoticeWay.OFF && person.concerned(site)) {
        reached.put(person.id(), person.mail() ? way : NoticeWay.SCREEN);
      }
    }
    if (reached.isEmpty() && kind.failure()) {
      List<Person> keepers = people.stream().filter(Person::keeper).toList();
      List<Person> there = keepers.stream().filter(one -> one.concerned(site)).toList();
      (there.isEmpty() ? keepers : there).forEach(one -> reached.put(one.id(), NoticeWay.SCREEN));
    }
    return reached;
  }
}
