package app.reliquum.core.counting;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * Which of several counts of one position holds.
 *
 * <p>One count holds by itself, until a recount is asked for. Then two counts by different people
 * must agree; if the second does not agree with the first, a third is needed, and so on until any
 * two agree. As goods may move between two counts, they agree when the variance is the same, not
 * the figure.
 */
public sealed interface Settlement {

  /**
   * One round of counting.
   *
   * @param people who counted
   * @param variance by how much they say the book was wrong when they counted
   */
  record Round(Set<Long> people, Quantity variance) {
    public Round {
      people = Set.copyOf(people);
    }

    private boolean confirms(Round other) {
      return variance.equals(other.variance) && people.stream().noneMatch(other.people::contains);
    }
  }

  /**
   * It is settled.
   *
   * @param round the number of the round that holds, from 1
   */
  record Settled(int round, Quantity variance) implements Settlement {}

  /**
   * Someone must count again.
   *
   * @param excluded who has counted already and may not
   */
  record CountAgain(Set<Long> excluded) implements Settlement {
    public CountAgain {
      excluded = Set.copyOf(excluded);
    }
  }

  /**
   * Decides.
   *
   * @param rounds the rounds that were counted, first first; at least one
   * @param asked how many rounds were asked for
   */
  static Settlement of(List<Round> rounds, int asked) {
    if (rounds.isEmpty()) {
      throw new InvalidValueException("Nobody has counted.");
    }
    if (asked <= 1 && rounds.size() == 1) {
      return new Settled(1, rounds.get(0).variance());
    }
    for (int later = rounds.size() - 1; later > 0; later--) {
      for (int earlier = 0; earlier < later; earlier++) {
        if (rounds.get(later).confirms(rounds.get(earlier))) {
          return new Settled(later + 1, rounds.get(later).variance());
        }
      }
    }
    TreeSet<Long> people = new TreeSet<>();
    rounds.forEach(round -> people.addAll(round.people()));
    return new CountAgain(people);
  }
}
