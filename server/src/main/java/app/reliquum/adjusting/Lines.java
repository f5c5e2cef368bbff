package app.reliquum.adjusting;

import app.reliquum.adjusting.Adjustment.LineEntry;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.adjustment.Way;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.text.Message;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.stock.UnitLoads;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Finds out which positions lines are about that people and machines have written. */
@Component
class Lines {

  private final Catalog catalog;
  private final Places places;
  private final UnitLoads loads;
  private final SiteDays days;
  private final LotsAndSerials lotsAndSerials;

  Lines(
      Catalog catalog,
      Places places,
      UnitLoads loads,
      SiteDays days,
      LotsAndSerials lotsAndSerials) {
    this.lotsAndSerials = lotsAndSerials;
    this.days = days;
    this.catalog = catalog;
    this.places = places;
    this.loads = loads;
  }

  /** A line that was understood. */
  record Meant(PositionKey key, Quantity quantity, Catalog.Measured item, Places.LedgerPlace bin) {}

  /** What was looked up before, so that a long file is read quickly. */
  static final class Known {
    private final Map<String, Optional<Catalog.Measured>> items = new HashMap<>();
    private final Map<String, Optional<Places.LedgerPlace>> bins = new HashMap<>();
  }

  /**
   * Reads a line.
   *
   * @throws Problem if something is not known, or does not go together
   */
  Meant read(LineEntry entry, Way way, Known known) {
    Catalog.Measured item =
        known
            .items
            .computeIfAbsent(entry.item().strip().toUpperCase(Locale.ROOT), catalog::withCode)
            .orElseThrow(() -> Problem.missing("item", entry.item()).with("field", "item"));
    Places.LedgerPlace bin =
        known
            .bins
            .computeIfAbsent(
                entry.place().strip().toUpperCase(Locale.ROOT),
                label -> Optional.ofNullable(places.labelled(Set.of(label)).get(label)))
            .orElseThrow(
                () ->
                    Problem.missing("bin", entry.place())
                        .with("field", "place")
                        .with("expected", "site code, dot, address, like KQ.QA-03-B"));
    if (!bin.active() && way != Way.OUT) {
      throw Problem.refused("closed", "{0} is closed. Choose another bin.", bin.address())
          .with("place", bin.address());
    }
    check(entry, way, item);
    String lotCode = text(entry.lot());
    String serialCode = text(entry.serial());
    long lot = 0;
    if (item.tracking().needsLot() && !lotCode.isEmpty()) {
      lot =
          way == Way.OUT
              ? lotsAndSerials
                  .lot(item.id(), lotCode)
                  .orElseThrow(
                      () -> Problem.missing(Message.of("lot of {0}", item.code()), lotCode))
                  .id()
              : lotsAndSerials
                  .obtainLot(
                      item.id(), lotCode, LotDates.expiring(entry.expiry()), days.today(bin.site()))
                  .id();
    }
    long serial = 0;
    if (!serialCode.isEmpty()) {
      LotsAndSerials.SerialCard piece =
          way == Way.OUT
              ? lotsAndSerials
                  .serial(item.id(), serialCode)
                  .orElseThrow(
                      () ->
                          Problem.missing(
                              Message.of("serial number of {0}", item.code()), serialCode))
              : lotsAndSerials.obtainSerial(item.id(), serialCode, lot, null);
      serial = piece.id();
      lot = piece.lotId();
    }
    if (item.tracking().needsLot() && lot == 0) {
      throw Problem.refused("lot-missing", "Name the lot: {0} is kept by lot.", item.name());
    }
    long load =
        text(entry.load()).isEmpty()
            ? 0
            : loads
                .withCode(text(entry.load()))
                .map(UnitLoads.Card::id)
                .orElseThrow(() -> Problem.missing("unit load", entry.load()));
    Condition condition = entry.condition() == null ? Condition.GOOD : entry.condition();
    return new Meant(
        new PositionKey(item.id(), bin.id(), lot, serial, load, condition),
        entry.quantity(),
        item,
        bin);
  }

  private static void check(LineEntry entry, Way way, Catalog.Measured item) {
    boolean serial = !text(entry.serial()).isEmpty();
    if (item.tracking().needsSerial() && !serial) {
      throw Problem.refused(
          "serial-missing", "Name the serial number: each {0} has its own.", item.name());
    }
    if (!item.tracking().needsSerial() && serial) {
      throw Problem.refused("serial-not-kept", "{0} has no serial numbers.", item.name());
    }
    if (!item.tracking().needsLot() && !text(entry.lot()).isEmpty()) {
      throw Problem.refused("lot-not-kept", "{0} is not kept by lot.", item.name());
    }
    if (serial && entry.quantity().compareTo(Quantity.ONE) > 0) {
      throw Problem.refused("serial-is-one", "A serial number is one piece.");
    }
    try {
      if (way != Way.SET || !entry.quantity().isZero()) {
        item.measure().check(entry.quantity());
      }
    } catch (QuantityException fault) {
      throw Problem.invalid("quantity", fault);
    }
  }

  /** All of one site; which. */
  static Places.LedgerPlace site(List<Meant> lines) {
    Places.LedgerPlace first = lines.get(0).bin();
    lines.stream()
        .filter(line -> line.bin().site() != first.site())
        .findFirst()
        .ifPresent(
            other -> {
              throw Problem.refused(
                  "other-site",
                  "{0} is at {1}, {2} at {3}. Write them down apart.",
                  other.bin().address(),
                  other.bin().siteName(),
                  first.address(),
                  first.siteName());
            });
    return first;
  }

  private static String text(@Nullable String entered) {
    return entered == null ? "" : entered.strip();
  }
}
