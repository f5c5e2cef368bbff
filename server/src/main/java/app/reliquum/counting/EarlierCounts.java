package app.reliquum.counting;

import app.reliquum.api.Command;
import app.reliquum.core.counting.Statement;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.counting.CountTable.SlipRow;
import app.reliquum.counting.Counting.SlipState;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes down counts that were made and agreed to earlier, such as those on paper. */
@Service
public class EarlierCounts {

  private final JdbcClient jdbc;
  private final CountTable table;
  private final CountLineTable lineTable;
  private final Results results;
  private final CountPreparation preparation;
  private final CountPosting posting;

  EarlierCounts(
      JdbcClient jdbc,
      CountTable table,
      CountLineTable lineTable,
      Results results,
      CountPreparation preparation,
      CountPosting posting) {
    this.jdbc = jdbc;
    this.table = table;
    this.lineTable = lineTable;
    this.results = results;
    this.preparation = preparation;
    this.posting = posting;
  }

  /**
   * A position that was looked at.
   *
   * @param more how much more the shelf held than the book; negative for less
   */
  public record Found(PositionKey key, Quantity more) {}

  /** Writes a count down and posts what it found, both at the moment when it was made. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void write(Command command, long site, Instant made, String note, List<Found> found) {
    Instant moment = Times.whole(made);
    long count = preparation.unplanned(site, Counting.Method.SPOT, command.actor());
    Map<Long, SlipRow> slips = new HashMap<>();
    for (Found one : found) {
      Quantity counted = results.bookAt(one.key(), moment).plus(one.more());
      if (!counted.isNegative()) {
        SlipRow slip =
            slips.computeIfAbsent(
                one.key().place(),
                place ->
                    table.slip(table.addSlip(count, 1, place, 0, SlipState.DONE, 0)).orElseThrow());
        Statement.Part part = new Statement.Part(command.actor().id(), counted, moment, moment);
        lineTable.write(count, slip, 1, one.key(), command.actor().id(), null, part, false);
      }
    }
    results.refresh(count);
    jdbc.sql("update count_result set decision = 'ACCEPT' where count_id = ? and wrong")
        .param(count)
        .update();
    CountTable.Head head = table.find(count).orElseThrow();
    posting.write(command, head, posting.outcome(head, command.actor()));
    jdbc.sql(
            "update stock_count set note = ?, unplanned = false, created = ?, begun = ?,"
                + " review_since = ?, ended = ? where id = ?")
        .params(
            note, Times.utc(moment), Times.utc(moment), Times.utc(moment), Times.utc(moment), count)
        .update();
    jdbc.sql("update count_slip set ended = ?, ended_by = ? where count_id = ?")
        .params(Times.utc(moment), command.actor().id(), count)
        .update();
    table.dateBack(count, moment);
  }
}
