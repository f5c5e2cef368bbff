package app.reliquum.inbound;

import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/items/{item}/suppliers")
class SupplierItemsController {

  private final SupplierItems items;

  SupplierItemsController(SupplierItems items) {
    this.items = items;
  }

  /** Who sells an item, as entered. */
  @Schema(name = "SuppliersOfItem")
  record Entries(@NotNull @Size(max = 50) List<SupplierItems.@Valid Entry> suppliers) {}

  @Operation(operationId = "listSuppliersOfItem", summary = "The suppliers of an item")
  @Needs(Permission.LOOK)
  @GetMapping
  List<SupplierItems.Row> of(@PathVariable long item) {
    return items.of(item);
  }

  @Operation(operationId = "setSuppliersOfItem", summary = "Set the suppliers of an item")
  @Needs(Permission.RULES)
  @PutMapping
  List<SupplierItems.Row> write(
      Command command, @PathVariable long item, @Valid @RequestBody Entries entries) {
    return items.write(item, entries.suppliers());
  }
}
