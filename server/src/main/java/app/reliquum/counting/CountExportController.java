package app.reliquum.counting;

import app.reliquum.api.Actor;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.sheets.Sheet;
import app.reliquum.api.sheets.TableFile;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** What a count found, as a file. */
@RestController
@RequestMapping("/api/export")
class CountExportController {

  private static final Map<String, Function<Counting.Result, Object>> COUNT = new LinkedHashMap<>();

  static {
    COUNT.put("bin", Counting.Result::place);
    COUNT.put("area", Counting.Result::area);
    COUNT.put("item", Counting.Result::item);
    COUNT.put("name", Counting.Result::name);
    COUNT.put("lot", Counting.Result::lot);
    COUNT.put("serial", Counting.Result::serial);
    COUNT.put("unitLoad", Counting.Result::load);
    COUNT.put("condition", Counting.Result::condition);
    COUNT.put("book", row -> TableFile.number(row.book()));
    COUNT.put("counted", row -> TableFile.number(row.counted()));
    COUNT.put("variance", row -> TableFile.number(row.variance()));
    COUNT.put("unit", Counting.Result::symbol);
    COUNT.put("percent", Counting.Result::percent);
    COUNT.put("value", Counting.Result::value);
    COUNT.put("countedBy", Counting.Result::people);
    COUNT.put("countedAt", Counting.Result::moment);
    COUNT.put("rounds", Counting.Result::rounds);
    COUNT.put("decision", Counting.Result::decision);
    COUNT.put("decidedBy", Counting.Result::decidedBy);
    COUNT.put("posted", row -> TableFile.number(row.posted()));
  }

  private final Reviews reviews;
  private final TableFile files;

  CountExportController(Reviews reviews, TableFile files) {
    this.reviews = reviews;
    this.files = files;
  }

  /** What a count found. */
  @Operation(operationId = "exportCount", summary = "What a count found, as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/counts/{id}")
  ResponseEntity<StreamingResponseBody> count(
      @Parameter(hidden = true) Actor actor,
      @PathVariable long id,
      @RequestParam Sheet.Format format,
      @RequestParam(defaultValue = "ALL") Counting.Show show) {
    Counting.Question question =
        new Counting.Question(show, null, null, null, null, Counting.Sort.GROSS, true);
    return files.of(
        format,
        "count-" + id,
        COUNT,
        offset -> reviews.page(id, question, actor, offset, Page.EXPORT));
  }
}
