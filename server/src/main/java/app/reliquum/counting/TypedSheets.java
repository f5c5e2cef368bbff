package app.reliquum.counting;

import static app.reliquum.counting.Times.instant;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.api.Staff;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.counting.CountState;
import app.reliquum.core.counting.SheetComparison;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.MomentSource;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Sscc;
import app.reliquum.core.text.Message;
import app.reliquum.counting.CountTable.Head;
import app.reliquum.counting.CountTable.SlipRow;
import app.reliquum.counting.Counting.SlipState;
import app.reliquum.counting.TypedSheetTable.Typing;
import app.reliquum.places.Places;
import app.reliquum.stock.Stock;
import app.reliquum.stock.UnitLoads;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * Count sheets that were filled in on paper and are typed in the office, slip by slip. Where the
 * count asks for it each is typed twice, and what differs is looked up on the paper again.
 */
@Service
class TypedSheets {

  /** A label writes two digits before the number of a unit load, which say what it is. */
  private static final int SSCC_ON_LABEL = 20;

  private static final TypeReference<List<Figure>> FIGURES = new TypeReference<>() {};

  private final CountTable table;
  private final CountRows counts;
  private final TypedSheetTable typings;
  private final SheetLines sheetLines;
  private final CountLineTable lineTable;
  private final CountLines countLines;
  private final CountFiles positions;
  private final SlipOpening opening;
  private final SlipClosing closing;
  private final OpenCountTable people;
  private final UnitLoads loads;
  private final Catalog catalog;
  private final Places places;
  private final Stock stock;
  private final Staff staff;
  private final CountWorkTable work;
  private final JsonMapper json;
  private final Clock clock;

  TypedSheets(
      CountTable table,
      CountRows counts,
      TypedSheetTable typings,
      SheetLines sheetLines,
      CountLineTable lineTable,
      CountLines countLines,
      CountFiles positions,
      SlipOpening opening,
      SlipClosing closing,
      OpenCountTable people,
      UnitLoads loads,
      Catalog catalog,
      Places places,
      Stock stock,
      Staff staff,
      CountWorkTable work,
      JsonMapper json,
      Clock clock) {
    this.table = table;
    this.counts = counts;
    this.typings = typings;
    this.sheetLines = sheetLines;
    this.lineTable = lineTable;
    this.countLines = countLines;
    this.positions = positions;
    this.opening = opening;
    this.closing = closing;
    this.people = people;
    this.loads = loads;
    this.catalog = catalog;
    this.places = places;
    this.stock = stock;
    this.staff = staff;
    this.work = work;
    this.json = json;
    this.clock = clock;
  }

  /** A line of a sheet, without what the book says. */
  @Schema(name = "CountSheetLine")
  record LineView(
      long itemId,
      long placeId,
      long lotId,
      long serialId,
      long unitLoadId,
      Condition condition,
      String place,
      String item,
      String name,
      String symbol,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      @Nullable String serial,
      @Nullable String unitLoad) {}

  /** Who typed a sheet, when, and what it said of who counted. */
  @Schema(name = "CountSheetTyping")
  record TypingView(String person, Instant at, String countedBy, Instant countedAt) {}

  /**
   * A sheet that is to be typed, or was.
   *
   * @param slip the number that is printed on it
   * @param bin the bin that it is about; null for an item or a unit load wherever it is
   * @param assigned the number of the one it is handed to; 0 for nobody
   * @param twice whether it is typed a second time
   * @param typings how it was typed so far, without the figures
   * @param onFloor who counts it on the floor, so that it can't be typed
   * @param next the number of the next sheet; null if it is the last
   */
  @Schema(name = "CountSheet")
  record Sheet(
      int slip,
      int round,
      @Nullable String bin,
      @Nullable String item,
      @Nullable String load,
      SlipState state,
      long assigned,
      boolean twice,
      List<TypingView> typings,
      List<String> onFloor,
      List<LineView> lines,
      @Nullable Integer next) {}

  /** A figure of a printed line. */
  @Schema(name = "CountSheetFigure")
  record FigureEntry(
      long itemId,
      long placeId,
      long lotId,
      long serialId,
      long unitLoadId,
      @NotNull Condition condition,
      @NotNull Quantity quantity) {}

