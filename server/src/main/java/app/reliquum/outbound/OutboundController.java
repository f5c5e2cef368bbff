package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.OnceInPart;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.core.quantity.Quantity;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import java.time.LocalDate;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
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
@RequestMapping("/api/outbound")
class OutboundController {

  private final OutboundOrders orders;
  private final Accepting accepting;
  private final Allocating allocating;
  private final Picking picking;
  private final PickRounds rounds;
  private final Packing packing;
  private final PickReasons reasons;
  private final HandingOver handingOver;

  private final Making making;

  OutboundController(
      OutboundOrders orders,
      Accepting accepting,
      Allocating allocating,
      Picking picking,
      PickRounds rounds,
      Packing packing,
      PickReasons reasons,
      HandingOver handingOver,
      Making making) {
    this.making = making;
    this.orders = orders;
    this.accepting = accepting;
    this.allocating = allocating;
    this.picking = picking;
    this.rounds = rounds;
    this.packing = packing;
    this.reasons = reasons;
    this.handingOver = handingOver;
  }

  @Operation(operationId = "listOutboundOrders", summary = "Outbound orders and jobs, filtered")
  @Needs(Permission.LOOK)
  @GetMapping
  Page<OutboundViews.Row> orders(
      Actor actor,
      @RequestParam(defaultValue = "OPEN") OutboundViews.Filter filter,
      ListQuery<OutboundColumn> list) {
    return orders.page(filter, list, actor);
  }

  @Operation(
      operationId = "getOutboundCounts",
      summary = "How many outbound orders are in each list")
  @Needs(Permission.LOOK)
  @GetMapping("/counts")
  OutboundViews.Counts counts(Actor actor) {
    return orders.counts(actor);
  }

  /** What left for customers in the last days, and what it earned. */
  @Operation(operationId = "listSalesAndMargin", summary = "Sales and margin by item")
  @Needs(Permission.LOOK)
  @GetMapping("/earnings")
  List<OutboundViews.Earning> earnings(
      Actor actor,
      @RequestParam(defaultValue = "30") int days,
      @RequestParam(required = false) Long site) {
    return orders.earnings(days, site, actor);
  }

  @Operation(operationId = "getOutboundOrder", summary = "An outbound order or job")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/{id}")
  OutboundViews.Card order(Actor actor, @PathVariable long id) {
    return orders.card(id, actor);
  }

  /** Accepts an order. */
  @Operation(operationId = "addOutboundOrder", summary = "Add an outbound order")
  @Needs(Permission.POST)
  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  OutboundViews.Card add(Command command, @Valid @RequestBody OutboundViews.Entry entry) {
    return orders.card(accepting.add(entry, command.actor()), command.actor());
  }

  /** Accepts a job. */
  @Operation(operationId = "addJob", summary = "Add a job")
  @Needs(Permission.POST)
  @PostMapping("/jobs")
  @ResponseStatus(HttpStatus.CREATED)
  OutboundViews.Card addJob(Command command, @Valid @RequestBody OutboundViews.JobEntry entry) {
    return orders.card(accepting.addJob(entry, command.actor()), command.actor());
  }

  @Operation(operationId = "changeOutboundOrder", summary = "Change an outbound order")
  @Needs(Permission.POST)
  @PutMapping("/{id}")
  OutboundViews.Card change(
      Command command, @PathVariable long id, @Valid @RequestBody OutboundViews.Entry entry) {
    accepting.change(id, entry, command.actor());
    return orders.card(id, command.actor());
  }

  /** Closes it: nothing more of it is delivered. */
  @Operation(
      operationId = "closeOutboundOrder",
      summary = "Cancel what has not been shipped of an order")
  @Needs(Permission.POST)
  @PostMapping("/{id}/closing")
  OutboundViews.Card close(
      Command command,
      @PathVariable long id,
      @Valid @RequestBody OutboundViews.ClosingEntry entry) {
    accepting.close(command, id, entry.reason());
    return orders.card(id, command.actor());
  }

  /** The orders of a site for which stock can be looked for, in the order in which it is done. */
  @Operation(operationId = "listOrdersToAllocate", summary = "The orders that still lack stock")
  @Needs(Permission.POST)
  @GetMapping("/allocation")
  List<Long> toAllocate(
      Actor actor, @RequestParam long site, @RequestParam(required = false) LocalDate until) {
    return allocating.waiting(site, until, actor);
  }

