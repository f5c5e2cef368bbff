package app.reliquum.replenishment;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.lists.ListQuery;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/replenishment")
class ReplenishmentController {

  private final RunningLow low;
  private final Runs runs;
  private final Proposals proposals;
  private final Trials trials;
  private final OrderSupply supply;
  private final Refills refills;

  ReplenishmentController(
      RunningLow low,
      Runs runs,
      Proposals proposals,
      Trials trials,
      OrderSupply supply,
      Refills refills) {
    this.refills = refills;
    this.supply = supply;
    this.low = low;
    this.runs = runs;
    this.proposals = proposals;
    this.trials = trials;
  }

  /** Some proposals, by their numbers in the database. */
  @Schema(name = "SomeProposals")
  record Some(@NotEmpty @Size(max = 500) List<@NotNull Long> ids) {}

  /** Proposals that are refused, and why. */
  @Schema(name = "RefusedProposals")
  record Refused(
      @NotEmpty @Size(max = 500) List<@NotNull Long> ids, @NotNull @Size(max = 200) String note) {}

  /** How many were dealt with, and the documents that came of them. */
  @Schema(name = "ProposalsDone")
  record Done(int count, List<String> documents) {}

  /** At which site a run is to look; null for every one. */
  @Schema(name = "RunEntry")
  record RunEntry(@Nullable Long site) {}

  @Operation(
      operationId = "listRefills",
      summary = "The pick faces of a site that are to be refilled, in the order of the work")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/refills")
  List<Refills.Row> refills(Actor actor, @RequestParam long site) {
    return refills.rows(site, actor);
  }

  @Operation(operationId = "listLowItems", summary = "What runs low, as last seen")
  @Needs(Permission.LOOK)
  @GetMapping("/items")
  Page<RunningLow.Row> items(
      Actor actor,
      @RequestParam(defaultValue = "LOW") RunningLow.Show show,
      ListQuery<LowColumn> list) {
    return low.page(show, list, actor);
  }

  @Operation(operationId = "getLowItem", summary = "An item at a site with its course and figures")
  @Needs(Permission.LOOK)
  @GetMapping("/items/{item}/at/{site}")
  RunningLow.Card item(Actor actor, @PathVariable long item, @PathVariable long site) {
    return low.card(item, site, actor);
  }

  @Operation(operationId = "listReplenishmentRuns", summary = "The last runs")
  @Needs(Permission.LOOK)
  @GetMapping("/runs")
  List<Runs.Row> runs(Actor actor) {
    return runs.last(actor);
  }

  @Operation(operationId = "getReplenishmentRun", summary = "A run with what it found")
  @Needs(Permission.LOOK)
  @GetMapping("/runs/{run}")
  Runs.Card run(Actor actor, @PathVariable long run) {
    return runs.card(run, actor);
  }

  @Operation(operationId = "startReplenishmentRun", summary = "Look at all items of sites now")
  @Needs(Permission.POST)
  @PostMapping("/runs")
  @ResponseStatus(HttpStatus.CREATED)
  List<Runs.Row> start(Command command, @Valid @RequestBody RunEntry entry) {
    return runs.start(entry.site(), command.actor());
  }

  @Operation(operationId = "approveProposals", summary = "Approve proposals")
  @Needs(Permission.RULES)
  @PostMapping("/proposals/approval")
  Done approve(Command command, @Valid @RequestBody Some some) {
    return new Done(some.ids().size(), proposals.approve(command, some.ids()));
  }

  @Operation(operationId = "refuseProposals", summary = "Refuse proposals")
  @Needs(Permission.RULES)
  @PostMapping("/proposals/refusal")
  Done refuse(Command command, @Valid @RequestBody Refused refused) {
    proposals.refuse(command, refused.ids(), refused.note());
    return new Done(refused.ids().size(), List.of());
  }

  @Operation(operationId = "changeProposal", summary = "Change how much is proposed, or from where")
  @Needs(Permission.POST)
  @PutMapping("/proposals/{proposal}")
  Proposals.Row change(
      Command command, @PathVariable long proposal, @Valid @RequestBody Proposals.Change change) {
    return proposals.change(command, proposal, change);
  }

  @Operation(
      operationId = "splitProposal",
      summary = "Have a part of a proposal come from elsewhere")
  @Needs(Permission.POST)
  @PostMapping("/proposals/{proposal}/split")
  List<Proposals.Row> split(
      Command command, @PathVariable long proposal, @Valid @RequestBody Proposals.Change part) {
    return proposals.split(command, proposal, part);
  }

  @Operation(operationId = "tryPolicy", summary = "Try a policy on past demand")
  @Needs(Permission.LOOK)
  @PostMapping("/trials")
  Trials.Card play(Command command, @Valid @RequestBody Trials.Entry entry) {
    return trials.play(entry, command.actor());
  }

  @Operation(operationId = "getSupplyOfOrder", summary = "From where what an order lacks will come")
  @Needs(Permission.LOOK)
  @GetMapping("/orders/{order}/supply")
  List<OrderSupply.Row> supply(Actor actor, @PathVariable long order) {
    return supply.ofOrder(order, actor);
  }

  @Operation(
      operationId = "getMadeForOrder",
      summary = "The transfers and jobs that were made because of an order")
  @Needs(Permission.LOOK)
  @GetMapping("/orders/{order}/made")
  List<LineRequests.Made> madeFor(Actor actor, @PathVariable long order) {
    return supply.madeFor(order, actor);
  }

  @Operation(operationId = "getWhoWaits", summary = "Which orders wait for what comes")
  @Needs(Permission.LOOK)
  @GetMapping("/inbound/{inbound}/waiting")
  List<OrderSupply.Row> waiting(Actor actor, @PathVariable long inbound) {
    return supply.ofInbound(inbound, actor);
  }
}