  /**
   * Something that was written on a sheet besides its lines.
   *
   * @param item its code
   * @param bin the address of its bin; null for that of the sheet
   * @param load the number of the unit load on which it stands; null for that of the sheet, if it
   *     is of one
   */
  @Schema(name = "CountSheetFound")
  record FoundEntry(
      @NotNull @Size(min = 1, max = 24) String item,
      @Size(max = 24) @Nullable String bin,
      @Size(max = 20) @Nullable String lot,
      @Size(max = 20) @Nullable String serial,
      @Size(max = 24) @Nullable String load,
      @NotNull Quantity quantity) {}

  /**
   * A sheet as it is typed.
   *
   * @param countedBy the number of the one who counted it; null for the one who types
   * @param countedAt when it was counted; null for now
   * @param lookedUp whether what was typed otherwise the first time has been looked up on the paper
   */
  @Schema(name = "CountSheetEntry")
  record Entry(
      @Size(max = 5000) @NotNull List<@Valid FigureEntry> figures,
      @Size(max = 500) @NotNull List<@Valid FoundEntry> found,
      @Nullable Long countedBy,
      @Nullable Instant countedAt,
      boolean lookedUp) {}

  /** A figure as it is kept and compared: it names its position in words, for paper has no ids. */
  record Figure(
      long item,
      long place,
      String lot,
      String serial,
      long unitLoad,
      Condition condition,
      BigDecimal quantity) {

    Figure position() {
      return new Figure(item, place, lot, serial, unitLoad, condition, BigDecimal.ZERO);
    }
  }

  /** What was typed otherwise the first time. */
  @Schema(name = "CountSheetDifference")
  record DifferenceView(
      String place,
      String item,
      String name,
      String lot,
      String serial,
      @Nullable Quantity first,
      @Nullable Quantity second) {}

  /** What came of typing a sheet. */
  enum Outcome {
    /** It is kept until it is typed a second time. */
    TYPED_ONCE,
    /** It differs from the first time: nothing is kept until it was looked up. */
    DIFFERS,
    /** It counts, and its slip is handed in. */
    COUNTED
  }

  /**
   * What came of typing a sheet.
   *
   * @param next the number of the next sheet; null if there is none
   */
  @Schema(name = "TypedCountSheet")
  record Typed(Outcome outcome, List<DifferenceView> differences, @Nullable Integer next) {}

  /** A sheet by the number that is printed on it. */
  @Transactional(readOnly = true)
  public Sheet sheet(long count, int number, Actor actor) {
    Head head = counts.head(count, actor);
    SlipRow slip =
        typings
            .slip(count, number)
            .flatMap(table::slip)
            .orElseThrow(() -> Problem.missing("slip", number));
    List<Typing> typed = typings.of(slip.id());
    List<SheetLines.Line> lines =
        slip.state() == SlipState.DONE ? List.of() : sheetLines.everPrinted(head, slip);
    return new Sheet(
        number,
        slip.round(),
        slip.placeId() == 0 ? null : bin(slip.placeId()).address(),
        slip.itemId() == 0 ? null : item(slip.itemId()).name(),
        loads.card(slip.unitLoadId()).map(UnitLoads.Card::code).orElse(null),
        slip.state(),
        slip.personId(),
        head.typedTwice(),
        typed.stream()
            .map(
                one ->
                    new TypingView(
                        one.person(),
                        instant(one.typedAt()),
                        people.name(one.countedBy()),
                        instant(one.countedAt())))
            .toList(),
        slip.state() == SlipState.DONE ? List.of() : onFloor(slip),
        lines.stream().map(TypedSheets::view).toList(),
        typings.next(count, number).filter(next -> next != number).orElse(null));
  }

  private static LineView view(SheetLines.Line line) {
    return new LineView(
        line.itemId(),
        line.placeId(),
        line.lotId(),
        line.serialId(),
        line.unitLoadId(),
        line.condition(),
        line.place(),
        line.item(),
        line.name(),
        line.unit().symbol(),
        line.lot(),
        line.expiry(),
        line.serial(),
        line.unitLoad());
  }

  /** The number of the first sheet that is still to be typed. */
  @Transactional(readOnly = true)
  public @Nullable Integer first(long count, Actor actor) {
    counts.head(count, actor);
    return typings.next(count, 0).orElse(null);
  }

