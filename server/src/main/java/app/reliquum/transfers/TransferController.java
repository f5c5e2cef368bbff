package app.reliquum.transfers;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.FileAnswer;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.lists.ListQuery;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
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
@RequestMapping("/api/transfers")
class TransferController {

  private static final Instant BEGINNING = Instant.parse("2000-01-01T00:00:00Z");

  private final Transfers transfers;
  private final Planning planning;
  private final Sending sending;
  private final Arriving arriving;
  private final WriteOffs writeOffs;
  private final Journal journal;
  private final TransferPapers papers;
  private final Advices advices;
  private final AdviceReader reader;
  private final Clock clock;

  TransferController(
      Transfers transfers,
      Planning planning,
      Sending sending,
      Arriving arriving,
      WriteOffs writeOffs,
      Journal journal,
      TransferPapers papers,
      Advices advices,
      AdviceReader reader,
      Clock clock) {
    this.transfers = transfers;
    this.planning = planning;
    this.sending = sending;
    this.arriving = arriving;
    this.writeOffs = writeOffs;
    this.journal = journal;
    this.papers = papers;
    this.advices = advices;
    this.reader = reader;
    this.clock = clock;
  }

  @Operation(operationId = "listTransfers", summary = "Transfers, filtered")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping
  Page<TransferViews.Row> transfers(
      Actor actor,
      @RequestParam(defaultValue = "OPEN") TransferViews.Filter filter,
      ListQuery<TransferColumn> list) {
    return transfers.page(filter, list, actor);
  }

  @Operation(operationId = "getTransferCounts", summary = "How many transfers are in each list")
  @Needs(Permission.LOOK)
  @GetMapping("/counts")
  TransferViews.Counts counts(Actor actor) {
    return transfers.counts(actor);
  }

  /** The sites that goods may be sent to. */
  @Operation(operationId = "listDestinations", summary = "The sites that goods may be sent to")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/sites")
  List<TransferViews.Destination> sites() {
    return transfers.destinations();
  }

  /** What is on the road, route by route. */
  @Operation(operationId = "listGoodsInTransit", summary = "What is in transit between which sites")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/routes")
  List<TransferViews.Route> routes(Actor actor) {
    return transfers.routes(actor);
  }

  /** What there is to know of items before they are asked for. */
  @Operation(
      operationId = "proposeTransferQuantity",
      summary = "What a site has, needs and uses of an item")
  @Needs(Permission.LOOK)
  @GetMapping("/advice")
  List<TransferViews.Advice> advice(
      Actor actor,
      @RequestParam long from,
      @RequestParam long to,
      @RequestParam List<String> items) {
    return transfers.advice(from, to, items, actor);
  }

  /** The two steps of transfers in value. */
  @Operation(operationId = "listTransferJournal", summary = "The journal of transfers")
  @Needs(Permission.LOOK)
  @GetMapping("/journal")
  List<TransferViews.JournalLine> journal(
      Actor actor,
      @RequestParam(required = false) Instant after,
      @RequestParam(required = false) Instant before,
      @RequestParam(required = false) String document) {
    return journal.lines(
        after == null ? BEGINNING : after,
        before == null ? clock.instant().plusSeconds(1) : before,
        document,
        actor);
  }

  @Operation(operationId = "getTransfer", summary = "A transfer")
  @Needs(Permission.LOOK)
  @GetMapping("/{id}")
  TransferViews.Card transfer(Actor actor, @PathVariable long id) {
    return transfers.card(id, actor);
  }

