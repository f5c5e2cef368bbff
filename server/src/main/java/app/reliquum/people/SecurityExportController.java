package app.reliquum.people;

import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.sheets.Sheet;
import app.reliquum.api.sheets.TableFile;
import io.swagger.v3.oas.annotations.Operation;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The security log as a file. */
@RestController
@RequestMapping("/api/export")
class SecurityExportController {

  private static final Map<String, Function<SecurityLog.Event, Object>> EVENTS =
      new LinkedHashMap<>();

  static {
    EVENTS.put("at", SecurityLog.Event::at);
    EVENTS.put("what", SecurityLog.Event::what);
    EVENTS.put("person", SecurityLog.Event::person);
    EVENTS.put("subject", SecurityLog.Event::subject);
    EVENTS.put("detail", SecurityLog.Event::detail);
    EVENTS.put("device", SecurityLog.Event::device);
    EVENTS.put("address", SecurityLog.Event::address);
  }

  private final TableFile files;
  private final SecurityLog log;

  SecurityExportController(TableFile files, SecurityLog log) {
    this.files = files;
    this.log = log;
  }

  @Operation(operationId = "exportSecurityLog", summary = "The security log as a file")
  @Needs(value = Permission.PEOPLE, everywhere = true)
  @GetMapping("/security-log")
  ResponseEntity<StreamingResponseBody> events(
      @RequestParam Sheet.Format format,
      @RequestParam(required = false) SecurityLog.What what,
      @RequestParam(required = false) Long person,
      @RequestParam(required = false) String q) {
    return files.of(
        format,
        "security-log",
        EVENTS,
        offset -> log.page(new SecurityLog.Query(what, person, q), offset, Page.EXPORT));
  }
}
