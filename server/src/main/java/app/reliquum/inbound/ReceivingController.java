package app.reliquum.inbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import app.reliquum.api.FileAnswer;
import app.reliquum.api.Needs;
import app.reliquum.api.OnceInPart;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.Picture;
import app.reliquum.api.Problem;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.sheets.ImportResult;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.io.ByteArrayInputStream;
import java.util.List;
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
@RequestMapping("/api")
class ReceivingController {

  private final InboundOrders orders;
  private final OrderAmendments amendments;
  private final OrderAnswers answers;
  private final OrderPapers papers;
  private final OrderImport files;
  private final Suppliers suppliers;
  private final Checking checking;
  private final Commands commands;

  ReceivingController(
      InboundOrders orders,
      OrderImport files,
      Suppliers suppliers,
      Checking checking,
      Commands commands,
      OrderAmendments amendments,
      OrderAnswers answers,
      OrderPapers papers) {
    this.answers = answers;
    this.papers = papers;
    this.amendments = amendments;
    this.orders = orders;
    this.files = files;
    this.suppliers = suppliers;
    this.checking = checking;
    this.commands = commands;
  }

  // Suppliers

  @Operation(operationId = "listSuppliers", summary = "Suppliers")
  @Needs(Permission.LOOK)
  @GetMapping("/suppliers")
  List<Suppliers.Card> suppliers() {
    return suppliers.all();
  }

  @Operation(operationId = "addSupplier", summary = "Add a supplier")
  @Needs(Permission.RULES)
  @PostMapping("/suppliers")
  @ResponseStatus(HttpStatus.CREATED)
  Suppliers.Card addSupplier(Command command, @Valid @RequestBody Suppliers.Entry entry) {
    return suppliers.add(entry);
  }

  @Operation(operationId = "changeSupplier", summary = "Change a supplier")
  @Needs(Permission.RULES)
  @PutMapping("/suppliers/{id}")
  Suppliers.Card changeSupplier(
      Command command, @PathVariable long id, @Valid @RequestBody Suppliers.Entry entry) {
    return suppliers.change(id, entry);
  }

  // InboundOrders

  @Operation(operationId = "listInboundOrders", summary = "Inbound orders, filtered")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/inbound")
  Page<InboundViews.Row> orders(
      Actor actor,
      @RequestParam(defaultValue = "OPEN") InboundViews.Filter filter,
      ListQuery<InboundColumn> list) {
    return orders.page(filter, list, actor);
  }

  @Operation(operationId = "getInboundOrder", summary = "An inbound order")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/inbound/{id}")
  InboundViews.Card order(Actor actor, @PathVariable long id) {
    return orders.card(id, actor);
  }

  @Operation(operationId = "addInboundOrder", summary = "Add an inbound order")
  @Needs(Permission.POST)
  @PostMapping("/inbound")
  @ResponseStatus(HttpStatus.CREATED)
  InboundViews.Card add(Command command, @Valid @RequestBody InboundViews.Entry entry) {
    return orders.add(entry, command.actor());
  }

  @Operation(operationId = "changeInboundOrder", summary = "Change an inbound order")
  @Needs(Permission.POST)
  @PutMapping("/inbound/{id}")
  InboundViews.Card change(
      Command command, @PathVariable long id, @Valid @RequestBody InboundViews.Entry entry) {
    return orders.change(id, entry, command.actor());
  }

  /** Begins a receipt that nobody expected, or a customer's return. */
  @Operation(operationId = "receiveUnexpected", summary = "Begin an unexpected receipt or a return")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/inbound/unexpected")
  @ResponseStatus(HttpStatus.CREATED)
  InboundViews.Card begin(Command command, @Valid @RequestBody InboundViews.UnexpectedEntry entry) {
    return orders.begin(entry, command.actor());
  }

  /** Sends an order to its supplier. */
  @Operation(operationId = "sendInboundOrder", summary = "Send an inbound order to its supplier")
  @Needs(Permission.POST)
  @PostMapping("/inbound/{id}/sending")
  InboundViews.Card send(Command command, @PathVariable long id) {
    return orders.send(id, command.actor());
  }