  /**
   * Looks for the stock of several orders. Each is found by itself, so a repeat goes on where it
   * was.
   */
  @Operation(operationId = "allocateOrders", summary = "Allocate many orders")
  @OnceInPart
  @Needs(Permission.POST)
  @PostMapping("/allocation")
  OutboundViews.Allocated allocate(
      Command command, @Valid @RequestBody OutboundViews.AllocationEntry entry) {
    return allocating.allocate(entry, command.actor());
  }

  /** Looks for the stock of an order, or for what it still lacks. */
  @Operation(operationId = "allocateOrder", summary = "Allocate an order")
  @Needs(Permission.POST)
  @PostMapping("/{id}/allocation")
  OutboundViews.Card allocate(Command command, @PathVariable long id) {
    allocating.allocate(id, command.actor());
    return orders.card(id, command.actor());
  }

  /** Frees everything that is reserved for it and not picked. */
  @Operation(operationId = "removeReservations", summary = "Remove the reservations of an order")
  @Needs(Permission.POST)
  @PostMapping("/{id}/release")
  OutboundViews.Card release(Command command, @PathVariable long id) {
    allocating.release(id, command.actor());
    return orders.card(id, command.actor());
  }

  /** How much of a reservation is freed; null for all. */
  record ReleaseEntry(Quantity quantity) {}

  /** Frees one reservation, or some of it. */
  @Operation(operationId = "removeReservation", summary = "Remove one reservation of an order")
  @Needs(Permission.POST)
  @PostMapping("/{id}/reservations/{reservation}/release")
  OutboundViews.Card releaseOne(
      Command command,
      @PathVariable long id,
      @PathVariable long reservation,
      @Valid @RequestBody ReleaseEntry entry) {
    allocating.free(id, reservation, entry.quantity(), command.actor());
    return orders.card(id, command.actor());
  }

  /** Lets a line be of several lots. */
  @Operation(operationId = "splitLots", summary = "Let a line be of several lots")
  @Needs(Permission.POST)
  @PostMapping("/{id}/lines/{line}/split")
  OutboundViews.Card split(Command command, @PathVariable long id, @PathVariable int line) {
    allocating.split(id, line, command.actor());
    return orders.card(id, command.actor());
  }

  /** Says how a line is met. */
  @Operation(operationId = "setSupplyOfLine", summary = "Say how a line is met")
  @Needs(Permission.POST)
  @PutMapping("/{id}/lines/{line}/supply")
  OutboundViews.Card supply(
      Command command,
      @PathVariable long id,
      @PathVariable int line,
      @Valid @RequestBody OutboundViews.SupplyEntry entry) {
    accepting.supply(id, line, entry, command.actor());
    return orders.card(id, command.actor());
  }

  /** Picks everything as it is reserved. */
  @Operation(operationId = "pickEverything", summary = "Pick everything as it is reserved")
  @Needs(Permission.MOVE)
  @PostMapping("/{id}/picking")
  OutboundViews.Card pickAll(Command command, @PathVariable long id) {
    picking.pickAll(command, id);
    return orders.card(id, command.actor());
  }

  /** Calls the one away who is on the way to pick it. */
  @Operation(operationId = "unassignPicker", summary = "Unassign the picker of an order")
  @Needs(Permission.POST)
  @PostMapping("/{id}/round/leaving")
  OutboundViews.Card free(Command command, @PathVariable long id) {
    rounds.free(command, id);
    return orders.card(id, command.actor());
  }

  /** Puts something that was picked back. */
  /** Why the walk leads there, of all places. */
  @Operation(operationId = "explainPick", summary = "Why goods are picked from where they are")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/{id}/reserved/{reservation}/reason")
  PickReasons.Reason explain(Actor actor, @PathVariable long id, @PathVariable long reservation) {
    return reasons.reason(id, reservation, actor);
  }

  @Operation(operationId = "returnPicked", summary = "Put picked goods back")
  @Needs(Permission.MOVE)
  @PostMapping("/{id}/picked/{reservation}/return")
  OutboundViews.Card putBack(
      Command command, @PathVariable long id, @PathVariable long reservation) {
    picking.putBack(command, id, reservation);
    return orders.card(id, command.actor());
  }

  // Packing

