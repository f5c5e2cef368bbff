package app.reliquum.replenishment;

import app.reliquum.api.Actor;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.sheets.Sheet;
import app.reliquum.api.sheets.TableFile;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** What runs low, as a file. */
@RestController
@RequestMapping("/api/export")
class LowExportController {

  private static final Map<String, Function<RunningLow.Row, @Nullable Object>> COLUMNS =
      new LinkedHashMap<>();

  static {
    COLUMNS.put("item", RunningLow.Row::item);
    COLUMNS.put("name", RunningLow.Row::name);
    COLUMNS.put("category", RunningLow.Row::category);
    COLUMNS.put("site", RunningLow.Row::site);
    COLUMNS.put("finding", RunningLow.Row::finding);
    COLUMNS.put("pattern", RunningLow.Row::pattern);
    COLUMNS.put("supplier", RunningLow.Row::supplier);
    COLUMNS.put("runsOut", RunningLow.Row::runsOut);
    COLUMNS.put("orderBy", RunningLow.Row::lastDayToOrder);
    COLUMNS.put("free", row -> TableFile.number(row.free()));
    COLUMNS.put("coming", row -> TableFile.number(row.coming()));
    COLUMNS.put("point", row -> row.point() == null ? null : TableFile.number(row.point()));
    COLUMNS.put("perDay", RunningLow.Row::perDay);
    COLUMNS.put("toOrder", row -> TableFile.number(row.toOrder()));
    COLUMNS.put("unit", RunningLow.Row::symbol);
    COLUMNS.put(
        "proposals",
        row ->
            row.proposals().stream()
                .map(
                    one ->
                        one.way()
                            + " "
                            + one.quantity()
                            + (one.from() == null ? "" : " " + one.from()))
                .collect(Collectors.joining(", ")));
  }

  private final RunningLow low;
  private final TableFile files;

  LowExportController(RunningLow low, TableFile files) {
    this.low = low;
    this.files = files;
  }

  @Operation(operationId = "exportLowItems", summary = "What runs low as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/low-items")
  ResponseEntity<StreamingResponseBody> items(
      @Parameter(hidden = true) Actor actor,
      @RequestParam Sheet.Format format,
      @RequestParam(defaultValue = "LOW") RunningLow.Show show,
      ListQuery<LowColumn> list) {
    return files.of(
        format, "low-items", COLUMNS, offset -> low.page(show, list.portion(offset), actor));
  }
}
