package app.reliquum.importing;

import app.reliquum.api.GeneratedId;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableFault;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.WrittenStyle;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What is kept of imports. */
@Component
class ImportStore {

  private static final int LONGEST = 400;
  private static final int LONGEST_NEAREST = 200;

  private final JdbcClient jdbc;
  private final JdbcOperations many;
  private final JsonMapper json;
  private final RowJson rowJson;
  private final Clock clock;

  ImportStore(JdbcClient jdbc, JdbcOperations many, JsonMapper json, RowJson rowJson, Clock clock) {
    this.jdbc = jdbc;
    this.many = many;
    this.json = json;
    this.rowJson = rowJson;
    this.clock = clock;
  }

  long add(String fileName, byte[] content, long by) {
    return GeneratedId.of(
        jdbc.sql(
                "insert into import_run (file_name, content, state, asked_by, asked)"
                    + " values (:name, :content, 'CHECKING', :by, :now)")
            .param("name", brief(fileName, LONGEST_NEAREST))
            .param("content", content)
            .param("by", by)
            .param("now", Utc.of(clock.instant())));
  }

  /** Keeps what was said of many rows of a table. */
  void many(long id, String form, Map<String, String> values) {
    jdbc.sql("update import_run set many_form = ?, many_said = ? where id = ?")
        .params(form, json.writeValueAsString(new TreeMap<>(values)), id)
        .update();
  }

  static String brief(String text, int longest) {
    return text.length() <= longest ? text : text.substring(0, longest - 1) + "…";
  }

  private static final String ROWS =
      """
      select r.id, r.file_name, r.state, p.name person, r.asked, r.finished, r.done, r.total,
        r.faults, r.failure, r.many_form, r.many_said, r.numbers, r.days, r.number_example, r.day_example, r.asked_by,
        r.staying
      from import_run r join person p on p.id = r.asked_by
      """;

  /**
   * An import as it is kept.
   *
   * @param numbers how its numbers are to be read, if someone has said it
   */
  record Kept(
      ImportViews.Row row,
      long askedBy,
      WrittenStyle.@Nullable Numbers numbers,
      WrittenStyle.@Nullable Days days,
      @Nullable String numberExample,
      @Nullable String dayExample,
      int staying) {}

  private ImportViews.@Nullable Many many(ResultSet row) throws SQLException {
    String form = row.getString("many_form");
    return form == null
        ? null
        : new ImportViews.Many(form, rowJson.cells(row.getString("many_said")));
  }

  private Kept kept(ResultSet row, int n) throws SQLException {
    String numbers = row.getString("numbers");
    String days = row.getString("days");
    return new Kept(
        new ImportViews.Row(
            row.getLong("id"),
            row.getString("file_name"),
            ImportState.valueOf(row.getString("state")),
            row.getString("person"),
            Objects.requireNonNull(Utc.instant(row.getTimestamp("asked"))),
            Utc.instant(row.getTimestamp("finished")),
            row.getInt("done"),
            row.getInt("total"),
            row.getInt("faults"),
            row.getString("failure"),
            many(row)),
        row.getLong("asked_by"),
        numbers == null ? null : WrittenStyle.Numbers.valueOf(numbers),
        days == null ? null : WrittenStyle.Days.valueOf(days),
        row.getString("number_example"),
        row.getString("day_example"),
        row.getInt("staying"));
  }

  Page<ImportViews.Row> rows(int offset, int limit) {
    long total = jdbc.sql("select count(*) from import_run").query(Long.class).single();
    return new Page<>(
        total,
        offset,
        jdbc
            .sql(ROWS + " order by r.id desc limit :limit offset :offset")
            .param("limit", limit)
            .param("offset", offset)
            .query(this::kept)
            .list()
            .stream()
            .map(Kept::row)
            .toList());
  }

  Kept find(long id) {
    return jdbc.sql(ROWS + " where r.id = ?")
        .param(id)
        .query(this::kept)
        .optional()
        .orElseThrow(() -> Problem.missing("import", id));
  }

  /** The state, locked until the transaction ends. */
  ImportState lock(long id) {
    return jdbc.sql("select state from import_run where id = ? for update")
        .param(id)
        .query((row, n) -> ImportState.valueOf(row.getString(1)))
        .optional()
        .orElseThrow(() -> Problem.missing("import", id));
  }

  byte[] content(long id) {
    return jdbc.sql("select content from import_run where id = ?")
        .param(id)
        .query((row, n) -> row.getBytes(1))
        .single();
  }

  void content(long id, byte[] content) {
    jdbc.sql("update import_run set content = ? where id = ?").params(content, id).update();
  }

  /** The lines of the file that have faults. */
  Set<Integer> faultyLines(long id) {
    return Set.copyOf(
        jdbc.sql("select distinct line from import_fault where import_id = ?")
            .param(id)
            .query(Integer.class)
            .list());
  }

