package app.reliquum.exchange;

import app.reliquum.api.Actor;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.core.ledger.Condition;
import app.reliquum.counting.Counting;
import app.reliquum.counting.Reviews;
import app.reliquum.outbound.OutboundColumn;
import app.reliquum.outbound.OutboundOrders;
import app.reliquum.outbound.OutboundViews;
import app.reliquum.stock.Ledger;
import app.reliquum.stock.OnHand;
import app.reliquum.stock.PostingKind;
import app.reliquum.transfers.Journal;
import app.reliquum.transfers.TransferViews;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import java.time.Clock;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Tables as files: the rows that the question finds, the columns that are shown. */
@RestController
@RequestMapping("/api/export")
class ExportController {

  private static final Map<String, Function<OnHand.Row, Object>> ON_HAND = new LinkedHashMap<>();
  private static final Map<String, Function<Ledger.Row, Object>> LEDGER = new LinkedHashMap<>();
  private static final Map<String, Function<Counting.Result, Object>> COUNT = new LinkedHashMap<>();
  private static final Map<String, Function<TransferViews.JournalLine, Object>> JOURNAL =
      new LinkedHashMap<>();

  static {
    ON_HAND.put("item", OnHand.Row::item);
    ON_HAND.put("name", OnHand.Row::name);
    ON_HAND.put("site", OnHand.Row::site);
    ON_HAND.put("area", OnHand.Row::area);
    ON_HAND.put("place", OnHand.Row::place);
    ON_HAND.put("lot", OnHand.Row::lot);
    ON_HAND.put("expiry", OnHand.Row::expiry);
    ON_HAND.put("serial", OnHand.Row::serial);
    ON_HAND.put("condition", OnHand.Row::condition);
    ON_HAND.put("onHand", row -> TableFile.number(row.onHand()));
    ON_HAND.put("available", row -> TableFile.number(row.available()));
    ON_HAND.put("reserved", row -> TableFile.number(row.reserved()));
    ON_HAND.put("coming", row -> TableFile.number(row.coming()));
    ON_HAND.put("unit", OnHand.Row::symbol);
    ON_HAND.put("inDate", OnHand.Row::inDate);
    ON_HAND.put("positions", OnHand.Row::positions);
    ON_HAND.put("items", OnHand.Row::items);
    COUNT.put("place", Counting.Result::place);
    COUNT.put("area", Counting.Result::area);
    COUNT.put("item", Counting.Result::item);
    COUNT.put("name", Counting.Result::name);
    COUNT.put("lot", Counting.Result::lot);
    COUNT.put("serial", Counting.Result::serial);
    COUNT.put("unitLoad", Counting.Result::load);
    COUNT.put("condition", Counting.Result::condition);
    COUNT.put("book", row -> TableFile.number(row.book()));
    COUNT.put("counted", row -> TableFile.number(row.counted()));
    COUNT.put("variance", row -> TableFile.number(row.variance()));
    COUNT.put("unit", Counting.Result::symbol);
    COUNT.put("percent", Counting.Result::percent);
    COUNT.put("value", Counting.Result::value);
    COUNT.put("countedBy", Counting.Result::people);
    COUNT.put("countedAt", Counting.Result::moment);
    COUNT.put("rounds", Counting.Result::rounds);
    COUNT.put("decision", Counting.Result::decision);
    COUNT.put("decidedBy", Counting.Result::decidedBy);
    COUNT.put("posted", row -> TableFile.number(row.posted()));
    JOURNAL.put("at", TransferViews.JournalLine::at);
    JOURNAL.put("posting", TransferViews.JournalLine::posting);
    JOURNAL.put("document", TransferViews.JournalLine::document);
    JOURNAL.put("step", TransferViews.JournalLine::step);
    JOURNAL.put("account", TransferViews.JournalLine::account);
    JOURNAL.put("debit", TransferViews.JournalLine::debit);
    JOURNAL.put("credit", TransferViews.JournalLine::credit);
    JOURNAL.put("item", TransferViews.JournalLine::item);
    JOURNAL.put("name", TransferViews.JournalLine::name);
    JOURNAL.put("quantity", row -> TableFile.number(row.quantity()));
    JOURNAL.put("unit", TransferViews.JournalLine::symbol);
    LEDGER.put("posting", Ledger.Row::posting);
    LEDGER.put("line", Ledger.Row::line);
    LEDGER.put("kind", Ledger.Row::kind);
    LEDGER.put("effective", Ledger.Row::effective);
    LEDGER.put("recorded", Ledger.Row::recorded);
    LEDGER.put("person", Ledger.Row::person);
    LEDGER.put("device", Ledger.Row::device);
    LEDGER.put("document", Ledger.Row::document);
    LEDGER.put("reason", Ledger.Row::reason);
    LEDGER.put("item", Ledger.Row::item);
    LEDGER.put("name", Ledger.Row::name);
    LEDGER.put("lot", Ledger.Row::lot);
    LEDGER.put("serial", Ledger.Row::serial);
    LEDGER.put("from", Ledger.Row::from);
    LEDGER.put("to", Ledger.Row::to);
    LEDGER.put("quantity", row -> TableFile.number(row.quantity()));
    LEDGER.put("unit", Ledger.Row::symbol);
    LEDGER.put("value", Ledger.Row::value);
    LEDGER.put("movementKind", Ledger.Row::movementKind);
    LEDGER.put("fields", Ledger.Row::fields);
  }

