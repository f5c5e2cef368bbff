package app.reliquum.adjusting;

import app.reliquum.adjusting.Adjustment.Entry;
import app.reliquum.adjusting.Adjustment.LineEntry;
import app.reliquum.adjusting.Adjustment.Written;
import app.reliquum.adjusting.MovementKinds.Kind;
import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Numbers;
import app.reliquum.api.Problem;
import app.reliquum.api.sheets.RowFile;
import app.reliquum.core.adjustment.Way;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.text.Message;
import app.reliquum.costing.Costs;
import app.reliquum.stock.Stock;
import io.swagger.v3.oas.annotations.media.Schema;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Reads adjustments from a file: each line is tried by itself, and those that can be done are
 * written together, one document for each site, reason and note.
 */
@Service
class AdjustmentFile {

  static final List<String> COLUMNS =
      List.of(
          "item", "bin", "lot", "expiry", "serial", "change", "figure", "reason", "note", "source");

  private static final int MOST = 5_000;

  private final Adjusting adjusting;
  private final Lines lines;
  private final MovementKinds kinds;
  private final Stock stock;
  private final Costs costs;

  AdjustmentFile(Adjusting adjusting, Lines lines, MovementKinds kinds, Stock stock, Costs costs) {
    this.adjusting = adjusting;
    this.lines = lines;
    this.kinds = kinds;
    this.stock = stock;
    this.costs = costs;
  }

  /** What a line would do, or why it can't be done. */
  @Schema(name = "AdjustmentFileLine")
  record Outcome(
      int row,
      String item,
      String place,
      String reason,
      @Nullable Quantity book,
      @Nullable Quantity variance,
      @Nullable BigDecimal value,
      @Nullable String fault) {}

  /** What a file would do, or has done. */
  @Schema(name = "AdjustmentFileResult")
  record Result(int good, int bad, BigDecimal net, List<Outcome> lines, List<Written> written) {}

  private record Read(int row, Kind kind, Way way, String note, String source, Lines.Meant meant) {}

  private record Together(long site, long kind, Way way, String note, String source) {}

