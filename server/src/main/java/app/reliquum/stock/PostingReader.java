package app.reliquum.stock;

import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.Message;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Reads postings as people and machines write them: with codes and addresses. */
@Component
class PostingReader {

  private final Catalog catalog;
  private final Places places;
  private final SiteDays days;
  private final LotsAndSerials lotsAndSerials;

  PostingReader(Catalog catalog, Places places, SiteDays days, LotsAndSerials lotsAndSerials) {
    this.lotsAndSerials = lotsAndSerials;
    this.days = days;
    this.catalog = catalog;
    this.places = places;
  }

  /**
   * Goods to be moved.
   *
   * @param from where from: a bin's site code, dot, address
   * @param to where to, likewise
   * @param condition their condition; null for good
   * @param effective when it happened; null for now
   */
  record MoveEntry(
      @NotBlank String item,
      String lot,
      String serial,
      @NotBlank String from,
      @NotBlank String to,
      Condition condition,
      @NotNull Quantity quantity,
      Instant effective) {}

  /** Whether goods come in or go out, and which contra place is on the other side. */
  enum Direction {
    OPENING(PostingKind.OPENING, PlaceKind.OPENING, true),
    FROM_SUPPLIER(PostingKind.RECEIPT, PlaceKind.SUPPLIER, true),
    TO_CUSTOMER(PostingKind.ISSUE, PlaceKind.CUSTOMER, false),
    USED_UP(PostingKind.ISSUE, PlaceKind.USED_UP, false);

    private final PostingKind kind;
    private final PlaceKind contra;
    private final boolean in;

    Direction(PostingKind kind, PlaceKind contra, boolean in) {
      this.kind = kind;
      this.contra = contra;
      this.in = in;
    }
  }

  /**
   * A line of goods that come in or go out. Lots and serials that come in are made known.
   *
   * @param cost what one base unit of goods that come in was bought for; null if nobody says
   */
  record EntryLine(
      @NotBlank String item,
      @Size(max = 30) String lot,
      LocalDate expiry,
      @Size(max = 30) String serial,
      @NotBlank String place,
      Condition condition,
      @NotNull Quantity quantity,
      @PositiveOrZero BigDecimal cost) {}

  /** Goods that come in or go out together. */
  record PostingEntry(
      @NotNull Direction direction,
      @NotEmpty @Size(max = 1000) List<@Valid EntryLine> lines,
      @Size(max = 40) String document,
      @Size(max = 200) String reason,
      Instant effective) {}

  NewPosting move(MoveEntry entry) {
    Catalog.Measured item = item(entry.item());
    Goods goods = goods(item, entry.lot(), entry.serial());
    Map<String, Places.LedgerPlace> bins =
        places.labelled(new HashSet<>(List.of(label(entry.from()), label(entry.to()))));
    Places.LedgerPlace from = named(bins, entry.from(), "from");
    Places.LedgerPlace to = named(bins, entry.to(), "to");
    if (from.site() != to.site()) {
      throw Problem.refused(
          "other-site",
          "{0} is at {1}. A move stays within one site; send a transfer instead.",
          to.address(),
          to.siteName());
    }
    Condition condition = entry.condition() == null ? Condition.GOOD : entry.condition();
    Line line =
        new Line(
            goods,
            new Spot(from.id(), 0, condition),
            new Spot(to.id(), 0, condition),
            entry.quantity());
    return new NewPosting(PostingKind.MOVE, entry.effective(), null, null, null, List.of(line))
        .knowing(List.of(item), List.of(from, to));
  }

  NewPosting post(PostingEntry entry) {
    long contra = places.contra(entry.direction().contra);
    boolean in = entry.direction().in;
    List<Line> lines =
        entry.lines().stream().map(line -> line(line, contra, in, entry.effective())).toList();
    return new NewPosting(
            entry.direction().kind,
            entry.effective(),
            blankToNull(entry.document()),
            null,
            blankToNull(entry.reason()),
            lines)
        .paid(in ? paid(entry.lines()) : Map.of());
  }

  private static Map<Integer, UnitCost> paid(List<EntryLine> lines) {
    Map<Integer, UnitCost> paid = new TreeMap<>();
    for (int i = 0; i < lines.size(); i++) {
      if (lines.get(i).cost() != null) {
        paid.put(i, new UnitCost(lines.get(i).cost()));
      }
    }
    return paid;
  }

  private Line line(EntryLine line, long contra, boolean in, Instant effective) {
    Catalog.Measured item = item(line.item());
    Places.LedgerPlace bin = bin(line.place(), "place");
    Goods goods =
        in ? newGoods(item, line, came(bin, effective)) : goods(item, line.lot(), line.serial());
    Condition condition = line.condition() == null ? Condition.GOOD : line.condition();
    Spot ours = new Spot(bin.id(), 0, condition);
    Spot other = new Spot(contra, 0, condition);
    return new Line(goods, in ? other : ours, in ? ours : other, line.quantity());
  }

  private LocalDate came(Places.LedgerPlace bin, Instant effective) {
    return effective == null ? days.today(bin.site()) : days.on(bin.site(), effective);
  }

  private Goods newGoods(Catalog.Measured item, EntryLine line, LocalDate came) {
    String lotCode = blankToNull(line.lot());
    String serialCode = blankToNull(line.serial());
    long lot =
        lotCode == null || !item.tracking().needsLot()
            ? goods(item, lotCode, null).lot()
            : lotsAndSerials
                .obtainLot(item.id(), lotCode, LotDates.expiring(line.expiry()), came)
                .id();
    long serial =
        serialCode == null || !item.tracking().needsSerial()
            ? goods(item, null, serialCode).serial()
            : lotsAndSerials.obtainSerial(item.id(), serialCode, lot, null).id();
    return new Goods(item.id(), lot, serial);
  }

  private Goods goods(
      Catalog.Measured item, @Nullable String lotCode, @Nullable String serialCode) {
    String lot = blankToNull(lotCode);
    String serial = blankToNull(serialCode);
    long serialId = 0;
    long lotOfSerial = 0;
    if (serial != null) {
      LotsAndSerials.SerialCard card =
          lotsAndSerials
              .serial(item.id(), serial)
              .orElseThrow(
                  () -> Problem.missing(Message.of("serial number of {0}", item.code()), serial));
      serialId = card.id();
      lotOfSerial = card.lotId();
    }
    long lotId =
        lot == null
            ? lotOfSerial
            : lotsAndSerials
                .lot(item.id(), lot)
                .orElseThrow(() -> Problem.missing(Message.of("lot of {0}", item.code()), lot))
                .id();
    return new Goods(item.id(), lotId, serialId);
  }

  private Catalog.Measured item(String code) {
    return catalog
        .withCode(code.strip().toUpperCase(Locale.ROOT))
        .orElseThrow(() -> Problem.missing("item", code));
  }

  private Places.LedgerPlace bin(String text, String field) {
    return named(places.labelled(Set.of(label(text))), text, field);
  }

  private static String label(String text) {
    return text.strip().toUpperCase(Locale.ROOT);
  }

  private static Places.LedgerPlace named(
      Map<String, Places.LedgerPlace> bins, String text, String field) {
    Places.LedgerPlace bin = bins.get(label(text));
    if (bin == null) {
      throw Problem.missing("bin", text)
          .with("field", field)
          .with("expected", "site code, dot, address, like KQ.QA-03-B");
    }
    return bin;
  }

  private static @Nullable String blankToNull(@Nullable String text) {
    return text == null || text.isBlank() ? null : text.strip();
  }
}
