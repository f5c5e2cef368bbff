package app.reliquum.adjusting;

import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/movement-kinds")
class KindController {

  private final MovementKinds kinds;

  KindController(MovementKinds kinds) {
    this.kinds = kinds;
  }

  @Operation(operationId = "listReasons", summary = "Reasons")
  @Needs(Permission.LOOK)
  @GetMapping
  List<MovementKinds.Kind> all() {
    return kinds.all();
  }

  @Operation(operationId = "addReason", summary = "Add a reason or movement kind")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  MovementKinds.Kind add(Command command, @Valid @RequestBody MovementKinds.Entry entry) {
    return kinds.add(entry);
  }

  @Operation(operationId = "changeReason", summary = "Change a reason or movement kind")
  @Needs(value = Permission.RULES, everywhere = true)
  @PutMapping("/{kind}")
  MovementKinds.Kind change(
      Command command, @PathVariable long kind, @Valid @RequestBody MovementKinds.Entry entry) {
    return kinds.change(kind, entry);
  }
}
