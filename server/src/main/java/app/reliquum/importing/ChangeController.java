package app.reliquum.importing;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.lists.ListQuery;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.PositiveOrZero;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/change-log")
class ChangeController {

  private final ChangeLog log;
  private final Changes changes;

  ChangeController(ChangeLog log, Changes changes) {
    this.log = log;
    this.changes = changes;
  }

  @Operation(
      operationId = "listChanges",
      summary = "Who changed what of rules, items, places and people, the newest first")
  @Needs(value = Permission.RULES, everywhere = true)
  @GetMapping
  Page<ChangeLog.Row> list(Actor actor, ListQuery<ChangeColumn> list) {
    return log.page(list, actor);
  }

  @Operation(
      operationId = "listChangesOfRow",
      summary = "Who changed what of one row of a table, and of rows that belong to it")
  @Needs(value = Permission.RULES, everywhere = true)
  @GetMapping("/row")
  Page<ChangeLog.Row> ofRow(
      Actor actor,
      @RequestParam String table,
      @Parameter(
              description = "the parts of its key, with ' · ' between; empty for all of the table")
          @RequestParam
          String key,
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "100") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    return log.ofRow(table, key, offset, limit, actor);
  }

  @Operation(operationId = "getChange", summary = "A change of a row, before and after")
  @Needs(value = Permission.RULES, everywhere = true)
  @GetMapping("/{id}")
  ChangeLog.Row change(Actor actor, @PathVariable long id) {
    return log.shown(id, actor);
  }

  @Operation(operationId = "takeChangeBack", summary = "Take a change of a row back")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping("/{id}/undoing")
  ChangeLog.Row takeBack(Command command, @PathVariable long id) {
    return changes.takeBack(id, command.actor());
  }
}
