package app.reliquum.importing;

import app.reliquum.api.Actor;
import app.reliquum.api.RowChanging;
import app.reliquum.api.sheets.HouseTable;
import app.reliquum.core.table.TableRow;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Looks at rows before someone changes them and again at the end of the transaction, and keeps what
 * is different: in the same transaction, so that no change is without its entry.
 */
@Component
class RowWatch {

  private static final Object KEY = RowWatch.class;

  /** More rows than these are looked for by going through the table. */
  private static final int ONE_BY_ONE = 20;

  private final HouseTables tables;
  private final ChangeLog log;
  private final EntityManager entities;
  private final JdbcClient jdbc;

  RowWatch(HouseTables tables, ChangeLog log, EntityManager entities, JdbcClient jdbc) {
    this.jdbc = jdbc;
    this.tables = tables;
    this.log = log;
    this.entities = entities;
  }

  /** Which rows are watched: of a table, those whose keys begin with one of some parts. */
  private record Which(String table, List<List<String>> rows) {
    /** Whether they are not named, or only by what they have not. */
    boolean isWide() {
      return rows.stream().anyMatch(first -> first.stream().allMatch(String::isEmpty));
    }
  }

  /** A row of a table. */
  private record Of(String table, List<String> key) {}

  /** What is watched in a transaction. */
  private final class Watched implements TransactionSynchronization {
    private final Actor actor;
    private final Map<Which, Map<List<String>, TableRow>> before = new LinkedHashMap<>();

    Watched(Actor actor) {
      this.actor = actor;
    }

    @Override
    public void beforeCommit(boolean readOnly) {
      if (before.isEmpty()) {
        return;
      }
      entities.flush();
      // The same row can be among several that are watched.
      Map<Of, ChangeLog.Change> changes = new LinkedHashMap<>();
      before.forEach(
          (which, were) -> {
            Map<List<String>, TableRow> are = rows(which);
            were.forEach(
                (key, row) -> {
                  Optional<TableRow> now = Optional.ofNullable(are.get(key));
                  if (now.filter(row::equals).isEmpty()) {
                    changes.put(
                        new Of(which.table(), key), new ChangeLog.Change(Optional.of(row), now));
                  }
                });
            are.forEach(
                (key, row) -> {
                  if (!were.containsKey(key)) {
                    changes.put(
                        new Of(which.table(), key),
                        new ChangeLog.Change(Optional.empty(), Optional.of(row)));
                  }
                });
          });
      log.keep(actor, null, new ArrayList<>(changes.values()));
    }

    @Override
    public void afterCompletion(int status) {
      TransactionSynchronizationManager.unbindResourceIfPossible(KEY);
    }
  }

  private Map<List<String>, TableRow> rows(Which which) {
    HouseTable table = tables.named(which.table()).orElseThrow();
    Map<List<String>, TableRow> rows = new LinkedHashMap<>();
    if (which.rows().size() <= ONE_BY_ONE) {
      which.rows().forEach(first -> table.rows(first, row -> rows.put(row.key(), row)));
    } else {
      rows.putAll(RowComparison.there(table, Set.copyOf(which.rows())));
    }
    return rows;
  }

  @EventListener
  void changing(RowChanging rows) {
    Which which = new Which(rows.table(), rows.rows());
    Watched watched = watched(rows.actor());
    if (!watched.before.containsKey(which)) {
      if (which.isWide()) {
        takeTurn(which.table());
      }
      watched.before.put(which, rows(which));
    }
  }

  /** What others change meanwhile of rows that are not named would be taken for one's own. */
  private void takeTurn(String table) {
    jdbc.sql(
            "insert into row_change_turn (form) values (?) on duplicate key update form = value(form)")
        .param(table)
        .update();
  }

  private Watched watched(Actor actor) {
    Object bound = TransactionSynchronizationManager.getResource(KEY);
    if (bound != null) {
      return (Watched) bound;
    }
    Watched watched = new Watched(actor);
    TransactionSynchronizationManager.bindResource(KEY, watched);
    TransactionSynchronizationManager.registerSynchronization(watched);
    return watched;
  }
}