  private static final Map<String, Function<OutboundViews.Row, Object>> OUTBOUND =
      new LinkedHashMap<>();

  static {
    OUTBOUND.put("number", OutboundViews.Row::number);
    OUTBOUND.put("kind", OutboundViews.Row::kind);
    OUTBOUND.put("for", OutboundViews.Row::party);
    OUTBOUND.put("site", OutboundViews.Row::site);
    OUTBOUND.put("state", OutboundViews.Row::state);
    OUTBOUND.put("reference", OutboundViews.Row::reference);
    OUTBOUND.put("needed", OutboundViews.Row::needed);
    OUTBOUND.put("daysLate", OutboundViews.Row::late);
    OUTBOUND.put("lines", OutboundViews.Row::lines);
    OUTBOUND.put("shortLines", OutboundViews.Row::shortLines);
    OUTBOUND.put("unitLoads", OutboundViews.Row::parcels);
    OUTBOUND.put("value", OutboundViews.Row::value);
    OUTBOUND.put("pickedBy", OutboundViews.Row::picker);
    OUTBOUND.put("accepted", OutboundViews.Row::created);
    OUTBOUND.put("gone", OutboundViews.Row::ended);
  }

  private final OnHand onHand;
  private final OutboundOrders outbound;
  private final Ledger ledger;
  private final Journal journal;
  private final Reviews reviews;
  private final TableFile files;
  private final Clock clock;

  ExportController(
      OnHand onHand,
      OutboundOrders outbound,
      Ledger ledger,
      Journal journal,
      Reviews reviews,
      TableFile files,
      Clock clock) {
    this.clock = clock;
    this.files = files;
    this.outbound = outbound;
    this.reviews = reviews;
    this.onHand = onHand;
    this.ledger = ledger;
    this.journal = journal;
  }

  @Operation(operationId = "exportOutboundOrders", summary = "Outbound orders as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/outbound")
  ResponseEntity<StreamingResponseBody> outbound(
      @Parameter(hidden = true) Actor actor,
      @RequestParam Sheet.Format format,
      @RequestParam(defaultValue = "OPEN") OutboundViews.Filter filter,
      ListQuery<OutboundColumn> list) {
    return files.of(
        format, "outbound", OUTBOUND, row -> outbound.page(filter, list.portion(row), actor));
  }

