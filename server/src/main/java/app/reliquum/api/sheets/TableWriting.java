package app.reliquum.api.sheets;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.table.TableFault;
import app.reliquum.core.table.TableRow;
import jakarta.validation.ConstraintViolation;
import jakarta.validation.Validator;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.NoSuchElementException;
import java.util.function.IntConsumer;

/** What a table needs while rows are written: in whose name, whether to keep it, and who hears. */
public final class TableWriting {

  private static final String WHOLE_ROW = "";

  private final String batch;
  private final Actor actor;
  private final boolean trial;
  private final Validator validator;
  private final IntConsumer progress;
  private final List<TableFault> faults = new ArrayList<>();

  /**
   * @param batch by which name all that is written can be found again
   * @param trial whether all of it will be rolled back
   * @param progress hears how many rows are done; may end it by throwing
   */
  public TableWriting(
      String batch, Actor actor, boolean trial, Validator validator, IntConsumer progress) {
    this.batch = batch;
    this.actor = actor;
    this.trial = trial;
    this.validator = validator;
    this.progress = progress;
  }

  /** By which name all that is written can be found again. */
  public String batch() {
    return batch;
  }

  /** In whose name. */
  public Actor actor() {
    return actor;
  }

  /** Whether all of it will be rolled back, so that what others wait for need not be written. */
  public boolean trial() {
    return trial;
  }

  /** What was wrong so far. */
  public List<TableFault> faults() {
    return List.copyOf(faults);
  }

  /** Says that so many more rows are done. */
  public void done(int rows) {
    progress.accept(rows);
  }

  /** Says what is wrong with a cell. */
  public void fault(TableRow row, String column, String expected) {
    String known = row.form().has(column) ? column : WHOLE_ROW;
    faults.add(
        new TableFault(
            row.form().name(),
            row.number(),
            known,
            known.isEmpty() ? "" : row.text(known),
            expected,
            ""));
  }

  /** Whether an entry keeps to the form that the API asks of it; what it breaks are faults. */
  public boolean valid(TableRow row, Object entry) {
    var broken = validator.validate(entry);
    for (ConstraintViolation<Object> one : broken) {
      String column = column(one.getPropertyPath().toString());
      fault(
          row,
          column,
          "Expected %s that %s.".formatted(column.isEmpty() ? "a row" : column, one.getMessage()));
    }
    return broken.isEmpty();
  }

  /**
   * Writes one row; a refusal is a fault of it. What a row names exists, or it is a row of the same
   * file that has a fault itself: then nothing more is said of this one.
   */
  public void attempt(TableRow row, Runnable writing) {
    try {
      writing.run();
    } catch (Problem refused) {
      fault(
          row,
          column(String.valueOf(refused.values().getOrDefault("field", WHOLE_ROW))),
          Problem.said(refused));
    } catch (NoSuchElementException named) {
      if (faults.isEmpty()) {
        throw named;
      }
    } catch (QuantityException refused) {
      fault(row, WHOLE_ROW, Problem.said(refused));
    }
    done(1);
  }

  /** The column of a property: {@code lead days} for {@code lines[2].leadDays}. */
  private static String column(String property) {
    String last = property.substring(property.lastIndexOf('.') + 1).replaceFirst("\\[.*", "");
    return last.replaceAll("([A-Z])", " $1").toLowerCase(Locale.ROOT).strip();
  }
}
