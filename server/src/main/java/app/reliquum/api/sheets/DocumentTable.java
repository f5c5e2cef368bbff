package app.reliquum.api.sheets;

import app.reliquum.api.Permission;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;

/**
 * A table of open documents: a row for each open line, what holds for the whole document repeated
 * in each. Documents come in whole; those that are there already are changed where people work with
 * them, not here. The first key column is the number of the document.
 */
public abstract class DocumentTable implements HouseTable {

  private final TableForm form;
  private final RowQuery query;
  private final String rows;
  private final String number;
  private final List<String> ofDocument;

  /**
   * @param rows the query for all rows, as {@link RowQuery} takes it
   * @param ofDocument the columns that hold for the whole document
   */
  protected DocumentTable(TableForm form, RowQuery query, String rows, List<String> ofDocument) {
    this.form = form;
    this.query = query;
    this.rows = rows;
    this.number = form.keyColumns().get(0).name();
    this.ofDocument = ofDocument;
  }

  @Override
  public final TableForm form() {
    return form;
  }

  @Override
  public Permission permission() {
    return Permission.POST;
  }

  /** Documents have a history of their own. */
  @Override
  public final boolean logged() {
    return false;
  }

  @Override
  public final void rows(List<String> first, Consumer<TableRow> to) {
    query.each(form, rows, first, to);
  }

  @Override
  public final void write(List<RowChange> changes, TableWriting writing) {
    Map<String, List<TableRow>> documents = new LinkedHashMap<>();
    for (RowChange change : changes) {
      TableRow row = change.after();
      if (change.before().isPresent()) {
        writing.fault(
            row,
            change.columns().get(0),
            "Expected "
                + change.before().get().text(change.columns().get(0))
                + ", as in the document that is there. Change it where it is worked with.");
      } else {
        documents.computeIfAbsent(row.text(number), k -> new ArrayList<>()).add(row);
      }
    }
    for (List<TableRow> lines : documents.values()) {
      if (agree(lines, writing)) {
        writing.attempt(lines.get(0), () -> add(lines, writing));
        writing.done(lines.size() - 1);
      }
    }
  }

  private boolean agree(List<TableRow> lines, TableWriting writing) {
    boolean agree = true;
    TableRow first = lines.get(0);
    for (TableRow line : lines) {
      for (String column : ofDocument) {
        if (!line.text(column).equals(first.text(column))) {
          writing.fault(
              line,
              column,
              "Expected the same as in row %d, which is of the same document."
                  .formatted(first.number()));
          agree = false;
        }
      }
    }
    return agree;
  }

  /** Writes a document with its lines, or says what is wrong with it. */
  protected abstract void add(List<TableRow> lines, TableWriting writing);

  @Override
  public final void remove(List<TableRow> gone, TableWriting writing) {
    Set<String> numbers = new LinkedHashSet<>();
    for (TableRow row : gone) {
      if (numbers.add(row.text(number))) {
        writing.attempt(row, () -> end(row, writing));
      }
    }
  }

  /** Ends a document of which nothing has come or gone. Its number stays taken. */
  protected abstract void end(TableRow row, TableWriting writing);
}
