package app.reliquum.importing;

import app.reliquum.api.Actor;
import app.reliquum.api.Commands;
import app.reliquum.api.Problem;
import app.reliquum.api.Staff;
import app.reliquum.api.sheets.HouseTable;
import app.reliquum.api.sheets.SheetFile;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.SheetReading;
import app.reliquum.core.table.TableFault;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.WrittenStyle;
import app.reliquum.importing.RowComparison.Compared;
import jakarta.persistence.EntityManager;
import jakarta.validation.Validator;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.IntConsumer;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Tries an import, writes it, or takes it back: each in one transaction, in which the state of the
 * import changes too. What was cut off is done again from its beginning.
 */
@Component
class ImportWork {

  private static final Logger LOG = LoggerFactory.getLogger(ImportWork.class);

  static final int MOST_ROWS = 500_000;
  private static final int MOST_FAULTS = 10_000;

  /** So many changes of each table are kept of a trial, to be looked at. */
  private static final int MOST_SHOWN = 1_000;

  private static final String UNFORESEEN =
      "It failed for a reason that does not lie in the file. The log of the server says which.";

  private static final int ROWS_BETWEEN_LOOKS = 250;

  private final ImportStore store;
  private final HouseTables tables;
  private final RowComparison comparison;
  private final Undoing undoing;
  private final ChangeLog log;
  private final Validator validator;
  private final Staff staff;
  private final Commands commands;
  private final EntityManager entities;
  private final TransactionTemplate aside;

  ImportWork(
      ImportStore store,
      HouseTables tables,
      RowComparison comparison,
      Undoing undoing,
      ChangeLog log,
      Validator validator,
      Staff staff,
      Commands commands,
      EntityManager entities,
      PlatformTransactionManager transactions) {
    this.store = store;
    this.tables = tables;
    this.comparison = comparison;
    this.undoing = undoing;
    this.log = log;
    this.validator = validator;
    this.staff = staff;
    this.commands = commands;
    this.entities = entities;
    this.aside = new TransactionTemplate(transactions);
    this.aside.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
  }

  /** Someone has ended an import while it was worked on. */
  static final class CancelledException extends RuntimeException {
    private static final long serialVersionUID = 1;

    CancelledException() {
      super("cancelled", null, false, false);
    }
  }

  /** Rolls back what was only tried, or has faults, and carries what was found out of it. */
  private static final class TriedException extends RuntimeException {
    private static final long serialVersionUID = 1;
    private final transient Found found;

    TriedException(Found found) {
      super("tried", null, false, false);
      this.found = found;
    }
  }

  /**
   * What was found of a file.
   *
   * @param changes what is kept of the changes, to be looked at
   */
  private record Found(
      List<ImportViews.Sheet> sheets,
      List<TableFault> faults,
      List<RowChange> changes,
      WrittenStyle.Finding style) {}

  /** Does what an import waits for. Doing it again is harmless. */
  void goOn(long id) {
    ImportStore.Kept kept = store.find(id);
    if (!kept.row().state().working()) {
      return;
    }
    try {
      Actor actor = staff.actor(kept.askedBy());
      switch (kept.row().state()) {
        case CHECKING -> check(kept, actor);
        case IMPORTING -> write(kept, actor);
        default -> undo(kept, actor);
      }
    } catch (CancelledException cancelled) {
      end(id, ImportState.CANCELLED, null);
    } catch (RuntimeException fault) {
      ImportState back =
          kept.row().state() == ImportState.UNDOING ? ImportState.IMPORTED : ImportState.CHECKED;
      if (!(fault instanceof Problem)) {
        LOG.error("Import {} could not go on", id, fault);
      }
      end(id, back, fault instanceof Problem ? Problem.said(fault) : UNFORESEEN);
    }
  }

  private void end(long id, ImportState state, @Nullable String failure) {
    aside.executeWithoutResult(status -> store.end(id, state, failure));
  }

  private void check(ImportStore.Kept kept, Actor actor) {
    try {
      commands.patiently(() -> read(kept, actor, true));
    } catch (TriedException tried) {
      keep(kept.row().id(), tried.found);
    }
  }