  /** Prints it: to pick by, to send along, or to sign for what has come. */
  @Operation(
      operationId = "printTransferPaper",
      summary = "Pick sheet, delivery note or receipt note")
  @Needs(Permission.LOOK)
  @GetMapping(path = "/{id}/papers/{kind}", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> print(
      Actor actor,
      @PathVariable long id,
      @PathVariable TransferPapers.Which kind,
      @RequestParam(required = false) Integer shipment) {
    return FileAnswer.shown(
        papers.print(id, kind, shipment, actor),
        MediaType.APPLICATION_PDF,
        kind.name().toLowerCase(Locale.ROOT) + "-" + id + ".pdf");
  }

  /** A shipment as a despatch advice of UBL 2.1. */
  @Operation(
      operationId = "getTransferDespatchAdvice",
      summary = "The despatch advice of a transfer's shipment (UBL 2.1)")
  @Needs(Permission.LOOK)
  @GetMapping(path = "/{id}/advices/{shipment}", produces = MediaType.APPLICATION_XML_VALUE)
  ResponseEntity<byte[]> advice(Actor actor, @PathVariable long id, @PathVariable int shipment) {
    return FileAnswer.kept(
        advices.write(id, shipment, actor),
        MediaType.APPLICATION_XML,
        "advice-" + id + "-" + shipment + ".xml");
  }

  /** Reads a despatch advice of UBL 2.1 as a transfer on the road. */
  @Operation(operationId = "importDespatchAdvice", summary = "Import a despatch advice (UBL 2.1)")
  @Needs(Permission.POST)
  @PostMapping(path = "/advices", consumes = MediaType.APPLICATION_XML_VALUE)
  @ResponseStatus(HttpStatus.CREATED)
  TransferViews.Card read(Command command, @RequestBody byte[] xml) {
    return transfers.card(reader.read(command, xml), command.actor());
  }

  @Operation(operationId = "addTransfer", summary = "Add a transfer")
  @Needs(Permission.POST)
  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  TransferViews.Card add(Command command, @Valid @RequestBody TransferViews.Entry entry) {
    return transfers.card(planning.add(entry, command.actor()), command.actor());
  }

  /** Begins a transfer that is made as goods are scanned. */
  @Operation(operationId = "beginUnplannedTransfer", summary = "Begin a transfer without a plan")
  @Needs(Permission.MOVE)
  @PostMapping("/unplanned")
  @ResponseStatus(HttpStatus.CREATED)
  TransferViews.Card begin(
      Command command, @Valid @RequestBody TransferViews.UnplannedEntry entry) {
    return transfers.card(planning.begin(entry, command.actor()), command.actor());
  }

  @Operation(operationId = "changeTransfer", summary = "Change a transfer")
  @Needs(Permission.POST)
  @PutMapping("/{id}")
  TransferViews.Card change(
      Command command, @PathVariable long id, @Valid @RequestBody TransferViews.Entry entry) {
    planning.change(id, entry, command.actor());
    return transfers.card(id, command.actor());
  }

  /** Reserves its stock, or what of it is still missing. */
  @Operation(operationId = "makeTransferReady", summary = "Make a transfer ready to send")
  @Needs(Permission.POST)
  @PostMapping("/{id}/release")
  TransferViews.Card release(Command command, @PathVariable long id) {
    planning.release(id, command.actor());
    return transfers.card(id, command.actor());
  }

  /** Takes the release back. */
  @Operation(operationId = "returnTransferToPlanned", summary = "Take a transfer back to planned")
  @Needs(Permission.POST)
  @PostMapping("/{id}/holding-back")
  TransferViews.Card holdBack(Command command, @PathVariable long id) {
    planning.holdBack(id, command.actor());
    return transfers.card(id, command.actor());
  }

  /** Picks everything as it is reserved. */
  @Operation(
      operationId = "pickTransfer",
      summary = "Pick everything of a transfer as it is reserved")
  @Needs(Permission.MOVE)
  @PostMapping("/{id}/picking")
  TransferViews.Card pickAll(Command command, @PathVariable long id) {
    sending.pickAll(command, id);
    return transfers.card(id, command.actor());
  }

  /** Puts something that was picked back. */
  @Operation(
      operationId = "returnPickedOfTransfer",
      summary = "Put back what was picked for a transfer")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/{id}/picked/{reservation}/return")
  TransferViews.Card putBack(
      Command command, @PathVariable long id, @PathVariable long reservation) {
    sending.putBack(command, id, reservation);
    return transfers.card(id, command.actor());
  }

  /** Sends everything that is picked. */
  @Operation(operationId = "shipTransfer", summary = "Ship what is picked of a transfer")
  @Needs(Permission.MOVE)
  @PostMapping("/{id}/sending")
  TransferViews.Card send(
      Command command,
      @PathVariable long id,
      @Valid @RequestBody TransferViews.SendingEntry entry) {
    sending.send(command, id, entry.rest());
    return transfers.card(id, command.actor());
  }

  /** Receives what was sent, or some of it. */
  @Operation(operationId = "receiveTransfer", summary = "Receive a transfer, whole or in part")
  @Needs(Permission.MOVE)
  @PostMapping("/{id}/arrivals")
  TransferViews.Card arrive(
      Command command,
      @PathVariable long id,
      @Valid @RequestBody TransferViews.ArrivalEntry entry) {
    arriving.arrive(command, id, entry);
    return transfers.card(id, command.actor());
  }

  /** Says what has become of goods that did not arrive. */
  @Operation(
      operationId = "endMissingGoods",
      summary = "Say what became of goods that did not arrive")
  @Needs(Permission.POST)
  @PostMapping("/{id}/endings")
  TransferViews.Card end(
      Command command, @PathVariable long id, @Valid @RequestBody TransferViews.EndingEntry entry) {
    writeOffs.end(command, id, entry);
    return transfers.card(id, command.actor());
  }

  /** Closes it: nothing more is sent. */
  @Operation(operationId = "closeTransfer", summary = "Close or cancel a transfer")
  @Needs(Permission.POST)
  @PostMapping("/{id}/closing")
  TransferViews.Card close(
      Command command,
      @PathVariable long id,
      @Valid @RequestBody TransferViews.ClosingEntry entry) {
    planning.close(id, entry.reason(), command.actor());
    return transfers.card(id, command.actor());
  }
}
