package app.reliquum.counting;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/count-programme")
class ProgrammeController {

  private final CountProgramme programme;
  private final CountRules rules;

  ProgrammeController(CountProgramme programme, CountRules rules) {
    this.programme = programme;
    this.rules = rules;
  }

  /** What is due at a site today, and how the days after it look. */
  @Operation(operationId = "getCountProgramme", summary = "What is due to be counted at a site")
  @Needs(Permission.LOOK)
  @GetMapping
  CountProgramme.Plan plan(Actor actor, @RequestParam long site) {
    return programme.plan(site, actor);
  }

  /** How right the book was. */
  @Operation(operationId = "getRecordAccuracy", summary = "Record accuracy over time")
  @Needs(Permission.LOOK)
  @GetMapping("/accuracy")
  List<CountProgramme.Accuracy> accuracy(
      Actor actor,
      @RequestParam(defaultValue = "MONTH") CountProgramme.By by,
      @RequestParam(required = false) Long site,
      @RequestParam(defaultValue = "365") int days) {
    return programme.accuracy(by, site, Math.max(1, Math.min(days, 3650)), actor);
  }

  @Operation(operationId = "getCountRules", summary = "The rules of counting")
  @Needs(Permission.LOOK)
  @GetMapping("/rules")
  CountRules.Rules rules() {
    return rules.rules();
  }

  @Operation(operationId = "changeCountRules", summary = "Change the rules of counting")
  @Needs(value = Permission.RULES, everywhere = true)
  @PutMapping("/rules")
  CountRules.Rules change(Command command, @Valid @RequestBody CountRules.Rules changed) {
    return rules.change(changed);
  }

  /** How many items have a class now. */
  record Classed(int items) {}

  /** Works the classes of a site out anew, now. */
  @Operation(operationId = "classifyItems", summary = "Work out the ABC classes of a site")
  @Needs(Permission.RULES)
  @PostMapping("/classes")
  Classed workOut(Command command, @RequestParam long site) {
    return new Classed(programme.workOut(site, command.actor()));
  }
}
