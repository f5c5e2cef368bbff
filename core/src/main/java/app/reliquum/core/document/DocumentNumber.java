package app.reliquum.core.document;

import app.reliquum.core.text.InvalidValueException;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * The number of a document: what stands on its paper, is scanned from it, and is said aloud.
 *
 * <p>It keeps to what a label of ours can carry, see {@link app.reliquum.core.scan.OwnLabel}:
 * capital letters of the Latin alphabet, digits, hyphens and dots, {@value #LONGEST} at most, and
 * it begins with a letter or digit.
 */
public final class DocumentNumber {

  /** As many characters it has at most. */
  public static final int LONGEST = 23;

  private static final Pattern FITS =
      Pattern.compile("[A-Z0-9][A-Z0-9.-]{0," + (LONGEST - 1) + "}");

  private DocumentNumber() {}

  /**
   * Reads what someone has given as a number. Small letters do for capitals; spaces around it do
   * not count.
   *
   * @return the number as it is kept, or nothing if it can't be one
   */
  public static Optional<String> of(String given) {
    String number = given.strip().toUpperCase(Locale.ROOT);
    return FITS.matcher(number).matches() ? Optional.of(number) : Optional.empty();
  }

  /**
   * A number that the house makes itself.
   *
   * @param prefix the letters for what kind of document it is
   * @param count how many there were before it, and one; from 1
   * @throws IllegalArgumentException if the prefix does not fit a number
   */
  public static String counted(String prefix, long count) {
    String number = "%s-%05d".formatted(prefix, count);
    return of(number)
        .filter(number::equals)
        .orElseThrow(() -> new InvalidValueException("{0} is no document number.", number));
  }
}
