package app.reliquum.core.quantity;

import app.reliquum.core.text.InvalidValueException;
import java.util.Objects;

/**
 * A way in which an item comes: a box of 10, a drum of 205 litres.
 *
 * @param name what people call it, as one of them: "box"
 * @param factor how many base units one pack holds; exact
 */
public record Pack(String name, Quantity factor) {

  /**
   * @throws IllegalArgumentException if it has no name
   * @throws QuantityException if it holds nothing
   */
  public Pack {
    Objects.requireNonNull(factor, "factor");
    if (name == null || name.isBlank()) {
      throw new InvalidValueException("A pack needs a name.");
    }
    if (!factor.isPositive()) {
      throw new QuantityException(
          QuantityException.Fault.NOT_POSITIVE, factor.toString(), Quantity.MAX_DECIMALS);
    }
  }
}