  private List<String> onFloor(SlipRow slip) {
    return lineTable.ofSlip(slip.id()).stream()
        .map(CountLineTable.LineRow::person)
        .distinct()
        .toList();
  }

  /** Types a sheet. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Typed type(Command command, long count, int number, Entry entry) {
    Head head = counting(count, command.actor());
    SlipRow slip = slip(count, number);
    if (slip.state() == SlipState.DONE) {
      throw Problem.refused(
          "counted-already", "Slip {0} is counted. Withdraw the sheet to type it again.", number);
    }
    List<String> onFloor = onFloor(slip);
    if (!onFloor.isEmpty()) {
      throw Problem.refused(
          "counted-on-floor",
          "Slip {0} is being counted by {1}.",
          number,
          String.join(" and ", onFloor));
    }
    Instant at = moment(entry.countedAt());
    long countedBy = entry.countedBy() == null ? command.actor().id() : entry.countedBy();
    mayCount(head, slip, countedBy);
    List<Figure> figures = figures(head, slip, entry);
    List<Typing> before = typings.of(slip.id());
    if (head.typedTwice() && before.isEmpty()) {
      typings.add(slip, 1, command.actor().id(), countedBy, at, written(figures), 0);
      table.changed(count);
      return new Typed(Outcome.TYPED_ONCE, List.of(), next(count, number));
    }
    int differences = 0;
    if (!before.isEmpty()) {
      List<SheetComparison.Difference<Figure>> differing =
          SheetComparison.of(
              quantities(json.readValue(before.get(0).figures(), FIGURES)), quantities(figures));
      differences = differing.size();
      if (differences > 0 && !entry.lookedUp()) {
        return new Typed(Outcome.DIFFERS, differing.stream().map(this::view).toList(), number);
      }
    }
    typings.add(
        slip,
        before.size() + 1,
        command.actor().id(),
        countedBy,
        at,
        written(figures),
        differences);
    count(command, head, slip, countedBy, at, figures);
    return new Typed(Outcome.COUNTED, List.of(), next(count, number));
  }

  /** Takes a sheet back that was typed, so that it can be typed anew. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void takeBack(Command command, long count, int number) {
    Head head = counting(count, command.actor());
    SlipRow slip = slip(count, number);
    if (typings.of(slip.id()).isEmpty()) {
      throw Problem.refused("not-typed", "Slip {0} was not typed from a sheet.", number);
    }
    boolean recounted =
        table.slipsAt(count, slip.placeId()).stream()
            .anyMatch(other -> other.round() > slip.round() && other.covers(slip));
    if (recounted) {
      throw Problem.refused(
          "recounted", "Slip {0} is counted again already. Type that sheet instead.", number);
    }
    if (slip.state() == SlipState.DONE) {
      countLines.forget(head, slip);
    }
    typings.forget(slip.id());
    table.slipState(slip.id(), SlipState.OPEN, 0);
    table.event(count, command.actor().id(), "SHEET_TAKEN_BACK", Integer.toString(number));
  }

  private @Nullable Integer next(long count, int number) {
    return typings.next(count, number).orElse(null);
  }

  private Head counting(long count, Actor actor) {
    counts.head(count, actor);
    work.requireIdle(count);
    Head head = table.lock(count).orElseThrow();
    if (!head.state().counts()) {
      throw Problem.refused(
              "not-counting", "{0} is no longer counted. Choose another count.", head.number())
          .with("state", head.state());
    }
    return head;
  }

  private SlipRow slip(long count, int number) {
    return typings
        .slip(count, number)
        .flatMap(table::lockSlip)
        .orElseThrow(() -> Problem.missing("slip", number));
  }

  private Instant moment(@Nullable Instant said) {
    Instant now = Times.whole(clock.instant());
    if (said != null && (said.isAfter(now) || !MomentSource.FILE.believes(said, now))) {
      throw Problem.invalid("countedAt", "Expected a time of the last 31 days, not a later one.");
    }
    return said == null ? now : Times.whole(said);
  }

  private void mayCount(Head head, SlipRow slip, long person) {
    if (!staff.worksAt(person, head.siteId())) {
      throw Problem.invalid("countedBy", "Expected someone who works at the site of the count.");
    }
    if (opening.countedBefore(head.id(), slip, person)
        || table.countedWhatIsChecked(head, slip.placeId(), person)) {
      throw Problem.invalid(
          "countedBy",
          "{0} has counted that before: someone else counts it again.",
          people.name(person));
    }
  }

  /** What was typed, in words, each position once. */
  private List<Figure> figures(Head head, SlipRow slip, Entry entry) {
    Map<PositionKey, SheetLines.Line> lines =
        sheetLines.everPrinted(head, slip).stream()
            .collect(Collectors.toMap(SheetLines.Line::key, line -> line));
    Map<Long, Catalog.Measured> items =
        catalog
            .measured(
                lines.values().stream().map(SheetLines.Line::itemId).collect(Collectors.toSet()))
            .stream()
            .collect(Collectors.toMap(Catalog.Measured::id, item -> item));
    Map<Figure, Figure> figures = new LinkedHashMap<>();
    for (FigureEntry said : entry.figures()) {
      PositionKey key =
          new PositionKey(
              said.itemId(),
              said.placeId(),
              said.lotId(),
              said.serialId(),
              said.unitLoadId(),
              said.condition());
      SheetLines.Line line = lines.remove(key);
      if (line == null) {
        throw Problem.invalid(
            "figures", "A line is not on that sheet, or twice. Reload the sheet and type it anew.");
      }
      check(line, said.quantity(), Objects.requireNonNull(items.get(line.itemId())));
      add(figures, figure(line, said.quantity()), "figures");
    }
    if (SlipClosing.statesAll(head, slip)) {
      String left =
          lines.values().stream()
              .filter(line -> line.quantity().signum() > 0)
              .map(line -> line.name() + " in " + line.place())
              .collect(Collectors.joining("; "));
      if (!left.isEmpty()) {
        throw Problem.invalid(
            "figures", "Nothing is typed for {0}. Expected a figure, 0 if none is there.", left);
      }
    }
    for (int i = 0; i < entry.found().size(); i++) {
      String field = "found[" + i + "].";
      Figure found = found(head, slip, entry.found().get(i), field);
      if (slip.round() > 1 && !slip.covers(found.place(), found.item(), found.unitLoad())) {
        throw Problem.invalid(
            field + "item",
            "This sheet counts one item again. Expected nothing else on it: report it instead.");
      }
      add(figures, found, field + "item");
    }
    return List.copyOf(figures.values());
  }

