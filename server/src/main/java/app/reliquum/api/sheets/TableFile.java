package app.reliquum.api.sheets;

import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Tables as files for people to download. */
@Service
public class TableFile {

  /** A spreadsheet holds little more. */
  private static final int MOST_ROWS = 1_000_000;

  private final JdbcClient jdbc;
  private final TransactionTemplate transaction;

  TableFile(JdbcClient jdbc, PlatformTransactionManager transactions) {
    this.jdbc = jdbc;
    this.transaction = new TransactionTemplate(transactions);
  }

  /**
   * The columns that someone has chosen, by the headings they have in the file.
   *
   * @param headings of columns that the file does not call by their names
   * @throws Problem if there is no such column
   */
  public static <T> Map<String, Function<T, Object>> chosen(
      Map<String, Function<T, Object>> known, List<String> columns, Map<String, String> headings) {
    Map<String, Function<T, Object>> chosen = new LinkedHashMap<>();
    for (String column : columns) {
      if (!known.containsKey(column)) {
        throw Problem.invalid(
            "columns", "There is no column {0}. There are {1}.", column, known.keySet());
      }
      chosen.put(headings.getOrDefault(column, column), known.get(column));
    }
    return chosen;
  }

  /**
   * A table as a file that comes portion by portion, all of it as it is at one moment, whatever is
   * posted while it is read.
   *
   * @param pages reads a portion from an offset on; {@link Page#EXPORT} says how much of it
   */
  public <T> ResponseEntity<StreamingResponseBody> of(
      Sheet.Format format,
      String name,
      Map<String, Function<T, Object>> columns,
      IntFunction<Page<T>> pages) {
    // What is wrong with the question is said before anything is sent.
    long total = pages.apply(0).total();
    if (format == Sheet.Format.XLSX && total > MOST_ROWS) {
      throw Problem.refused(
              "too-many-rows",
              "The table has {0} rows, a spreadsheet holds a million. Take CSV, or narrow it.",
              total)
          .with("rows", total)
          .with("most", MOST_ROWS);
    }
    StreamingResponseBody body =
        out ->
            snapshot(
                () ->
                    format.write(
                        out,
                        List.copyOf(columns.keySet()),
                        sheet -> {
                          Page<T> page = pages.apply(0);
                          while (!page.rows().isEmpty()) {
                            page.rows().forEach(row -> sheet.row(cells(row, columns)));
                            page = pages.apply(page.offset() + page.rows().size());
                          }
                        }));
    String file = name + "." + format.name().toLowerCase(java.util.Locale.ROOT);
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(format.mediaType()))
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(file).build().toString())
        .body(body);
  }

  /** A table that has been read whole already, as portions. */
  public static <T> IntFunction<Page<T>> whole(List<T> rows) {
    return offset -> new Page<>(rows.size(), offset, offset == 0 ? rows : List.of());
  }

  /** Reads everything as it was when the first of it was read. */
  private void snapshot(Runnable reading) {
    transaction.executeWithoutResult(
        status -> {
          // Said before the first read, it is meant for this transaction alone.
          jdbc.sql("set transaction isolation level repeatable read").update();
          reading.run();
          status.setRollbackOnly();
        });
  }

  private static <T> List<Object> cells(T row, Map<String, Function<T, Object>> columns) {
    List<Object> cells = new ArrayList<>(columns.size());
    columns.values().forEach(column -> cells.add(column.apply(row)));
    return cells;
  }

  /** A quantity as a cell shows it. */
  public static @Nullable BigDecimal number(@Nullable Quantity quantity) {
    return quantity == null ? null : quantity.amount();
  }
}