  /** A new unit load for it. */
  @Operation(operationId = "addParcel", summary = "Begin a unit load of an order")
  @Needs(Permission.MOVE)
  @PostMapping("/{id}/parcels")
  OutboundViews.Card beginParcel(Command command, @PathVariable long id) {
    packing.begin(command, id);
    return orders.card(id, command.actor());
  }

  /** Packs everything that is loose into a new unit load. */
  @Operation(operationId = "packEverything", summary = "Pack everything that is picked")
  @Needs(Permission.MOVE)
  @PostMapping("/{id}/packing")
  OutboundViews.Card packAll(Command command, @PathVariable long id) {
    packing.packAll(command, id);
    return orders.card(id, command.actor());
  }

  /** Packs some of what is picked. */
  @Operation(operationId = "packGoods", summary = "Pack picked goods into a unit load")
  @Needs(Permission.MOVE)
  @PostMapping("/{id}/packed")
  OutboundViews.Card pack(
      Command command, @PathVariable long id, @Valid @RequestBody Packing.PackEntry entry) {
    packing.pack(command, id, entry.picked(), entry.quantity(), entry.load());
    return orders.card(id, command.actor());
  }

  /** Takes something off its unit load again. */
  @Operation(operationId = "unpackGoods", summary = "Take goods out of a unit load")
  @Needs(Permission.MOVE)
  @PostMapping("/{id}/packed/{picked}/return")
  OutboundViews.Card unpack(Command command, @PathVariable long id, @PathVariable long picked) {
    packing.unpack(command, id, picked);
    return orders.card(id, command.actor());
  }

  @Operation(operationId = "deleteParcel", summary = "Delete an empty unit load of an order")
  @Needs(Permission.MOVE)
  @DeleteMapping("/{id}/parcels/{load}")
  OutboundViews.Card drop(Command command, @PathVariable long id, @PathVariable long load) {
    packing.drop(command, id, load);
    return orders.card(id, command.actor());
  }

  /** Writes down what a unit load weighs: typed, or what the scale shows. */
  @Operation(operationId = "weighParcel", summary = "Weigh a unit load, or state its weight")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/{id}/parcels/{load}/weight")
  OutboundViews.Card weigh(
      Command command,
      @PathVariable long id,
      @PathVariable long load,
      @Valid @RequestBody Packing.WeightEntry entry) {
    packing.weigh(command, id, load, entry.weight(), entry.scale());
    return orders.card(id, command.actor());
  }

  /** Has the carrier take a unit load on. */
  @Operation(operationId = "bookCarriage", summary = "Have a carrier take a unit load")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/{id}/parcels/{load}/carriage")
  OutboundViews.Card carry(
      Command command,
      @PathVariable long id,
      @PathVariable long load,
      @Valid @RequestBody Packing.CarriageEntry entry) {
    packing.carry(command, id, load, entry.carrier(), entry.service());
    return orders.card(id, command.actor());
  }

  /** Hands over everything that is picked, and packed where that is needed. */
  @Operation(operationId = "shipOrder", summary = "Ship what is picked or packed of an order")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/{id}/hand-over")
  OutboundViews.Card handOver(
      Command command,
      @PathVariable long id,
      @Valid @RequestBody OutboundViews.HandOverEntry entry) {
    handingOver.handOver(command, id, entry.takenBy());
    return orders.card(id, command.actor());
  }

  @Operation(operationId = "getJobOutput", summary = "What a job has made")
  @Needs(Permission.LOOK)
  @GetMapping("/{id}/output")
  Making.Output output(Actor actor, @PathVariable long id) {
    return making.of(id, actor);
  }

  @Operation(operationId = "bookJobOutput", summary = "Book in what a job has made")
  @Needs(Permission.MOVE)
  @PostMapping("/{id}/output")
  Making.Output book(
      Command command, @PathVariable long id, @Valid @RequestBody Making.Entry entry) {
    return making.book(command, id, entry);
  }

  @Operation(
      operationId = "scrapComponent",
      summary = "Say that a component that a job has used up was spoilt")
  @Needs(Permission.MOVE)
  @PostMapping("/{id}/lines/{line}/scrap")
  Making.Output scrap(
      Command command,
      @PathVariable long id,
      @PathVariable int line,
      @Valid @RequestBody Making.ScrapEntry entry) {
    return making.scrap(command, id, line, entry);
  }
}