  /** The order as it is printed for its supplier. */
  @Operation(operationId = "printInboundOrder", summary = "The purchase order as PDF")
  @Needs(Permission.LOOK)
  @GetMapping(path = "/inbound/{id}/papers/order", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> print(Actor actor, @PathVariable long id) {
    InboundViews.Card order = purchase(id, actor);
    return FileAnswer.shown(
        papers.print(order), MediaType.APPLICATION_PDF, order.number() + ".pdf");
  }

  /** The order for the system of its supplier. */
  @Operation(
      operationId = "getInboundOrderDocument",
      summary = "The purchase order as a document (UBL 2.1)")
  @Needs(Permission.LOOK)
  @GetMapping(path = "/inbound/{id}/document", produces = MediaType.APPLICATION_XML_VALUE)
  ResponseEntity<byte[]> document(Actor actor, @PathVariable long id) {
    InboundViews.Card order = purchase(id, actor);
    return FileAnswer.kept(
        papers.document(order), MediaType.APPLICATION_XML, order.number() + ".xml");
  }

  private InboundViews.Card purchase(long id, Actor actor) {
    InboundViews.Card order = orders.card(id, actor);
    if (order.kind() != InboundViews.Kind.PURCHASE) {
      throw Problem.refused("not-ordered", "{0} was not ordered of a supplier.", order.number());
    }
    return order;
  }

  /** Takes down what the system of a supplier has answered to an order. */
  @Operation(
      operationId = "importOrderResponse",
      summary = "Import an order response of a supplier (UBL 2.1)")
  @Needs(Permission.POST)
  @PostMapping(path = "/inbound/responses", consumes = MediaType.APPLICATION_XML_VALUE)
  InboundViews.Card answered(Command command, @RequestBody byte[] xml) {
    return answers.read(xml, command.actor());
  }

  @Operation(
      operationId = "amendInboundOrder",
      summary = "Amend lines of an order, or say what its supplier has answered")
  @Needs(Permission.POST)
  @PostMapping("/inbound/{id}/amendment")
  InboundViews.Card amend(
      Command command,
      @PathVariable long id,
      @Valid @RequestBody InboundViews.Amendment amendment) {
    return amendments.amend(id, amendment, command.actor());
  }

  /** Why an order is closed; needed if something is open. */
  record ClosingEntry(@Size(max = 200) String reason) {}

  @Operation(
      operationId = "closeInboundOrder",
      summary = "Close an inbound order: nothing more is expected")
  @Needs(Permission.POST)
  @PostMapping("/inbound/{id}/closing")
  InboundViews.Card close(
      Command command, @PathVariable long id, @Valid @RequestBody ClosingEntry closing) {
    return orders.close(id, closing.reason(), command.actor());
  }

  /** Reads orders from a CSV or XLSX file: all of them, or none. A trial writes nothing. */
  @Operation(
      operationId = "importInboundOrders",
      summary = "Import inbound orders from a file, or try it")
  @OnceInPart
  @Needs(Permission.POST)
  @PostMapping(
      path = "/inbound/file",
      consumes = {MediaType.APPLICATION_OCTET_STREAM_VALUE, "text/csv"})
  ImportResult read(
      Command command,
      @RequestParam(defaultValue = "false") boolean trial,
      @RequestBody byte[] content) {
    if (trial) {
      return files.read(new ByteArrayInputStream(content), true, command.actor());
    }
    // A file with faults writes nothing, and so may be sent again under the same id.
    ImportResult tried = files.read(new ByteArrayInputStream(content), true, command.actor());
    return tried.faults().isEmpty()
        ? commands.once(
            command,
            "read orders",
            content,
            ImportResult.class,
            () -> files.read(new ByteArrayInputStream(content), false, command.actor()))
        : tried;
  }

  // What waits

  @Operation(
      operationId = "listWaitingGoods",
      summary = "Goods that wait on a dock or to be inspected")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/waiting")
  List<Checking.Waiting> waiting(
      Actor actor,
      @RequestParam(required = false) Long site,
      @RequestParam(defaultValue = "false") boolean toCheck) {
    return checking.waiting(site, toCheck, actor);
  }

  @Operation(
      operationId = "inspectGoods",
      summary = "Record an inspection: set the condition of goods that wait")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/checks")
  @ResponseStatus(HttpStatus.CREATED)
  Checking.Checked check(Command command, @Valid @RequestBody Checking.Entry entry) {
    return checking.check(command, entry);
  }

  @Operation(
      operationId = "getInspectionPicture",
      summary = "The picture that was taken at an inspection")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/pictures/{posting}")
  ResponseEntity<byte[]> picture(Actor actor, @PathVariable long posting) {
    Picture picture =
        checking
            .pictureOf(posting, actor)
            .orElseThrow(() -> Problem.missing("picture of posting", posting));
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(picture.mediaType()))
        .body(picture.content());
  }
}
