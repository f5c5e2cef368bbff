package app.reliquum.counting;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.core.counting.CountTolerance;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.counting.Counting.Card;
import app.reliquum.counting.Counting.Chart;
import app.reliquum.counting.Counting.Counts;
import app.reliquum.counting.Counting.Decision;
import app.reliquum.counting.Counting.Entry;
import app.reliquum.counting.Counting.Filter;
import app.reliquum.counting.Counting.Outcome;
import app.reliquum.counting.Counting.Preview;
import app.reliquum.counting.Counting.Question;
import app.reliquum.counting.Counting.Rest;
import app.reliquum.counting.Counting.Result;
import app.reliquum.counting.Counting.Row;
import app.reliquum.counting.Counting.Show;
import app.reliquum.counting.Counting.Slip;
import app.reliquum.counting.Counting.SlipFilter;
import app.reliquum.counting.Counting.Sort;
import app.reliquum.counting.Counting.Trail;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/counts")
class CountController {

  private final CountRows counts;
  private final CountPreparation preparation;
  private final Reviewing reviewing;
  private final CountPosting posting;
  private final ReportedDiscrepancies suspicions;
  private final CountPapers papers;
  private final CountChecks checks;
  private final CountWork work;
  private final CountWorkTable atWork;

  CountController(
      CountRows counts,
      CountPreparation preparation,
      Reviewing reviewing,
      CountPosting posting,
      ReportedDiscrepancies suspicions,
      CountPapers papers,
      CountChecks checks,
      CountWork work,
      CountWorkTable atWork) {
    this.work = work;
    this.atWork = atWork;
    this.checks = checks;
    this.counts = counts;
    this.preparation = preparation;
    this.reviewing = reviewing;
    this.posting = posting;
    this.suspicions = suspicions;
    this.papers = papers;
  }

  /**
   * What is decided about some lines.
   *
   * @param ids the lines; null for all that the question finds
   */
  record DecisionEntry(
      @NotNull Decision decision,
      @Size(max = 5000) @Nullable List<Long> ids,
      @Valid @Nullable QuestionEntry question) {}

  /** Which lines are meant. */
  record QuestionEntry(
      @NotNull Show show,
      @Nullable BigDecimal minQuantity,
      @Nullable BigDecimal minPercent,
      @Nullable BigDecimal minValue,
      @Size(max = 60) @Nullable String q) {

    Question question() {
      return new Question(show, minQuantity, minPercent, minValue, q, Sort.GROSS, true);
    }
  }

  /** How large a variance may be and still be accepted; all that are set must hold. */
  record ToleranceEntry(
      @DecimalMin("0") @Nullable BigDecimal quantity,
      @DecimalMin("0") @Nullable BigDecimal percent,
      @DecimalMin("0") @Nullable BigDecimal value) {}

  /**
   * What becomes of what nobody counted.
   *
   * @param slips the slips; null for all that nobody counted
   */
  record RestEntry(@NotNull Rest rest, @Size(max = 5000) @Nullable List<Long> slips) {}

  /** Whom slips are handed to; null for the pool. */
  record HandEntry(@NotNull @Size(max = 5000) List<Long> slips, @Nullable Long person) {}

  /** What was seen before posting: if it is no longer so, nothing is posted. */
  record PostEntry(@NotNull BigDecimal net, @NotNull Integer lines) {}

  /** How many bins are drawn. */
  @Schema(name = "CountCheckEntry")
  record CheckEntry(@Min(1) @Max(5000) int bins) {}

  record ReasonEntry(@Size(max = 200) @Nullable String reason) {}

  /** How many lines it was. */
  record Many(int many) {}

  /** Whether a count is posted; else it is being posted, or waits for someone else to agree. */
  record PostAnswer(boolean posted) {}

  @Operation(operationId = "listCounts", summary = "Counts, filtered")
  @Needs(Permission.LOOK)
  @GetMapping
  Page<Row> counts(
      Actor actor,
      @RequestParam(defaultValue = "OPEN") Filter filter,
      ListQuery<CountColumn> list) {
    return counts.page(filter, list, actor);
  }

  @Operation(operationId = "getCountNumbers", summary = "How many counts are in each state")
  @Needs(Permission.LOOK)
  @GetMapping("/numbers")
  Counts numbers(Actor actor) {
    return counts.counts(actor);
  }

  /** What drawing a count up would come to. Changes nothing, so it needs no command id. */
  @Operation(operationId = "previewCount", summary = "Say what a scope would have counted")
  @Needs(Permission.POST)
  @PostMapping("/preview")
  Preview preview(Actor actor, @Valid @RequestBody Entry entry) {
    return preparation.preview(entry, actor);
  }