  /** Keeps what a trial found. */
  private void keep(long id, Found found) {
    aside.executeWithoutResult(
        status -> {
          store.writeSheets(id, found.sheets());
          store.writeFaults(id, found.faults(), MOST_FAULTS);
          store.forgetChanges(id);
          store.writeChanges(id, 0, found.changes());
          store.ask(id, found.style().numberExample(), found.style().dayExample());
          store.end(id, ImportState.CHECKED, null);
        });
  }

  private void write(ImportStore.Kept kept, Actor actor) {
    try {
      commands.patiently(() -> read(kept, actor, false));
    } catch (TriedException faulty) {
      // Something has changed since it was tried.
      keep(kept.row().id(), faulty.found);
    }
  }

  /**
   * Reads the file and writes its rows.
   *
   * @throws TriedException if it is only tried, or there are faults
   */
  private long read(ImportStore.Kept kept, Actor actor, boolean trial) {
    long id = kept.row().id();
    store.takeTurn();
    List<SheetFile.Content> contents =
        SheetFile.read(store.content(id), kept.row().fileName(), MOST_ROWS);
    List<FileRows.Matched> sheets = FileRows.match(contents, tables.forms(), told(id));
    WrittenStyle.Finding style = settled(FileRows.style(sheets), kept);
    List<TableFault> faults = new ArrayList<>();
    Map<String, List<SheetReading.Said>> rows = new LinkedHashMap<>();
    List<SheetReading.Said> broken = new ArrayList<>();
    if (style.settled()) {
      rows.putAll(rows(sheets, style(style, kept), actor, broken, faults));
    }
    aside.executeWithoutResult(
        status -> store.total(id, rows.values().stream().mapToInt(List::size).sum()));
    List<Compared> compared = comparison.compare(rows, broken, faults);
    TableWriting writing = new TableWriting(batch(id), actor, trial, validator, looking(id));
    List<RowChange> shown = new ArrayList<>();
    for (Compared one : compared) {
      writing.done(one.unchanged());
      one.table().write(one.changes(), writing);
      entities.flush();
      entities.clear();
      shown.addAll(one.changes().subList(0, Math.min(MOST_SHOWN, one.changes().size())));
    }
    faults.addAll(writing.faults());
    faults.sort(
        Comparator.<TableFault>comparingInt(fault -> tables.place(fault.table()))
            .thenComparingInt(TableFault::row));
    List<ImportViews.Sheet> counted = counted(sheets, compared, faults);
    if (trial || !faults.isEmpty() || !readable(sheets, style)) {
      throw new TriedException(new Found(counted, faults, shown, style));
    }
    store.writeSheets(id, counted);
    store.forgetChanges(id);
    int number = 0;
    for (Compared one : compared) {
      store.writeChanges(id, number, one.changes());
      log.keep(actor, id, one.changes().stream().map(ChangeLog.Change::of).toList());
      number += one.changes().size();
    }
    store.end(id, ImportState.IMPORTED, null);
    return id;
  }

  private static String batch(long id) {
    return "Import " + id;
  }

  private static boolean readable(List<FileRows.Matched> sheets, WrittenStyle.Finding style) {
    return style.settled()
        && sheets.stream().allMatch(sheet -> sheet.form().isEmpty() || sheet.readable());
  }

  /** Hears how many rows are done, says so now and then, and lets go of what was written. */
  private IntConsumer looking(long id) {
    AtomicInteger done = new AtomicInteger();
    AtomicInteger said = new AtomicInteger();
    return rows -> {
      int now = done.addAndGet(rows);
      if (now - said.get() < ROWS_BETWEEN_LOOKS) {
        return;
      }
      said.set(now);
      // What is managed is looked at again with each flush.
      entities.flush();
      entities.clear();
      boolean cancelled = Boolean.TRUE.equals(aside.execute(status -> store.progress(id, now)));
      if (cancelled) {
        throw new CancelledException();
      }
    };
  }

