package app.reliquum.today;

import app.reliquum.api.Actor;
import app.reliquum.api.Needs;
import app.reliquum.api.OpenTask;
import app.reliquum.api.OpenWork;
import app.reliquum.api.Permission;
import app.reliquum.api.SitesAsked;
import io.swagger.v3.oas.annotations.Operation;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/today")
class TodayController {

  private final TodayFigures figures;
  private final List<OpenWork> work;

  TodayController(TodayFigures figures, List<OpenWork> work) {
    this.figures = figures;
    this.work = List.copyOf(work);
  }

  @Operation(
      operationId = "getTodayFigures",
      summary = "The figures of the day with their course over thirty days")
  @Needs(Permission.LOOK)
  @GetMapping("/figures")
  TodayFigures.Figures figures(Actor actor, @RequestParam(required = false) @Nullable Long site) {
    return figures.figures(new SitesAsked(actor, site));
  }

  @Operation(operationId = "listOpenTasks", summary = "What needs someone, the most urgent first")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/tasks")
  List<OpenTask> tasks(Actor actor, @RequestParam(required = false) @Nullable Long site) {
    SitesAsked sites = new SitesAsked(actor, site);
    return work.stream()
        .flatMap(one -> one.openWork(sites).stream())
        .sorted(Comparator.comparing(OpenTask::kind))
        .toList();
  }
}
