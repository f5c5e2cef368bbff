package app.reliquum.value;

import app.reliquum.api.Actor;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.sheets.Sheet;
import app.reliquum.api.sheets.TableFile;
import app.reliquum.core.costing.Turnover;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** What stock is worth, how it is used, and the journal, as files. */
@RestController
@RequestMapping("/api/export")
class ValueExportController {

  private static final Map<String, Function<StockValue.Row, Object>> VALUE = new LinkedHashMap<>();
  private static final Map<String, Function<Usage.Row, Object>> USAGE = new LinkedHashMap<>();
  private static final Map<String, Function<Accounts.Entry, Object>> JOURNAL =
      new LinkedHashMap<>();

  static {
    VALUE.put("label", StockValue.Row::label);
    VALUE.put("code", StockValue.Row::code);
    VALUE.put("category", StockValue.Row::category);
    VALUE.put("method", StockValue.Row::method);
    VALUE.put("items", StockValue.Row::items);
    VALUE.put("quantity", row -> TableFile.number(row.quantity()));
    VALUE.put("unit", StockValue.Row::symbol);
    VALUE.put("unitCost", StockValue.Row::unitCost);
    VALUE.put("value", StockValue.Row::value);
    USAGE.put("item", Usage.Row::item);
    USAGE.put("name", Usage.Row::name);
    USAGE.put("category", Usage.Row::category);
    USAGE.put("unit", Usage.Row::symbol);
    USAGE.put("received", row -> TableFile.number(row.received()));
    USAGE.put("used", row -> TableFile.number(row.used()));
    USAGE.put("scrapped", row -> TableFile.number(row.scrapped()));
    USAGE.put("adjusted", row -> TableFile.number(row.adjusted()));
    USAGE.put("costOfUsage", Usage.Row::cost);
    USAGE.put("onHand", row -> TableFile.number(row.onHand()));
    USAGE.put("value", Usage.Row::value);
    USAGE.put("turnsAYear", Usage.Row::turnsAYear);
    USAGE.put("daysOfStock", Usage.Row::daysOfStock);
    USAGE.put("turnover", Usage.Row::turnover);
    JOURNAL.put("at", Accounts.Entry::at);
    JOURNAL.put("posting", Accounts.Entry::posting);
    JOURNAL.put("document", Accounts.Entry::document);
    JOURNAL.put("kind", Accounts.Entry::kind);
    JOURNAL.put("reason", Accounts.Entry::reason);
    JOURNAL.put("account", Accounts.Entry::account);
    JOURNAL.put("accountName", Accounts.Entry::accountName);
    JOURNAL.put("debit", Accounts.Entry::debit);
    JOURNAL.put("credit", Accounts.Entry::credit);
  }

  private final StockValue value;
  private final Usage usage;
  private final Accounts accounts;
  private final TableFile files;

  ValueExportController(StockValue value, Usage usage, Accounts accounts, TableFile files) {
    this.value = value;
    this.usage = usage;
    this.accounts = accounts;
    this.files = files;
  }

  @Operation(operationId = "exportValue", summary = "The value of stock as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/value")
  ResponseEntity<StreamingResponseBody> value(
      @Parameter(hidden = true) Actor actor,
      @RequestParam Sheet.Format format,
      @RequestParam(defaultValue = "ITEM") StockValue.By by,
      @RequestParam(required = false) Instant at,
      @RequestParam(required = false) Long pool,
      @RequestParam(required = false) String category,
      @RequestParam(required = false) String q) {
    return files.of(
        format,
        "value",
        VALUE,
        offset ->
            value
                .rows(
                    new StockValue.Query(by, at, pool, category, q, false, offset, Page.EXPORT),
                    actor)
                .page());
  }

  @Operation(operationId = "exportUsage", summary = "Value and usage as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/usage")
  ResponseEntity<StreamingResponseBody> usage(
      @Parameter(hidden = true) Actor actor,
      @RequestParam Sheet.Format format,
      @RequestParam(defaultValue = "90") int days,
      @RequestParam(required = false) Long pool,
      @RequestParam(required = false) String category,
      @RequestParam(required = false) Turnover.Movement turnover,
      @RequestParam(required = false) String q,
      @RequestParam(defaultValue = "COST") Usage.Sort sort,
      @RequestParam(defaultValue = "true") boolean descending) {
    return files.of(
        format,
        "usage",
        USAGE,
        offset ->
            usage
                .rows(
                    new Usage.Query(
                        Math.max(1, Math.min(days, 3660)),
                        pool,
                        category,
                        turnover,
                        q,
                        sort,
                        descending,
                        offset,
                        Page.EXPORT),
                    actor)
                .page());
  }

  /** The journal of all postings of a time; as JSON it is at /api/value/journal. */
  @Operation(operationId = "exportJournal", summary = "The journal as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/journal")
  ResponseEntity<StreamingResponseBody> journal(
      @Parameter(hidden = true) Actor actor,
      @RequestParam Sheet.Format format,
      @RequestParam Instant from,
      @RequestParam Instant to) {
    List<Accounts.Entry> entries = accounts.journal(from, to, actor).entries();
    return files.of(format, "journal", JOURNAL, TableFile.whole(entries));
  }
}
