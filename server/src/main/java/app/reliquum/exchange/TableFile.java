package app.reliquum.exchange;

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
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Tables as files for people to download. */
final class TableFile {

  /** A spreadsheet holds little more. */
  private static final int MOST_ROWS = 1_000_000;

  private TableFile() {}

  /**
   * The columns that someone has chosen.
   *
   * @throws Problem if there is no such column
   */
  static <T> Map<String, Function<T, Object>> chosen(
      Map<String, Function<T, Object>> known, List<String> columns) {
    Map<String, Function<T, Object>> chosen = new LinkedHashMap<>();
    for (String column : columns) {
      if (!known.containsKey(column)) {
        throw Problem.invalid(
            "columns", "There is no column " + column + ". There are " + known.keySet() + ".");
      }
      chosen.put(column, known.get(column));
    }
    return chosen;
  }

  /** A table as a file that comes page by page. */
  static <T> ResponseEntity<StreamingResponseBody> of(
      Sheet.Format format,
      String name,
      Map<String, Function<T, Object>> columns,
      IntFunction<Page<T>> pages) {
    Page<T> first = pages.apply(0);
    StreamingResponseBody body =
        out ->
            format.write(
                out,
                List.copyOf(columns.keySet()),
                sheet -> {
                  Page<T> page = first;
                  while (!page.rows().isEmpty() && page.offset() < MOST_ROWS) {
                    page.rows().forEach(row -> sheet.row(cells(row, columns)));
                    page = pages.apply(page.offset() + page.rows().size());
                  }
                });
    String file = name + "." + format.name().toLowerCase(java.util.Locale.ROOT);
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(format.mediaType()))
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(file).build().toString())
        .body(body);
  }

  private static <T> List<Object> cells(T row, Map<String, Function<T, Object>> columns) {
    List<Object> cells = new ArrayList<>(columns.size());
    columns.values().forEach(column -> cells.add(column.apply(row)));
    return cells;
  }

  /** A quantity as a cell shows it. */
  static BigDecimal number(Quantity quantity) {
    return quantity == null ? null : quantity.amount();
  }
}
