package app.reliquum.core.removal;

import app.reliquum.core.text.InvalidValueException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.LongUnaryOperator;

/**
 * The rules that have a say about some goods at a site, the most specific first.
 *
 * <p>Where something lies decides which of them governs it: the first that names no area, or the
 * area it lies in. What a rule for an area governs is taken by its own order, before whatever a
 * less specific rule governs.
 *
 * @param rules the rules; the last is {@link Rule#USUAL}
 */
public record Policy(List<Rule> rules) {

  /** How the house takes goods where no rule says otherwise. */
  public static final Policy USUAL = new Policy(List.of(Rule.USUAL));

  public Policy {
    rules = List.copyOf(rules);
    if (rules.isEmpty() || rules.get(rules.size() - 1).scope().area() != 0) {
      throw new InvalidValueException("The last rule holds everywhere.");
    }
  }

  /**
   * Chooses the rules that have a say.
   *
   * @param all every rule of the house
   * @param siteOf the site that an area belongs to
   */
  public static Policy of(Scope.Subject subject, List<Rule> all, LongUnaryOperator siteOf) {
    List<Rule> covering = new ArrayList<>();
    for (Rule rule : all) {
      long area = rule.scope().area();
      if (rule.scope().covers(subject, area == 0 ? 0 : siteOf.applyAsLong(area))) {
        covering.add(rule);
      }
    }
    covering.sort(
        Comparator.comparing(Rule::scope, Scope.mostSpecificFirst(subject))
            .thenComparing(Rule::id));
    covering.add(Rule.USUAL);
    return new Policy(covering);
  }

  /** By one rule alone, to try it. */
  public static Policy only(Rule rule) {
    return rule.scope().area() == 0
        ? new Policy(List.of(rule))
        : new Policy(List.of(rule, Rule.USUAL));
  }

  /** The place in {@link #rules} of the rule that governs an area. */
  int governing(long area) {
    for (int i = 0; i < rules.size(); i++) {
      long named = rules.get(i).scope().area();
      if (named == 0 || named == area) {
        return i;
      }
    }
    throw new IllegalStateException("The last rule holds everywhere.");
  }

  /** Whether a rule that governs goods anywhere asks for one lot. */
  public boolean asksOneLot() {
    for (Rule rule : rules) {
      if (rule.oneLot()) {
        return true;
      }
      if (rule.scope().area() == 0) {
        return false; // it governs the rest
      }
    }
    return false;
  }

  /** The rule that governs what lies in an area. */
  public Rule in(long area) {
    return rules.get(governing(area));
  }
}
