package app.reliquum.documents;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.FileAnswer;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.util.Locale;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api")
class RemarkController {

  private final Remarks remarks;

  RemarkController(Remarks remarks) {
    this.remarks = remarks;
  }

  @Operation(
      operationId = "getRemarks",
      summary = "What was said about a document, and the files that are attached to it")
  @Needs(Permission.LOOK)
  @GetMapping("/remarks")
  Remarks.All of(Actor actor, @RequestParam @Size(min = 1, max = 24) String document) {
    return remarks.of(document, actor);
  }

  @Operation(
      operationId = "addComment",
      summary = "Say something about a document; who is named with @ and their code is told")
  @Needs(Permission.MOVE)
  @PostMapping("/remarks")
  @ResponseStatus(HttpStatus.CREATED)
  Remarks.All say(Command command, @Valid @RequestBody Remarks.Entry entry) {
    return remarks.say(entry, command.actor());
  }

  @Operation(operationId = "deleteComment", summary = "Remove what was said about a document")
  @Needs(Permission.MOVE)
  @DeleteMapping("/remarks/{id}")
  Remarks.All remove(Command command, @PathVariable long id) {
    return remarks.remove(id, command.actor());
  }

  @Operation(operationId = "attachFile", summary = "Attach a file to a document")
  @Needs(Permission.MOVE)
  @PostMapping(path = "/document-files", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @ResponseStatus(HttpStatus.CREATED)
  Remarks.All attach(
      Command command,
      @RequestParam @Size(min = 1, max = 24) String document,
      @RequestParam @Size(min = 1, max = 200) String name,
      @RequestBody byte[] content) {
    return remarks.attach(document, name, content, command.actor());
  }

  @Operation(operationId = "getAttachedFile", summary = "A file that is attached to a document")
  @Needs(Permission.LOOK)
  @GetMapping("/document-files/{id}")
  ResponseEntity<byte[]> file(Actor actor, @PathVariable long id) {
    Remarks.Content file = remarks.file(id, actor);
    MediaType type = MediaType.parseMediaType(file.mediaType());
    return AttachedType.isShown(file.mediaType())
        ? FileAnswer.shown(file.bytes(), type, file.name())
        : FileAnswer.kept(file.bytes(), type, file.name());
  }

  @Operation(
      operationId = "getKeptPaper",
      summary = "A paper of a document exactly as it was printed")
  @Needs(Permission.LOOK)
  @GetMapping(path = "/document-papers/{id}", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> paper(Actor actor, @PathVariable long id) {
    KeptPapers.Content paper = remarks.paper(id, actor);
    return FileAnswer.shown(
        paper.pdf(),
        MediaType.APPLICATION_PDF,
        paper.number() + "-" + paper.title().toLowerCase(Locale.ROOT).replace(' ', '-') + ".pdf");
  }

  @Operation(operationId = "detachFile", summary = "Take a file off a document")
  @Needs(Permission.MOVE)
  @DeleteMapping("/document-files/{id}")
  Remarks.All detach(Command command, @PathVariable long id) {
    return remarks.detach(id, command.actor());
  }
}
