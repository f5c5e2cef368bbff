package app.reliquum.core.removal;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * Decides which stock leaves first.
 *
 * <p>Candidates are good, lie where goods may be taken, are not reserved, and keep long enough
 * after the day they are needed. They are taken in the order of the rule that governs them. Ties
 * end on the bin's address, the lot's number and the position's own key, so that the answer never
 * depends on the order in which the candidates are handed in.
 */
public final class Removal {

  private Removal() {}

  /**
   * What is wanted of an item.
   *
   * @param quantity how much
   * @param needed the day on which it must still be good
   * @param lot the lot that it must be of, 0 for any
   * @param serial the piece that it must be, 0 for any
   * @param minimumLife for how many days it must still be good on that day; a rule may ask for more
   * @param lots of how many lots it may be
   * @param pack how many base units make a full pack; zero if the item has none
   */
  public record Wanted(
      Quantity quantity,
      LocalDate needed,
      long lot,
      long serial,
      int minimumLife,
      Lots lots,
      Quantity pack) {

    /** Of how many lots something may be. */
    public enum Lots {
      /** Of several, unless a rule asks for one. */
      BY_RULE,
      /** Of one, whatever the rules say. */
      ONE,
      /** Of several, although the one who asks or a rule wanted one: the split was accepted. */
      ANY
    }

    /** So much, of whatever lot, good on a day. */
    public static Wanted of(Quantity quantity, LocalDate needed) {
      return new Wanted(quantity, needed, 0, 0, 0, Lots.BY_RULE, Quantity.ZERO);
    }

    /** The same of one lot, or just one piece; 0 for any. */
    public Wanted ofGoods(long lot, long serial) {
      return new Wanted(quantity, needed, lot, serial, minimumLife, lots, pack);
    }

    /** The same for someone who asks for more. */
    public Wanted asking(int minimumLife, Lots lots) {
      return new Wanted(quantity, needed, lot, serial, minimumLife, lots, pack);
    }

    /** Whether what a rule governs must all be of one lot. */
    boolean ofOneLot(Rule rule) {
      return lots == Lots.ONE || (lots == Lots.BY_RULE && rule.oneLot());
    }

    /** The same of an item that comes in packs. */
    public Wanted inPacks(Quantity pack) {
      return new Wanted(quantity, needed, lot, serial, minimumLife, lots, pack);
    }
  }

  /** What became of a candidate. */
  public enum Verdict {
    /** Some or all of it is taken. */
    TAKEN,
    /** It would do, but enough was found before it. */
    NOT_NEEDED,
    /** It would do, but all must be of one lot, and another was chosen, or none could cover all. */
    OTHER_LOT,
    /** Others have reserved all of it. */
    RESERVED,
    /** It holds no full pack, and none may be opened. */
    NO_FULL_PACK,
    /** It will have expired. */
    EXPIRED,
    /** It will not keep long enough. */
    TOO_SHORT_LIFE,
    /** It is on hold or rejected. */
    NOT_GOOD,
    /** It lies where goods are not taken from. */
    NOT_PICKABLE,
    /** It is not the lot or the piece that is wanted. */
    OTHER_GOODS
  }

  /** What puts a candidate behind the one before it. */
  public enum Behind {
    /** Nothing: it is the first. */
    FIRST,
    /** The one before it lies where a more specific rule holds. */
    RULE,
    /** It came later. */
    OLDEST,
    /** It came earlier. */
    NEWEST,
    /** It expires later. */
    EARLIEST_EXPIRY,
    /** It lies further along the way. */
    SHORTEST_WALK,
    /** It is more. */
    SMALLEST,
    /** It is less. */
    LARGEST,
    /** It is not in full packs. */
    FULL_PACKS,
    /** Nothing but its address and its lot number. */
    ADDRESS;

    private static Behind of(SortKey key) {
      return valueOf(key.name());
    }
  }

