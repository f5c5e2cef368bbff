package app.reliquum.stock;

import java.util.List;

/** Answered by whoever gives goods away: what is asked for. */
public interface Asked {

  /** How much of some items is asked for at a site, and neither reserved nor gone. */
  List<DatedQuantity> asked(List<Long> items, long site);
}
