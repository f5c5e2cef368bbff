package app.reliquum.counting;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.counting.Counting.Card;
import app.reliquum.counting.TypedSheets.Entry;
import app.reliquum.counting.TypedSheets.Sheet;
import app.reliquum.counting.TypedSheets.Typed;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Count sheets that are typed. */
@RestController
@RequestMapping("/api/counts/{id}/sheets")
class TypedSheetController {

  private final TypedSheets sheets;
  private final CountRows counts;

  TypedSheetController(TypedSheets sheets, CountRows counts) {
    this.sheets = sheets;
    this.counts = counts;
  }

  /** The number of the sheet to begin with; null if all are typed. */
  @Schema(name = "FirstCountSheet")
  record First(@Nullable Integer slip) {}

  @Operation(operationId = "getFirstCountSheet", summary = "The first count sheet to be typed")
  @Needs(Permission.LOOK)
  @GetMapping
  First first(Actor actor, @PathVariable long id) {
    return new First(sheets.first(id, actor));
  }

  @Operation(operationId = "getCountSheet", summary = "A count sheet by its printed number")
  @Needs(Permission.LOOK)
  @GetMapping("/{slip}")
  Sheet sheet(Actor actor, @PathVariable long id, @PathVariable int slip) {
    return sheets.sheet(id, slip, actor);
  }

  @Operation(
      operationId = "typeCountSheet",
      summary = "Type the figures of a count sheet, the first or the second time")
  @Needs(Permission.POST)
  @PostMapping("/{slip}")
  Typed type(
      Command command,
      @PathVariable long id,
      @PathVariable int slip,
      @Valid @RequestBody Entry entry) {
    return sheets.type(command, id, slip, entry);
  }

  @Operation(
      operationId = "takeBackCountSheet",
      summary = "Take a typed count sheet back, to type it anew")
  @Needs(Permission.POST)
  @PostMapping("/{slip}/back")
  Card takeBack(Command command, @PathVariable long id, @PathVariable int slip) {
    sheets.takeBack(command, id, slip);
    return counts.card(id, command.actor());
  }
}
