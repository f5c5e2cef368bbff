package app.reliquum.stock;

import app.reliquum.api.Actor;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.sheets.Sheet;
import app.reliquum.api.sheets.TableFile;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** What lies where, and the ledger, as files. */
@RestController
@RequestMapping("/api/export")
class StockExportController {

  private static final Map<String, Function<OnHand.Row, Object>> ON_HAND = new LinkedHashMap<>();
  private static final Map<String, Function<Ledger.Row, Object>> LEDGER = new LinkedHashMap<>();

  private static final Map<String, String> HEADINGS =
      Map.of("place", "bin", "inDate", "inStockSince");

  static {
    ON_HAND.put("item", OnHand.Row::item);
    ON_HAND.put("name", OnHand.Row::name);
    ON_HAND.put("site", OnHand.Row::site);
    ON_HAND.put("area", OnHand.Row::area);
    ON_HAND.put("place", OnHand.Row::place);
    ON_HAND.put("lot", OnHand.Row::lot);
    ON_HAND.put("expiry", OnHand.Row::expiry);
    ON_HAND.put("serial", OnHand.Row::serial);
    ON_HAND.put("condition", OnHand.Row::condition);
    ON_HAND.put("onHand", row -> TableFile.number(row.onHand()));
    ON_HAND.put("available", row -> TableFile.number(row.available()));
    ON_HAND.put("reserved", row -> TableFile.number(row.reserved()));
    ON_HAND.put("coming", row -> TableFile.number(row.coming()));
    ON_HAND.put("unit", OnHand.Row::symbol);
    ON_HAND.put("inDate", OnHand.Row::inDate);
    ON_HAND.put("positions", OnHand.Row::positions);
    ON_HAND.put("items", OnHand.Row::items);
    LEDGER.put("posting", Ledger.Row::posting);
    LEDGER.put("line", Ledger.Row::line);
    LEDGER.put("kind", Ledger.Row::kind);
    LEDGER.put("effective", Ledger.Row::effective);
    LEDGER.put("recorded", Ledger.Row::recorded);
    LEDGER.put("person", Ledger.Row::person);
    LEDGER.put("device", Ledger.Row::device);
    LEDGER.put("document", Ledger.Row::document);
    LEDGER.put("reason", Ledger.Row::reason);
    LEDGER.put("item", Ledger.Row::item);
    LEDGER.put("name", Ledger.Row::name);
    LEDGER.put("lot", Ledger.Row::lot);
    LEDGER.put("serial", Ledger.Row::serial);
    LEDGER.put("from", Ledger.Row::from);
    LEDGER.put("to", Ledger.Row::to);
    LEDGER.put("quantity", row -> TableFile.number(row.quantity()));
    LEDGER.put("unit", Ledger.Row::symbol);
    LEDGER.put("value", Ledger.Row::value);
    LEDGER.put("movementKind", Ledger.Row::movementKind);
    LEDGER.put("fields", Ledger.Row::fields);
  }

  private final OnHand onHand;
  private final Ledger ledger;
  private final TableFile files;

  StockExportController(OnHand onHand, Ledger ledger, TableFile files) {
    this.onHand = onHand;
    this.ledger = ledger;
    this.files = files;
  }

  @Operation(operationId = "exportOnHand", summary = "On-hand stock as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/on-hand")
  ResponseEntity<StreamingResponseBody> onHand(
      @Parameter(hidden = true) Actor actor,
      @RequestParam Sheet.Format format,
      @RequestParam List<String> columns,
      @RequestParam(defaultValue = "ITEM") OnHand.Group group,
      @ParameterObject OnHand.Filter filter,
      @RequestParam(defaultValue = "ITEM") OnHand.Sort sort,
      @RequestParam(defaultValue = "false") boolean descending) {
    return files.of(
        format,
        "on-hand",
        TableFile.chosen(ON_HAND, columns, HEADINGS),
        offset ->
            onHand.page(
                new OnHand.Query(group, filter, sort, descending, offset, Page.EXPORT), actor));
  }

  @Operation(operationId = "exportLedger", summary = "The ledger as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/ledger")
  ResponseEntity<StreamingResponseBody> ledger(
      @Parameter(hidden = true) Actor actor,
      @RequestParam Sheet.Format format,
      @RequestParam List<String> columns,
      @ParameterObject Ledger.Filter filter,
      @RequestParam(defaultValue = "false") boolean oldestFirst) {
    return files.of(
        format,
        "ledger",
        TableFile.chosen(LEDGER, columns, Map.of()),
        offset -> ledger.page(new Ledger.Query(filter, oldestFirst, offset, Page.EXPORT), actor));
  }
}
