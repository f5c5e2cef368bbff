package app.reliquum.transfers;

import app.reliquum.api.Actor;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.api.sheets.Sheet;
import app.reliquum.api.sheets.TableFile;
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
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The journal of transfers as a file. */
@RestController
@RequestMapping("/api/export")
class TransferExportController {

  private static final Map<String, Function<TransferViews.JournalLine, Object>> JOURNAL =
      new LinkedHashMap<>();

  static {
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
  }

  private final Journal journal;
  private final TableFile files;
  private final Clock clock;

  TransferExportController(Journal journal, TableFile files, Clock clock) {
    this.journal = journal;
    this.files = files;
    this.clock = clock;
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
    return files.of(format, "transfer-journal", JOURNAL, TableFile.whole(lines));
  }
}