  /**
   * A candidate with what became of it.
   *
   * @param rank its place in the order of taking, from 1; 0 if it was passed over
   * @param taken how much of it is taken
   * @param rule the rule that governs it
   * @param behind what puts it behind the one before; null if it was passed over
   */
  public record Choice(
      Candidate candidate, Verdict verdict, int rank, Quantity taken, Rule rule, Behind behind) {}

  /**
   * What to take.
   *
   * @param choices every candidate, those that would do in the order of taking, then the others
   * @param missing how much was not found
   * @param split what would be taken of several lots, if all must be of one lot and none can cover
   *     it; null otherwise
   */
  public record Plan(List<Choice> choices, Quantity missing, Plan split) {
    public Plan {
      choices = List.copyOf(choices);
    }

    /** The candidates that are taken, in the order of taking. */
    public List<Choice> taken() {
      return choices.stream().filter(choice -> choice.taken().isPositive()).toList();
    }
  }

  /** Chooses among candidates of one item at one site, in any order. */
  public static Plan decide(Wanted wanted, Policy policy, List<Candidate> candidates) {
    List<Ranked> fitting = new ArrayList<>();
    List<Choice> passedOver = new ArrayList<>();
    for (Candidate candidate : candidates) {
      int at = policy.governing(candidate.area());
      Rule rule = policy.rules().get(at);
      Verdict against = against(wanted, rule, candidate);
      if (against == null) {
        fitting.add(new Ranked(candidate, at, rule));
      } else {
        passedOver.add(new Choice(candidate, against, 0, Quantity.ZERO, rule, null));
      }
    }
    fitting.sort(Ranked.order(policy, wanted.pack()));
    passedOver.sort(Comparator.comparing(Choice::candidate, TIES));
    boolean oneLot =
        wanted.lots() == Wanted.Lots.ONE
            || fitting.stream().anyMatch(one -> wanted.ofOneLot(one.rule()));
    if (!oneLot) {
      return take(wanted, fitting, passedOver, one -> true);
    }
    Optional<Long> lot = covering(wanted, fitting);
    if (lot.isPresent()) {
      return take(wanted, fitting, passedOver, one -> one.key().lot() == lot.get());
    }
    Plan none = take(wanted, fitting, passedOver, one -> false);
    return new Plan(none.choices(), none.missing(), take(wanted, fitting, passedOver, one -> true));
  }

  /**
   * Whether a picker may take something instead of what was chosen.
   *
   * @param wanted what is wanted, of which so much is to be taken here
   * @param chosen what was chosen
   * @param other what is taken instead
   * @return nothing if it may be taken, or what is against it; {@link Verdict#OTHER_LOT} if the
   *     rule does not allow another lot, {@link Verdict#OTHER_GOODS} if it allows nothing else at
   *     all
   */
  public static Optional<Verdict> againstTaking(
      Wanted wanted, Policy policy, Candidate chosen, Candidate other) {
    Rule rule = policy.in(other.area());
    Verdict against = against(wanted, rule, other);
    if (against != null) {
      return Optional.of(against);
    }
    boolean sameLot = other.key().lot() == chosen.key().lot();
    return switch (policy.in(chosen.area()).substitutes()) {
      case NONE -> Optional.of(Verdict.OTHER_GOODS);
      case SAME_LOT -> sameLot ? Optional.empty() : Optional.of(Verdict.OTHER_LOT);
      case ANY_THAT_FITS ->
          sameLot || !wanted.ofOneLot(rule) ? Optional.empty() : Optional.of(Verdict.OTHER_LOT);
    };
  }

  private static final Comparator<Candidate> TIES =
      Comparator.comparing(Candidate::address)
          .thenComparing(Candidate::lot)
          .thenComparing(Candidate::key);

  /** A candidate that would do. */
  private record Ranked(Candidate candidate, int group, Rule rule) {

