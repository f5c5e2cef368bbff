package app.reliquum.stock;

import app.reliquum.api.Actor;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Answered by whoever has goods counted: what someone is counting blind, so that look-ups must not
 * tell them what the book says of it.
 */
public interface BlindCounting {

  /** What someone is counting blind now. */
  Hidden hiddenFrom(Actor actor);

  /**
   * What is hidden.
   *
   * @param places bins of which everything is
   * @param items items that are, wherever they lie
   */
  record Hidden(Set<Long> places, Set<Long> items) {
    /** Nothing. */
    public static final Hidden NOTHING = new Hidden(Set.of(), Set.of());

    /** A condition that leaves out what is hidden. */
    String condition(String item, String... ofPlaces) {
      StringBuilder condition = new StringBuilder();
      if (!items.isEmpty()) {
        condition.append(" and ").append(item).append(" not in ").append(list(items));
      }
      for (String place : places.isEmpty() ? new String[0] : ofPlaces) {
        condition.append(" and ").append(place).append(" not in ").append(list(places));
      }
      return condition.toString();
    }

    private static String list(Set<Long> ids) {
      return ids.stream().sorted().map(String::valueOf).collect(Collectors.joining(",", "(", ")"));
    }
  }
}
