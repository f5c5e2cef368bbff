package app.reliquum.core.fulfilment;

import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * From which goods that are coming the lines of orders will be met. What was asked for because of a
 * line is for that line first; what is left of it, and everything else, is for whoever stands
 * first, from what comes soonest. All is of one item at one site.
 */
public final class Pegging {

  private Pegging() {}

  /** A line of a document. */
  public record Line(String document, int line) {}

  /**
   * What a line lacks.
   *
   * @param missing what is neither reserved nor gone; more than nothing
   * @param onlyOwn whether it is met only by what was asked for because of it
   */
  public record Wanted(Line line, Quantity missing, boolean onlyOwn) {

    /** A line that is met by whatever comes. */
    public Wanted(Line line, Quantity missing) {
      this(line, missing, false);
    }
  }

  /**
   * Goods that are coming.
   *
   * @param document by which they come
   * @param day when they are expected
   * @param quantity how many are still to come
   * @param firm whether they are ordered; else someone has only asked for them
   * @param forLine the line that they were asked for because of, if there is one
   */
  public record Supply(
      String document, LocalDate day, Quantity quantity, boolean firm, Optional<Line> forLine) {}

  /** So much of what a line lacks comes by a document. */
  public record Peg(Line line, String document, LocalDate day, Quantity quantity, boolean firm) {}

  /**
   * What comes for whom.
   *
   * @param pegs in the order in which they come
   * @param unmet what of each line nothing is coming for; lines that are met are left out
   */
  public record Result(List<Peg> pegs, Map<Line, Quantity> unmet) {

    /** Keeps them as they are. */
    public Result {
      pegs = List.copyOf(pegs);
      unmet = Map.copyOf(unmet);
    }

    /**
     * The day on which all that a line lacks will have come; nothing if something of it is not
     * ordered yet.
     */
    public Optional<LocalDate> coveredBy(Line line) {
      List<Peg> own = pegs.stream().filter(peg -> peg.line().equals(line)).toList();
      return unmet.containsKey(line) || !own.stream().allMatch(Peg::firm)
          ? Optional.empty()
          : own.stream().map(Peg::day).max(LocalDate::compareTo);
    }
  }

  /**
   * Shares out what is coming.
   *
   * @param wanted the lines, whoever is served first before the others
   * @param supplies in any order
   */
  public static Result of(List<Wanted> wanted, List<Supply> supplies) {
    Map<Line, Quantity> missing = new LinkedHashMap<>();
    wanted.forEach(one -> missing.merge(one.line(), one.missing(), Quantity::plus));
    List<Supply> soonest =
        supplies.stream()
            .sorted(
                Comparator.comparing(Supply::day)
                    .thenComparing(one -> !one.firm())
                    .thenComparing(Supply::document))
            .toList();
    Map<Integer, Quantity> left = new HashMap<>();
    List<Peg> pegs = new ArrayList<>();
    for (int i = 0; i < soonest.size(); i++) {
      Supply supply = soonest.get(i);
      left.put(i, supply.quantity());
      if (supply.forLine().isPresent()) {
        give(supply, i, supply.forLine().get(), missing, left, pegs);
      }
    }
    Set<Line> onlyOwn =
        wanted.stream().filter(Wanted::onlyOwn).map(Wanted::line).collect(Collectors.toSet());
    for (Line line : List.copyOf(missing.keySet())) {
      if (onlyOwn.contains(line)) {
        continue;
      }
      for (int i = 0; i < soonest.size(); i++) {
        give(soonest.get(i), i, line, missing, left, pegs);
      }
    }
    missing.values().removeIf(quantity -> !quantity.isPositive());
    pegs.sort(Comparator.comparing(Peg::day).thenComparing(Peg::document));
    return new Result(pegs, missing);
  }

  /**
   * For which lines goods are that have become available.
   *
   * @param quantity how many have
   * @param due what has come for lines and was not available yet, what came first first
   * @return by line; those that nothing of it is for are left out
   */
  public static Map<Line, Quantity> share(Quantity quantity, List<Wanted> due) {
    Map<Line, Quantity> shares = new LinkedHashMap<>();
    Quantity left = quantity;
    for (Wanted one : due) {
      Quantity given = one.missing().min(left);
      if (given.isPositive()) {
        shares.merge(one.line(), given, Quantity::plus);
        left = left.minus(given);
      }
    }
    return shares;
  }

  private static void give(
      Supply supply,
      int index,
      Line line,
      Map<Line, Quantity> missing,
      Map<Integer, Quantity> left,
      List<Peg> pegs) {
    Quantity lacks = missing.getOrDefault(line, Quantity.ZERO);
    Quantity there = left.getOrDefault(index, Quantity.ZERO);
    Quantity given = lacks.min(there);
    if (given.isPositive()) {
      pegs.add(new Peg(line, supply.document(), supply.day(), given, supply.firm()));
      missing.put(line, lacks.minus(given));
      left.put(index, there.minus(given));
    }
  }
}
