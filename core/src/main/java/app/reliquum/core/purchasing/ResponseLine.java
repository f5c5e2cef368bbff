package app.reliquum.core.purchasing;

import app.reliquum.core.fulfilment.Arrival;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.time.LocalDate;
import java.util.Optional;

/**
 * What a supplier has answered to a line of an order.
 *
 * @param line the line's number
 * @param status what becomes of it
 * @param quantity how much comes in all, in base units; empty if nothing is said of it
 * @param promised the day; empty if nothing is said of it
 */
public record ResponseLine(
    int line, Status status, Optional<Quantity> quantity, Optional<LocalDate> promised) {

  /** What becomes of a line, with its codes of UN/EDIFACT code list 1229. */
  public enum Status {
    /** It comes otherwise than it was ordered. */
    CHANGED("3"),
    /** It comes as it was ordered. */
    ACCEPTED("5"),
    /** It does not come, or no more of it than is here. */
    NOT_ACCEPTED("7"),
    /** All of it was delivered before. */
    ALREADY_DELIVERED("42");

    private final String code;

    Status(String code) {
      this.code = code;
    }

    /** The status that a code stands for; empty if an order is not answered with it. */
    public static Optional<Status> of(String code) {
      for (Status status : values()) {
        if (status.code.equals(code)) {
          return Optional.of(status);
        }
      }
      return Optional.empty();
    }
  }

  /**
   * How much of a line is wanted from now on.
   *
   * @throws IllegalArgumentException if more has come already, the line was not ordered, or it is
   *     accepted with another quantity
   */
  public Quantity wanted(Arrival.OrderLine ordered) {
    Quantity wanted =
        switch (status) {
          case NOT_ACCEPTED -> ordered.received();
          case ALREADY_DELIVERED -> ordered.quantity();
          case CHANGED -> quantity.orElse(ordered.quantity());
          case ACCEPTED -> {
            if (quantity.isPresent() && quantity.get().compareTo(ordered.quantity()) != 0) {
              throw new InvalidValueException(
                  "Line {0} is accepted as ordered, but with {1} and not {2}.",
                  line, quantity.get(), ordered.quantity());
            }
            yield ordered.quantity();
          }
        };
    return Arrival.amended(ordered, wanted).quantity();
  }
}
