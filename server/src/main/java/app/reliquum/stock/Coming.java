package app.reliquum.stock;

import app.reliquum.core.quantity.Quantity;
import java.util.List;
import java.util.Map;

/** Answered by whoever expects goods: what is on the way. */
public interface Coming {

  /**
   * How much of some items is still expected at a site, or in the whole house as site 0. Items of
   * which nothing is expected are left out.
   */
  Map<Long, Quantity> coming(List<Long> items, long site);

  /** The same at one site by document, with the day on which it is expected. */
  List<DatedQuantity> due(List<Long> items, long site);
}