  /** Tries a file and leaves everything as it is. The caller throws the transaction away. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Result attempt(Command command, byte[] content) {
    return read(command, content, false);
  }

  /** Writes the lines of a file that can be done. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Result write(Command command, byte[] content) {
    Result result = read(command, content, true);
    if (result.good() == 0) {
      throw Problem.refused("nothing-good", "No line of the file can be done.");
    }
    return result;
  }

  private Result read(Command command, byte[] content, boolean write) {
    List<RowFile.Entry> rows;
    try {
      rows =
          RowFile.read(
              new ByteArrayInputStream(content), COLUMNS, List.of("item", "bin", "reason"), MOST);
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
    Map<String, Kind> byCode =
        kinds.all().stream()
            .collect(Collectors.toMap(kind -> kind.code().toUpperCase(Locale.ROOT), kind -> kind));
    Lines.Known known = new Lines.Known();
    Map<Integer, String> faults = new HashMap<>();
    List<Read> good = new ArrayList<>();
    for (RowFile.Entry row : rows) {
      try {
        good.add(read(row, byCode, known, command.actor()));
      } catch (Problem | QuantityException fault) {
        faults.put(row.row(), fault.getMessage());
      }
    }
    List<Outcome> outcomes = effects(rows, good, faults);
    List<Read> able = good.stream().filter(one -> !faults.containsKey(one.row())).toList();
    List<Written> written = write ? write(command, able) : List.of();
    BigDecimal net =
        outcomes.stream()
            .filter(one -> one.fault() == null)
            .map(Outcome::value)
            .reduce(BigDecimal.ZERO, BigDecimal::add);
    return new Result(able.size(), rows.size() - able.size(), net, outcomes, written);
  }

  private Read read(RowFile.Entry row, Map<String, Kind> byCode, Lines.Known known, Actor actor) {
    Kind kind = byCode.get(row.cell("reason").toUpperCase(Locale.ROOT));
    if (kind == null || !kind.active()) {
      throw Problem.invalid(
          "reason",
          "There is no reason '{0}'. Known: {1}.",
          row.cell("reason"),
          byCode.values().stream()
              .filter(Kind::active)
              .map(Kind::code)
              .sorted()
              .collect(Collectors.joining(", ")));
    }
    boolean change = !row.cell("change").isEmpty();
    boolean figure = !row.cell("figure").isEmpty();
    if (change == figure) {
      throw Problem.invalid("change", "Fill in either change or figure.");
    }
    Quantity said = Quantity.of(row.cell(change ? "change" : "figure"));
    if (figure && said.isNegative()) {
      throw Problem.invalid("figure", "A figure is not less than nothing.");
    }
    Way way = figure ? Way.SET : said.isNegative() ? Way.OUT : Way.IN;
    LocalDate expiry = null;
    try {
      expiry = row.cell("expiry").isEmpty() ? null : Numbers.day(row.cell("expiry"));
    } catch (IllegalArgumentException none) {
      throw Problem.invalid("expiry", "Expiry {0}.", Message.of(none));
    }
    LineEntry line =
        new LineEntry(
            row.cell("item"),
            row.cell("bin"),
            row.cell("lot"),
            expiry,
            row.cell("serial"),
            null,
            null,
            said.isNegative() ? said.negated() : said);
    // Whatever the kind asks for must be there; a file fills no fields.
    adjusting.draft(
        new Entry(
            kind.id(),
            way,
            List.of(),
            row.cell("note"),
            row.cell("source"),
            false,
            "",
            null,
            Map.of(),
            null,
            null,
            List.of(line)));
    Lines.Meant meant = lines.read(line, way, known);
    actor.requireSite(meant.bin().site(), meant.bin().siteName());
    return new Read(row.row(), kind, way, row.cell("note"), row.cell("source"), meant);
  }

  /** What each line does to the book, one after the other. */
  private List<Outcome> effects(
      List<RowFile.Entry> rows, List<Read> good, Map<Integer, String> faults) {
    Set<PositionKey> keys = new TreeSet<>();
    good.forEach(one -> keys.add(one.meant().key()));
    Map<PositionKey, Quantity> books = new HashMap<>(stock.hold(keys));
    Map<Long, Map<Long, UnitCost>> cost = new HashMap<>();
    good.stream()
        .collect(
            Collectors.groupingBy(
                one -> one.meant().bin().site(),
                Collectors.mapping(one -> one.meant().item().id(), Collectors.toSet())))
        .forEach((site, items) -> cost.put(site, costs.at(site, items)));
    Map<PositionKey, Integer> set = new HashMap<>();
    Map<Integer, Read> byRow =
        good.stream().collect(Collectors.toMap(Read::row, one -> one, (a, b) -> a));
    List<Outcome> outcomes = new ArrayList<>();
    for (RowFile.Entry row : rows) {
      Read read = byRow.get(row.row());
      if (read == null) {
        outcomes.add(outcome(row, null, null, null, faults.get(row.row())));
        continue;
      }
      PositionKey key = read.meant().key();
      Quantity book = Objects.requireNonNull(books.get(key));
      Quantity said = read.meant().quantity();
      Quantity variance =
          switch (read.way()) {
            case IN -> said;
            case OUT -> said.negated();
            case SET -> said.minus(book);
          };
      Quantity after = book.plus(variance);
      Integer before = set.putIfAbsent(key, row.row());
      if (before != null) {
        faults.put(row.row(), "Row " + before + " is about the same position.");
      } else if (after.isNegative()) {
        faults.put(row.row(), "There are only " + book + " there.");
      } else if (variance.isZero()) {
        faults.put(row.row(), "The book says so already.");
      }
      UnitCost unit =
          Objects.requireNonNull(
              Objects.requireNonNull(cost.get(read.meant().bin().site())).get(key.item()));
      BigDecimal value =
          variance.isNegative() ? unit.of(variance.negated()).negate() : unit.of(variance);
      outcomes.add(outcome(row, book, variance, value, faults.get(row.row())));
    }
    return outcomes;
  }

  private static Outcome outcome(
      RowFile.Entry row,
      @Nullable Quantity book,
      @Nullable Quantity variance,
      @Nullable BigDecimal value,
      @Nullable String fault) {
    return new Outcome(
        row.row(),
        row.cell("item"),
        row.cell("bin"),
        row.cell("reason"),
        book,
        variance,
        value,
        fault);
  }

  private List<Written> write(Command command, List<Read> able) {
    Map<Together, List<Read>> together = new LinkedHashMap<>();
    for (Read one : able) {
      together
          .computeIfAbsent(
              new Together(
                  one.meant().bin().site(), one.kind().id(), one.way(), one.note(), one.source()),
              key -> new ArrayList<>())
          .add(one);
    }
    List<Written> written = new ArrayList<>();
    together.forEach(
        (key, some) -> {
          for (int from = 0; from < some.size(); from += Adjustment.MOST_LINES) {
            List<Read> part =
                some.subList(from, Math.min(some.size(), from + Adjustment.MOST_LINES));
            Entry entry =
                new Entry(
                    key.kind(),
                    key.way(),
                    List.of(),
                    key.note(),
                    key.source(),
                    false,
                    "",
                    null,
                    Map.of(),
                    null,
                    null,
                    List.of());
            written.add(
                adjusting.write(
                    command, adjusting.draft(entry), part.stream().map(Read::meant).toList()));
          }
        });
    return written;
  }
}
