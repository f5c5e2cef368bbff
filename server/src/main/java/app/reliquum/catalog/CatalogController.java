package app.reliquum.catalog;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.core.quantity.UnitOfMeasure;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.PositiveOrZero;
import java.util.Arrays;
import java.util.List;
import org.springframework.http.HttpStatus;
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
@RequestMapping("/api")
class CatalogController {

  private final Catalog catalog;
  private final Lots lots;
  private final SerialLives serials;
  private final ItemSetup itemSetup;
  private final Categories categories;

  CatalogController(
      Catalog catalog, Lots lots, SerialLives serials, ItemSetup itemSetup, Categories categories) {
    this.serials = serials;
    this.categories = categories;
    this.itemSetup = itemSetup;
    this.catalog = catalog;
    this.lots = lots;
  }

  /** A unit that items can be counted in. */
  record Unit(UnitOfMeasure unit, String code, String symbol, int usualDecimals) {}

  @Operation(operationId = "listUnits", summary = "The units that items can be counted in")
  @Needs(Permission.LOOK)
  @GetMapping("/units")
  List<Unit> units() {
    return Arrays.stream(UnitOfMeasure.values())
        .map(unit -> new Unit(unit, unit.code(), unit.symbol(), unit.usualDecimals()))
        .toList();
  }

  @Operation(operationId = "listCategories", summary = "The categories of items")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/categories")
  List<String> categories() {
    return catalog.categories();
  }

  @Operation(operationId = "getCategoryTree", summary = "The categories of items as a tree")
  @Needs(Permission.LOOK)
  @GetMapping("/categories/tree")
  List<Categories.Node> tree() {
    return categories.tree();
  }

  @Operation(
      operationId = "moveCategory",
      summary = "Give a category another name or place, or merge it with another")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping("/categories/moving")
  List<Categories.Node> move(Command command, @Valid @RequestBody Categories.Moving moving) {
    return categories.move(moving);
  }

  @Operation(operationId = "listItems", summary = "Items by code, or by words")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/items")
  Page<Catalog.ItemRow> items(
      @RequestParam(required = false) String q,
      @Parameter(description = "of this category or one that lies in it")
          @RequestParam(required = false)
          String category,
      @RequestParam(defaultValue = "false") boolean closedToo,
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "100") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    return catalog.items(q, category, closedToo, offset, limit);
  }

  @Operation(operationId = "getLot", summary = "A lot with its days and their corrections")
  @Needs(Permission.LOOK)
  @GetMapping("/lots/{id}")
  Lots.LotView lot(@PathVariable long id) {
    return lots.view(id);
  }

  @Operation(operationId = "correctLotDates", summary = "Correct the days of a lot, with a reason")
  @Needs(Permission.POST)
  @PutMapping("/lots/{id}/dates")
  Lots.LotView correctLot(
      Command command, @PathVariable long id, @Valid @RequestBody Lots.LotDatesEntry entry) {
    return lots.correct(command.actor(), id, entry);
  }

  @Operation(
      operationId = "getSerial",
      summary = "A piece with a serial number: where from, where it is, who has it")
  @Needs(Permission.LOOK)
  @GetMapping("/serials/{id}")
  SerialLives.Life serial(Actor actor, @PathVariable long id) {
    return serials.life(id, actor);
  }

  @Operation(operationId = "setServiceDue", summary = "Say when a piece is due for service")
  @Needs(Permission.POST)
  @PutMapping("/serials/{id}/service-due")
  SerialLives.Life serviceDue(
      Command command, @PathVariable long id, @Valid @RequestBody SerialLives.ServiceEntry entry) {
    return serials.setServiceDue(id, entry, command.actor());
  }

  @Operation(operationId = "getItem", summary = "An item")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/items/{id}")
  Catalog.ItemCard item(@PathVariable long id) {
    return catalog.item(id);
  }

  @Operation(operationId = "addItem", summary = "Add an item")
  @Needs(Permission.RULES)
  @PostMapping("/items")
  @ResponseStatus(HttpStatus.CREATED)
  Catalog.ItemCard add(Command command, @Valid @RequestBody ItemSetup.ItemEntry entry) {
    return itemSetup.add(entry, command.actor());
  }

  @Operation(operationId = "changeItem", summary = "Change an item")
  @Needs(Permission.RULES)
  @PutMapping("/items/{id}")
  Catalog.ItemCard change(
      Command command, @PathVariable long id, @Valid @RequestBody ItemSetup.ItemEntry entry) {
    return itemSetup.change(id, entry, command.actor());
  }
}