  private static void add(Map<Figure, Figure> figures, Figure figure, String field) {
    if (figures.putIfAbsent(figure.position(), figure) != null) {
      throw Problem.invalid(field, "That position has a figure already: add them up on its line.");
    }
  }

  private static void check(SheetLines.Line line, Quantity counted, Catalog.Measured item) {
    notNegative("figures", counted);
    if (line.serialId() != 0 && counted.compareTo(Quantity.ONE) > 0) {
      throw Problem.invalid("figures", "{0} is one piece: expected 0 or 1.", line.serial());
    }
    if (!counted.isZero()) {
      item.measure().check(counted);
    }
  }

  private static void notNegative(String field, Quantity quantity) {
    if (quantity.isNegative()) {
      throw Problem.invalid(field, "A shelf can't hold less than nothing: expected 0 or more.");
    }
  }

  private static Figure figure(SheetLines.Line line, Quantity quantity) {
    return new Figure(
        line.itemId(),
        line.placeId(),
        Objects.requireNonNullElse(line.lot(), ""),
        Objects.requireNonNullElse(line.serial(), ""),
        line.unitLoadId(),
        line.condition(),
        quantity.amount());
  }

  private Figure found(Head head, SlipRow slip, FoundEntry said, String field) {
    Catalog.Measured item =
        catalog
            .withCode(said.item().strip().toUpperCase(Locale.ROOT))
            .orElseThrow(
                () ->
                    Problem.invalid(
                        field + "item", "'{0}' not found. Expected a code.", said.item()));
    String lot = said.lot() == null ? "" : said.lot().strip();
    String serial = said.serial() == null ? "" : said.serial().strip();
    Quantity quantity = said.quantity();
    notNegative(field + "quantity", quantity);
    if (!quantity.isZero()) {
      item.measure().check(quantity);
    }
    if (item.tracking().needsLot() && lot.isEmpty() && serial.isEmpty()) {
      throw Problem.invalid(field + "lot", "{0} is kept by lot: name the lot.", item.name());
    }
    if (item.tracking().needsSerial() && serial.isEmpty()) {
      throw Problem.invalid(
          field + "serial", "Each {0} has a serial number: name it.", item.name());
    }
    if (!serial.isEmpty() && quantity.compareTo(Quantity.ONE) > 0) {
      throw Problem.invalid(field + "quantity", "A piece with a serial number is one.");
    }
    return new Figure(
        item.id(),
        placeFound(head, slip, said.bin(), field),
        item.tracking().needsLot() ? lot : "",
        item.tracking().needsSerial() ? serial : "",
        loadFound(slip, said.load(), field),
        Condition.GOOD,
        quantity.amount());
  }

