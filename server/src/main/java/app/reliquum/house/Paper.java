package app.reliquum.house;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A document that is to be printed, part by part.
 *
 * <p>Cells and facts are plain text; whatever they hold is printed as it is.
 */
public final class Paper {

  final String title;
  final String number;
  final String barcode;
  final List<Part> parts = new ArrayList<>();
  boolean forReviewers;

  private Paper(String title, String number, String barcode) {
    this.title = title;
    this.number = number;
    this.barcode = barcode;
  }

  /**
   * Begins a document.
   *
   * @param title what it is
   * @param number its number
   * @param barcode what its barcode says
   */
  public static Paper of(String title, String number, String barcode) {
    return new Paper(title, number, barcode);
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
  record Words(String text) implements Part {}

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
    parts.add(new Boxes(new LinkedHashMap<>(boxes)));
    return this;
  }

  public Paper facts(Map<String, String> facts) {
    parts.add(new Facts(new LinkedHashMap<>(facts)));
    return this;
  }

  public Paper table(List<Column> columns, List<List<String>> rows) {
    parts.add(new Table(List.copyOf(columns), List.copyOf(rows)));
    return this;
  }

  public Paper words(String text) {
    if (!text.isBlank()) {
      parts.add(new Words(text));
    }
    return this;
  }

  public Paper signatures(String... who) {
    parts.add(new Signatures(List.of(who)));
    return this;
  }
}
