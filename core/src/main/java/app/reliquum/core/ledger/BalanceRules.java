package app.reliquum.core.ledger;

import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * The rules that every posting keeps:
 *
 * <ul>
 *   <li>each line moves an allowed quantity of properly named goods from one spot to another;
 *   <li>no position of ours is left below zero, all lines taken together;
 *   <li>a serial number is in the house once;
 *   <li>goods that move within the house keep their in-date, goods that merge keep the older one,
 *       goods that enter get the day of the posting.
 * </ul>
 */
public final class BalanceRules {

  private BalanceRules() {}

  /** Decides on a draft. Positions of contra places are not kept and so never refused. */
  public static Decision decide(Draft draft, LedgerFacts facts) {
    List<Refusal> refusals = new ArrayList<>();
    if (draft.lines().isEmpty()) {
      refusals.add(new Refusal.NothingToPost());
    }
    for (int i = 0; i < draft.lines().size(); i++) {
      checkLine(i, draft.lines().get(i), facts, refusals);
    }
    if (!refusals.isEmpty()) {
      return new Decision.Refused(refusals);
    }
    Map<PositionKey, Holding> before = new TreeMap<>();
    Map<PositionKey, Holding> after = apply(draft, facts, before);
    checkBalances(draft, before, after, refusals);
    checkSerials(draft, facts, refusals);
    if (!refusals.isEmpty()) {
      return new Decision.Refused(refusals);
    }
    List<Decision.Change> changes = new ArrayList<>(after.size());
    after.forEach(
        (key, holding) -> changes.add(new Decision.Change(key, before.get(key), holding)));
    return new Decision.Accepted(changes);
  }

  private static void checkLine(int i, Line line, LedgerFacts facts, List<Refusal> refusals) {
    MeasureRule rule = facts.measure(line.goods().item());
    try {
      rule.check(line.quantity());
    } catch (QuantityException fault) {
      refusals.add(new Refusal.WrongQuantity(i, fault));
    }
    boolean lot = line.goods().lot() != 0;
    boolean serial = line.goods().serial() != 0;
    if (rule.tracking().needsLot() && !lot) {
      refusals.add(new Refusal.LotMissing(i));
    }
    if (!rule.tracking().needsLot() && lot) {
      refusals.add(new Refusal.LotNotKept(i));
    }
    if (rule.tracking().needsSerial() && !serial) {
      refusals.add(new Refusal.SerialMissing(i));
    }
    if (!rule.tracking().needsSerial() && serial) {
      refusals.add(new Refusal.SerialNotKept(i));
    }
    if (serial && line.quantity().compareTo(Quantity.ONE) > 0) {
      refusals.add(new Refusal.SerialIsOnePiece(i, line.quantity()));
    }
    if (line.from().equals(line.to())) {
      refusals.add(new Refusal.GoesNowhere(i));
    }
    if (!facts.kind(line.from().place()).ours() && !facts.kind(line.to().place()).ours()) {
      refusals.add(new Refusal.NotOurs(i));
    }
  }

  private static Map<PositionKey, Holding> apply(
      Draft draft, LedgerFacts facts, Map<PositionKey, Holding> before) {
    Map<PositionKey, Holding> after = new TreeMap<>();
    for (Line line : draft.lines()) {
      var inDate = draft.day();
      if (facts.kind(line.from().place()).ours()) {
        Holding held = current(line.taken(), facts, before, after);
        inDate = held.inDate() == null ? draft.day() : held.inDate();
        after.put(line.taken(), held.minus(line.quantity()));
      }
      if (facts.kind(line.to().place()).ours()) {
        Holding held = current(line.put(), facts, before, after);
        after.put(line.put(), held.plus(line.quantity(), inDate));
      }
    }
    return after;
  }

  private static Holding current(
      PositionKey key,
      LedgerFacts facts,
      Map<PositionKey, Holding> before,
      Map<PositionKey, Holding> after) {
    Holding known = after.get(key);
    if (known == null) {
      known = facts.holding(key);
      before.put(key, known);
    }
    return known;
  }

  private static void checkBalances(
      Draft draft,
      Map<PositionKey, Holding> before,
      Map<PositionKey, Holding> after,
      List<Refusal> refusals) {
    after.forEach(
        (key, holding) -> {
          if (holding.quantity().isNegative()) {
            Quantity asked = Quantity.ZERO;
            for (Line line : draft.lines()) {
              if (line.taken().equals(key)) {
                asked = asked.plus(line.quantity());
              }
            }
            refusals.add(new Refusal.NotEnough(key, asked, before.get(key).quantity()));
          }
        });
  }

  /** A serial may enter only if it is not there, and only once in a posting. */
  private static void checkSerials(Draft draft, LedgerFacts facts, List<Refusal> refusals) {
    Map<Long, Quantity> entering = new HashMap<>();
    for (Line line : draft.lines()) {
      if (line.goods().serial() != 0) {
        Quantity change = Quantity.ZERO;
        if (facts.kind(line.to().place()).ours()) {
          change = change.plus(line.quantity());
        }
        if (facts.kind(line.from().place()).ours()) {
          change = change.minus(line.quantity());
        }
        entering.merge(line.goods().serial(), change, Quantity::plus);
      }
    }
    for (Line line : draft.lines()) {
      Quantity change = entering.remove(line.goods().serial());
      if (change != null && change.isPositive()) {
        boolean twice = change.compareTo(Quantity.ONE) > 0;
        if (twice || facts.inHouse(line.goods().serial())) {
          refusals.add(new Refusal.SerialInHouse(line.goods().item(), line.goods().serial()));
        }
      }
    }
  }
}
