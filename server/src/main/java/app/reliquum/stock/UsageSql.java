package app.reliquum.stock;

import app.reliquum.core.ledger.Usage;
import java.util.Arrays;
import java.util.Collection;
import java.util.stream.Collectors;

/** How much ledger lines use, as {@link Usage} has it, in statements. */
public final class UsageSql {

  private static final String TAKES_BACK =
      " in ('" + PostingKind.REVERSAL + "', '" + PostingKind.RETURN + "')";

  private UsageSql() {}

  /**
   * What lines have used since the moment {@code :since}: {@code item_id}, {@code site_id} of the
   * own place, {@code used_at} (of what is taken back, when that was used), the {@code contra} kind
   * of place that says by what, {@code quantity} and {@code value}, negative if taken back.
   */
  public static String lines(Collection<Usage.Cause> causes) {
    return lines(causes, "l.effective >= :since and coalesce(o.effective, l.effective) >= :since");
  }

  /**
   * The same of some lines.
   *
   * @param which a condition on the line {@code l}, its posting {@code h} and the posting {@code o}
   *     that it reverses
   */
  static String lines(Collection<Usage.Cause> causes, String which) {
    return side("from", "to", "", which, causes)
        + " union all "
        + side("to", "from", "-", which + " and h.kind" + TAKES_BACK, causes);
  }

  private static String side(
      String own, String contra, String sign, String which, Collection<Usage.Cause> causes) {
    return """
        select l.item_id, p.site_id, coalesce(o.effective, l.effective) used_at, c.kind contra,
          %3$sl.quantity quantity, %3$sl.value value
        from posted_line l join posted h on h.id = l.posting_id
          left join posted o on o.id = h.reverses_id
          join place p on p.id = l.%1$s_place_id and %4$s
          join place c on c.id = l.%2$s_place_id and c.kind in (%5$s)
        where %6$s
        """
        .formatted(own, contra, sign, OwnPlaces.are("p.kind"), contras(causes), which);
  }

  /** The cause that goods are used by, of the kind of the contra place. */
  static String cause(String contra) {
    return Arrays.stream(Usage.Cause.values())
        .map(cause -> " when '" + cause.contra() + "' then '" + cause + "'")
        .collect(Collectors.joining("", "case " + contra, " end"));
  }

  /**
   * Whether a change of stock is usage by some causes since a moment.
   *
   * @param quantity what came to the own place, negative if it left
   * @param contra the alias of the place on the other side
   * @param posting the alias of the posting
   * @param at when it was used: of what is taken back, the moment of that
   * @param since the parameter that holds the moment
   */
  public static String isUsage(
      Collection<Usage.Cause> causes,
      String quantity,
      String contra,
      String posting,
      String at,
      String since) {
    return "(%s.kind in (%s) and (%s < 0 or %s.kind%s) and %s >= %s)"
        .formatted(contra, contras(causes), quantity, posting, TAKES_BACK, at, since);
  }

  private static String contras(Collection<Usage.Cause> causes) {
    return causes.stream()
        .map(cause -> "'" + cause.contra() + "'")
        .sorted()
        .collect(Collectors.joining(", "));
  }
}
