package app.reliquum.house;

import app.reliquum.api.Words;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * A document that is to be printed, part by part.
 *
 * <p>Cells and facts are plain text; whatever they hold is printed as it is.
 */
public final class Paper {

  final Words words;
  final String title;
  final String number;
  final String barcode;
  final List<Part> parts = new ArrayList<>();
  boolean forReviewers;

  private Paper(Words words, String title, String number, String barcode) {
    this.words = words;
    this.title = words.say(title);
    this.number = number;
    this.barcode = barcode;
  }

  /**
   * Begins a document. What is part of its form is said in the language of its words: title,
   * headings, labels of facts and boxes, who signs. The values are given as they are to be read.
   *
   * @param words of whom it is for
   * @param title what it is
   * @param number its number
   * @param barcode what its barcode says
   */
  public static Paper of(Words words, String title, String number, String barcode) {
    return new Paper(words, title, number, barcode);
  }

  /** Only for those who may post: it says what others must not know yet. */
  public Paper forReviewers() {
    forReviewers = true;
    return this;
  }

  /** What it is, without its number. */
  public String name() {
    return title;
  }

  /** A part of a document. */
  sealed interface Part {}

  /** Boxes beside one another, each with a heading and lines. */
  record Boxes(Map<String, List<String>> boxes) implements Part {}

  /** Short facts in one row. */
  record Facts(Map<String, String> facts) implements Part {}

  /** A table; the cells of its {@code bars} column are printed as barcodes as well. */
  record Table(List<Column> columns, List<List<String>> rows) implements Part {}

  /** Words by themselves. */
  record Prose(String text) implements Part {}

  /** Boxes to be signed. */
  record Signatures(List<String> who) implements Part {}

  /** How a column is printed. */
  public enum Kind {
    TEXT,
    /** On the right, as figures are. */
    NUMBER,
    /** In letters that are all equally wide. */
    CODE,
    /** As a barcode. */
    BARS,
    /** An empty box to write into. */
    BOX
  }

  /** A column of a table. */
  public record Column(String title, Kind kind) {}

  public Paper boxes(Map<String, List<String>> boxes) {
    parts.add(new Boxes(labelled(boxes)));
    return this;
  }

  public Paper facts(Map<String, String> facts) {
    parts.add(new Facts(labelled(facts)));
    return this;
  }

  private <V> Map<String, V> labelled(Map<String, V> values) {
    Map<String, V> labelled = new LinkedHashMap<>();
    values.forEach((label, value) -> labelled.put(words.say(label), value));
    return labelled;
  }

  public Paper table(List<Column> columns, List<List<String>> rows) {
    parts.add(
        new Table(
            columns.stream()
                .map(column -> new Column(words.say(column.title()), column.kind()))
                .toList(),
            List.copyOf(rows)));
    return this;
  }

  public Paper words(String text) {
    if (!text.isBlank()) {
      parts.add(new Prose(text));
    }
    return this;
  }

  public Paper signatures(String... who) {
    parts.add(new Signatures(Stream.of(who).map(one -> words.say(one)).toList()));
    return this;
  }
}
