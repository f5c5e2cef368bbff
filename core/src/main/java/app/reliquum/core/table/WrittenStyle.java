package app.reliquum.core.table;

import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * How a file writes its numbers and its days. It is found from what stands in the file, and asked
 * only where what stands there could be read in two ways.
 *
 * @param numbers which mark stands before decimals
 * @param days in which order days are written
 */
public record WrittenStyle(Numbers numbers, Days days) {

  /** Which mark stands before the decimals of a number. */
  public enum Numbers {
    /** {@code 1,234.5}. */
    POINT('.', ','),
    /** {@code 1.234,5}. */
    COMMA(',', '.');

    private final Pattern shape;
    private final char decimal;

    Numbers(char decimal, char group) {
      this.decimal = decimal;
      // Spaces, also those that don't break, and apostrophes part thousands in either style.
      String parted = "[" + group + "\u0020\u00a0\u202f'\u2019]";
      this.shape =
          Pattern.compile(
              "[+-]?([0-9]+|[0-9]{1,3}("
                  + parted
                  + ")[0-9]{3}(\\2[0-9]{3})*)(["
                  + decimal
                  + "][0-9]+)?");
    }

    /** The same number as a machine writes it, if it is one in this style. */
    Optional<String> read(String text) {
      if (!shape.matcher(text).matches()) {
        return Optional.empty();
      }
      StringBuilder plain = new StringBuilder();
      for (char c : text.toCharArray()) {
        if (c == decimal) {
          plain.append('.');
        } else if (c == '-' || (c >= '0' && c <= '9')) {
          plain.append(c);
        }
      }
      return Optional.of(plain.toString());
    }
  }

  /** In which order a day is written; that with the year first is always understood. */
  public enum Days {
    /** {@code 31.12.2026}. */
    DAY_FIRST,
    /** {@code 12/31/2026}. */
    MONTH_FIRST
  }

  /** The usual one, for files that leave no choice. */
  public static final WrittenStyle USUAL = new WrittenStyle(Numbers.POINT, Days.DAY_FIRST);

  /**
   * What can be said of a file.
   *
   * @param numbers how its numbers can be read, both if it makes no difference which
   * @param days how its days can be read
   * @param numberExample a number that could be read in two ways, if nothing else settles it
   * @param dayExample such a day
   */
  public record Finding(
      Set<Numbers> numbers,
      Set<Days> days,
      Optional<String> numberExample,
      Optional<String> dayExample) {

    /** Whether nobody needs to be asked. */
    public boolean settled() {
      return numberExample.isEmpty() && dayExample.isEmpty();
    }

    /** The style that was found, where nothing is asked. */
    public WrittenStyle style() {
      return new WrittenStyle(
          numbers.contains(Numbers.POINT) || numbers.isEmpty() ? Numbers.POINT : Numbers.COMMA,
          days.contains(Days.DAY_FIRST) || days.isEmpty() ? Days.DAY_FIRST : Days.MONTH_FIRST);
    }
  }

  /**
   * Finds the style of a file. One number that is written one way only settles how all are read;
   * where some speak for one way and some for the other, it is asked.
   *
   * @param numbers the cells that hold numbers
   * @param days the cells that hold days
   */
  public static Finding find(Collection<String> numbers, Collection<String> days) {
    Set<Numbers> forNumbers = EnumSet.noneOf(Numbers.class);
    Optional<String> number = Optional.empty();
    for (String text : numbers) {
      Optional<String> point = Numbers.POINT.read(text.strip());
      Optional<String> comma = Numbers.COMMA.read(text.strip());
      if (point.isPresent() && comma.isPresent()) {
        number = number.isPresent() || point.equals(comma) ? number : Optional.of(text.strip());
      } else {
        point.ifPresent(read -> forNumbers.add(Numbers.POINT));
        comma.ifPresent(read -> forNumbers.add(Numbers.COMMA));
      }
    }
    Set<Days> forDays = EnumSet.noneOf(Days.class);
    Optional<String> day = Optional.empty();
    for (String text : days) {
      List<Days> orders =
          Stream.of(Days.values())
              .filter(order -> CellReading.day(text.strip(), order).isPresent())
              .toList();
      if (orders.size() == 1) {
        forDays.addAll(orders);
      } else if (orders.size() > 1
          && day.isEmpty()
          && !CellReading.day(text.strip(), Days.DAY_FIRST)
              .equals(CellReading.day(text.strip(), Days.MONTH_FIRST))) {
        day = Optional.of(text.strip());
      }
    }
    return new Finding(
        forNumbers,
        forDays,
        forNumbers.size() == 1 ? Optional.empty() : number,
        forDays.size() == 1 ? Optional.empty() : day);
  }
}
