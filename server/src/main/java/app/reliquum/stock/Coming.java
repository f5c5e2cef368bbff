package app.reliquum.stock;

import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Answered by whoever expects goods: what is on the way. */
public interface Coming {

  /**
   * How much of some items is still expected at a site, or in the whole house as site 0. Items of
   * which nothing is expected are left out.
   */
  Map<Long, Quantity> coming(List<Long> items, long site);

  /** The items of which something is expected at a site, or in the whole house as site 0. */
  Set<Long> itemsComing(long site);

  /** The same at one site by document, with the day on which it is expected. */
  List<DatedQuantity> due(List<Long> items, long site);

  /**
   * The documents of which something is expected at a site on a day from one up to another, without
   * that one; none of what is made there.
   */
  default List<LateDocument> due(long site, LocalDate from, LocalDate before) {
    return List.of();
  }
}
