package app.reliquum.api.sheets;

import app.reliquum.core.table.CellReading;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.math.BigDecimal;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.jdbc.core.RowCallbackHandler;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/** Reads rows of a table out of the database, so that its length costs no memory. */
@Service
public class RowQuery {

  private static final int PORTION = 1_000;

  private final JdbcClient jdbc;

  RowQuery(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  /**
   * Hands out the rows that a query finds.
   *
   * @param sql selects a column for each of the form, in its order: names of constants for choices,
   *     lists as text with a semicolon and a space between, null for nothing
   */
  public void each(TableForm form, String sql, Consumer<TableRow> to) {
    each(form, sql, List.of(), to);
  }

  /**
   * Hands out the rows that a query finds and whose key begins with some parts.
   *
   * @param sql selects the columns of the form and no others
   * @param first the parts; empty for all rows
   */
  public void each(TableForm form, String sql, List<String> first, Consumer<TableRow> to) {
    List<String> given = first.stream().filter(part -> !part.isEmpty()).toList();
    jdbc.sql(first.isEmpty() ? sql : among(form, sql, first))
        .params(given)
        .withFetchSize(PORTION)
        .query((RowCallbackHandler) row -> to.accept(new TableRow(form, 0, cells(form, row))));
  }

  /** The database looks for the parts within the query itself, so that it can use its indexes. */
  private static String among(TableForm form, String sql, List<String> first) {
    String columns =
        IntStream.range(0, form.columns().size())
            .mapToObj(at -> "c" + at)
            .collect(Collectors.joining(", "));
    List<String> conditions = new ArrayList<>();
    for (int part = 0; part < first.size(); part++) {
      String column = "c" + form.place(form.keyColumns().get(part).name());
      conditions.add(
          first.get(part).isEmpty()
              ? "(%s is null or %s = '')".formatted(column, column)
              : column + " = ?");
    }
    return "with found (%s) as (%s) select * from found where %s"
        .formatted(columns, sql, String.join(" and ", conditions));
  }

  /** What else a query tells of a row, behind the columns of the form. */
  public interface More {
    /**
     * @param row the row
     * @param told the row of the database
     */
    void take(TableRow row, ResultSet told) throws SQLException;
  }

  /** Hands out the rows that a query finds, with what it tells besides. */
  public void each(TableForm form, String sql, More to) {
    jdbc.sql(sql)
        .withFetchSize(PORTION)
        .query((RowCallbackHandler) row -> to.take(new TableRow(form, 0, cells(form, row)), row));
  }

  private static List<String> cells(TableForm form, ResultSet row) throws SQLException {
    List<String> cells = new ArrayList<>(form.columns().size());
    for (int i = 0; i < form.columns().size(); i++) {
      cells.add(cell(form.columns().get(i), row, i + 1));
    }
    return cells;
  }

  private static String cell(TableColumn column, ResultSet row, int at) throws SQLException {
    String text = row.getString(at);
    if (text == null) {
      return "";
    }
    return switch (column.kind()) {
      case TEXT, CODE, LIST -> text.strip();
      case WHOLE -> Integer.toString(row.getInt(at));
      case DECIMAL -> CellReading.plain(new BigDecimal(text));
      case DAY -> row.getObject(at) instanceof Date day ? day.toLocalDate().toString() : text;
      case YES_NO -> row.getBoolean(at) ? "yes" : "no";
      case CHOICE -> text.toLowerCase(Locale.ROOT).replace('_', ' ');
    };
  }
}
