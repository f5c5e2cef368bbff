package app.reliquum.core.removal;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;

/**
 * A position that goods might be taken from.
 *
 * @param key the position
 * @param free how much of it nobody has reserved
 * @param inDate when its oldest goods came into the house
 * @param expiry the last day on which its lot is good, null if it does not expire
 * @param lot the number of the lot, empty for none
 * @param address the address of the bin
 * @param walk where the bin lies on the way through the site
 * @param area the area that the bin belongs to
 * @param pickable whether that area may be taken from
 */
public record Candidate(
    PositionKey key,
    Quantity free,
    LocalDate inDate,
    LocalDate expiry,
    String lot,
    String address,
    int walk,
    long area,
    boolean pickable) {

  /** The same with another day on which it came into the house. */
  public Candidate since(LocalDate day) {
    return new Candidate(key, free, day, expiry, lot, address, walk, area, pickable);
  }

  /** The same with less of it free. */
  public Candidate less(Quantity part) {
    return part.isZero()
        ? this
        : new Candidate(key, free.minus(part), inDate, expiry, lot, address, walk, area, pickable);
  }
}
