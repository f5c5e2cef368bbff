package app.reliquum.core.trace;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** The ledger as a trace asks it. What it can't find by an index it should not be asked. */
public interface TraceSource {

  /** All lines that have moved some of these goods, in any order. */
  List<TraceLine> linesOf(Set<TracedGoods> goods);

  /**
   * All lines by which something was used up for documents, or made of what was used up: one of
   * their ends is used up.
   *
   * @param documents the numbers of the documents
   */
  List<TraceLine> linesOfJobs(Set<String> documents);

  /** What the book keeps of these goods now, by position; positions that hold nothing may miss. */
  Map<PositionKey, Quantity> held(Set<TracedGoods> goods);
}
