package app.reliquum.core.putaway;

import app.reliquum.core.quantity.Quantity;
import java.util.List;
import java.util.Optional;

/**
 * What put-away must know of a site. Each answer is asked for only when the ones before it left
 * something without a place.
 */
public interface PutAwayFacts {

  /**
   * A put-away rule as it applies to the item.
   *
   * @param rule its number
   * @param distance how far from the item it speaks: 0 of the item itself, 1 of its category, 2 of
   *     the category above, and so on; what is nearer comes first
   * @param priority 1 comes first
   * @param free how much more of the item its bin, or all bins of its area together, may hold; null
   *     for no limit
   */
  record Rule(long rule, int distance, int priority, Quantity free) {}

  /** The item's home bin at the site. */
  Optional<Shelf> home();

  /** The rules for the item, its category and those above it that are switched on. */
  List<Rule> rules();

  /**
   * How much more of the item a bin may hold because a rule names that very bin, however it came
   * up; empty if no rule does.
   */
  Optional<Quantity> free(long place);

  /** The bins of a rule, by walk sequence. */
  Iterable<Shelf> binsOf(Rule rule);

  /** Bins that hold the item already, nearest first. */
  Iterable<Shelf> holding();

  /**
   * Empty bins that take the item's storage class, by walk sequence; for goods that are held, those
   * made for their class first.
   */
  Iterable<Shelf> empty();

  /** The bins of the overflow area, by walk sequence; none if the site has no such area. */
  Iterable<Shelf> overflow();
}