  @Operation(operationId = "createCount", summary = "Create a count from a scope")
  @Needs(Permission.POST)
  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  Card drawUp(Command command, @Valid @RequestBody Entry entry) {
    return counts.card(work.drawUp(command, entry), command.actor());
  }

  /** What people on the floor say looks wrong. */
  @Operation(operationId = "listReportedDiscrepancies", summary = "Reported discrepancies")
  @Needs(Permission.LOOK)
  @GetMapping("/suspicions")
  List<ReportedDiscrepancies.Card> suspicions(
      Actor actor, @RequestParam(required = false) Long site) {
    return suspicions.open(site, actor);
  }

  @Operation(operationId = "reportDiscrepancy", summary = "Report a discrepancy of a bin")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/suspicions")
  Many suspect(Command command, @Valid @RequestBody ReportedDiscrepancies.Entry entry) {
    suspicions.say(command, entry);
    return new Many(1);
  }

  @Operation(operationId = "getCount", summary = "A count")
  @Needs(Permission.LOOK)
  @GetMapping("/{id}")
  Card count(Actor actor, @PathVariable long id) {
    return counts.card(id, actor);
  }

  @Operation(operationId = "listSlips", summary = "The slips of a count")
  @Needs(Permission.LOOK)
  @GetMapping("/{id}/slips")
  Page<Slip> slips(
      Actor actor,
      @PathVariable long id,
      @RequestParam(defaultValue = "ALL") SlipFilter filter,
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "100") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    return counts.slips(id, filter, actor, offset, limit);
  }

  @Operation(operationId = "listCountResults", summary = "What a count found, filtered and sorted")
  @Needs(Permission.LOOK)
  @GetMapping("/{id}/results")
  Page<Result> results(
      Actor actor,
      @PathVariable long id,
      @RequestParam(defaultValue = "ALL") Show show,
      @RequestParam(required = false) BigDecimal minQuantity,
      @RequestParam(required = false) BigDecimal minPercent,
      @RequestParam(required = false) BigDecimal minValue,
      @RequestParam(required = false) String q,
      @RequestParam(defaultValue = "GROSS") Sort sort,
      @RequestParam(defaultValue = "true") boolean descending,
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "100") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    Question question = new Question(show, minQuantity, minPercent, minValue, q, sort, descending);
    return reviewing.page(id, question, actor, offset, limit);
  }

  @Operation(operationId = "getVarianceChart", summary = "The variances of a count, for a chart")
  @Needs(Permission.LOOK)
  @GetMapping("/{id}/chart")
  Chart chart(Actor actor, @PathVariable long id) {
    return reviewing.chart(id, actor);
  }

  @Operation(
      operationId = "getCountResult",
      summary = "One position of a count, with who counted what")
  @Needs(Permission.LOOK)
  @GetMapping("/{id}/results/{line}")
  Result result(Actor actor, @PathVariable long id, @PathVariable long line) {
    return reviewing.result(id, line, actor);
  }

  /** What has moved since a position was last right, beside what was seen on the shelf. */
  @Operation(operationId = "getCountResultTrail", summary = "What is known of a position's past")
  @Needs(Permission.LOOK)
  @GetMapping("/{id}/results/{line}/trail")
  List<Trail> trail(Actor actor, @PathVariable long id, @PathVariable long line) {
    return reviewing.trail(id, line, actor);
  }

  /** What posting would do. */
  @Operation(operationId = "getCountOutcome", summary = "What posting a count would do")
  @Needs(Permission.LOOK)
  @GetMapping("/{id}/outcome")
  Outcome outcome(Actor actor, @PathVariable long id) {
    return posting.outcome(id, actor);
  }

  @Operation(operationId = "printCountPaper", summary = "Count sheets, or the variance report")
  @Needs(Permission.LOOK)
  @GetMapping(path = "/{id}/papers/{which}", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> print(
      Actor actor, @PathVariable long id, @PathVariable CountPapers.Which which) {
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_PDF)
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.inline()
                .filename(which.name().toLowerCase(Locale.ROOT) + "-" + id + ".pdf")
                .build()
                .toString())
        .body(papers.print(id, which, actor));
  }

  @Operation(operationId = "listCountChecks", summary = "How a count was checked by others")
  @Needs(Permission.LOOK)
  @GetMapping("/{id}/checks")
  CountChecks.Checks checks(Actor actor, @PathVariable long id) {
    return checks.of(id, actor);
  }

  /** Has some bins counted once more that were found right; the answer is the count of them. */
  @Operation(operationId = "checkCount", summary = "Have some bins checked that were found right")
  @Needs(Permission.POST)
  @PostMapping("/{id}/checks")
  @ResponseStatus(HttpStatus.CREATED)
  Card check(Command command, @PathVariable long id, @Valid @RequestBody CheckEntry entry) {
    return counts.card(checks.drawUp(command, id, entry.bins()), command.actor());
  }

  /** Ends counting, whatever is not counted yet. */
  @Operation(operationId = "reviewCount", summary = "Take a count to review")
  @Needs(Permission.POST)
  @PostMapping("/{id}/review")
  Card review(Command command, @PathVariable long id) {
    work.toReview(command, id);
    return counts.card(id, command.actor());
  }

  /** Goes back to counting. */
  @Operation(operationId = "reopenCount", summary = "Reopen a count that is in review")
  @Needs(Permission.POST)
  @PostMapping("/{id}/counting")
  Card countOn(Command command, @PathVariable long id) {
    atWork.requireIdle(id);
    reviewing.countOn(command, id);
    return counts.card(id, command.actor());
  }

  @Operation(operationId = "cancelCount", summary = "Cancel a count")
  @Needs(Permission.POST)
  @PostMapping("/{id}/drop")
  Card drop(Command command, @PathVariable long id, @Valid @RequestBody ReasonEntry entry) {
    String reason = entry.reason() == null ? "" : entry.reason().strip();
    atWork.requireIdle(id);
    reviewing.drop(command, id, reason);
    return counts.card(id, command.actor());
  }

  @Operation(operationId = "assignSlips", summary = "Assign slips to a person or to the pool")
  @Needs(Permission.POST)
  @PostMapping("/{id}/hands")
  Card hand(Command command, @PathVariable long id, @Valid @RequestBody HandEntry entry) {
    long person = entry.person() == null ? 0 : entry.person();
    atWork.requireIdle(id);
    reviewing.assign(command, id, entry.slips(), person);
    return counts.card(id, command.actor());
  }

  @Operation(operationId = "decideVariances", summary = "Accept, recount or leave variances")
  @Needs(Permission.POST)
  @PostMapping("/{id}/decisions")
  Many decide(Command command, @PathVariable long id, @Valid @RequestBody DecisionEntry entry) {
    Question question = entry.question() == null ? Question.UNDECIDED : entry.question().question();
    atWork.requireIdle(id);
    return new Many(reviewing.decide(command, id, entry.decision(), entry.ids(), question));
  }

  /** Accepts all that is within a tolerance. */
  @Operation(
      operationId = "acceptWithinTolerance",
      summary = "Accept the variances that are within tolerance")
  @Needs(Permission.POST)
  @PostMapping("/{id}/tolerance")
  Many accept(Command command, @PathVariable long id, @Valid @RequestBody ToleranceEntry entry) {
    CountTolerance tolerance =
        new CountTolerance(
            entry.quantity() == null ? null : new Quantity(entry.quantity()),
            entry.percent(),
            entry.value());
    atWork.requireIdle(id);
    return new Many(reviewing.acceptByRule(command, id, tolerance));
  }

  /** Decides about what nobody counted. */
  @Operation(
      operationId = "decideUncounted",
      summary = "Say what becomes of what nobody has counted")
  @Needs(Permission.POST)
  @PostMapping("/{id}/uncounted")
  Many uncounted(Command command, @PathVariable long id, @Valid @RequestBody RestEntry entry) {
    atWork.requireIdle(id);
    return new Many(reviewing.uncounted(command, id, entry.rest(), entry.slips()));
  }

  /** Posts it, or proposes it where someone else must agree. */
  @Operation(
      operationId = "postCount",
      summary = "Post a count, or propose it if it needs approval")
  @Needs(Permission.POST)
  @PostMapping("/{id}/posting")
  PostAnswer post(Command command, @PathVariable long id, @Valid @RequestBody PostEntry entry) {
    return new PostAnswer(work.post(command, id, seen(entry)));
  }

  /** Agrees to what someone else has proposed, and posts it. */
  @Operation(
      operationId = "approveCount",
      summary = "Approve and post a count that someone else has proposed")
  @Needs(Permission.RULES)
  @PostMapping("/{id}/approval")
  PostAnswer approve(Command command, @PathVariable long id, @Valid @RequestBody PostEntry entry) {
    return new PostAnswer(work.approve(command, id, seen(entry), ""));
  }

  private static CountPosting.Seen seen(PostEntry entry) {
    return new CountPosting.Seen(entry.net(), entry.lines());
  }
}
