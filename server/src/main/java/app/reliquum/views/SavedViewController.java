package app.reliquum.views;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/saved-views")
class SavedViewController {

  private final SavedViews views;

  SavedViewController(SavedViews views) {
    this.views = views;
  }

  @Operation(operationId = "listSavedViews", summary = "One's own saved views, and everyone's")
  @Needs(Permission.LOOK)
  @GetMapping
  List<SavedViews.View> list(Actor actor) {
    return views.all(actor);
  }

  @Operation(operationId = "addSavedView", summary = "Save a view of a table")
  @Needs(Permission.LOOK)
  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  SavedViews.View add(Command command, @Valid @RequestBody SavedViews.Entry entry) {
    return views.add(entry, command.actor());
  }

  @Operation(operationId = "changeSavedView", summary = "Save a view again")
  @Needs(Permission.LOOK)
  @PutMapping("/{id}")
  SavedViews.View change(
      Command command, @PathVariable long id, @Valid @RequestBody SavedViews.Entry entry) {
    return views.change(id, entry, command.actor());
  }

  @Operation(operationId = "removeSavedView", summary = "Remove a saved view")
  @Needs(Permission.LOOK)
  @DeleteMapping("/{id}")
  SavedViews.View remove(Command command, @PathVariable long id) {
    return views.remove(id, command.actor());
  }
}
