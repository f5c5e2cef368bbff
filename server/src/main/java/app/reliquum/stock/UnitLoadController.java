package app.reliquum.stock;

import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/unit-loads")
class UnitLoadController {

  private final UnitLoads loads;

  UnitLoadController(UnitLoads loads) {
    this.loads = loads;
  }

  /** A new unit load with a number of the house's own, to print a label for. */
  @Operation(operationId = "makeUnitLoads", summary = "Number new unit loads")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  UnitLoads.Card make(Command command) {
    return loads.make();
  }

  /** A trolley as entered. */
  @Schema(name = "TrolleyEntry")
  record TrolleyEntry(
      @NotNull
          @Pattern(
              regexp = "[A-Z][A-Z0-9-]{0,11}",
              message = "is a capital letter with up to 11 letters, digits and hyphens")
          String code,
      @NotNull @Size(max = 60) String name) {}

  @Operation(operationId = "addTrolley", summary = "Add a trolley")
  @Needs(Permission.RULES)
  @PostMapping("/trolleys")
  @ResponseStatus(HttpStatus.CREATED)
  UnitLoads.Card addTrolley(Command command, @Valid @RequestBody TrolleyEntry entry) {
    return loads.addTrolley(entry.code(), entry.name().strip());
  }
}
