package app.reliquum.importing;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.lists.ListTable;
import app.reliquum.api.sheets.HouseTable;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import io.swagger.v3.oas.annotations.media.Schema;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Who changed what of the rules and masters of the house, and when. */
@Component
class ChangeLog {

  /** Between the parts of a key. */
  static final String BETWEEN = " · ";

  private static final ListTable<ChangeColumn> CHANGES =
      new ListTable<>(
          "from row_change c join person p on p.id = c.person_id",
          "c.id",
          List.of(),
          List.of(
              "c.row_key like :holds",
              "p.name like :holds",
              "c.before_row like :holds",
              "c.after_row like :holds"));

  private static final String SELECT = "select c.*, p.name person";

  /** Those of one row, and of rows whose keys begin with it. */
  private static final String OF_ROW =
      " where c.form in (:forms) and (:key = '' or c.row_key = :key or c.row_key like :within)";

  private final JdbcClient jdbc;
  private final JdbcOperations many;
  private final RowJson json;
  private final HouseTables tables;
  private final Clock clock;

  ChangeLog(JdbcClient jdbc, JdbcOperations many, RowJson json, HouseTables tables, Clock clock) {
    this.jdbc = jdbc;
    this.many = many;
    this.json = json;
    this.tables = tables;
    this.clock = clock;
  }

  /** What became of a row. */
  enum Kind {
    NEW,
    CHANGED,
    REMOVED
  }

  /** What a cell said before and says after; empty for nothing. */
  @Schema(name = "ChangedCell")
  record Cell(String column, String before, String after) {}

  /**
   * A change that is kept.
   *
   * @param key what names the row among those of its table
   * @param importId the import that did it; null if someone did it by hand
   * @param takenBack whether someone has taken it back
   */
  @Schema(name = "ChangeLogRow")
  record Row(
      long id,
      String table,
      String key,
      Kind kind,
      Instant changed,
      String person,
      @Nullable Long importId,
      boolean takenBack,
      List<Cell> cells) {}

  /**
   * What someone did to a row.
   *
   * @param before the row as it was; empty if there was none
   * @param after what became of it; empty if it was removed
   */
  record Change(Optional<TableRow> before, Optional<TableRow> after) {

    static Change of(RowChange change) {
      return new Change(change.before(), Optional.of(change.after()));
    }

    Change reversed() {
      return new Change(after, before);
    }

    TableRow row() {
      return after.or(() -> before).orElseThrow();
    }

    Kind kind() {
      return before.isEmpty() ? Kind.NEW : after.isEmpty() ? Kind.REMOVED : Kind.CHANGED;
    }
  }

  /** A change that is kept, to be taken back. */
  record Kept(HouseTable table, Change change, boolean takenBack) {}

  /**
   * Keeps what someone did to rows, but for those of tables that have a history of their own.
   *
   * @param importId the import that did it; null if none did
   */
  void keep(Actor actor, @Nullable Long importId, List<Change> changes) {
    List<Object[]> rows = new ArrayList<>();
    for (Change change : changes) {
      if (!tables.named(change.row().form().name()).orElseThrow().logged()) {
        continue;
      }
      rows.add(
          new Object[] {
            change.row().form().name(),
            key(change.row().key()),
            change.kind().name(),
            change.before().map(json::written).orElse(null),
            change.after().map(json::written).orElse(null),
            actor.id(),
            Utc.of(clock.instant()),
            importId
          });
    }
    many.batchUpdate(
        """
        insert into row_change (form, row_key, kind, before_row, after_row, person_id, changed,
          import_id) values (?,?,?,?,?,?,?,?)
        """,
        rows);
  }

  private static String key(List<String> parts) {
    return String.join(BETWEEN, parts);
  }

  private List<String> theirs(Actor actor) {
    return tables.all().stream()
        .filter(table -> actor.may(table.permission()))
        .map(table -> table.form().name())
        .toList();
  }

  /** All that someone may see, the newest first. */
  Page<Row> page(ListQuery<ChangeColumn> query, Actor actor) {
    String only =
        theirs(actor).stream()
            .map(name -> "'" + name + "'")
            .collect(Collectors.joining(", ", "c.form in (", ")"));
    return CHANGES.page(
        jdbc,
        query,
        new ListTable.Shown(SELECT, "", only, "c.id desc"),
        actor,
        (row, n) -> row(row));
  }

