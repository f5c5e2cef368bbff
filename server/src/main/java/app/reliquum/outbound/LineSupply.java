package app.reliquum.outbound;

import app.reliquum.core.demand.SupplyRule;
import app.reliquum.core.quantity.Quantity;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Answered by whoever knows how lines of orders are met: what of them may come from stock. */
public interface LineSupply {

  /**
   * A line that lacks something.
   *
   * @param rule how it is met; null if the line itself does not say it
   * @param missing what is neither reserved nor gone
   * @param met what is
   */
  record Line(int line, long itemId, @Nullable SupplyRule rule, Quantity missing, Quantity met) {}

  /**
   * How much may be reserved for lines of an order, by line; those that may have all they lack are
   * left out.
   */
  Map<Integer, Quantity> mayReserve(String order, long site, List<Line> lines);
}