  @Operation(operationId = "exportOnHand", summary = "On-hand stock as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/on-hand")
  ResponseEntity<StreamingResponseBody> onHand(
      @Parameter(hidden = true) Actor actor,
      @RequestParam Sheet.Format format,
      @RequestParam List<String> columns,
      @RequestParam(defaultValue = "ITEM") OnHand.Group group,
      @RequestParam(required = false) Long site,
      @RequestParam(required = false) Long item,
      @RequestParam(required = false) Long place,
      @RequestParam(required = false) Condition condition,
      @RequestParam(required = false) String q,
      @RequestParam(required = false) Instant at,
      @RequestParam(defaultValue = "ITEM") OnHand.Sort sort,
      @RequestParam(defaultValue = "false") boolean descending) {
    return files.of(
        format,
        "on-hand",
        TableFile.chosen(ON_HAND, columns),
        offset ->
            onHand.page(
                new OnHand.Query(
                    group,
                    site,
                    null,
                    item,
                    place,
                    null,
                    null,
                    condition,
                    q,
                    at,
                    sort,
                    descending,
                    offset,
                    Page.EXPORT),
                actor));
  }

  @Operation(operationId = "exportLedger", summary = "The ledger as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/ledger")
  ResponseEntity<StreamingResponseBody> ledger(
      @Parameter(hidden = true) Actor actor,
      @RequestParam Sheet.Format format,
      @RequestParam List<String> columns,
      @RequestParam(required = false) Long posting,
      @RequestParam(required = false) PostingKind kind,
      @RequestParam(required = false) Long item,
      @RequestParam(required = false) Long place,
      @RequestParam(required = false) Long site,
      @RequestParam(required = false) Long lot,
      @RequestParam(required = false) Long serial,
      @RequestParam(required = false) Long person,
      @RequestParam(required = false) String device,
      @RequestParam(required = false) String document,
      @RequestParam(required = false) String reason,
      @RequestParam(required = false) Long movementKind,
      @RequestParam(required = false) String field,
      @RequestParam(required = false) String q,
      @RequestParam(required = false) Instant after,
      @RequestParam(required = false) Instant before,
      @RequestParam(defaultValue = "false") boolean oldestFirst) {
    return files.of(
        format,
        "ledger",
        TableFile.chosen(LEDGER, columns),
        offset ->
            ledger.page(
                new Ledger.Query(
                    posting,
                    kind,
                    item,
                    place,
                    site,
                    lot,
                    serial,
                    person,
                    device,
                    document,
                    reason,
                    movementKind,
                    field,
                    q,
                    after,
                    before,
                    oldestFirst,
                    offset,
                    Page.EXPORT),
                actor));
  }

  /** The two steps of transfers in value. */
  @Operation(operationId = "exportTransferJournal", summary = "The journal of transfers as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/transfer-journal")
  ResponseEntity<StreamingResponseBody> journal(
      @Parameter(hidden = true) Actor actor,
      @RequestParam Sheet.Format format,
      @RequestParam(required = false) Instant after,
      @RequestParam(required = false) Instant before,
      @RequestParam(required = false) String document) {
    List<TransferViews.JournalLine> lines =
        journal.lines(
            after == null ? Instant.EPOCH : after,
            before == null ? clock.instant().plusSeconds(1) : before,
            document,
            actor);
    return files.of(
        format,
        "transfer-journal",
        JOURNAL,
        offset -> new Page<>(lines.size(), offset, offset == 0 ? lines : List.of()));
  }

  /** What a count found. */
  @Operation(operationId = "exportCount", summary = "What a count found, as a file")
  @Needs(Permission.LOOK)
  @GetMapping("/counts/{id}")
  ResponseEntity<StreamingResponseBody> count(
      @Parameter(hidden = true) Actor actor,
      @PathVariable long id,
      @RequestParam Sheet.Format format,
      @RequestParam(defaultValue = "ALL") Counting.Show show) {
    Counting.Question question =
        new Counting.Question(show, null, null, null, null, Counting.Sort.GROSS, true);
    return files.of(
        format,
        "count-" + id,
        COUNT,
        offset -> reviews.page(id, question, actor, offset, Page.EXPORT));
  }
}
