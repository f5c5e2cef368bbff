package app.reliquum.core.trace;

import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import java.time.Instant;
import java.util.Objects;

/**
 * What went out to one kind of place, or came in from it, for one document.
 *
 * @param outside the kind of place on the other side
 * @param document the number of the document; empty for none
 * @param in what came in, in base units
 * @param out what went out
 * @param first when the first of it moved
 * @param last when the last of it moved
 */
public record TraceFlow(
    PlaceKind outside, String document, Quantity in, Quantity out, Instant first, Instant last) {

  public TraceFlow {
    Objects.requireNonNull(outside, "outside");
    Objects.requireNonNull(document, "document");
  }

  /**
   * What is out there still: what went out less what came in; negative for what came from there.
   */
  public Quantity stillOutside() {
    return out.minus(in);
  }
}
