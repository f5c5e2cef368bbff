package app.reliquum.core.trace;

import app.reliquum.core.ledger.Spot;
import app.reliquum.core.place.PlaceKind;
import java.util.Objects;

/**
 * One end of a traced line.
 *
 * @param spot the place, with the unit load and the condition there
 * @param kind what kind of place it is
 * @param within whether goods there are counted as held: the house's own, where whoever asks may
 *     see them. What is outside is where they came from or went to.
 */
public record TraceEnd(Spot spot, PlaceKind kind, boolean within) {

  public TraceEnd {
    Objects.requireNonNull(spot, "spot");
    Objects.requireNonNull(kind, "kind");
  }
}
