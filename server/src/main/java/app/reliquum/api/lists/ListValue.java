package app.reliquum.api.lists;

import app.reliquum.api.Numbers;
import app.reliquum.api.Utc;
import app.reliquum.core.text.InvalidValueException;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What a column holds.
 *
 * @param kind what it can be compared with
 * @param sql the expression for it, or for {@link Kind#AMONG} a select or columns of all its
 *     numbers
 * @param sorted the expression to sort by; null if a list can't be sorted by it
 * @param choices the names it can have, if they are given
 */
public record ListValue(Kind kind, String sql, @Nullable String sorted, List<String> choices) {

  /** What can be compared with what. */
  public enum Kind {
    TEXT(Comparison.IS, Comparison.IS_NOT, Comparison.HOLDS, Comparison.EMPTY, Comparison.FILLED),
    NUMBER(Comparison.IS, Comparison.FROM, Comparison.UNTIL, Comparison.EMPTY, Comparison.FILLED),
    DAY(Comparison.IS, Comparison.FROM, Comparison.UNTIL, Comparison.EMPTY, Comparison.FILLED),
    MOMENT(Comparison.FROM, Comparison.BEFORE, Comparison.EMPTY, Comparison.FILLED),
    CHOICE(Comparison.IS, Comparison.IS_NOT),
    /** The number of something that has a page of its own. */
    REFERENCE(Comparison.IS, Comparison.IS_NOT, Comparison.EMPTY, Comparison.FILLED),
    /** Numbers of several of them, such as the items of an order. */
    AMONG(Comparison.IS, Comparison.IS_NOT);

    private final Set<Comparison> comparisons;

    Kind(Comparison... comparisons) {
      this.comparisons = EnumSet.copyOf(Arrays.asList(comparisons));
    }

    /** How it can be compared. */
    public Set<Comparison> comparisons() {
      return comparisons;
    }
  }

  private static ListValue of(Kind kind, String sql) {
    return new ListValue(kind, sql, sql, List.of());
  }

  public static ListValue text(String sql) {
    return of(Kind.TEXT, sql);
  }

  public static ListValue number(String sql) {
    return of(Kind.NUMBER, sql);
  }

  public static ListValue day(String sql) {
    return of(Kind.DAY, sql);
  }

  public static ListValue moment(String sql) {
    return of(Kind.MOMENT, sql);
  }

  public static <E extends Enum<E>> ListValue choice(Class<E> type, String sql) {
    return new ListValue(
        Kind.CHOICE, sql, sql, Arrays.stream(type.getEnumConstants()).map(Enum::name).toList());
  }

  /**
   * The number of something that has a name.
   *
   * @param name the expression for its name, to sort by
   */
  public static ListValue reference(String sql, String name) {
    return new ListValue(Kind.REFERENCE, sql, name, List.of());
  }

  /**
   * Numbers of several things.
   *
   * @param numbers a select of one column, or several columns
   * @param name the expression for the name to sort by; null if there is none
   */
  public static ListValue among(String numbers, @Nullable String name) {
    return new ListValue(Kind.AMONG, numbers, name, List.of());
  }

  /** Whether a list can be sorted by it. */
  public boolean sorts() {
    return sorted != null;
  }

  /** Whether nothing is an empty text or the number 0, rather than null. */
  String isEmpty() {
    return switch (kind) {
      case TEXT -> "coalesce(" + sql + ", '') = ''";
      case REFERENCE -> "coalesce(" + sql + ", 0) = 0";
      default -> sql + " is null";
    };
  }

  /**
   * What was asked for, as a statement takes it.
   *
   * @throws IllegalArgumentException if it is nothing that the column can hold; the message goes on
   *     after the name of the column
   */
  Object read(@Nullable String given) {
    if (given == null || given.isBlank()) {
      throw new InvalidValueException("needs a value to be compared with");
    }
    return switch (kind) {
      case TEXT -> given.strip();
      case NUMBER -> Numbers.decimal(given);
      case DAY -> Numbers.day(given);
      case MOMENT -> Utc.of(Numbers.moment(given));
      case REFERENCE, AMONG -> Numbers.whole(given);
      case CHOICE -> {
        if (!choices.contains(given)) {
          throw new InvalidValueException(
              "is one of {0}, not '{1}'",
              String.join(", ", choices), given.substring(0, Math.min(given.length(), 40)));
        }
        yield given;
      }
    };
  }

  String comparisonNames() {
    return kind.comparisons.stream().map(Enum::name).collect(Collectors.joining(", "));
  }
}
