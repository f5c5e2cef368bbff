package app.reliquum.stock;

import app.reliquum.core.quantity.Quantity;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;

/**
 * What {@link app.reliquum.core.fulfilment.Demand} says of the lines of documents, for statements
 * over many documents. The rules stand there; a test compares both.
 */
public final class DemandSql {

  private DemandSql() {}

  /**
   * Whether something of a line is neither reserved nor picked.
   *
   * @param line the alias of the line
   * @param sent the name of the column with what has left
   * @param document the column with the document's number
   */
  public static String missing(String line, String sent, String document) {
    return open(line, sent) + " > " + kept(line, document, "");
  }

  /** Whether something of a line is still to be picked. */
  public static String toPick(String line, String sent, String document) {
    return open(line, sent) + " > " + kept(line, document, " and r.picked");
  }

  /**
   * What some lines still ask for, by item and document, as {@link #asked(ResultSet, int)} reads
   * it.
   *
   * @param from the lines, with the alias {@code l}, and their documents
   * @param day the column with the day on which a document's goods are needed
   * @param sent the name of the column with what has left
   * @param document the column with the document's number
   * @param only which lines
   */
  public static String asked(String from, String day, String sent, String document, String only) {
    return """
    select x.item_id, x.day, sum(greatest(0, x.open - x.reserved)), sum(x.reserved), x.number
    from (
      select l.item_id, %s day, %s number, %s open, %s reserved
      from %s where %s and %s > 0
    ) x group by x.item_id, x.number
    """
        .formatted(
            day, document, open("l", sent), kept("l", document, ""), from, only, open("l", sent));
  }

  /** Reads a row of what is still asked for. */
  public static AskedQuantity asked(ResultSet row, int n) throws SQLException {
    Date day = row.getDate(2);
    return new AskedQuantity(
        row.getLong(1),
        day == null ? null : day.toLocalDate(),
        new Quantity(row.getBigDecimal(3)),
        new Quantity(row.getBigDecimal(4)),
        row.getString(5));
  }

  private static String open(String line, String sent) {
    return "%1$s.asked - %1$s.withdrawn - %1$s.%2$s".formatted(line, sent);
  }

  private static String kept(String line, String document, String which) {
    return """
    (select coalesce(sum(r.quantity), 0) from reservation r
      where r.document = %s and r.document_line = %s.line_no%s)\
    """
        .formatted(document, line, which);
  }
}
