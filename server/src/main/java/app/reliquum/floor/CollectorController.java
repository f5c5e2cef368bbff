package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import app.reliquum.api.Needs;
import app.reliquum.api.OnceInPart;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.Pattern;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The batch collector: what it takes along, and what it brings back. */
@RestController
@RequestMapping("/api/collector")
class CollectorController {

  private final LookUpFile lookUp;
  private final CollectorFiles files;
  private final Commands commands;

  CollectorController(LookUpFile lookUp, CollectorFiles files, Commands commands) {
    this.lookUp = lookUp;
    this.files = files;
    this.commands = commands;
  }

  @Operation(
      operationId = "listCollectorDepartments",
      summary = "The departments that a collector can be loaded with")
  @Needs(Permission.LOOK)
  @GetMapping("/departments")
  List<LookUpFile.Department> departments() {
    return lookUp.departments();
  }

  /**
   * A stretch of the look-up file: the codes after one, of one department or of all. For a count
   * that is not blind it says what should be there.
   */
  @Operation(
      operationId = "listCollectorItems",
      summary = "The look-up file of a collector, part by part")
  @Needs(Permission.LOOK)
  @GetMapping("/items")
  List<LookUpFile.Item> items(
      Actor actor,
      @RequestParam(required = false) @Nullable String department,
      @RequestParam(required = false) @Nullable Long count,
      @RequestParam(defaultValue = "") String after,
      @RequestParam(defaultValue = "200") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    return lookUp.items(department, count, after, Page.limit(limit), actor);
  }

  /**
   * Reads a file that a collector has brought back into a count; a trial writes nothing.
   *
   * @param original the fingerprint of the file as it came, where its rows were changed since
   */
  @Operation(
      operationId = "importCollectorFile",
      summary = "Import what a collector has counted, or try it")
  @OnceInPart
  @Needs(Permission.MOVE)
  @PostMapping(
      path = "/counts/{count}/files",
      consumes = {
        "text/csv",
        "application/octet-stream",
        "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
      })
  CollectorFiles.Result read(
      Command command,
      @PathVariable long count,
      @RequestParam(defaultValue = "false") boolean trial,
      @RequestParam(required = false) @Pattern(regexp = "[0-9a-f]{64}") @Nullable String original,
      @RequestBody byte[] content) {
    if (trial) {
      return files.attempt(command, count, content);
    }
    return commands.once(
        command,
        "collector file " + count,
        content,
        CollectorFiles.Result.class,
        () -> files.read(command, count, content, original));
  }
}
