package app.reliquum.stock;

import app.reliquum.api.sheets.TableWriting;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.catalog.LotsAndSerials.Code;
import app.reliquum.core.quantity.LotDates;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the lots and pieces known that opening stock names. */
@Component
class OpeningGoods {

  private final LotsAndSerials lotsAndSerials;

  OpeningGoods(LotsAndSerials lotsAndSerials) {
    this.lotsAndSerials = lotsAndSerials;
  }

  /** The lots of rows, made if they are not there; those that are take what is said of them. */
  Map<Code, Long> lots(List<OpeningRow> rows, LocalDate today, TableWriting writing) {
    List<OpeningRow> ofLots =
        rows.stream()
            .filter(named -> named.row().says("lot") && named.item().tracking().needsLot())
            .toList();
    Set<Long> items = new HashSet<>();
    ofLots.forEach(named -> items.add(named.item().id()));
    Map<Code, Long> known = lotsAndSerials.lotsOf(items);
    Map<Code, OpeningRow> fresh = new LinkedHashMap<>();
    for (OpeningRow named : ofLots) {
      if (known.containsKey(named.lot().folded())) {
        writing.attempt(
            named.row(),
            () ->
                lotsAndSerials.obtainLot(
                    named.item().id(), named.row().text("lot"), named.dates(), today));
      } else {
        OpeningRow first = fresh.putIfAbsent(named.lot().folded(), named);
        if (first != null && !first.dates().equals(named.dates())) {
          writing.fault(
              named.row(),
              "lot",
              "Expected the same days as in row %d, which is of the same lot."
                  .formatted(first.row().number()));
        }
      }
    }
    Map<Code, LotDates> said = new LinkedHashMap<>();
    fresh.values().forEach(named -> said.put(named.lot(), ordered(named, writing)));
    lotsAndSerials.makeLots(said, today);
    return lotsAndSerials.lotsOf(items);
  }

  private static LotDates ordered(OpeningRow named, TableWriting writing) {
    if (!named.dates().inOrder()) {
      writing.fault(named.row(), "produced", "Expected a day before the lot expires.");
    }
    return named.dates();
  }

  /** The pieces of rows, made if they are not there. */
  Map<Code, Long> serials(List<OpeningRow> rows, Map<Code, Long> lots, TableWriting writing) {
    List<OpeningRow> ofPieces =
        rows.stream()
            .filter(named -> named.row().says("serial") && named.item().tracking().needsSerial())
            .toList();
    Set<Long> items = new HashSet<>();
    ofPieces.forEach(named -> items.add(named.item().id()));
    Map<Code, Long> known = lotsAndSerials.serialsOf(items);
    Map<Code, Long> fresh = new LinkedHashMap<>();
    Map<Code, LocalDate> due = new HashMap<>();
    for (OpeningRow named : ofPieces) {
      long lot = lots.getOrDefault(named.lot().folded(), 0L);
      @Nullable LocalDate service = named.row().day("service due").orElse(null);
      if (known.containsKey(named.serial().folded())) {
        writing.attempt(
            named.row(),
            () ->
                lotsAndSerials.obtainSerial(
                    named.item().id(), named.row().text("serial"), lot, service));
      } else {
        fresh.put(named.serial(), lot);
        if (service != null) {
          due.put(named.serial(), service);
        }
      }
    }
    lotsAndSerials.makeSerials(fresh, due);
    return lotsAndSerials.serialsOf(items);
  }
}
