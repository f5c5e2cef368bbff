package app.reliquum.core.costing;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * What postings say to the accounts: what goods are worth leaves one account and enters another.
 *
 * <p>Double entry: the goods' worth is credited to the account that they come from and debited to
 * the one that they go to. Within a posting each account is netted, and what comes to nothing is
 * left out; debits and credits of a posting are equal to the cent.
 */
public final class Journal {

  private final Map<String, BigDecimal> net = new TreeMap<>();

  /**
   * An entry. One of debit and credit is zero.
   *
   * @param account the account
   * @param debit what is debited, to the cent
   * @param credit what is credited, to the cent
   */
  public record Entry(String account, BigDecimal debit, BigDecimal credit) {}

  /**
   * Takes a line in.
   *
   * @param from the account that goods come from
   * @param to the account that they go to
   * @param value what they are worth; negative to write off worth without goods
   */
  public Journal moved(String from, String to, BigDecimal value) {
    net.merge(to, value, BigDecimal::add);
    net.merge(from, value.negate(), BigDecimal::add);
    return this;
  }

  /** The entries, by account. */
  public List<Entry> entries() {
    List<Entry> entries = new ArrayList<>();
    BigDecimal nothing = BigDecimal.ZERO.setScale(UnitCost.CENTS);
    net.forEach(
        (account, sum) -> {
          if (sum.signum() > 0) {
            entries.add(new Entry(account, sum, nothing));
          } else if (sum.signum() < 0) {
            entries.add(new Entry(account, nothing, sum.negate()));
          }
        });
    return entries;
  }
}
