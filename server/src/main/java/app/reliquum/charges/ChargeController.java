package app.reliquum.charges;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/charges")
class ChargeController {

  private final Charges charges;

  ChargeController(Charges charges) {
    this.charges = charges;
  }

  @Operation(
      operationId = "getChargesOfDocument",
      summary = "What goods that a document has brought in cost, and which charges are part of it")
  @Needs(Permission.LOOK)
  @GetMapping
  ChargeViews.Card of(Actor actor, @RequestParam String document) {
    return charges.of(document, actor);
  }

  @Operation(
      operationId = "addCharge",
      summary = "Share a charge out over what a document has brought in")
  @Needs(Permission.POST)
  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  ChargeViews.Card add(Command command, @Valid @RequestBody ChargeViews.Entry entry) {
    return charges.add(command, entry);
  }

  @Operation(
      operationId = "changeReceivedCost",
      summary = "Say that received goods cost otherwise than the receipt said")
  @Needs(Permission.POST)
  @PostMapping("/cost")
  ChargeViews.Card changeCost(Command command, @Valid @RequestBody ChargeViews.CostEntry entry) {
    return charges.changeCost(command, entry);
  }

  @Operation(operationId = "takeChargeBack", summary = "Take a charge back")
  @Needs(Permission.POST)
  @PostMapping("/{charge}/reversal")
  ChargeViews.Card takeBack(Command command, @PathVariable long charge) {
    return charges.takeBack(command, charge);
  }
}
