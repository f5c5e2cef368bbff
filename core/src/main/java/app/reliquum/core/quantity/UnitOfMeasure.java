package app.reliquum.core.quantity;

import java.util.Arrays;
import java.util.Optional;

/**
 * The base units that an item can be counted in, with their UN/ECE Recommendation 20 codes.
 *
 * <p>The code is what is stored and exchanged; the symbol is what stands behind a number.
 */
public enum UnitOfMeasure {
  /** C62, one: single pieces. */
  PIECE("C62", "pc", 0),
  /** MTR, metre. */
  METRE("MTR", "m", 3),
  /** KGM, kilogram. */
  KILOGRAM("KGM", "kg", 3),
  /** GRM, gram. */
  GRAM("GRM", "g", 1),
  /** LTR, litre. */
  LITRE("LTR", "l", 3),
  /** MTK, square metre. */
  SQUARE_METRE("MTK", "m²", 3),
  /** MTQ, cubic metre. */
  CUBIC_METRE("MTQ", "m³", 3),
  /** PR, pair. */
  PAIR("PR", "pr", 0),
  /** SET, set. */
  SET("SET", "set", 0);

  private final String code;
  private final String symbol;
  private final int usualDecimals;

  UnitOfMeasure(String code, String symbol, int usualDecimals) {
    this.code = code;
    this.symbol = symbol;
    this.usualDecimals = usualDecimals;
  }

  /** The unit with a Recommendation 20 code, if it is one that items can be counted in. */
  public static Optional<UnitOfMeasure> ofCode(String code) {
    return Arrays.stream(values()).filter(unit -> unit.code.equals(code)).findFirst();
  }

  /** The UN/ECE Recommendation 20 code. */
  public String code() {
    return code;
  }

  /** The short form that stands behind a number. */
  public String symbol() {
    return symbol;
  }

  /** The decimals that a new item in this unit starts with. */
  public int usualDecimals() {
    return usualDecimals;
  }
}
