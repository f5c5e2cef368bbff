package app.reliquum.adjusting;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import app.reliquum.api.Needs;
import app.reliquum.api.OnceInPart;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.lists.ListQuery;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
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
class AdjustmentController {

  private final Adjusting adjusting;
  private final AdjustmentRows rows;
  private final AdjustmentTable table;
  private final AdjustmentFile file;
  private final ReasonReport report;
  private final Loans loans;
  private final Commands commands;
  private final TransactionTemplate trial;

  AdjustmentController(
      Adjusting adjusting,
      AdjustmentRows rows,
      AdjustmentTable table,
      AdjustmentFile file,
      ReasonReport report,
      Loans loans,
      Commands commands,
      PlatformTransactionManager transactions) {
    this.adjusting = adjusting;
    this.rows = rows;
    this.table = table;
    this.file = file;
    this.report = report;
    this.loans = loans;
    this.commands = commands;
    this.trial = new TransactionTemplate(transactions);
  }

  @Operation(
      operationId = "listAdjustments",
      summary = "Adjustments, scrap and movements, the latest first")
  @Needs(Permission.LOOK)
  @GetMapping("/adjustments")
  Page<Adjustment.Row> page(Actor actor, ListQuery<AdjustmentColumn> list) {
    return rows.page(list, actor);
  }

  @Operation(operationId = "getAdjustment", summary = "An adjustment with its lines")
  @Needs(Permission.LOOK)
  @GetMapping("/adjustments/{adjustment}")
  Adjustment.Card card(Actor actor, @PathVariable long adjustment) {
    return rows.card(adjustment, actor);
  }

  @Operation(operationId = "getAdjustmentPicture", summary = "The picture of an adjustment")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/adjustments/{adjustment}/picture")
  ResponseEntity<byte[]> picture(Actor actor, @PathVariable long adjustment) {
    rows.card(adjustment, actor);
    return table
        .picture(adjustment)
        .map(
            picture ->
                ResponseEntity.ok()
                    .contentType(MediaType.parseMediaType(picture.mediaType()))
                    .header("Content-Security-Policy", "default-src 'none'; sandbox")
                    .body(picture.content()))
        .orElseThrow(() -> Problem.missing("picture of adjustment", adjustment));
  }

  /** Writes an adjustment, scrap, loan or movement; it is posted unless someone must agree. */
  @Operation(
      operationId = "createAdjustment",
      summary = "Create an adjustment, and post it unless it needs approval")
  @Needs(Permission.MOVE)
  @PostMapping("/adjustments")
  @ResponseStatus(HttpStatus.CREATED)
  Adjustment.Written write(Command command, @Valid @RequestBody Adjustment.Entry entry) {
    return adjusting.write(command, entry);
  }

  /** Reads a file of adjustments; a trial writes nothing. */
  @Operation(
      operationId = "importAdjustment",
      summary = "Import an adjustment from a file, or try it")
  @OnceInPart
  @Needs(Permission.POST)
  @PostMapping(
      path = "/adjustments/files",
      consumes = {
        "text/csv",
        "application/octet-stream",
        "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
      })
  AdjustmentFile.Result read(
      Command command,
      @RequestParam(defaultValue = "false") boolean trial,
      @RequestBody byte[] content) {
    if (trial) {
      return this.trial.execute(
          status -> {
            status.setRollbackOnly();
            return file.attempt(command, content);
          });
    }
    return commands.once(
        command,
        "adjustments of a file",
        content,
        AdjustmentFile.Result.class,
        () -> file.write(command, content));
  }

  @Operation(operationId = "reportReasons", summary = "What reasons came to, by one thing")
  @Needs(Permission.LOOK)
  @GetMapping("/reason-report")
  ReasonReport.Report report(Actor actor, @Valid @ParameterObject ReasonReport.Question asked) {
    return report.report(asked, actor);
  }

  @Operation(operationId = "listLoans", summary = "Loans, filtered")
  @Needs(Permission.LOOK)
  @GetMapping("/loans")
  Page<Loans.Row> loans(
      Actor actor,
      @RequestParam(defaultValue = "OPEN") Loans.Filter filter,
      ListQuery<LoanColumn> list) {
    return loans.page(filter, list, actor);
  }

  @Operation(operationId = "getLoan", summary = "A loan with its goods and returns")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/loans/{loan}")
  Loans.Card loan(Actor actor, @PathVariable long loan) {
    return loans.card(loan, actor);
  }

  /** Takes goods of a loan back in. */
  @Operation(operationId = "receiveLoanBack", summary = "Receive a loan back, whole or in part")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/loans/{loan}/returns")
  @ResponseStatus(HttpStatus.CREATED)
  Loans.Card back(
      Command command, @PathVariable long loan, @Valid @RequestBody Loans.ReturnEntry entry) {
    return loans.back(command, loan, entry);
  }
}
