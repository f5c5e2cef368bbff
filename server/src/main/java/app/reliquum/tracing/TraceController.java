package app.reliquum.tracing;

import app.reliquum.api.Actor;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.constraints.PositiveOrZero;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/trace")
class TraceController {

  private final Tracing tracing;
  private final TraceStarts starts;

  TraceController(Tracing tracing, TraceStarts starts) {
    this.tracing = tracing;
    this.starts = starts;
  }

  @Operation(operationId = "traceLot", summary = "Where a lot came from and where it went")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/lots/{id}")
  Traced.Answer lot(Actor actor, @PathVariable long id) {
    return tracing.ofLot(id, actor);
  }

  @Operation(operationId = "traceSerial", summary = "Where a piece came from and where it went")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/serials/{id}")
  Traced.Answer serial(Actor actor, @PathVariable long id) {
    return tracing.ofSerial(id, actor);
  }

  @Operation(
      operationId = "traceUnitLoad",
      summary = "Where the lots and pieces on a unit load came from and where they went")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/unit-loads/{id}")
  Traced.Answer unitLoad(Actor actor, @PathVariable long id) {
    return tracing.ofUnitLoad(id, actor);
  }

  @Operation(
      operationId = "findTraceStarts",
      summary = "Lots, serial numbers, unit loads, customers and suppliers by a scan or by words")
  @Needs(Permission.LOOK)
  @GetMapping("/starts")
  List<TraceStarts.Start> starts(@RequestParam String q) {
    return starts.find(q);
  }

  @Operation(
      operationId = "listGoodsOfParty",
      summary = "The lots and pieces that a customer has, or that came from a supplier")
  @Needs(Permission.LOOK)
  @GetMapping("/goods")
  Page<TraceStarts.OfParty> goods(
      Actor actor,
      @RequestParam TraceStarts.PartyKind kind,
      @RequestParam long party,
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "100") int limit) {
    return starts.goods(kind, party, actor, offset, limit);
  }
}