  void begin(long id, ImportState state) {
    jdbc.sql(
            "update import_run set state = ?, done = 0, cancelled = false, failure = null,"
                + " finished = null where id = ?")
        .params(state.name(), id)
        .update();
  }

  void end(long id, ImportState state, @Nullable String failure) {
    jdbc.sql("update import_run set state = ?, failure = ?, finished = ? where id = ?")
        .params(
            state.name(),
            failure == null ? null : brief(failure, LONGEST),
            Utc.of(clock.instant()),
            id)
        .update();
  }

  /** Says how many rows stay although the import was taken back. */
  void staying(long id, int rows) {
    jdbc.sql("update import_run set staying = ? where id = ?").params(rows, id).update();
  }

  void total(long id, int total) {
    jdbc.sql("update import_run set total = ? where id = ?").params(total, id).update();
  }

  void cancel(long id) {
    jdbc.sql("update import_run set cancelled = true where id = ?").param(id).update();
  }

  /** Says how far it has come; whether it shall be ended. */
  boolean progress(long id, int done) {
    jdbc.sql("update import_run set done = ? where id = ?").params(done, id).update();
    return jdbc.sql("select cancelled from import_run where id = ?")
        .param(id)
        .query(Boolean.class)
        .single();
  }

  void read(long id, WrittenStyle.@Nullable Numbers numbers, WrittenStyle.@Nullable Days days) {
    jdbc.sql(
            "update import_run set numbers = coalesce(?, numbers), days = coalesce(?, days)"
                + " where id = ?")
        .params(numbers == null ? null : numbers.name(), days == null ? null : days.name(), id)
        .update();
  }

  void ask(long id, Optional<String> number, Optional<String> day) {
    jdbc.sql("update import_run set number_example = ?, day_example = ? where id = ?")
        .params(
            number.map(text -> brief(text, 80)).orElse(null),
            day.map(text -> brief(text, 80)).orElse(null),
            id)
        .update();
  }

  /** Begins a new turn of writing; the one before must have come to its end. */
  void takeTurn() {
    jdbc.sql("select id from import_turn where id = 1 for update").query(Integer.class).single();
  }

  // Sheets

  /** The tables that sheets are by what someone has said, empty for none; by position. */
  Map<Integer, String> toldTables(long id) {
    Map<Integer, String> told = new HashMap<>();
    jdbc.sql("select position, coalesce(form, '') from import_sheet where import_id = ? and told")
        .param(id)
        .query(
            row -> {
              told.put(row.getInt(1), row.getString(2));
            });
    return told;
  }

  void tellTable(long id, int position, @Nullable String form) {
    jdbc.sql("update import_sheet set form = ?, told = true where import_id = ? and position = ?")
        .params(form, id, position)
        .update();
  }

  void writeSheets(long id, List<ImportViews.Sheet> sheets) {
    Map<Integer, String> told = toldTables(id);
    jdbc.sql("delete from import_sheet where import_id = ?").param(id).update();
    for (ImportViews.Sheet sheet : sheets) {
      jdbc.sql(
              """
              insert into import_sheet (import_id, position, sheet, form, line_count, headings, missing,
                fresh, changed, unchanged, faulty, told) values (?,?,?,?,?,?,?,?,?,?,?,?)
              """)
          .params(
              id,
              sheet.position(),
              brief(sheet.sheet(), 120),
              sheet.table(),
              sheet.lines(),
              json.writeValueAsString(sheet.headings()),
              brief(String.join("; ", sheet.missing()), LONGEST),
              sheet.fresh(),
              sheet.changed(),
              sheet.unchanged(),
              sheet.faulty(),
              told.containsKey(sheet.position()))
          .update();
    }
  }

  List<ImportViews.Sheet> sheets(long id) {
    return jdbc.sql("select * from import_sheet where import_id = ? order by position")
        .param(id)
        .query(
            (row, n) ->
                new ImportViews.Sheet(
                    row.getInt("position"),
                    row.getString("sheet"),
                    row.getString("form"),
                    row.getInt("line_count"),
                    json.readValue(
                        row.getString("headings"),
                        new TypeReference<List<ImportViews.Heading>>() {}),
                    row.getString("missing").isEmpty()
                        ? List.of()
                        : List.of(row.getString("missing").split("; ")),
                    row.getInt("fresh"),
                    row.getInt("changed"),
                    row.getInt("unchanged"),
                    row.getInt("faulty")))
        .list();
  }

  // Faults

  void writeFaults(long id, List<TableFault> faults, int most) {
    jdbc.sql("delete from import_fault where import_id = ?").param(id).update();
    List<Object[]> rows = new ArrayList<>();
    for (TableFault fault : faults.subList(0, Math.min(most, faults.size()))) {
      rows.add(
          new Object[] {
            id,
            rows.size(),
            fault.table(),
            fault.row(),
            fault.column(),
            brief(fault.found(), LONGEST),
            brief(fault.expected(), LONGEST),
            brief(fault.nearest(), LONGEST_NEAREST)
          });
    }
    many.batchUpdate(
        """
        insert into import_fault (import_id, number, form, line, column_name, found, expected,
          nearest) values (?,?,?,?,?,?,?,?)
        """,
        rows);
    jdbc.sql("update import_run set faults = ? where id = ?").params(faults.size(), id).update();
  }