  private long loadFound(SlipRow slip, @Nullable String load, String field) {
    String said = load == null ? "" : load.strip();
    if (said.isEmpty()) {
      return slip.unitLoadId();
    }
    try {
      return loads.obtain(new Sscc(said.length() == SSCC_ON_LABEL ? said.substring(2) : said));
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid(
          field + "load", "'{0}' is no number of a unit load. {1}", said, Message.of(fault));
    }
  }

  private long placeFound(Head head, SlipRow slip, @Nullable String address, String field) {
    String said = address == null ? "" : address.strip().toUpperCase(Locale.ROOT);
    if (said.isEmpty()) {
      if (slip.placeId() == 0) {
        throw Problem.invalid(field + "bin", "Expected the bin in which it was found.");
      }
      return slip.placeId();
    }
    return places.atAddress(said).stream()
        .filter(place -> place.site() == head.siteId())
        .map(Places.LedgerPlace::id)
        .findFirst()
        .orElseThrow(
            () ->
                Problem.invalid(
                    field + "bin", "There is no bin '{0}' at the site. Expected one.", said));
  }

  /** Keeps the figures as lines of the one who counted, and hands the slip in. */
  private void count(
      Command command, Head head, SlipRow slip, long person, Instant at, List<Figure> figures) {
    if (head.state() == CountState.PREPARED) {
      table.begin(head.id());
    }
    Map<PositionKey, Quantity> counted = new LinkedHashMap<>();
    for (Figure figure : figures) {
      counted.put(key(head, figure, at), new Quantity(figure.quantity()));
    }
    stock.hold(List.copyOf(counted.keySet()));
    counted.forEach(
        (key, quantity) -> {
          SlipRow about = slip.covers(key) ? slip : null;
          countLines.countElsewhere(command, person, head, about, key, quantity, at);
        });
    table.event(head.id(), command.actor().id(), "SHEET_TYPED", Integer.toString(slip.slipNo()));
    closing.handIn(person, head, slip);
  }

  private PositionKey key(Head head, Figure figure, Instant at) {
    CountFiles.Scan scan =
        new CountFiles.Scan(
            0,
            figure.item(),
            figure.place(),
            figure.lot(),
            null,
            figure.serial(),
            new Quantity(figure.quantity()),
            at);
    PositionKey good = positions.position(head, scan);
    return new PositionKey(
        good.item(),
        good.place(),
        good.lot(),
        good.serial(),
        figure.unitLoad(),
        figure.condition());
  }

  private String written(List<Figure> figures) {
    return json.writerFor(FIGURES).writeValueAsString(figures);
  }

  private static Map<Figure, Quantity> quantities(List<Figure> figures) {
    Map<Figure, Quantity> quantities = new LinkedHashMap<>();
    figures.forEach(one -> quantities.put(one.position(), new Quantity(one.quantity())));
    return quantities;
  }

  private DifferenceView view(SheetComparison.Difference<Figure> difference) {
    Figure position = difference.position();
    Catalog.Measured item = item(position.item());
    return new DifferenceView(
        bin(position.place()).address(),
        item.code(),
        item.name(),
        position.lot(),
        position.serial(),
        difference.first().orElse(null),
        difference.second().orElse(null));
  }

  private Places.LedgerPlace bin(long place) {
    return places.forLedger(Set.of(place)).get(0);
  }

  private Catalog.Measured item(long item) {
    return catalog.measured(Set.of(item)).get(0);
  }
}
