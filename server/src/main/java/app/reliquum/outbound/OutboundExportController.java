package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.sheets.Sheet;
import app.reliquum.api.sheets.TableFile;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Outbound orders as a file. */
@RestController
@RequestMapping("/api/export")
class OutboundExportController {

  private static final Map<String, Function<OutboundViews.Row, Object>> OUTBOUND =
      new LinkedHashMap<>();

  static {
    OUTBOUND.put("number", OutboundViews.Row::number);
    OUTBOUND.put("kind", OutboundViews.Row::kind);
    OUTBOUND.put("customerOrJob", OutboundViews.Row::party);
    OUTBOUND.put("site", OutboundViews.Row::site);
    OUTBOUND.put("state", OutboundViews.Row::state);
    OUTBOUND.put("customersReference", OutboundViews.Row::reference);
    OUTBOUND.put("neededBy", OutboundViews.Row::needed);
    OUTBOUND.put("daysLate", OutboundViews.Row::late);
    OUTBOUND.put("lines", OutboundViews.Row::lines);
    OUTBOUND.put("shortLines", OutboundViews.Row::shortLines);
    OUTBOUND.put("unitLoads", OutboundViews.Row::parcels);
    OUTBOUND.put("value", OutboundViews.Row::value);
    OUTBOUND.put("pickedBy", OutboundViews.Row::picker);
    OUTBOUND.put("created", OutboundViews.Row::created);
    OUTBOUND.put("shipped", OutboundViews.Row::ended);
  }

  private final OutboundOrders outbound;
  private final TableFile files;

  OutboundExportController(OutboundOrders outbound, TableFile files) {
    this.outbound = outbound;
    this.files = files;
  }

  @Operation(operationId = "exportOutboundOrders", summary = "Outbound orders as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/outbound")
  ResponseEntity<StreamingResponseBody> outbound(
      @Parameter(hidden = true) Actor actor,
      @RequestParam Sheet.Format format,
      @RequestParam(defaultValue = "OPEN") OutboundViews.Filter filter,
      ListQuery<OutboundColumn> list) {
    return files.of(
        format, "outbound", OUTBOUND, row -> outbound.page(filter, list.portion(row), actor));
  }
}
