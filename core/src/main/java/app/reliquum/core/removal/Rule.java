package app.reliquum.core.removal;

import app.reliquum.core.text.InvalidValueException;
import java.util.List;

/**
 * How goods are chosen in a scope.
 *
 * @param id its number, 0 for how the house takes goods where no rule says otherwise
 * @param scope what it is for
 * @param keys what candidates are put in order by, the first key first
 * @param minimumLife for how many days goods must still be good on the day they are needed
 * @param oneLot whether all that is asked for must be of one lot
 * @param fullPacks whether no pack may be opened
 * @param substitutes what a picker may take instead
 */
public record Rule(
    long id,
    Scope scope,
    List<SortKey> keys,
    int minimumLife,
    boolean oneLot,
    boolean fullPacks,
    Substitutes substitutes) {

  /** What a picker may take instead of what was chosen. */
  public enum Substitutes {
    /** Nothing. */
    NONE,
    /** The same lot, from elsewhere. */
    SAME_LOT,
    /** Whatever would have been a candidate. */
    ANY_THAT_FITS
  }

  /** How the house takes goods where no rule says otherwise: first to expire, oldest, nearest. */
  public static final Rule USUAL =
      new Rule(
          0,
          Scope.EVERYTHING,
          List.of(SortKey.EARLIEST_EXPIRY, SortKey.OLDEST, SortKey.SHORTEST_WALK),
          0,
          false,
          false,
          Substitutes.ANY_THAT_FITS);

  public Rule {
    keys = List.copyOf(keys);
    if (minimumLife < 0) {
      throw new InvalidValueException("A remaining life is not below zero.");
    }
  }

  /** Whether it must know how many base units make a full pack. */
  public boolean usesPacks() {
    return fullPacks || keys.contains(SortKey.FULL_PACKS);
  }
}
