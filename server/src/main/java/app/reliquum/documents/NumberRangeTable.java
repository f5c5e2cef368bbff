package app.reliquum.documents;

import app.reliquum.api.sheets.HouseTable;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.util.List;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/** With which letters documents are numbered, as a table. */
@Component
class NumberRangeTable implements HouseTable {

  static final String NAME = "number ranges";

  private static final TableForm FORM =
      TableForm.of(
          NAME,
          "With which letters documents are numbered, and from which number on.",
          TableColumn.text("documents", "Which documents they are.", "transfer").asKey(),
          TableColumn.code("prefix", "The letters before the number.", "TR").asNeeded(),
          TableColumn.whole("next", "The number of the next one.", "10001").asNeeded());

  private final NumberRanges ranges;

  NumberRangeTable(NumberRanges ranges) {
    this.ranges = ranges;
  }

  @Override
  public TableForm form() {
    return FORM;
  }

  /** What was numbered since changes nothing of a range. */
  @Override
  public boolean isStill(TableRow written, TableRow now) {
    return written.text("prefix").equals(now.text("prefix"));
  }

  @Override
  public void rows(List<String> first, Consumer<TableRow> to) {
    for (NumberRanges.Range range : ranges.all()) {
      TableRow row =
          new TableRow(
              FORM, 0, List.of(range.documents(), range.prefix(), Long.toString(range.next())));
      if (row.beginsWith(first)) {
        to.accept(row);
      }
    }
  }

  @Override
  public void write(List<RowChange> changes, TableWriting writing) {
    for (RowChange change : changes) {
      TableRow row = change.after();
      if (change.before().isEmpty()) {
        writing.fault(row, "documents", "Expected documents that the house has.");
        continue;
      }
      NumberRanges.Entry entry =
          new NumberRanges.Entry(usual(row), row.text("prefix"), row.whole("next").orElse(0));
      if (writing.valid(row, entry)) {
        writing.attempt(row, () -> ranges.change(entry));
      }
    }
  }

  private String usual(TableRow row) {
    return ranges.all().stream()
        .filter(range -> range.documents().equalsIgnoreCase(row.text("documents")))
        .findFirst()
        .orElseThrow()
        .usual();
  }

  @Override
  public void remove(List<TableRow> rows, TableWriting writing) {
    if (!rows.isEmpty()) {
      throw new IllegalStateException("Number ranges are not removed");
    }
  }
}
