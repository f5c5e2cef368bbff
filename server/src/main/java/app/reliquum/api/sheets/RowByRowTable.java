package app.reliquum.api.sheets;

import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.util.List;
import java.util.function.Consumer;

/** A table whose rows are few enough to be written one by one, by what writes them for people. */
public abstract class RowByRowTable implements HouseTable {

  private final TableForm form;
  private final RowQuery query;
  private final String rows;

  /**
   * @param rows the query for all rows, as {@link RowQuery} takes it
   */
  protected RowByRowTable(TableForm form, RowQuery query, String rows) {
    this.form = form;
    this.query = query;
    this.rows = rows;
  }

  @Override
  public final TableForm form() {
    return form;
  }

  @Override
  public void rows(List<String> first, Consumer<TableRow> to) {
    query.each(form, rows, first, to);
  }

  @Override
  public final void write(List<RowChange> changes, TableWriting writing) {
    for (RowChange change : changes) {
      writing.attempt(
          change.after(), () -> write(change.after(), change.before().isEmpty(), writing));
    }
    written(changes, writing);
  }

  /**
   * Writes a row, or says what is wrong with it.
   *
   * @param fresh whether there is none with its key yet
   */
  protected abstract void write(TableRow row, boolean fresh, TableWriting writing);

  /** Looks at all that was written, where something must hold for several rows together. */
  protected void written(List<RowChange> changes, TableWriting writing) {
    // most rows are right by themselves
  }

  @Override
  public final void remove(List<TableRow> rows, TableWriting writing) {
    for (TableRow row : rows) {
      writing.attempt(row, () -> remove(row, writing));
    }
  }

  /** Takes a row away to which nothing refers. */
  protected abstract void remove(TableRow row, TableWriting writing);
}
