package app.reliquum.importing;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.TableRow;
import jakarta.validation.Validator;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Takes single changes of rules and masters back. */
@Service
class Changes {

  private final ChangeLog log;
  private final Undoing undoing;
  private final ImportStore store;
  private final RowLog rows;
  private final Validator validator;

  Changes(ChangeLog log, Undoing undoing, ImportStore store, RowLog rows, Validator validator) {
    this.log = log;
    this.undoing = undoing;
    this.store = store;
    this.rows = rows;
    this.validator = validator;
  }

  /**
   * Takes a change back; that is a change too, and can be taken back itself.
   *
   * @throws Problem if it was taken back already, the row is something else by now, or is in use
   */
  @Transactional
  public ChangeLog.Row takeBack(long id, Actor actor) {
    store.takeTurn();
    ChangeLog.Kept kept = log.find(id);
    if (kept.takenBack()) {
      throw Problem.refused("state", "It was undone already.").with("state", "TAKEN_BACK");
    }
    TableRow row = kept.change().row();
    rows.changing(kept.table().form().name(), row.form().key(row.cells()).toArray(String[]::new));
    undoing.undo(kept, new TableWriting("Change " + id, actor, false, validator, done -> {}));
    log.takenBack(id);
    return log.shown(id, actor);
  }
}