  private FileRows.Told told(long id) {
    Map<Integer, String> told = store.toldTables(id);
    return new FileRows.Told() {
      @Override
      public @Nullable String table(int position) {
        return told.get(position);
      }

      @Override
      public Map<String, String> headings(int position, TableForm form, List<String> headings) {
        return store.toldHeadings(form, headings);
      }
    };
  }

  /** What still has to be asked, after what someone has said. */
  private static WrittenStyle.Finding settled(WrittenStyle.Finding found, ImportStore.Kept kept) {
    return new WrittenStyle.Finding(
        found.numbers(),
        found.days(),
        kept.numbers() == null ? found.numberExample() : java.util.Optional.empty(),
        kept.days() == null ? found.dayExample() : java.util.Optional.empty());
  }

  private static WrittenStyle style(WrittenStyle.Finding found, ImportStore.Kept kept) {
    return new WrittenStyle(
        kept.numbers() == null ? found.style().numbers() : kept.numbers(),
        kept.days() == null ? found.style().days() : kept.days());
  }

  private Map<String, List<SheetReading.Said>> rows(
      List<FileRows.Matched> sheets,
      WrittenStyle style,
      Actor actor,
      List<SheetReading.Said> broken,
      List<TableFault> faults) {
    Map<String, List<SheetReading.Said>> rows = new LinkedHashMap<>();
    for (FileRows.Matched sheet : sheets) {
      if (!sheet.readable()) {
        continue;
      }
      TableForm form = sheet.form().orElseThrow();
      HouseTable table = tables.named(form.name()).orElseThrow();
      HouseTables.require(table, actor);
      SheetReading.Result read =
          SheetReading.read(form, sheet.match().columns(), sheet.content().lines(), style);
      faults.addAll(read.faults());
      broken.addAll(read.broken());
      if (rows.putIfAbsent(form.name(), read.rows()) != null) {
        throw Problem.refused(
            "table-twice",
            "Two sheets of the file are the table {0}. Say which of them it is.",
            form);
      }
    }
    return rows;
  }

  private static List<ImportViews.Sheet> counted(
      List<FileRows.Matched> sheets, List<Compared> compared, List<TableFault> faults) {
    return sheets.stream().map(sheet -> counted(sheet, compared, faults)).toList();
  }

  private static ImportViews.Sheet counted(
      FileRows.Matched sheet, List<Compared> compared, List<TableFault> faults) {
    String table = sheet.form().map(TableForm::name).orElse(null);
    Set<Integer> faulty = new HashSet<>();
    faults.stream()
        .filter(fault -> fault.table().equals(table))
        .forEach(fault -> faulty.add(fault.row()));
    int fresh = 0;
    int changed = 0;
    int unchanged = 0;
    for (Compared one : compared) {
      if (one.table().form().name().equals(table)) {
        unchanged = one.unchanged();
        for (RowChange change : one.changes()) {
          if (!faulty.contains(change.after().number())) {
            fresh += change.kind() == RowChange.Kind.NEW ? 1 : 0;
            changed += change.kind() == RowChange.Kind.CHANGED ? 1 : 0;
          }
        }
      }
    }
    List<ImportViews.Heading> headings = new ArrayList<>();
    for (int i = 0; i < sheet.content().headings().size(); i++) {
      headings.add(
          new ImportViews.Heading(
              sheet.content().headings().get(i), sheet.match().columns().get(i)));
    }
    return new ImportViews.Sheet(
        sheet.position(),
        sheet.content().name(),
        table,
        sheet.content().lines().size(),
        headings,
        sheet.match().missing(),
        fresh,
        changed,
        unchanged,
        faulty.size());
  }

  private void undo(ImportStore.Kept kept, Actor actor) {
    long id = kept.row().id();
    commands.patiently(
        () -> {
          store.takeTurn();
          store.staying(
              id,
              undoing.undo(id, new TableWriting(batch(id), actor, false, validator, looking(id))));
          store.end(id, ImportState.UNDONE, null);
          return id;
        });
  }
}
