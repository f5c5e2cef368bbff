package app.reliquum.asking;

import app.reliquum.api.Actor;
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

  @GetMapping("/api/ask")
  List<Ask.Hit> ask(Actor actor, @RequestParam String q) {
    return ask.hits(q, actor);
  }
}
