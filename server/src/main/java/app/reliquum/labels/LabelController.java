package app.reliquum.labels;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.FileAnswer;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.printing.PrintQueue;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/labels")
class LabelController {

  private final Labels labels;

  LabelController(Labels labels) {
    this.labels = labels;
  }

  /** Makes labels as a PDF. Changes nothing, so it needs no command id. */
  @Operation(operationId = "makeLabels", summary = "Labels as a PDF file")
  @Needs(Permission.MOVE)
  @PostMapping(path = "/pdf", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> pdf(Actor actor, @Valid @RequestBody Labels.Entry entry) {
    return pdf("labels.pdf", labels.make(entry, actor).pdf());
  }

  /** Not a command: it changes nothing. */
  @Operation(operationId = "getActionSheet", summary = "The labels of all actions, for the wall")
  @Needs(value = Permission.MOVE, floor = true)
  @GetMapping(path = "/actions", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> actions() {
    return pdf("actions.pdf", labels.actionSheet());
  }

  /** Prints labels on a label printer. */
  @Operation(operationId = "printLabels", summary = "Print labels")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/printing")
  @ResponseStatus(HttpStatus.CREATED)
  PrintQueue.Job print(Command command, @Valid @RequestBody Labels.Entry entry) {
    return labels.print(entry, command.actor());
  }

  private static ResponseEntity<byte[]> pdf(String name, byte[] content) {
    return FileAnswer.shown(content, MediaType.APPLICATION_PDF, name);
  }
}
