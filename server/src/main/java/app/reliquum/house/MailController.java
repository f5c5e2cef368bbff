package app.reliquum.house;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.FileAnswer;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class MailController {

  private final Letters letters;

  MailController(Letters letters) {
    this.letters = letters;
  }

  /** The newest letters, or those of a document. */
  @Operation(operationId = "listSupplierEmails", summary = "Supplier emails")
  @Needs(Permission.POST)
  @GetMapping("/api/letters")
  List<Letters.Letter> letters(Actor actor, @RequestParam(required = false) String document) {
    return letters.letters(document, actor);
  }

  @Operation(
      operationId = "getSupplierEmailAttachment",
      summary = "What goes with a supplier email, as a file")
  @Needs(Permission.POST)
  @GetMapping("/api/letter-attachments/{id}")
  ResponseEntity<byte[]> attachment(Actor actor, @PathVariable long id) {
    Letters.Attachment attachment = letters.attachment(id, actor);
    return FileAnswer.kept(
        attachment.content(), MediaType.parseMediaType(attachment.mediaType()), attachment.name());
  }

  /** Tries a letter again that could not be sent. */
  @Operation(operationId = "sendSupplierEmailAgain", summary = "Send a supplier email again")
  @Needs(Permission.POST)
  @PostMapping("/api/letters/{id}/sending")
  Done again(Command command, @PathVariable long id) {
    letters.again(id, command.actor());
    return new Done(id);
  }

  /** The letter that will be tried again. */
  record Done(long letter) {}
}
