package app.reliquum.people;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Own;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/own-choices")
class OwnChoicesController {

  private final OwnChoices choices;

  OwnChoicesController(OwnChoices choices) {
    this.choices = choices;
  }

  @Operation(operationId = "getOwnChoices", summary = "What one has chosen for oneself")
  @Own
  @GetMapping
  OwnChoices.Choices own(Actor actor) {
    return choices.of(actor);
  }

  @Operation(operationId = "choose", summary = "Choose one's first site and first page")
  @Own
  @PutMapping
  OwnChoices.Choices choose(Command command, @Valid @RequestBody OwnChoices.Choices chosen) {
    return choices.choose(command.actor(), chosen);
  }
}
