package app.reliquum.stock;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.SitesAsked;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpStatus;
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
class StockController {

  private final Stock stock;
  private final PostingReader reader;
  private final OnHand onHand;
  private final Ledger ledger;
  private final BookChecks checks;
  private final ItemCourse course;

  StockController(
      Stock stock,
      PostingReader reader,
      OnHand onHand,
      Ledger ledger,
      BookChecks checks,
      ItemCourse course) {
    this.course = course;
    this.stock = stock;
    this.reader = reader;
    this.onHand = onHand;
    this.ledger = ledger;
    this.checks = checks;
  }

  @Operation(
      operationId = "listOnHand",
      summary = "On-hand stock by item, place, lot or position, now or as of a past moment")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/on-hand")
  Page<OnHand.Row> onHand(
      Actor actor,
      @RequestParam(defaultValue = "ITEM") OnHand.Group group,
      @ParameterObject OnHand.Filter filter,
      @RequestParam(defaultValue = "ITEM") OnHand.Sort sort,
      @RequestParam(defaultValue = "false") boolean descending,
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "100") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    return onHand.page(new OnHand.Query(group, filter, sort, descending, offset, limit), actor);
  }

  @Operation(
      operationId = "listOnHandBySite",
      summary = "On-hand stock of items with all sites side by side")
  @Needs(Permission.LOOK)
  @GetMapping("/on-hand/by-site")
  Page<StockedItems.BySite> bySite(
      Actor actor,
      @RequestParam(defaultValue = "IN_STOCK") OnHand.Stocked stocked,
      @RequestParam(required = false) String q,
      @RequestParam(defaultValue = "ITEM") OnHand.Sort sort,
      @RequestParam(defaultValue = "false") boolean descending,
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "100") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    OnHand.Filter filter =
        new OnHand.Filter(null, null, null, null, null, null, null, null, q, null, stocked);
    return onHand.bySite(
        new OnHand.Query(OnHand.Group.ITEM, filter, sort, descending, offset, limit), actor);
  }

  @Operation(
      operationId = "findItemsAtSite",
      summary = "Items found by words and category, those that are at a site first")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/on-hand/find")
  Page<StockedItems.Found> find(
      Actor actor,
      @RequestParam long site,
      @RequestParam(required = false) String q,
      @RequestParam(required = false) String category,
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "30") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    OnHand.Filter filter =
        new OnHand.Filter(site, null, null, null, null, null, null, null, q, null, null);
    return onHand.find(
        new OnHand.Query(OnHand.Group.ITEM, filter, OnHand.Sort.NAME, false, offset, limit),
        category,
        actor);
  }

  @Operation(
      operationId = "getItemCourse",
      summary =
          "The stock of an item day by day, with receipts, issues and counts, and what is due")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/items/{item}/course")
  ItemCourse.Course course(
      Actor actor,
      @PathVariable long item,
      @RequestParam(defaultValue = "90") @Min(1) @Max(400) int days,
      @RequestParam(required = false) Long site) {
    return course.course(item, days, new SitesAsked(actor, site));
  }

  @Operation(operationId = "listLedgerLines", summary = "Lines of the ledger, filtered")
  @Needs(Permission.LOOK)
  @GetMapping("/ledger")
  Page<Ledger.Row> ledger(
      Actor actor,
      @ParameterObject Ledger.Filter filter,
      @RequestParam(defaultValue = "false") boolean oldestFirst,
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "100") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    return ledger.page(new Ledger.Query(filter, oldestFirst, offset, limit), actor);
  }

  /** Moves goods between two bins. */
  @Operation(operationId = "moveGoods", summary = "Move goods between two bins of a site")
  @Needs(Permission.MOVE)
  @PostMapping("/moves")
  @ResponseStatus(HttpStatus.CREATED)
  Stock.Posted move(Command command, @Valid @RequestBody PostingReader.MoveEntry entry) {
    return stock.post(command, reader.move(entry));
  }

  /** Brings goods in from a contra place, or takes them out to one. */
  @Operation(operationId = "post", summary = "Post goods in or out")
  @Needs(Permission.POST)
  @PostMapping("/postings")
  @ResponseStatus(HttpStatus.CREATED)
  Stock.Posted post(Command command, @Valid @RequestBody PostingReader.PostingEntry entry) {
    return stock.post(command, reader.post(entry));
  }

  /** Why a posting is taken back. */
  record Why(@NotBlank(message = "is needed: say why") @Size(max = 200) String reason) {}

  @Operation(operationId = "reversePosting", summary = "Reverse a posting")
  @Needs(Permission.POST)
  @PostMapping("/postings/{posting}/reversal")
  @ResponseStatus(HttpStatus.CREATED)
  Stock.Posted reverse(Command command, @PathVariable long posting, @Valid @RequestBody Why why) {
    return stock.reverse(command, posting, why.reason().strip());
  }

  @Operation(operationId = "listLedgerChecks", summary = "Ledger checks, the latest first")
  @Needs(Permission.LOOK)
  @GetMapping("/book-checks")
  List<BookChecks.Check> checks() {
    return checks.last();
  }

  @Operation(
      operationId = "startLedgerCheck",
      summary = "Recompute positions from the ledger and report differences")
  @Needs(value = Permission.POST, everywhere = true)
  @PostMapping("/book-checks")
  @ResponseStatus(HttpStatus.ACCEPTED)
  BookChecks.Check check(Command command) {
    return checks.start(command.actor());
  }

  @Operation(
      operationId = "listLedgerCheckDifferences",
      summary = "The differences that a ledger check found")
  @Needs(Permission.LOOK)
  @GetMapping("/book-checks/{id}/differences")
  List<BookChecks.Difference> differences(Actor actor, @PathVariable long id) {
    return checks.differences(id, actor);
  }
}