    /** Of two that the same rule governs its keys decide, of others the more specific rule. */
    static Comparator<Ranked> order(Policy policy, Quantity pack) {
      List<Comparator<Candidate>> orders = new ArrayList<>();
      for (Rule rule : policy.rules()) {
        Comparator<Candidate> order = (one, other) -> 0;
        for (SortKey key : rule.keys()) {
          order = order.thenComparing(key.order(pack));
        }
        orders.add(order.thenComparing(TIES));
      }
      return (one, other) ->
          one.group != other.group
              ? Integer.compare(one.group, other.group)
              : orders.get(one.group).compare(one.candidate, other.candidate);
    }

    /** How much of what is still open is taken here. */
    Quantity part(Quantity open, Quantity pack) {
      return rule.fullPacks()
          ? open.inWholes(pack).min(candidate.free().inWholes(pack))
          : open.min(candidate.free());
    }

    Behind behind(Ranked before, Quantity pack) {
      if (before == null) {
        return Behind.FIRST;
      }
      if (before.group != group) {
        return Behind.RULE;
      }
      for (SortKey key : rule.keys()) {
        if (key.order(pack).compare(before.candidate, candidate) != 0) {
          return Behind.of(key);
        }
      }
      return Behind.ADDRESS;
    }
  }

  private static Plan take(
      Wanted wanted, List<Ranked> fitting, List<Choice> passedOver, Predicate<Candidate> allowed) {
    List<Choice> choices = new ArrayList<>();
    Quantity rest = wanted.quantity();
    Ranked before = null;
    for (Ranked one : fitting) {
      boolean may = allowed.test(one.candidate());
      Quantity taken = may ? one.part(rest, wanted.pack()) : Quantity.ZERO;
      rest = rest.minus(taken);
      Verdict verdict =
          taken.isPositive() ? Verdict.TAKEN : may ? Verdict.NOT_NEEDED : Verdict.OTHER_LOT;
      choices.add(
          new Choice(
              one.candidate(),
              verdict,
              choices.size() + 1,
              taken,
              one.rule(),
              one.behind(before, wanted.pack())));
      before = one;
    }
    choices.addAll(passedOver);
    return new Plan(choices, rest, null);
  }

  /** The first lot, in the order of taking, of which there is enough for all. */
  private static Optional<Long> covering(Wanted wanted, List<Ranked> fitting) {
    Map<Long, Quantity> open = new LinkedHashMap<>();
    for (Ranked one : fitting) {
      Quantity rest = open.getOrDefault(one.candidate().key().lot(), wanted.quantity());
      open.put(one.candidate().key().lot(), rest.minus(one.part(rest, wanted.pack())));
    }
    return open.entrySet().stream()
        .filter(lot -> !lot.getValue().isPositive())
        .map(Map.Entry::getKey)
        .findFirst();
  }

  private static Verdict against(Wanted wanted, Rule rule, Candidate candidate) {
    if ((wanted.lot() != 0 && candidate.key().lot() != wanted.lot())
        || (wanted.serial() != 0 && candidate.key().serial() != wanted.serial())) {
      return Verdict.OTHER_GOODS;
    }
    if (candidate.key().condition() != Condition.GOOD) {
      return Verdict.NOT_GOOD;
    }
    if (!candidate.pickable()) {
      return Verdict.NOT_PICKABLE;
    }
    if (candidate.expiry() != null) {
      if (candidate.expiry().isBefore(wanted.needed())) {
        return Verdict.EXPIRED;
      }
      int life = Math.max(wanted.minimumLife(), rule.minimumLife());
      if (candidate.expiry().isBefore(wanted.needed().plusDays(life))) {
        return Verdict.TOO_SHORT_LIFE;
      }
    }
    if (!candidate.free().isPositive()) {
      return Verdict.RESERVED;
    }
    return rule.fullPacks() && candidate.free().inWholes(wanted.pack()).isZero()
        ? Verdict.NO_FULL_PACK
        : null;
  }
}
