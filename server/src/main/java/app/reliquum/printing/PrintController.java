package app.reliquum.printing;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.FileAnswer;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
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
@RequestMapping("/api")
class PrintController {

  private final Printers printers;
  private final PrintRules rules;
  private final PrintQueue queue;
  private final TrayPrinter tray;

  PrintController(Printers printers, PrintRules rules, PrintQueue queue, TrayPrinter tray) {
    this.printers = printers;
    this.rules = rules;
    this.queue = queue;
    this.tray = tray;
  }

  @Operation(operationId = "listPrinters", summary = "The printers that one can use")
  @Needs(value = Permission.MOVE, floor = true)
  @GetMapping("/printers")
  List<Printers.Card> printers(Actor actor) {
    return printers.all(actor);
  }

  @Operation(operationId = "addPrinter", summary = "Add a printer")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping("/printers")
  @ResponseStatus(HttpStatus.CREATED)
  Printers.Card addPrinter(Command command, @Valid @RequestBody Printers.Entry entry) {
    return printers.add(entry);
  }

  @Operation(operationId = "changePrinter", summary = "Change a printer")
  @Needs(value = Permission.RULES, everywhere = true)
  @PutMapping("/printers/{id}")
  Printers.Card changePrinter(
      Command command, @PathVariable long id, @Valid @RequestBody Printers.Entry entry) {
    return printers.change(id, entry);
  }

  /** Speaks to the printer itself. */
  @Operation(operationId = "askPrinter", summary = "How a printer is at this moment")
  @Needs(value = Permission.RULES, everywhere = true)
  @GetMapping("/printers/{id}/condition")
  Printers.Condition condition(@PathVariable long id) {
    return printers.condition(id);
  }

  @Operation(operationId = "printTestPage", summary = "Print a test page")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping("/printers/{id}/test-page")
  @ResponseStatus(HttpStatus.CREATED)
  PrintQueue.Job test(Command command, @PathVariable long id) {
    return queue.printTest(
        id, TestPage.pdf(printers.printer(id).name(), command.actor().name()), command.actor());
  }

  @Operation(operationId = "listPrintOccasions", summary = "When what can print by itself")
  @Needs(Permission.LOOK)
  @GetMapping("/print-occasions")
  List<PrintRules.Possible> occasions() {
    return PrintRules.possible();
  }

  @Operation(operationId = "listPrintRules", summary = "What prints by itself")
  @Needs(Permission.LOOK)
  @GetMapping("/print-rules")
  List<PrintRules.Card> rules(Actor actor) {
    return rules.all(actor);
  }

  @Operation(operationId = "addPrintRule", summary = "Have something print by itself")
  @Needs(Permission.RULES)
  @PostMapping("/print-rules")
  @ResponseStatus(HttpStatus.CREATED)
  PrintRules.Card addRule(Command command, @Valid @RequestBody PrintRules.Entry entry) {
    return rules.add(entry, command.actor());
  }

  @Operation(operationId = "changePrintRule", summary = "Change what prints by itself")
  @Needs(Permission.RULES)
  @PutMapping("/print-rules/{id}")
  PrintRules.Card changeRule(
      Command command, @PathVariable long id, @Valid @RequestBody PrintRules.Entry entry) {
    return rules.change(id, entry, command.actor());
  }

  @Operation(
      operationId = "removePrintRule",
      summary = "Have something not print by itself any more")
  @Needs(Permission.RULES)
  @DeleteMapping("/print-rules/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void removeRule(Command command, @PathVariable long id) {
    rules.remove(id, command.actor());
  }

  @Operation(operationId = "listPrintJobs", summary = "What was printed, and what waits for it")
  @Needs(Permission.MOVE)
  @GetMapping("/print-jobs")
  List<PrintQueue.Job> jobs(Actor actor) {
    return queue.jobs(actor);
  }

  @Operation(operationId = "getPrintedPages", summary = "The pages of a print job")
  @Needs(Permission.MOVE)
  @GetMapping(path = "/print-jobs/{id}/pages", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> pages(Actor actor, @PathVariable long id) {
    return pdf("printed-" + id + ".pdf", queue.pages(id, actor));
  }

  @Operation(operationId = "printAgain", summary = "Print something once more")
  @Needs(Permission.MOVE)
  @PostMapping("/print-jobs/{id}/again")
  PrintQueue.Job again(Command command, @PathVariable long id) {
    return queue.again(id, command.actor());
  }

  @Operation(operationId = "cancelPrinting", summary = "Don't print what still waits")
  @Needs(Permission.MOVE)
  @PostMapping("/print-jobs/{id}/cancel")
  PrintQueue.Job cancel(Command command, @PathVariable long id) {
    return queue.cancel(id, command.actor());
  }

  /** Badges may lie in it, so only those see it who may print them. */
  @Operation(operationId = "listTrayPapers", summary = "What was printed to the built-in tray")
  @Needs(value = Permission.PEOPLE, everywhere = true)
  @GetMapping("/tray")
  List<TrayPrinter.Row> tray() {
    return tray.papers();
  }

  @Operation(operationId = "getTrayPaper", summary = "A paper in the tray")
  @Needs(value = Permission.PEOPLE, everywhere = true)
  @GetMapping(path = "/tray/{id}", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> paper(@PathVariable long id) {
    return pdf(
        "paper-" + id + ".pdf", tray.paper(id).orElseThrow(() -> Problem.missing("paper", id)));
  }

  private static ResponseEntity<byte[]> pdf(String name, byte[] content) {
    return FileAnswer.shown(content, MediaType.APPLICATION_PDF, name);
  }
}
