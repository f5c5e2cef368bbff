package app.reliquum.people;

import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/security-log")
class SecurityLogController {

  private final SecurityLog log;

  SecurityLogController(SecurityLog log) {
    this.log = log;
  }

  @Operation(operationId = "listSecurityEvents", summary = "The security log, newest first")
  @Needs(value = Permission.PEOPLE, everywhere = true)
  @GetMapping
  Page<SecurityLog.Event> page(
      @RequestParam(required = false) SecurityLog.What what,
      @RequestParam(required = false) Long person,
      @RequestParam(required = false) String q,
      @RequestParam(defaultValue = "0") int offset,
      @RequestParam(defaultValue = "100") int limit) {
    return log.page(new SecurityLog.Query(what, person, q), offset, limit);
  }
}
