package app.reliquum.api.sheets;

import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/** Settings of which there is one each, as a table: a row for each with its value. */
public abstract class SettingsTable implements HouseTable {

  private static final String SETTING = "setting";
  private static final String VALUE = "value";

  private final TableForm form;

  /**
   * @param example a setting, and a value that it could have
   */
  protected SettingsTable(String name, String meaning, String setting, String example) {
    this.form =
        TableForm.of(
            name,
            meaning,
            TableColumn.text(SETTING, "What is set.", setting).asKey(),
            TableColumn.text(VALUE, "What it is set to; empty for nothing.", example));
  }

  @Override
  public final TableForm form() {
    return form;
  }

  /** All settings in their order, with their values as they are written in cells. */
  protected abstract Map<String, String> settings();

  /**
   * Writes all settings, of which some are new.
   *
   * @param row the row to which a fault is told
   */
  protected abstract void write(Map<String, String> settings, TableRow row, TableWriting writing);

  @Override
  public final void rows(List<String> first, Consumer<TableRow> to) {
    settings()
        .forEach(
            (setting, value) -> {
              TableRow row = new TableRow(form, 0, List.of(setting, value));
              if (row.beginsWith(first)) {
                to.accept(row);
              }
            });
  }

  @Override
  public final void write(List<RowChange> changes, TableWriting writing) {
    Map<String, String> all = new LinkedHashMap<>(settings());
    boolean known = true;
    for (RowChange change : changes) {
      if (change.before().isEmpty()) {
        writing.fault(
            change.after(), SETTING, "Expected one of " + String.join(", ", all.keySet()) + ".");
        known = false;
      } else {
        all.put(change.before().get().text(SETTING), change.after().text(VALUE));
      }
    }
    if (known && !changes.isEmpty()) {
      writing.done(changes.size() - 1);
      TableRow last = changes.get(changes.size() - 1).after();
      writing.attempt(last, () -> write(all, last, writing));
    }
  }

  /** None was brought by an import, so none goes with it. */
  @Override
  public final void remove(List<TableRow> rows, TableWriting writing) {
    if (!rows.isEmpty()) {
      throw new IllegalStateException("Settings are not removed");
    }
  }
}
