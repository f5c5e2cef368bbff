package app.reliquum.importing;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.OnceInPart;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.sheets.HouseTable;
import app.reliquum.api.sheets.Sheet;
import app.reliquum.core.table.TableForm;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Locale;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

@RestController
@RequestMapping("/api")
class TableController {

  private static final String ZIP = "application/zip";
  private static final String CSV = "text/csv;charset=UTF-8";
  private static final String XLSX =
      "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

  private final TableExport export;
  private final ExampleHouse example;
  private final HouseEmptying emptying;
  private final Imports imports;
  private final StayingBehind staying;

  TableController(
      TableExport export,
      ExampleHouse example,
      HouseEmptying emptying,
      Imports imports,
      StayingBehind staying) {
    this.staying = staying;
    this.imports = imports;
    this.emptying = emptying;
    this.export = export;
    this.example = example;
  }

  @Operation(operationId = "listTables", summary = "The tables that can come in and go out")
  @Needs(value = Permission.RULES, everywhere = true)
  @GetMapping("/tables")
  List<ImportViews.Table> tables(Actor actor) {
    return export.chosen(List.of(), actor).stream().map(HouseTable::form).map(this::table).toList();
  }

  private ImportViews.Table table(TableForm form) {
    return new ImportViews.Table(
        form.name(),
        form.meaning(),
        form.columns().stream()
            .map(
                column ->
                    new ImportViews.Column(
                        column.name(),
                        column.kind().name(),
                        column.meaning(),
                        column.example(),
                        column.key(),
                        column.needed(),
                        column.usual(),
                        column.choices(),
                        column.refersTo()))
            .toList());
  }

  @Operation(
      operationId = "exportTables",
      summary = "Tables of the house as a workbook or CSV; all of them if none is named")
  @Needs(value = Permission.RULES, everywhere = true)
  @GetMapping("/tables/file")
  ResponseEntity<StreamingResponseBody> file(
      Actor actor,
      @RequestParam(defaultValue = "XLSX") Sheet.Format format,
      @RequestParam(defaultValue = "") List<String> tables) {
    List<HouseTable> chosen = export.chosen(tables, actor);
    String name = chosen.size() == 1 ? chosen.get(0).form().name() : "house";
    boolean zip = format == Sheet.Format.CSV && chosen.size() != 1;
    return kept(
        zip ? name + ".zip" : name + "." + format.name().toLowerCase(Locale.ROOT),
        zip ? ZIP : format == Sheet.Format.CSV ? CSV : XLSX,
        out -> export.write(chosen, format, out));
  }

  @Operation(
      operationId = "getTableTemplate",
      summary = "A workbook to fill, with what each column means")
  @Needs(value = Permission.RULES, everywhere = true)
  @GetMapping("/tables/template")
  ResponseEntity<StreamingResponseBody> template(
      Actor actor, @RequestParam(defaultValue = "") List<String> tables) {
    List<HouseTable> chosen = export.chosen(tables, actor);
    return kept("template.xlsx", XLSX, out -> export.template(chosen, out));
  }

  @Operation(
      operationId = "listStayingBehind",
      summary = "Documents that do not move with the tables: to be finished first")
  @Needs(value = Permission.RULES, everywhere = true)
  @GetMapping("/tables/staying-behind")
  Page<ImportViews.Staying> staying(
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "100") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    return staying.rows(offset, limit);
  }

  /** What is typed to empty a house: its name. */
  record EmptyingEntry(@NotBlank @Size(max = 80) String confirmation) {}

  @Operation(
      operationId = "emptyHouse",
      summary = "Back the house up and empty it of everything that was only tried")
  @OnceInPart
  @Needs(value = Permission.PEOPLE, everywhere = true)
  @PostMapping("/house/emptying")
  HouseEmptying.Emptied empty(Command command, @Valid @RequestBody EmptyingEntry entry) {
    return emptying.empty(entry.confirmation(), command.actor());
  }

  @Operation(
      operationId = "getExampleHouse",
      summary = "A workbook that is filled with a small example house")
  @Needs(value = Permission.RULES, everywhere = true)
  @GetMapping("/tables/example")
  ResponseEntity<StreamingResponseBody> example() {
    return kept("example house.xlsx", XLSX, example::write);
  }

  @Operation(
      operationId = "getMarkedImport",
      summary = "The file of an import as a workbook whose faulty cells are marked and noted")
  @Needs(value = Permission.RULES, everywhere = true)
  @GetMapping("/imports/{id}/workbook")
  ResponseEntity<StreamingResponseBody> marked(Actor actor, @PathVariable long id) {
    imports.requireTheirs(id, actor);
    return kept("faults.xlsx", XLSX, out -> export.marked(id, out));
  }

  private static ResponseEntity<StreamingResponseBody> kept(
      String name, String type, StreamingResponseBody body) {
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(type))
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(name).build().toString())
        .body(body);
  }
}
