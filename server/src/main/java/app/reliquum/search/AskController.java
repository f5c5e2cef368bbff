package app.reliquum.search;

import app.reliquum.api.Actor;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class AskController {

  private final Ask ask;

  AskController(Ask ask) {
    this.ask = ask;
  }

  @Operation(operationId = "ask", summary = "Find anything by words or a scan")
  @Needs(Permission.LOOK)
  @GetMapping("/api/ask")
  List<Ask.Hit> ask(Actor actor, @RequestParam String q) {
    return ask.hits(q, actor);
  }
}
