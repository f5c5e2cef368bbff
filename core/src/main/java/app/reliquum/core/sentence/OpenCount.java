package app.reliquum.core.sentence;

import app.reliquum.core.ledger.PositionKey;
import java.util.Collection;
import java.util.List;

/**
 * Where a person stands in what they count.
 *
 * @param site the site at which it is counted
 * @param count the count, 0 while none is chosen
 * @param slip the slip that is counted, 0 for none
 * @param sentence what the next word is about
 * @param asked what leaving the bin would state as zero, while it is asked about; else empty
 * @param nextPlace the bin that is gone on with afterwards, 0 for none
 */
public record OpenCount(
    long site,
    long count,
    long slip,
    CountSentence sentence,
    List<PositionKey> asked,
    long nextPlace) {
  public OpenCount {
    asked = List.copyOf(asked);
  }

  /** Nothing is counted. */
  public static OpenCount nothing(long site) {
    return of(site, 0);
  }

  /** At the beginning of a count. */
  public static OpenCount of(long site, long count) {
    return new OpenCount(site, count, 0, CountSentence.EMPTY, List.of(), 0);
  }

  /** With another sentence; nothing is asked any more. */
  public OpenCount saying(CountSentence other) {
    return new OpenCount(site, count, slip, other, List.of(), 0);
  }

  /** In another bin, or with another slip. */
  public OpenCount at(long otherSlip, long place) {
    return new OpenCount(site, count, otherSlip, CountSentence.at(place), List.of(), 0);
  }

  /** While it is asked whether all this is really not there. */
  public OpenCount asking(Collection<PositionKey> about, long next) {
    return new OpenCount(site, count, slip, sentence, List.copyOf(about), next);
  }
}