  Page<ImportViews.Fault> faults(long id, int offset, int limit) {
    long total =
        jdbc.sql("select count(*) from import_fault where import_id = ?")
            .param(id)
            .query(Long.class)
            .single();
    return new Page<>(
        total,
        offset,
        jdbc.sql(
                "select * from import_fault where import_id = :id order by number"
                    + " limit :limit offset :offset")
            .param("id", id)
            .param("limit", limit)
            .param("offset", offset)
            .query(
                (row, n) ->
                    new ImportViews.Fault(
                        row.getString("form"),
                        row.getInt("line"),
                        row.getString("column_name"),
                        row.getString("found"),
                        row.getString("expected"),
                        row.getString("nearest")))
            .list());
  }

  // Changes

  void forgetChanges(long id) {
    jdbc.sql("delete from import_change where import_id = ?").param(id).update();
  }

  /** Keeps what rows change, after those that are kept already. */
  void writeChanges(long id, int from, List<RowChange> changes) {
    List<Object[]> rows = new ArrayList<>();
    for (RowChange change : changes) {
      rows.add(
          new Object[] {
            id,
            from + rows.size(),
            change.after().form().name(),
            change.after().number(),
            change.kind().name(),
            change.before().map(rowJson::written).orElse(null),
            rowJson.written(change.after())
          });
    }
    many.batchUpdate(
        """
        insert into import_change (import_id, number, form, line, kind, before_row, after_row)
        values (?,?,?,?,?,?,?)
        """,
        rows);
  }

  Page<ImportViews.Change> changes(
      long id, @Nullable String table, RowChange.@Nullable Kind kind, int offset, int limit) {
    String where =
        " from import_change where import_id = :id and (:form is null or form = :form)"
            + " and (:kind is null or kind = :kind)";
    String kindName = kind == null ? null : kind.name();
    long total =
        jdbc.sql("select count(*)" + where)
            .param("id", id)
            .param("form", table)
            .param("kind", kindName)
            .query(Long.class)
            .single();
    return new Page<>(
        total,
        offset,
        jdbc.sql("select *" + where + " order by number limit :limit offset :offset")
            .param("id", id)
            .param("form", table)
            .param("kind", kindName)
            .param("limit", limit)
            .param("offset", offset)
            .query(
                (row, n) -> {
                  String before = row.getString("before_row");
                  return new ImportViews.Change(
                      row.getString("form"),
                      row.getInt("line"),
                      RowChange.Kind.valueOf(row.getString("kind")),
                      before == null ? null : rowJson.cells(before),
                      rowJson.cells(row.getString("after_row")));
                })
            .list());
  }

  /** Codes of the sites of which an import brings opening stock. */
  List<String> openedSites(long id) {
    return jdbc.sql(
            """
            select distinct json_value(after_row, '$.site') from import_change
            where import_id = ? and form = 'opening stock' and kind = 'NEW' order by 1
            """)
        .param(id)
        .query(String.class)
        .list();
  }

  /** All that an import changed of a table. */
  List<RowChange> changes(long id, TableForm form) {
    return jdbc.sql("select * from import_change where import_id = ? and form = ? order by number")
        .params(id, form.name())
        .query(
            (row, n) -> {
              String before = row.getString("before_row");
              int line = row.getInt("line");
              return new RowChange(
                  before == null ? Optional.empty() : Optional.of(rowJson.row(form, line, before)),
                  rowJson.row(form, line, row.getString("after_row")));
            })
        .list();
  }

  // Headings that someone has matched

  /** What tells files of one making from others: all their headings. */
  private static String source(List<String> headings) {
    try {
      return HexFormat.of()
          .formatHex(
              MessageDigest.getInstance("SHA-256")
                  .digest(String.join("\n", headings).getBytes(StandardCharsets.UTF_8)));
    } catch (NoSuchAlgorithmException missing) {
      throw new IllegalStateException(missing);
    }
  }

  Map<String, String> toldHeadings(TableForm form, List<String> headings) {
    Map<String, String> told = new HashMap<>();
    jdbc.sql("select heading, column_name from import_heading where form = ? and source = ?")
        .params(form.name(), source(headings))
        .query(
            row -> {
              told.put(row.getString(1), row.getString(2));
            });
    return told;
  }

  void tellHeadings(TableForm form, List<String> headings, Map<String, String> told) {
    many.batchUpdate(
        """
        insert into import_heading (form, source, heading, column_name) values (?, ?, ?, ?)
        on duplicate key update column_name = value(column_name)
        """,
        told.entrySet().stream()
            .map(one -> new Object[] {form.name(), source(headings), one.getKey(), one.getValue()})
            .toList());
  }
}
