package app.reliquum.stock;

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
