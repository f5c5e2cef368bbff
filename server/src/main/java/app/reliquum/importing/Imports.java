package app.reliquum.importing;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.Staff;
import app.reliquum.api.sheets.HouseTable;
import app.reliquum.api.sheets.SheetFile;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.WrittenStyle;
import app.reliquum.core.text.Message;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Clock;
import java.time.Duration;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Imports as people ask for them; the work itself is done in the background. */
@Service
class Imports {

  private static final TaskDescriptor<Long> WORK = TaskDescriptor.of("import", Long.class);

  private final ImportStore store;
  private final HouseTables tables;
  private final ManyRows many;
  private final Staff staff;
  private final Clock clock;
  private final ObjectProvider<SchedulerClient> scheduler;

  Imports(
      ImportStore store,
      HouseTables tables,
      ManyRows many,
      Staff staff,
      Clock clock,
      ObjectProvider<SchedulerClient> scheduler) {
    this.store = store;
    this.tables = tables;
    this.many = many;
    this.staff = staff;
    this.clock = clock;
    this.scheduler = scheduler;
  }

  @Transactional(readOnly = true)
  Page<ImportViews.Row> rows(int offset, int limit) {
    return store.rows(offset, limit);
  }

  /**
   * Lets only those see an import, and go on with it, who may do all that the one may who brought
   * it: the file can hold what only they may see, and it is written with their rights.
   *
   * @throws Problem if there is no such import, or someone may not
   */
  @Transactional(readOnly = true)
  void requireTheirs(long id, Actor actor) {
    long by = store.find(id).askedBy();
    if (actor.id() != by && !actor.permissions().containsAll(rights(by))) {
      throw Problem.forbidden("Someone brought this file who may do more than you. Ask them.");
    }
  }

  /** Of someone who has left, the rights are not known any more: all of them may have been. */
  private Set<Permission> rights(long person) {
    try {
      return staff.actor(person).permissions();
    } catch (Problem left) {
      return Set.of(Permission.values());
    }
  }

  @Transactional(readOnly = true)
  ImportViews.Card card(long id, Actor actor) {
    requireTheirs(id, actor);
    return card(id);
  }

  private ImportViews.Card card(long id) {
    ImportStore.Kept kept = store.find(id);
    List<ImportViews.Sheet> sheets = store.sheets(id);
    return new ImportViews.Card(
        kept.row(),
        kept.numbers(),
        kept.days(),
        kept.numberExample(),
        kept.dayExample(),
        ready(kept, sheets),
        kept.row().state() == ImportState.IMPORTED ? store.openedSites(id) : List.of(),
        kept.staying(),
        sheets);
  }

  private static boolean ready(ImportStore.Kept kept, List<ImportViews.Sheet> sheets) {
    return kept.row().state() == ImportState.CHECKED
        && kept.row().faults() == 0
        && kept.row().failure() == null
        && kept.numberExample() == null
        && kept.dayExample() == null
        && sheets.stream().allMatch(sheet -> sheet.missing().isEmpty())
        && sheets.stream().anyMatch(sheet -> sheet.fresh() + sheet.changed() > 0);
  }

  @Transactional(readOnly = true)
  Page<ImportViews.Fault> faults(long id, int offset, int limit, Actor actor) {
    requireTheirs(id, actor);
    return store.faults(id, offset, limit);
  }

  @Transactional(readOnly = true)
  Page<ImportViews.Change> changes(
      long id,
      @Nullable String table,
      RowChange.@Nullable Kind kind,
      int offset,
      int limit,
      Actor actor) {
    requireTheirs(id, actor);
    return store.changes(id, table, kind, offset, limit);
  }

  /** Takes a file in, and has it tried. */
  @Transactional
  ImportViews.Card add(String fileName, byte[] content, Actor actor) {
    if (fileName.isBlank()) {
      throw Problem.invalid("name", "Expected the name of the file.");
    }
    // What can't be read at all is refused at once.
    SheetFile.read(content, fileName, ImportWork.MOST_ROWS);
    long id = store.add(fileName.strip(), content, actor.id());
    start(id);
    return card(id);
  }

  /** Has one change of many rows tried. */
  @Transactional
  ImportViews.Card addMany(ManyRows.Entry entry, Actor actor) {
    long id = store.add(entry.table() + ".csv", many.file(entry, actor), actor.id());
    store.many(id, entry.table(), entry.values());
    // The web sends plain decimals and days.
    store.read(id, WrittenStyle.Numbers.POINT, null);
    start(id);
    return card(id);
  }

  private void start(long id) {
    scheduler
        .getObject()
        .scheduleIfNotExists(
            WORK.instance(id + "-" + clock.millis()).data(id).scheduledTo(clock.instant()));
  }