  /**
   * What was changed of one row, and of those that belong to it: the packs of an item, the bins of
   * a site. The newest first.
   *
   * @param key the parts of its key, with {@value #BETWEEN} between; empty for all rows of the
   *     table
   */
  Page<Row> ofRow(String table, String key, int offset, int limit, Actor actor) {
    TableForm form =
        tables
            .named(table)
            .orElseThrow(() -> Problem.invalid("table", "There is no table {0}.", table))
            .form();
    requireTheirs(table, actor);
    List<String> theirs = theirs(actor);
    List<String> forms =
        tables.forms().stream()
            .filter(other -> other.equals(form) || belongs(other, form))
            .map(TableForm::name)
            .filter(theirs::contains)
            .toList();
    String sought = key.toLowerCase(Locale.ROOT);
    Map<String, Object> values =
        Map.of(
            "forms",
            sought.isEmpty() ? List.of(table) : forms,
            "key",
            sought,
            "within",
            sought.replaceAll("([\\\\%_])", "\\\\$1") + BETWEEN + "%",
            "limit",
            Page.limit(limit),
            "offset",
            offset);
    long total =
        jdbc.sql("select count(*) from row_change c" + OF_ROW)
            .params(values)
            .query(Long.class)
            .single();
    return new Page<>(
        total,
        offset,
        jdbc.sql(
                SELECT
                    + " "
                    + CHANGES.from()
                    + OF_ROW
                    + " order by c.id desc limit :limit offset :offset")
            .params(values)
            .query((row, n) -> row(row))
            .list());
  }

  /** Whether the rows of a table are named by what they belong to first. */
  private static boolean belongs(TableForm other, TableForm to) {
    List<TableColumn> key = other.keyColumns();
    return key.size() > 1 && to.keyColumns().size() == 1 && key.get(0).refersTo().equals(to.name());
  }

  private Row row(ResultSet row) throws SQLException {
    Map<String, String> before = json.cells(row.getString("before_row"));
    Map<String, String> after = json.cells(row.getString("after_row"));
    String table = row.getString("form");
    long importId = row.getLong("import_id");
    return new Row(
        row.getLong("id"),
        table,
        shown(table, after.isEmpty() ? before : after),
        Kind.valueOf(row.getString("kind")),
        Objects.requireNonNull(Utc.instant(row.getTimestamp("changed"))),
        row.getString("person"),
        importId == 0 ? null : importId,
        row.getBoolean("taken_back"),
        cells(table, before, after));
  }

  private String shown(String table, Map<String, String> cells) {
    return columns(table).stream()
        .filter(TableColumn::key)
        .map(column -> cells.getOrDefault(column.name(), ""))
        .filter(part -> !part.isEmpty())
        .collect(Collectors.joining(BETWEEN));
  }

  private List<TableColumn> columns(String table) {
    return tables.named(table).map(one -> one.form().columns()).orElse(List.of());
  }

  private List<Cell> cells(String table, Map<String, String> before, Map<String, String> after) {
    return columns(table).stream()
        .map(TableColumn::name)
        .map(
            column ->
                new Cell(column, before.getOrDefault(column, ""), after.getOrDefault(column, "")))
        .filter(cell -> !cell.before().equals(cell.after()))
        .toList();
  }

  /** A change, to be taken back. */
  Kept find(long id) {
    return jdbc.sql("select * from row_change where id = ? for update")
        .param(id)
        .query((row, n) -> kept(row))
        .optional()
        .orElseThrow(() -> Problem.missing("change", id));
  }

  private Kept kept(ResultSet row) throws SQLException {
    HouseTable table = tables.named(row.getString("form")).orElseThrow();
    String before = row.getString("before_row");
    String after = row.getString("after_row");
    return new Kept(
        table,
        new Change(
            Optional.ofNullable(before).map(text -> json.row(table.form(), 0, text)),
            Optional.ofNullable(after).map(text -> json.row(table.form(), 0, text))),
        row.getBoolean("taken_back"));
  }

  /**
   * A change as people see it.
   *
   * @throws Problem if there is none, or they may not see it
   */
  Row shown(long id, Actor actor) {
    Row row =
        jdbc.sql(SELECT + " " + CHANGES.from() + " where c.id = ?")
            .param(id)
            .query((found, n) -> row(found))
            .optional()
            .orElseThrow(() -> Problem.missing("change", id));
    requireTheirs(row.table(), actor);
    return row;
  }

  private void requireTheirs(String table, Actor actor) {
    if (!theirs(actor).contains(table)) {
      throw Problem.forbidden("You may not see who changed what of the {0}.", table);
    }
  }

  void takenBack(long id) {
    jdbc.sql("update row_change set taken_back = true where id = ?").param(id).update();
  }
}
