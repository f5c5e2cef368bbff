package app.reliquum.importing;

import app.reliquum.api.sheets.SheetFile;
import app.reliquum.core.table.CellReading.Cell;
import app.reliquum.core.table.HeadingMatch;
import app.reliquum.core.table.SheetReading;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.WrittenStyle;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Finds which tables the sheets of a file are, and which columns their headings mean. */
final class FileRows {

  private FileRows() {}

  /**
   * A sheet of a file with the table that it is.
   *
   * @param position where it stands in the file, the first at 0
   * @param form empty if it is none
   * @param match what its headings mean; all mean nothing if it is no table
   */
  record Matched(
      int position,
      SheetFile.Content content,
      Optional<TableForm> form,
      HeadingMatch.Result match) {

    /** Whether its rows can be read. */
    boolean readable() {
      return form.isPresent() && match.whole();
    }
  }

  /** What someone has said of a sheet. */
  interface Told {
    /** The name of the table; empty for none, null if nobody has said it. */
    @org.jspecify.annotations.Nullable
    String table(int position);

    /** What headings mean that someone has said. */
    Map<String, String> headings(int position, TableForm form, List<String> headings);
  }

  /** Matches every sheet. */
  static List<Matched> match(List<SheetFile.Content> sheets, List<TableForm> forms, Told told) {
    List<Matched> matched = new ArrayList<>();
    for (int i = 0; i < sheets.size(); i++) {
      SheetFile.Content content = sheets.get(i);
      String said = told.table(i);
      Optional<TableForm> form =
          said == null
              ? form(content, forms)
              : forms.stream().filter(one -> one.name().equals(said)).findFirst();
      int position = i;
      HeadingMatch.Result match =
          form.map(
                  one ->
                      HeadingMatch.match(
                          one,
                          content.headings(),
                          told.headings(position, one, content.headings())))
              .orElseGet(
                  () ->
                      new HeadingMatch.Result(
                          content.headings().stream().map(heading -> "").toList(),
                          List.of(),
                          List.of(),
                          List.of()));
      matched.add(new Matched(i, content, form, match));
    }
    return matched;
  }

  /** The table that a sheet is by its name, or else the only one that fits its headings best. */
  private static Optional<TableForm> form(SheetFile.Content content, List<TableForm> forms) {
    String name = HeadingMatch.plain(content.name());
    for (TableForm form : forms) {
      if (HeadingMatch.plain(form.name()).equals(name)) {
        return Optional.of(form);
      }
    }
    int best =
        forms.stream().mapToInt(form -> HeadingMatch.fit(form, content.headings())).max().orElse(0);
    List<TableForm> fitting =
        forms.stream()
            .filter(form -> HeadingMatch.fit(form, content.headings()) == best)
            .sorted(Comparator.comparing(TableForm::name))
            .toList();
    return best > 1 && fitting.size() == 1 ? Optional.of(fitting.get(0)) : Optional.empty();
  }

  /** How the sheets that can be read write their numbers and days. */
  static WrittenStyle.Finding style(List<Matched> sheets) {
    List<String> numbers = new ArrayList<>();
    List<String> days = new ArrayList<>();
    for (Matched sheet : sheets) {
      if (!sheet.readable()) {
        continue;
      }
      TableForm form = sheet.form().orElseThrow();
      List<String> columns = sheet.match().columns();
      for (int i = 0; i < columns.size(); i++) {
        if (columns.get(i).isEmpty()) {
          continue;
        }
        TableColumn.Kind kind = form.columns().get(form.place(columns.get(i))).kind();
        if (kind == TableColumn.Kind.WHOLE || kind == TableColumn.Kind.DECIMAL) {
          gather(sheet.content().lines(), i, numbers);
        } else if (kind == TableColumn.Kind.DAY) {
          gather(sheet.content().lines(), i, days);
        }
      }
    }
    return WrittenStyle.find(numbers, days);
  }

  private static void gather(List<SheetReading.Line> lines, int column, List<String> into) {
    for (SheetReading.Line line : lines) {
      if (column < line.cells().size()) {
        Cell cell = line.cells().get(column);
        if (!cell.exact() && !cell.text().isBlank()) {
          into.add(cell.text());
        }
      }
    }
  }
}
