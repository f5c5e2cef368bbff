package app.reliquum.value;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import app.reliquum.core.costing.Turnover;
import app.reliquum.stock.Closings;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
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
  private final Commands commands;

  ValueController(
      StockValue value, Accounts accounts, Usage usage, Closings closings, Commands commands) {
    this.value = value;
    this.accounts = accounts;
    this.usage = usage;
    this.closings = closings;
    this.commands = commands;
  }

  @GetMapping("/value")
  StockValue.Rows value(
      Actor actor,
      @RequestParam(defaultValue = "SITE") StockValue.By by,
      @RequestParam(required = false) Instant at,
      @RequestParam(required = false) Long pool,
      @RequestParam(required = false) String category,
      @RequestParam(required = false) String q,
      @RequestParam(defaultValue = "false") boolean byName,
      @RequestParam(defaultValue = "0") int offset,
      @RequestParam(defaultValue = "100") int limit) {
    return value.rows(
        new StockValue.Query(by, at, pool, category, q, byName, Math.max(0, offset), limit), actor);
  }

  @GetMapping("/value/pools")
  List<StockValue.Pool> pools(Actor actor) {
    return value.pools(actor);
  }

  @GetMapping("/value/changes")
  StockValue.Changes changes(
      Actor actor,
      @RequestParam Instant from,
      @RequestParam Instant to,
      @RequestParam(required = false) Long pool) {
    return value.changes(from, to, pool, actor);
  }

  @GetMapping("/value/usage")
  Usage.Rows usage(
      Actor actor,
      @RequestParam(defaultValue = "90") int days,
      @RequestParam(required = false) Long pool,
      @RequestParam(required = false) String category,
      @RequestParam(required = false) Turnover.Pace pace,
      @RequestParam(required = false) String q,
      @RequestParam(defaultValue = "COST") Usage.Sort sort,
      @RequestParam(defaultValue = "true") boolean descending,
      @RequestParam(defaultValue = "0") int offset,
      @RequestParam(defaultValue = "100") int limit) {
    return usage.rows(
        new Usage.Query(
            Math.max(1, Math.min(days, 3660)),
            pool,
            category,
            pace,
            q,
            sort,
            descending,
            Math.max(0, offset),
            limit),
        actor);
  }

  @GetMapping("/value/journal")
  Accounts.Whole journal(Actor actor, @RequestParam Instant from, @RequestParam Instant to) {
    return accounts.journal(from, to, actor);
  }

  @GetMapping("/accounts")
  List<Accounts.Account> accounts() {
    return accounts.all();
  }

  @PutMapping("/accounts")
  @PreAuthorize("hasAuthority('RULES')")
  Accounts.Account account(Command command, @Valid @RequestBody Accounts.Account account) {
    return commands.once(
        command, "change account", account, Accounts.Account.class, () -> accounts.change(account));
  }

  /** Up to which day the books are to be closed. */
  @Schema(name = "BooksClosingEntry")
  record ClosingEntry(@NotNull LocalDate upTo, @NotNull @Size(max = 200) String note) {}

  @GetMapping("/closings")
  List<Closings.Closing> closings() {
    return closings.all();
  }

  @PostMapping("/closings")
  @ResponseStatus(HttpStatus.CREATED)
  @PreAuthorize("hasAuthority('RULES')")
  Closings.Closing close(Command command, @Valid @RequestBody ClosingEntry entry) {
    return commands.once(
        command,
        "close books",
        entry,
        Closings.Closing.class,
        () -> closings.close(command.actor(), entry.upTo(), entry.note().strip()));
  }
}
