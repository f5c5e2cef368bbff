package app.reliquum.adjusting;

import app.reliquum.api.Actor;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.sheets.Sheet;
import app.reliquum.api.sheets.TableFile;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import jakarta.validation.Valid;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Adjustments, loans and what reasons came to, as files. */
@RestController
@RequestMapping("/api/export")
class AdjustmentExportController {

  private static final Map<String, Function<Adjustment.Row, Object>> ADJUSTMENTS =
      new LinkedHashMap<>();
  private static final Map<String, Function<Loans.Row, Object>> LOANS = new LinkedHashMap<>();
  private static final Map<String, Function<ReasonReport.Row, Object>> REPORT =
      new LinkedHashMap<>();

  static {
    ADJUSTMENTS.put("number", Adjustment.Row::number);
    ADJUSTMENTS.put("purpose", Adjustment.Row::purpose);
    ADJUSTMENTS.put("reasons", Adjustment.Row::reasons);
    ADJUSTMENTS.put("direction", Adjustment.Row::way);
    ADJUSTMENTS.put("state", Adjustment.Row::state);
    ADJUSTMENTS.put("site", Adjustment.Row::site);
    ADJUSTMENTS.put("lines", Adjustment.Row::lines);
    ADJUSTMENTS.put("subject", Adjustment.Row::about);
    ADJUSTMENTS.put("value", Adjustment.Row::net);
    ADJUSTMENTS.put("note", Adjustment.Row::note);
    ADJUSTMENTS.put("becauseOf", Adjustment.Row::source);
    ADJUSTMENTS.put("created", Adjustment.Row::written);
    ADJUSTMENTS.put("createdBy", Adjustment.Row::writtenBy);
    ADJUSTMENTS.put("ended", Adjustment.Row::ended);
    ADJUSTMENTS.put("endedBy", Adjustment.Row::endedBy);
    ADJUSTMENTS.put("posting", Adjustment.Row::posting);
    LOANS.put("number", Loans.Row::number);
    LOANS.put("site", Loans.Row::site);
    LOANS.put("borrower", Loans.Row::party);
    LOANS.put("goods", Loans.Row::about);
    LOANS.put("since", Loans.Row::lent);
    LOANS.put("createdBy", Loans.Row::lentBy);
    LOANS.put("due", Loans.Row::due);
    LOANS.put("overdue", row -> row.overdue() ? "overdue" : "");
    LOANS.put("closed", Loans.Row::closed);
    REPORT.put("label", ReasonReport.Row::label);
    REPORT.put("code", ReasonReport.Row::code);
    REPORT.put("out", row -> TableFile.number(row.out()));
    REPORT.put("in", row -> TableFile.number(row.in()));
    REPORT.put("unit", ReasonReport.Row::symbol);
    REPORT.put("times", ReasonReport.Row::times);
    REPORT.put("outValue", ReasonReport.Row::outValue);
    REPORT.put("inValue", ReasonReport.Row::inValue);
    REPORT.put("sum", ReasonReport.Row::sum);
  }

  private final AdjustmentRows adjustments;
  private final Loans loans;
  private final ReasonReport report;
  private final TableFile files;

  AdjustmentExportController(
      AdjustmentRows adjustments, Loans loans, ReasonReport report, TableFile files) {
    this.adjustments = adjustments;
    this.loans = loans;
    this.report = report;
    this.files = files;
  }

  @Operation(operationId = "exportAdjustments", summary = "Adjustments as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/adjustments")
  ResponseEntity<StreamingResponseBody> adjustments(
      @Parameter(hidden = true) Actor actor,
      @RequestParam Sheet.Format format,
      ListQuery<AdjustmentColumn> list) {
    return files.of(
        format, "adjustments", ADJUSTMENTS, row -> adjustments.page(list.portion(row), actor));
  }

  @Operation(operationId = "exportLoans", summary = "Loans as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/loans")
  ResponseEntity<StreamingResponseBody> loans(
      @Parameter(hidden = true) Actor actor,
      @RequestParam Sheet.Format format,
      @RequestParam(defaultValue = "OPEN") Loans.Filter filter,
      ListQuery<LoanColumn> list) {
    return files.of(format, "loans", LOANS, row -> loans.page(filter, list.portion(row), actor));
  }

  @Operation(operationId = "exportReasonReport", summary = "What reasons came to, as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/reason-report")
  ResponseEntity<StreamingResponseBody> report(
      @Parameter(hidden = true) Actor actor,
      @RequestParam Sheet.Format format,
      @Valid @ParameterObject ReasonReport.Question asked) {
    return files.of(
        format, "reason-report", REPORT, TableFile.whole(report.report(asked, actor).rows()));
  }
}
