package app.reliquum.core.table;

import app.reliquum.core.text.InvalidValueException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;

/**
 * A column of a table.
 *
 * @param name its heading, in small letters
 * @param kind what its cells hold
 * @param meaning what it says, in one sentence, for people who fill it
 * @param example what could stand there
 * @param key whether its cells, with those of the other key columns, say which row is meant
 * @param needed whether a row without it is no row
 * @param usual what an empty cell means; empty if it means nothing
 * @param synonyms other headings by which it is known, in small letters
 * @param choices what may stand there, if it is one of a few words
 * @param refersTo the table whose rows it names, empty if it names none
 */
public record TableColumn(
    String name,
    Kind kind,
    String meaning,
    String example,
    boolean key,
    boolean needed,
    String usual,
    List<String> synonyms,
    List<String> choices,
    String refersTo) {

  /** What the cells of a column hold. */
  public enum Kind {
    /** Any text, as it is. */
    TEXT,
    /** The code of something, in capital letters. */
    CODE,
    /** Several texts, with a semicolon between them. */
    LIST,
    /** A whole number. */
    WHOLE,
    /** A number with decimals. */
    DECIMAL,
    /** A day of the calendar. */
    DAY,
    /** Yes or no. */
    YES_NO,
    /** One of a few words. */
    CHOICE
  }

  public TableColumn {
    Objects.requireNonNull(kind);
    synonyms = List.copyOf(synonyms);
    choices = List.copyOf(choices);
    if (!name.equals(name.toLowerCase(Locale.ROOT).strip()) || name.isEmpty()) {
      throw new InvalidValueException("A heading is in small letters, not '{0}'", name);
    }
  }

  /** A column of one kind, of which nothing else is said yet. */
  public static TableColumn of(String name, Kind kind, String meaning, String example) {
    return new TableColumn(
        name, kind, meaning, example, false, false, "", List.of(), List.of(), "");
  }

  /** A column of text. */
  public static TableColumn text(String name, String meaning, String example) {
    return of(name, Kind.TEXT, meaning, example);
  }

  /** A column that holds codes. */
  public static TableColumn code(String name, String meaning, String example) {
    return of(name, Kind.CODE, meaning, example);
  }

  /** A column of whole numbers. */
  public static TableColumn whole(String name, String meaning, String example) {
    return of(name, Kind.WHOLE, meaning, example);
  }

  /** A column of numbers with decimals. */
  public static TableColumn decimal(String name, String meaning, String example) {
    return of(name, Kind.DECIMAL, meaning, example);
  }

  /** A column of days. */
  public static TableColumn day(String name, String meaning, String example) {
    return of(name, Kind.DAY, meaning, example);
  }

  /** A column of yes and no, and which of them an empty cell means. */
  public static TableColumn yesNo(String name, String meaning, boolean usual) {
    String word = usual ? "yes" : "no";
    return of(name, Kind.YES_NO, meaning, word).usually(word);
  }

  /** A column that holds one of the constants of an enumeration, written as {@link #word}. */
  public static TableColumn choice(String name, String meaning, Enum<?>[] constants) {
    List<String> words = Arrays.stream(constants).map(TableColumn::word).toList();
    return new TableColumn(
        name, Kind.CHOICE, meaning, words.get(0), false, false, "", List.of(), words, "");
  }

  /** A column that holds one of a few words. */
  public static TableColumn choice(String name, String meaning, List<String> words) {
    return new TableColumn(
        name, Kind.CHOICE, meaning, words.get(0), false, false, "", List.of(), words, "");
  }

  /** How a constant is written in a cell: {@code pick face} for {@code PICK_FACE}. */
  public static String word(Enum<?> constant) {
    return constant.name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }

  /** The constant that a cell says by {@link #word}. */
  public static <E extends Enum<E>> E constant(Class<E> type, String word) {
    return Enum.valueOf(type, word.toUpperCase(Locale.ROOT).replace(' ', '_'));
  }

  /** The same, as part of what says which row is meant; such a cell is never empty. */
  public TableColumn asKey() {
    return new TableColumn(
        name, kind, meaning, example, true, true, usual, synonyms, choices, refersTo);
  }

  /** The same, as part of what says which row is meant, where an empty cell says something too. */
  public TableColumn asKeyOrEmpty() {
    return new TableColumn(
        name, kind, meaning, example, true, false, usual, synonyms, choices, refersTo);
  }

  /** The same, without which a row is none. */
  public TableColumn asNeeded() {
    return new TableColumn(
        name, kind, meaning, example, key, true, usual, synonyms, choices, refersTo);
  }

  /** The same, where an empty cell means something. */
  public TableColumn usually(String meant) {
    return new TableColumn(
        name, kind, meaning, example, key, needed, meant, synonyms, choices, refersTo);
  }

  /** The same, also known by other headings. */
  public TableColumn alsoCalled(String... headings) {
    List<String> all = new ArrayList<>(synonyms);
    all.addAll(List.of(headings));
    return new TableColumn(
        name, kind, meaning, example, key, needed, usual, all, choices, refersTo);
  }

  /** The same, with another example. */
  public TableColumn suchAs(String other) {
    return new TableColumn(
        name, kind, meaning, other, key, needed, usual, synonyms, choices, refersTo);
  }

  /**
   * The same, whose cells name a row of another table by its code. What has two key columns is
   * named by this one with the column of the same name as the first of them.
   */
  public TableColumn naming(String table) {
    return new TableColumn(
        name, kind, meaning, example, key, needed, usual, synonyms, choices, table);
  }
}
