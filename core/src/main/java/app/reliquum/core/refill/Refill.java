package app.reliquum.core.refill;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Candidate;
import app.reliquum.core.removal.Policy;
import app.reliquum.core.removal.Removal;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;

/**
 * What is brought to a pick face.
 *
 * @param face the pick face
 * @param stock what there is of the item now
 * @param missing how much is to be brought
 * @param sources what it is taken from, in the order of taking; never more than is missing
 */
public record Refill(PickFace face, PickFace.Stock stock, Quantity missing, List<Source> sources) {

  public Refill {
    sources = List.copyOf(sources);
  }

  /**
   * What is taken from one position.
   *
   * @param walk where its bin lies on the way through the site
   */
  public record Source(PositionKey key, String address, int walk, Quantity quantity) {}

  /**
   * What a pick face needs and where it comes from: in the order of the removal rules, in whole
   * packs. If nowhere a whole pack is left, single pieces are brought rather than none.
   *
   * @param policy the removal rules of the item at the site
   * @param bulk what there is of the item in bulk, the pick face not among it
   */
  public static Refill of(
      PickFace face, PickFace.Stock stock, LocalDate today, Policy policy, List<Candidate> bulk) {
    Quantity missing = face.missing(stock);
    if (!missing.isPositive()) {
      return new Refill(face, stock, missing, List.of());
    }
    Removal.Wanted wanted =
        Removal.Wanted.of(missing, today).asking(0, Removal.Wanted.Lots.ANY).inPacks(face.pack());
    List<Source> whole =
        sources(
            wanted,
            policy,
            bulk.stream()
                .map(one -> one.less(one.free().minus(one.free().inWholes(face.pack()))))
                .toList());
    return new Refill(
        face, stock, missing, whole.isEmpty() ? sources(wanted, policy, bulk) : whole);
  }

  private static List<Source> sources(
      Removal.Wanted wanted, Policy policy, List<Candidate> candidates) {
    return Removal.decide(wanted, policy, candidates).taken().stream()
        .map(
            one ->
                new Source(
                    one.candidate().key(),
                    one.candidate().address(),
                    one.candidate().walk(),
                    one.taken()))
        .toList();
  }

  /** Whether there is anything to bring. */
  public boolean possible() {
    return !sources.isEmpty();
  }

  /** How much can be brought. */
  public Quantity brought() {
    return sources.stream().map(Source::quantity).reduce(Quantity.ZERO, Quantity::plus);
  }

  /**
   * Whether those who come to pick leave nothing behind, so that whoever comes next stands before
   * an empty bin.
   */
  public boolean urgent() {
    return stock.awaited() && !stock.net().isPositive();
  }

  /**
   * The order in which refills are done: those that leave the next picker nothing, then those that
   * someone will pick from, then the others; among equals as one walks past what is taken. What
   * can't be brought stands last.
   */
  public static final Comparator<Refill> FIRST =
      Comparator.comparing((Refill one) -> !one.possible())
          .thenComparing(one -> !one.urgent())
          .thenComparing(one -> !one.stock().awaited())
          .thenComparing(one -> one.possible() ? one.sources().get(0).walk() : 0)
          .thenComparing(one -> one.possible() ? one.sources().get(0).address() : "")
          .thenComparing(one -> one.face().item());
}