  /** Says how the file is to be read, and has it tried again. */
  @Transactional
  ImportViews.Card read(long id, ImportViews.ReadingEntry entry, Actor actor) {
    requireTheirs(id, actor);
    require(id, Message.of("tried again"), ImportState.CHECKED, ImportState.CANCELLED);
    store.read(id, entry.numbers(), entry.days());
    List<ImportViews.Sheet> sheets = store.sheets(id);
    for (ImportViews.SheetEntry one : entry.sheets()) {
      ImportViews.Sheet sheet =
          sheets.stream()
              .filter(known -> known.position() == one.position())
              .findFirst()
              .orElseThrow(() -> Problem.missing("sheet", one.position()));
      tell(id, sheet, one);
    }
    store.begin(id, ImportState.CHECKING);
    start(id);
    return card(id);
  }

  private void tell(long id, ImportViews.Sheet sheet, ImportViews.SheetEntry entry) {
    String table = entry.table();
    store.tellTable(id, sheet.position(), table);
    if (table == null) {
      return;
    }
    TableForm form =
        tables
            .named(table)
            .map(HouseTable::form)
            .orElseThrow(() -> Problem.invalid("table", "There is no table {0}.", table));
    List<String> headings = sheet.headings().stream().map(ImportViews.Heading::heading).toList();
    Map<String, String> told = new HashMap<>();
    Set<String> taken = new HashSet<>();
    for (ImportViews.HeadingEntry one : entry.headings()) {
      if (!headings.contains(one.heading())) {
        throw Problem.invalid("headings", "The sheet has no heading '{0}'.", one.heading());
      }
      if (!one.column().isEmpty() && !form.has(one.column())) {
        throw Problem.invalid(
            "headings", "The table {0} has no column '{1}'.", table, one.column());
      }
      if (!one.column().isEmpty() && !taken.add(one.column())) {
        throw Problem.invalid("headings", "Two headings mean '{0}'. Expected one.", one.column());
      }
      told.put(one.heading(), one.column());
    }
    store.tellHeadings(form, headings, told);
  }

  /** Leaves those of many rows out that have faults, and has the rest tried. */
  @Transactional
  ImportViews.Card leaveOut(long id, Actor actor) {
    requireTheirs(id, actor);
    require(id, Message.of("tried without some rows"), ImportState.CHECKED);
    ImportViews.Row row = store.find(id).row();
    if (row.many() == null || row.faults() == 0) {
      throw Problem.refused("state", "Only faulty rows of a change of many can be left out.");
    }
    store.content(id, ManyRows.without(store.content(id), store.faultyLines(id)));
    store.begin(id, ImportState.CHECKING);
    start(id);
    return card(id);
  }

  /** Has it written. */
  @Transactional
  ImportViews.Card write(long id, Actor actor) {
    requireTheirs(id, actor);
    require(id, Message.of("imported"), ImportState.CHECKED);
    if (!card(id).ready()) {
      throw Problem.refused(
          "not-ready", "There are faults or questions, or nothing is new in the file.");
    }
    store.begin(id, ImportState.IMPORTING);
    start(id);
    return card(id);
  }

  /** Has it taken back. */
  @Transactional
  ImportViews.Card undo(long id, Actor actor) {
    requireTheirs(id, actor);
    require(id, Message.of("undone"), ImportState.IMPORTED);
    store.begin(id, ImportState.UNDOING);
    start(id);
    return card(id);
  }

  /** Ends it before it is written. */
  @Transactional
  ImportViews.Card cancel(long id, Actor actor) {
    requireTheirs(id, actor);
    ImportState state =
        require(
            id,
            Message.of("cancelled"),
            ImportState.CHECKING,
            ImportState.CHECKED,
            ImportState.IMPORTING);
    if (state == ImportState.CHECKED) {
      store.end(id, ImportState.CANCELLED, null);
    } else {
      store.cancel(id);
    }
    return card(id);
  }

  private ImportState require(long id, Message done, ImportState... expected) {
    ImportState state = store.lock(id);
    if (!List.of(expected).contains(state)) {
      throw Problem.refused(
              "state", "The import has gone on since: it can't be {0} now. Reload its page.", done)
          .with("state", state);
    }
    return state;
  }

  /** The job itself. */
  @Configuration
  static class Work {

    private static final Duration SOON = Duration.ofSeconds(5);

    @Bean
    OneTimeTask<Long> importTask(ImportWork work) {
      return Tasks.oneTime(WORK)
          .onFailure(new FailureHandler.OnFailureRetryLater<>(SOON))
          .execute((task, context) -> work.goOn(task.getData()));
    }
  }
}
