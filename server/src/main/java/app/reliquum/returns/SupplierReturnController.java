package app.reliquum.returns;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.FileAnswer;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.sheets.Sheet;
import app.reliquum.api.sheets.TableFile;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

@RestController
@RequestMapping("/api")
class SupplierReturnController {

  private static final Map<String, Function<SupplierReturnViews.Row, Object>> COLUMNS =
      new LinkedHashMap<>();

  static {
    COLUMNS.put("number", SupplierReturnViews.Row::number);
    COLUMNS.put("state", SupplierReturnViews.Row::state);
    COLUMNS.put("site", SupplierReturnViews.Row::site);
    COLUMNS.put("supplier", SupplierReturnViews.Row::supplier);
    COLUMNS.put("reason", SupplierReturnViews.Row::reason);
    COLUMNS.put("reference", SupplierReturnViews.Row::reference);
    COLUMNS.put("lines", SupplierReturnViews.Row::lines);
    COLUMNS.put("claim", SupplierReturnViews.Row::claim);
    COLUMNS.put("created", SupplierReturnViews.Row::created);
    COLUMNS.put("createdBy", SupplierReturnViews.Row::createdBy);
    COLUMNS.put("shipped", SupplierReturnViews.Row::shipped);
  }

  private final SupplierReturns returns;
  private final SupplierReturnRows rows;
  private final ReturnableGoods returnable;
  private final SupplierReturnPapers papers;
  private final TableFile files;

  SupplierReturnController(
      SupplierReturns returns,
      SupplierReturnRows rows,
      ReturnableGoods returnable,
      SupplierReturnPapers papers,
      TableFile files) {
    this.returns = returns;
    this.rows = rows;
    this.returnable = returnable;
    this.papers = papers;
    this.files = files;
  }

  @Operation(operationId = "listSupplierReturns", summary = "Supplier returns, filtered")
  @Needs(Permission.LOOK)
  @GetMapping("/supplier-returns")
  Page<SupplierReturnViews.Row> page(
      Actor actor,
      @RequestParam(defaultValue = "OPEN") SupplierReturnViews.Filter filter,
      ListQuery<SupplierReturnColumn> list) {
    return rows.page(filter, list, actor);
  }

  @Operation(operationId = "exportSupplierReturns", summary = "Supplier returns as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/export/supplier-returns")
  ResponseEntity<StreamingResponseBody> export(
      @Parameter(hidden = true) Actor actor,
      @RequestParam Sheet.Format format,
      @RequestParam(defaultValue = "OPEN") SupplierReturnViews.Filter filter,
      ListQuery<SupplierReturnColumn> list) {
    return files.of(
        format, "supplier-returns", COLUMNS, row -> rows.page(filter, list.portion(row), actor));
  }

  @Operation(
      operationId = "listReturnableGoods",
      summary = "Goods at a site that could go back, with the order on which they came")
  @Needs(Permission.POST)
  @GetMapping("/returnable-goods")
  Page<ReturnableGoods.Goods> goods(
      Actor actor,
      @RequestParam long site,
      @RequestParam(defaultValue = "0") @PositiveOrZero long supplier,
      @RequestParam(defaultValue = "REJECTED") ReturnableGoods.Show show,
      @RequestParam(required = false) @Size(max = 60) @Nullable String q,
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "100") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    return returnable.page(site, supplier, show, q, offset, limit, actor);
  }

  @Operation(operationId = "getSupplierReturn", summary = "A supplier return with its lines")
  @Needs(Permission.LOOK)
  @GetMapping("/supplier-returns/{id}")
  SupplierReturnViews.Card card(Actor actor, @PathVariable long id) {
    return rows.card(id, actor);
  }

  @Operation(
      operationId = "printSupplierReturn",
      summary = "The note that goes with goods that go back (PDF)")
  @Needs(Permission.LOOK)
  @GetMapping(path = "/supplier-returns/{id}/note", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> print(Actor actor, @PathVariable long id) {
    return FileAnswer.shown(
        papers.note(id, actor), MediaType.APPLICATION_PDF, "return-" + id + ".pdf");
  }

  @Operation(
      operationId = "getSupplierReturnDespatchAdvice",
      summary = "The despatch advice of a supplier return (UBL 2.1)")
  @Needs(Permission.LOOK)
  @GetMapping(path = "/supplier-returns/{id}/advice", produces = MediaType.APPLICATION_XML_VALUE)
  ResponseEntity<byte[]> advice(Actor actor, @PathVariable long id) {
    return FileAnswer.kept(
        papers.advice(id, actor), MediaType.APPLICATION_XML, "return-" + id + ".xml");
  }

  @Operation(operationId = "addSupplierReturn", summary = "Set goods aside for their supplier")
  @Needs(Permission.POST)
  @PostMapping("/supplier-returns")
  @ResponseStatus(HttpStatus.CREATED)
  SupplierReturnViews.Card add(
      Command command, @Valid @RequestBody SupplierReturnViews.Entry entry) {
    return rows.card(returns.add(command, entry), command.actor());
  }

  @Operation(
      operationId = "changeSupplierReturn",
      summary = "Change the reason, reference and note of a supplier return")
  @Needs(Permission.POST)
  @PutMapping("/supplier-returns/{id}")
  SupplierReturnViews.Card change(
      Command command,
      @PathVariable long id,
      @Valid @RequestBody SupplierReturnViews.ChangeEntry entry) {
    returns.change(id, entry, command.actor());
    return rows.card(id, command.actor());
  }

  @Operation(
      operationId = "addToSupplierReturn",
      summary = "Set more goods aside for a supplier return")
  @Needs(Permission.POST)
  @PostMapping("/supplier-returns/{id}/lines")
  SupplierReturnViews.Card addLines(
      Command command,
      @PathVariable long id,
      @Valid @RequestBody SupplierReturnViews.LinesEntry entry) {
    returns.addLines(command, id, entry.lines());
    return rows.card(id, command.actor());
  }

  @Operation(
      operationId = "putBackFromSupplierReturn",
      summary = "Put the goods of a line back where they were")
  @Needs(Permission.POST)
  @PostMapping("/supplier-returns/{id}/lines/{line}/putting-back")
  SupplierReturnViews.Card putBack(
      Command command,
      @PathVariable long id,
      @PathVariable long line,
      @Valid @RequestBody SupplierReturnViews.ReasonEntry entry) {
    returns.putBack(command, id, line, entry.reason());
    return rows.card(id, command.actor());
  }

  @Operation(
      operationId = "shipSupplierReturn",
      summary = "Hand goods that go back over: they leave the house")
  @Needs(Permission.POST)
  @PostMapping("/supplier-returns/{id}/shipping")
  SupplierReturnViews.Card ship(
      Command command,
      @PathVariable long id,
      @Valid @RequestBody SupplierReturnViews.ShippingEntry entry) {
    returns.ship(command, id, entry);
    return rows.card(id, command.actor());
  }

  @Operation(
      operationId = "cancelSupplierReturn",
      summary = "Put all goods of a supplier return back")
  @Needs(Permission.POST)
  @PostMapping("/supplier-returns/{id}/cancelling")
  SupplierReturnViews.Card cancel(
      Command command,
      @PathVariable long id,
      @Valid @RequestBody SupplierReturnViews.ReasonEntry entry) {
    returns.cancel(command, id, entry.reason());
    return rows.card(id, command.actor());
  }
}
