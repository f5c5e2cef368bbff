package app.reliquum.supply;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.lists.ListQuery;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
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
class RequisitionController {

  private final Requisitions requisitions;
  private final RequisitionRows rows;
  private final RequisitionDecisions decisions;
  private final RequisitionOrders orders;

  RequisitionController(
      Requisitions requisitions,
      RequisitionRows rows,
      RequisitionDecisions decisions,
      RequisitionOrders orders) {
    this.requisitions = requisitions;
    this.rows = rows;
    this.decisions = decisions;
    this.orders = orders;
  }

  /** Some lines of requisitions, by their numbers in the database. */
  @Schema(name = "SomeRequisitions")
  record Some(@NotEmpty @Size(max = 500) List<@NotNull Long> ids) {}

  /** A supplier; 0 for none. */
  @Schema(name = "SupplierChoice")
  record From(@NotNull Long supplier) {}

  /** How many were dealt with, and the orders that came of it. */
  @Schema(name = "RequisitionsDone")
  record Done(int count, List<String> orders) {}

  @Operation(operationId = "listRequisitions", summary = "Lines of requisitions, filtered")
  @Needs(Permission.LOOK)
  @GetMapping("/requisitions")
  Page<RequisitionViews.Line> page(Actor actor, ListQuery<RequisitionColumn> list) {
    return rows.page(list, actor);
  }

  @Operation(operationId = "getRequisition", summary = "A requisition")
  @Needs(Permission.LOOK)
  @GetMapping("/requisitions/{requisition}")
  RequisitionViews.Card card(Actor actor, @PathVariable long requisition) {
    return rows.card(requisition, actor);
  }

  @Operation(
      operationId = "getRequisitionOfLine",
      summary = "The requisition that a line stands in")
  @Needs(Permission.LOOK)
  @GetMapping("/requisition-lines/{line}")
  RequisitionViews.Card ofLine(Actor actor, @PathVariable long line) {
    return rows.cardOfLine(line, actor);
  }

  @Operation(
      operationId = "listOwnRequisitions",
      summary = "What one has asked for at a site, the latest first")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/own-requisitions")
  List<RequisitionViews.Line> own(Actor actor, @RequestParam long site) {
    return rows.own(site, actor);
  }

  @Operation(operationId = "addRequisition", summary = "Request goods")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/requisitions")
  @ResponseStatus(HttpStatus.CREATED)
  RequisitionViews.Card ask(Command command, @Valid @RequestBody RequisitionViews.Entry entry) {
    return requisitions.ask(command, entry);
  }

  @Operation(operationId = "approveRequisitions", summary = "Approve requisitions")
  @Needs(Permission.RULES)
  @PostMapping("/requisitions/agreement")
  Done agree(Command command, @Valid @RequestBody Some some) {
    decisions.agree(command, some.ids());
    return new Done(some.ids().size(), List.of());
  }

  @Operation(operationId = "cancelRequisitions", summary = "Cancel requisitions")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/requisitions/drop")
  Done drop(Command command, @Valid @RequestBody Some some) {
    decisions.drop(command, some.ids());
    return new Done(some.ids().size(), List.of());
  }

  @Operation(
      operationId = "keepRequisitions",
      summary = "Keep requisitions for stock, though what they were for is cancelled")
  @Needs(Permission.POST)
  @PostMapping("/requisitions/keeping")
  Done keep(Command command, @Valid @RequestBody Some some) {
    decisions.keep(command, some.ids());
    return new Done(some.ids().size(), List.of());
  }

  @Operation(operationId = "orderRequisitions", summary = "Order requisitions from their suppliers")
  @Needs(Permission.POST)
  @PostMapping("/requisitions/order")
  Done order(Command command, @Valid @RequestBody Some some) {
    return new Done(some.ids().size(), orders.order(command, some.ids()));
  }

  @Operation(
      operationId = "setRequisitionSupplier",
      summary = "Choose the supplier of a line of a requisition")
  @Needs(Permission.POST)
  @PutMapping("/requisition-lines/{line}/supplier")
  From from(Command command, @PathVariable long line, @Valid @RequestBody From from) {
    decisions.from(command, line, from.supplier());
    return from;
  }
}
