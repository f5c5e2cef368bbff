package app.reliquum.stock;

import java.util.List;

/** Answered by whoever gives goods away: what is asked for. */
public interface Asked {

  /** How much of some items documents still ask for at a site. */
  List<AskedQuantity> asked(List<Long> items, long site);
}
