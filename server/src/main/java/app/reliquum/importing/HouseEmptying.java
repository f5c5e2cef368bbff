package app.reliquum.importing;

import app.reliquum.api.Actor;
import app.reliquum.api.Backup;
import app.reliquum.api.Problem;
import app.reliquum.core.text.Message;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Empties a house that was only tried: a backup is made first, then everything goes but who works
 * here, what the house is called, its reasons, accounts and settings. Not once its books were
 * closed: then somebody relies on them.
 */
@Service
class HouseEmptying {

  private static final Logger LOG = LoggerFactory.getLogger(HouseEmptying.class);

  /** What stays as it is. A table that is not named here is emptied. */
  private static final Set<String> KEPT =
      Set.of(
          "account",
          "count_rules",
          "feed_cursor",
          "feed_entry",
          "feed_sequence",
          "flyway_schema_history",
          "house",
          "import_heading",
          "import_turn",
          "movement_field",
          "movement_kind",
          "notice_rule",
          "number_range",
          "person",
          "person_choice",
          "scheduled_tasks",
          "security_event",
          "setting",
          "sign_in",
          "sign_in_try",
          "tax");

  /** Which rows stay of a table that is emptied else. */
  private static final Map<String, String> KEPT_ROWS =
      Map.of(
          // the contra places
          "place", "label like '*%'",
          // those of no site, the one that ships along among them
          "printer", "site_id is null",
          "scale", "site_id is null",
          "carrier", "address = ''",
          "carrier_service", "carrier_id in (select id from carrier where address = '')",
          // so that asking again for this empties nothing
          "command", "true");

  private final JdbcOperations jdbc;
  private final ObjectProvider<Backup> backup;
  private final TransactionTemplate transaction;

  HouseEmptying(
      JdbcOperations jdbc, ObjectProvider<Backup> backup, PlatformTransactionManager transactions) {
    this.jdbc = jdbc;
    this.backup = backup;
    this.transaction = new TransactionTemplate(transactions);
  }

  /**
   * What was emptied.
   *
   * @param backup what was backed up, and where to
   */
  record Emptied(String backup) {}

  /**
   * Backs up and empties.
   *
   * @param confirmation the name of the house, as someone has typed it
   * @throws Problem if it is another name, the books were closed, or no backup can be made
   */
  Emptied empty(String confirmation, Actor actor) {
    String name = jdbc.queryForObject("select name from house", String.class);
    if (!confirmation.strip().equals(name)) {
      throw Problem.invalid("confirmation", "Expected the name of the house: {0}.", name);
    }
    List<Long> closings = jdbc.queryForList("select id from closing limit 1", Long.class);
    if (!closings.isEmpty()) {
      throw Problem.refused(
          "books-closed", "The books of the house were closed, so it can't be emptied any more.");
    }
    Backup before = backup.getIfAvailable();
    if (before == null) {
      throw Problem.refused(
          "no-backup",
          "No backup can be made, so nothing is emptied. Set reliquum.backup.program, see"
              + " operations.md.");
    }
    String kept;
    try {
      kept = before.backUp();
    } catch (IllegalStateException failed) {
      LOG.error("The backup before emptying failed", failed);
      throw Problem.refused("no-backup", "{0} Nothing was emptied.", Message.of(failed));
    }
    transaction.executeWithoutResult(status -> empty());
    LOG.warn("The house was emptied by {}. {}", actor.code(), kept);
    return new Emptied(kept);
  }

  private void empty() {
    for (String table :
        jdbc.queryForList(
            "select table_name from information_schema.tables where table_schema = database()"
                + " and table_type = 'BASE TABLE'",
            String.class)) {
      if (!KEPT.contains(table)) {
        jdbc.update(
            "delete from `%s` where not (%s)"
                .formatted(table, KEPT_ROWS.getOrDefault(table, "false")));
      }
    }
  }
}
