package app.reliquum.core.counting;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * What the people of one round say that a position holds.
 *
 * <p>Several people may count one position together, each a part of it; then the parts add up. It
 * is compared with the book at the moment of the last scan.
 *
 * @param quantity how much, in base units
 * @param since when its first piece was scanned
 * @param moment when its last piece was scanned
 * @param people who counted, by their numbers
 */
public record Statement(Quantity quantity, Instant since, Instant moment, Set<Long> people) {

  /**
   * One person's part.
   *
   * @param person the person's number
   * @param quantity how much they counted
   * @param first when they scanned the first of it
   * @param last when they scanned the last of it, or corrected the figure
   */
  public record Part(long person, Quantity quantity, Instant first, Instant last) {

    /**
     * @throws IllegalArgumentException if less than nothing was counted, or the end comes before
     *     the beginning
     */
    public Part {
      if (quantity.isNegative()) {
        throw new InvalidValueException("A shelf can't hold less than nothing: {0}", quantity);
      }
      if (last.isBefore(first)) {
        throw new InvalidValueException("The last scan comes before the first.");
      }
    }

    /** With more of it found. */
    public Part plus(Quantity more, Instant at) {
      return new Part(person, quantity.plus(more), first, at.isAfter(last) ? at : last);
    }

    /** With the whole figure said anew. Nothing of what was scanned before counts any more. */
    public Part corrected(Quantity figure, Instant at) {
      return new Part(person, figure, at, at);
    }
  }

  public Statement {
    people = Set.copyOf(people);
  }

  /**
   * The parts taken together.
   *
   * @throws IllegalArgumentException if there are none
   */
  public static Statement of(List<Part> parts) {
    if (parts.isEmpty()) {
      throw new InvalidValueException("Nobody has counted.");
    }
    Part first = parts.get(0);
    Quantity sum = Quantity.ZERO;
    Instant since = first.first();
    Instant moment = first.last();
    Set<Long> people = new TreeSet<>();
    for (Part part : parts) {
      sum = sum.plus(part.quantity());
      since = part.first().isBefore(since) ? part.first() : since;
      moment = part.last().isAfter(moment) ? part.last() : moment;
      people.add(part.person());
    }
    return new Statement(sum, since, moment, people);
  }

  /** By how much the book is wrong: positive if the shelf holds more. */
  public Quantity variance(Quantity bookThen) {
    return quantity.minus(bookThen);
  }

  /**
   * Whether goods moved while they were being counted: then nobody can say whether a piece was
   * counted before it left or after, and the position is best counted again.
   */
  public boolean disturbed(Collection<BookAt.Movement> movements) {
    return movements.stream()
        .anyMatch(one -> one.effective().isAfter(since) && !one.effective().isAfter(moment));
  }
}
