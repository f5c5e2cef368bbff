package app.reliquum.stock;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.core.quantity.Quantity;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/reservations")
class ReservationController {

  private final Reserved reserved;

  ReservationController(Reserved reserved) {
    this.reserved = reserved;
  }

  /** What is reserved of an item, in one bin or at a site or everywhere. */
  @Operation(operationId = "listReservations", summary = "What is reserved of an item or in a bin")
  @Needs(Permission.LOOK)
  @GetMapping
  List<Reserved.Row> reservations(
      Actor actor,
      @RequestParam(required = false) Long item,
      @RequestParam(required = false) Long place,
      @RequestParam(required = false) Long lot) {
    return reserved.rows(item, place, lot, actor);
  }

  /** How much of a reservation is freed; null for all. */
  record FreeEntry(Quantity quantity) {}

  /** Frees a reservation, or some of it, and says what is then reserved in that position. */
  @Operation(
      operationId = "freeReservation",
      summary = "Remove a reservation, whatever document it is for")
  @Needs(Permission.POST)
  @PostMapping("/{id}/release")
  Reserved.Freed release(
      Command command, @PathVariable long id, @Valid @RequestBody FreeEntry entry) {
    return reserved.release(command, id, entry.quantity());
  }
}
