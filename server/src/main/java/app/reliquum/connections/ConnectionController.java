package app.reliquum.connections;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Scales and carriers. */
@RestController
@RequestMapping("/api")
class ConnectionController {

  private final Scales scales;
  private final Carriers carriers;

  ConnectionController(Scales scales, Carriers carriers) {
    this.scales = scales;
    this.carriers = carriers;
  }

  @Operation(operationId = "listScales", summary = "The scales that one can use")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/scales")
  List<Scales.Card> scales(Actor actor) {
    return scales.all(actor);
  }

  @Operation(operationId = "addScale", summary = "Add a scale")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping("/scales")
  @ResponseStatus(HttpStatus.CREATED)
  Scales.Card addScale(Command command, @Valid @RequestBody Scales.Entry entry) {
    return scales.add(entry);
  }

  @Operation(operationId = "changeScale", summary = "Change a scale")
  @Needs(value = Permission.RULES, everywhere = true)
  @PutMapping("/scales/{id}")
  Scales.Card changeScale(
      Command command, @PathVariable long id, @Valid @RequestBody Scales.Entry entry) {
    return scales.change(id, entry);
  }

  /** Asks the scale itself. */
  @Operation(operationId = "readScale", summary = "What a scale shows at this moment")
  @Needs(value = Permission.RULES, everywhere = true)
  @GetMapping("/scales/{id}/reading")
  Scales.Reading readScale(@PathVariable long id) {
    return scales.reading(id);
  }

  @Operation(operationId = "listCarriers", summary = "The carriers of the house")
  @Needs(Permission.LOOK)
  @GetMapping("/carriers")
  List<Carriers.Card> carriers() {
    return carriers.all();
  }

  @Operation(operationId = "listCarrierServices", summary = "What the carriers offer")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/carrier-services")
  List<Carriers.Offer> services() {
    return carriers.offers();
  }

  @Operation(operationId = "addCarrier", summary = "Add a carrier")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping("/carriers")
  @ResponseStatus(HttpStatus.CREATED)
  Carriers.Card addCarrier(Command command, @Valid @RequestBody Carriers.Entry entry) {
    return carriers.add(entry);
  }

  @Operation(operationId = "changeCarrier", summary = "Change a carrier")
  @Needs(value = Permission.RULES, everywhere = true)
  @PutMapping("/carriers/{id}")
  Carriers.Card changeCarrier(
      Command command, @PathVariable long id, @Valid @RequestBody Carriers.Entry entry) {
    return carriers.change(id, entry);
  }

  /** Asks the carrier itself. */
  @Operation(operationId = "askCarrier", summary = "How a carrier is at this moment")
  @Needs(value = Permission.RULES, everywhere = true)
  @GetMapping("/carriers/{id}/condition")
  Carriers.Condition askCarrier(@PathVariable long id) {
    return carriers.condition(id);
  }
}
