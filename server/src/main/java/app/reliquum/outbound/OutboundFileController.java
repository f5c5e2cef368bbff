package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import app.reliquum.api.FileAnswer;
import app.reliquum.api.Needs;
import app.reliquum.api.OnceInPart;
import app.reliquum.api.Permission;
import app.reliquum.api.sheets.ImportResult;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Locale;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/outbound")
class OutboundFileController {

  private static final int MOST_SHEETS = 100;

  private final OutboundFile files;
  private final OutboundPapers papers;
  private final Commands commands;

  OutboundFileController(OutboundFile files, OutboundPapers papers, Commands commands) {
    this.files = files;
    this.papers = papers;
    this.commands = commands;
  }

  /** Reads orders from a CSV or XLSX file, or a UBL order. A trial writes nothing. */
  @Operation(
      operationId = "importOutboundOrders",
      summary = "Import outbound orders from a file, or try it")
  @OnceInPart
  @Needs(Permission.POST)
  @PostMapping(
      path = "/file",
      consumes = {
        MediaType.APPLICATION_OCTET_STREAM_VALUE,
        "text/csv",
        MediaType.APPLICATION_XML_VALUE
      })
  ImportResult read(
      Command command,
      @RequestParam(defaultValue = "false") boolean trial,
      @RequestBody byte[] content) {
    ImportResult tried = files.read(content, true, command.actor());
    // A file with faults writes nothing, and so may be sent again under the same id.
    return trial || !tried.faults().isEmpty()
        ? tried
        : commands.once(
            command,
            "read outbound orders",
            content,
            ImportResult.class,
            () -> files.read(content, false, command.actor()));
  }

  /** Prints it: to pick by, to pack by, or to send along. */
  @Operation(
      operationId = "printOutboundPaper",
      summary = "Pick sheet, packing list or delivery note")
  @Needs(Permission.LOOK)
  @GetMapping(path = "/{id}/papers/{kind}", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> print(
      Actor actor,
      @PathVariable long id,
      @PathVariable OutboundPapers.Which kind,
      @RequestParam(required = false) Long despatch,
      @RequestParam(required = false) Long load) {
    return FileAnswer.shown(
        papers.print(id, kind, despatch, load, actor),
        MediaType.APPLICATION_PDF,
        kind.name().toLowerCase(Locale.ROOT) + "-" + id + ".pdf");
  }

  @Operation(
      operationId = "printPickSheets",
      summary = "The pick sheets of several orders as one file, in walking order")
  @Needs(Permission.LOOK)
  @GetMapping(path = "/pick-sheets", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> pickSheets(
      Actor actor, @RequestParam @Size(min = 1, max = MOST_SHEETS) List<@NotNull Long> orders) {
    return FileAnswer.shown(
        papers.pickSheets(orders, actor), MediaType.APPLICATION_PDF, "pick-sheets.pdf");
  }

  /** What was handed over, as a despatch advice of UBL 2.1. */
  @Operation(
      operationId = "getDespatchAdvice",
      summary = "The despatch advice of a shipment (UBL 2.1)")
  @Needs(Permission.LOOK)
  @GetMapping(path = "/{id}/advices/{despatch}", produces = MediaType.APPLICATION_XML_VALUE)
  ResponseEntity<byte[]> advice(Actor actor, @PathVariable long id, @PathVariable long despatch) {
    return FileAnswer.kept(
        papers.advice(id, despatch, actor),
        MediaType.APPLICATION_XML,
        "advice-" + id + "-" + despatch + ".xml");
  }
}
