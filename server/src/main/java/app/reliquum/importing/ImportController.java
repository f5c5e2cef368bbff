package app.reliquum.importing;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.core.table.RowChange;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/imports")
class ImportController {

  private final Imports imports;

  ImportController(Imports imports) {
    this.imports = imports;
  }

  @Operation(operationId = "listImports", summary = "Imports of tables, the newest first")
  @Needs(value = Permission.RULES, everywhere = true)
  @GetMapping
  Page<ImportViews.Row> list(
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "100") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    return imports.rows(offset, limit);
  }

  @Operation(operationId = "addImport", summary = "Take a file in and have it checked")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping(consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @ResponseStatus(HttpStatus.CREATED)
  ImportViews.Card add(
      Command command, @RequestParam @Size(max = 200) String name, @RequestBody byte[] content) {
    return imports.add(name, content, command.actor());
  }

  @Operation(operationId = "changeMany", summary = "Have one change of many rows tried")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping("/many")
  @ResponseStatus(HttpStatus.CREATED)
  ImportViews.Card many(Command command, @Valid @RequestBody ManyRows.Entry entry) {
    return imports.addMany(entry, command.actor());
  }

  @Operation(
      operationId = "leaveOutOfMany",
      summary = "Leave the rows out that can't be changed, and try the rest")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping("/{id}/leaving-out")
  ImportViews.Card leaveOut(Command command, @PathVariable long id) {
    return imports.leaveOut(id, command.actor());
  }

  @Operation(operationId = "getImport", summary = "An import with its sheets")
  @Needs(value = Permission.RULES, everywhere = true)
  @GetMapping("/{id}")
  ImportViews.Card card(Actor actor, @PathVariable long id) {
    return imports.card(id, actor);
  }

  @Operation(operationId = "listImportFaults", summary = "What is wrong with the file")
  @Needs(value = Permission.RULES, everywhere = true)
  @GetMapping("/{id}/faults")
  Page<ImportViews.Fault> faults(
      Actor actor,
      @PathVariable long id,
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "100") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    return imports.faults(id, offset, limit, actor);
  }

  @Operation(operationId = "listImportChanges", summary = "What the file changes")
  @Needs(value = Permission.RULES, everywhere = true)
  @GetMapping("/{id}/changes")
  Page<ImportViews.Change> changes(
      Actor actor,
      @PathVariable long id,
      @RequestParam(required = false) @Nullable String table,
      @RequestParam(required = false) RowChange.@Nullable Kind kind,
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "100") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    return imports.changes(id, table, kind, offset, limit, actor);
  }

  @Operation(
      operationId = "readImport",
      summary = "Say how the file is to be read, and have it checked again")
  @Needs(value = Permission.RULES, everywhere = true)
  @PutMapping("/{id}/reading")
  ImportViews.Card read(
      Command command, @PathVariable long id, @Valid @RequestBody ImportViews.ReadingEntry entry) {
    return imports.read(id, entry, command.actor());
  }

  @Operation(operationId = "writeImport", summary = "Import all of it, or nothing")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping("/{id}/writing")
  ImportViews.Card write(Command command, @PathVariable long id) {
    return imports.write(id, command.actor());
  }

  @Operation(operationId = "cancelImport", summary = "End an import before it is written")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping("/{id}/cancelling")
  ImportViews.Card cancel(Command command, @PathVariable long id) {
    return imports.cancel(id, command.actor());
  }

  @Operation(
      operationId = "undoImport",
      summary = "Take an import back, while nothing has been built on it")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping("/{id}/undoing")
  ImportViews.Card undo(Command command, @PathVariable long id) {
    return imports.undo(id, command.actor());
  }
}
