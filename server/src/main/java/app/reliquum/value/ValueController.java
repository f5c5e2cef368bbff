package app.reliquum.value;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.core.costing.Turnover;
import app.reliquum.stock.Closings;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api")
class ValueController {

  private final StockValue value;
  private final Accounts accounts;
  private final Usage usage;
  private final Closings closings;
  private final ValueByMonth byMonth;

  ValueController(
      StockValue value, Accounts accounts, Usage usage, Closings closings, ValueByMonth byMonth) {
    this.byMonth = byMonth;
    this.value = value;
    this.accounts = accounts;
    this.usage = usage;
    this.closings = closings;
  }

  @Operation(
      operationId = "listStockValue",
      summary = "What stock is worth, now or at a past moment")
  @Needs(Permission.LOOK)
  @GetMapping("/value")
  StockValue.Rows value(
      Actor actor,
      @RequestParam(defaultValue = "SITE") StockValue.By by,
      @RequestParam(required = false) Instant at,
      @RequestParam(required = false) Long pool,
      @RequestParam(required = false) String category,
      @RequestParam(required = false) String q,
      @RequestParam(defaultValue = "false") boolean byName,
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "100") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    return value.rows(
        new StockValue.Query(by, at, pool, category, q, byName, offset, limit), actor);
  }

  @Operation(operationId = "listCostPools", summary = "The groups of sites that share a cost")
  @Needs(Permission.LOOK)
  @GetMapping("/value/pools")
  List<StockValue.Pool> pools(Actor actor) {
    return value.pools(actor);
  }

  @Operation(operationId = "listValueChanges", summary = "What changed the value of stock")
  @Needs(Permission.LOOK)
  @GetMapping("/value/changes")
  StockValue.Changes changes(
      Actor actor,
      @RequestParam Instant from,
      @RequestParam Instant to,
      @RequestParam(required = false) Long pool) {
    return value.changes(from, to, pool, actor);
  }

  @Operation(
      operationId = "getValueByMonth",
      summary = "What stock was worth at the end of each month, by category")
  @Needs(Permission.LOOK)
  @GetMapping("/value/months")
  ValueByMonth.Months months(
      Actor actor,
      @RequestParam(defaultValue = "12") @Min(1) @Max(60) int months,
      @RequestParam(required = false) Long pool) {
    return byMonth.months(months, pool, actor);
  }

  @Operation(operationId = "listUsage", summary = "Value and usage by item")
  @Needs(Permission.LOOK)
  @GetMapping("/value/usage")
  Usage.Rows usage(
      Actor actor,
      @RequestParam(defaultValue = "90") int days,
      @RequestParam(required = false) Long pool,
      @RequestParam(required = false) String category,
      @RequestParam(required = false) Turnover.Movement turnover,
      @RequestParam(required = false) String q,
      @RequestParam(defaultValue = "COST") Usage.Sort sort,
      @RequestParam(defaultValue = "true") boolean descending,
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "100") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    return usage.rows(
        new Usage.Query(
            Math.max(1, Math.min(days, 3660)),
            pool,
            category,
            turnover,
            q,
            sort,
            descending,
            offset,
            limit),
        actor);
  }

  @Operation(operationId = "getJournal", summary = "The journal of all postings of a time")
  @Needs(Permission.LOOK)
  @GetMapping("/value/journal")
  Accounts.Whole journal(Actor actor, @RequestParam Instant from, @RequestParam Instant to) {
    return accounts.journal(from, to, actor);
  }

  @Operation(operationId = "listAccounts", summary = "The accounts of the journal")
  @Needs(Permission.LOOK)
  @GetMapping("/accounts")
  List<Accounts.Account> accounts() {
    return accounts.all();
  }

  @Operation(operationId = "setAccount", summary = "Set an account of the journal")
  @Needs(value = Permission.RULES, everywhere = true)
  @PutMapping("/accounts")
  Accounts.Account account(Command command, @Valid @RequestBody Accounts.Account account) {
    return accounts.change(account);
  }

  /** Up to which day the books are to be closed. */
  @Schema(name = "BooksClosingEntry")
  record ClosingEntry(@NotNull LocalDate upTo, @NotNull @Size(max = 200) String note) {}

  @Operation(operationId = "listClosings", summary = "Up to which days the books were closed")
  @Needs(Permission.LOOK)
  @GetMapping("/closings")
  List<Closings.Closing> closings() {
    return closings.all();
  }

  @Operation(operationId = "closeBooks", summary = "Close the books up to a day")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping("/closings")
  @ResponseStatus(HttpStatus.CREATED)
  Closings.Closing close(Command command, @Valid @RequestBody ClosingEntry entry) {
    return closings.close(command.actor(), entry.upTo(), entry.note().strip());
  }
}
