package app.reliquum.api.sheets;

/**
 * Text in CSV that a spreadsheet would take for a formula gets an apostrophe in front, and loses it
 * again when it is read. Text that has apostrophes of its own there gets one more, so that what is
 * read is what was written.
 */
final class FormulaGuard {

  private static final String BEGINS_FORMULA = "=+-@";

  private FormulaGuard() {}

  static String guarded(String text) {
    return taken(text) ? "'" + text : text;
  }

  static String bare(String cell) {
    return cell.startsWith("'") && taken(cell) ? cell.substring(1) : cell;
  }

  /** Whether it is a formula behind any apostrophes. */
  private static boolean taken(String text) {
    int at = 0;
    while (at < text.length() && text.charAt(at) == '\'') {
      at++;
    }
    return at < text.length() && BEGINS_FORMULA.indexOf(text.charAt(at)) >= 0;
  }
}
