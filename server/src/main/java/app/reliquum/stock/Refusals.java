package app.reliquum.stock;

import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Refusal;
import app.reliquum.core.ledger.Reservations;
import app.reliquum.places.Places;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** Words the core's refusals for people, with the figures. */
record Refusals(
    LotsAndSerials lotsAndSerials,
    Map<Long, Catalog.Measured> items,
    Map<Long, Places.LedgerPlace> places) {

  Problem problem(List<Refusal> reasons) {
    return problem(reasons.get(0));
  }

  /** The rest is kept for a document. */
  Problem reserved(Reservations.Outcome.Refused refused) {
    Places.LedgerPlace place = Objects.requireNonNull(places.get(refused.key().place()));
    Catalog.Measured item = Objects.requireNonNull(items.get(refused.key().item()));
    return Problem.refused(
            "reserved",
            "Of "
                + what(item, refused.key())
                + " in "
                + place.address()
                + (refused.free().isZero()
                    ? " nothing is free"
                    : " only " + refused.free() + " are free")
                + ": the rest is reserved for "
                + refused.document()
                + ".")
        .with("item", item.code())
        .with("place", place.address())
        .with("free", refused.free())
        .with("document", refused.document());
  }

  private Problem problem(Refusal reason) {
    if (reason instanceof Refusal.NotEnough few) {
      Places.LedgerPlace place = Objects.requireNonNull(places.get(few.key().place()));
      Catalog.Measured item = Objects.requireNonNull(items.get(few.key().item()));
      return Problem.refused(
              "not-enough",
              few.held().isZero()
                  ? place.address() + " holds no " + what(item, few.key()) + "."
                  : place.address()
                      + " holds "
                      + few.held()
                      + " of "
                      + what(item, few.key())
                      + ", you asked for "
                      + few.asked()
                      + ".")
          .with("item", item.code())
          .with("place", place.address())
          .with("asked", few.asked())
          .with("held", few.held());
    }
    if (reason instanceof Refusal.WrongQuantity wrong) {
      return Problem.invalid("quantity", wrong.fault().getMessage()).with("line", wrong.line());
    }
    if (reason instanceof Refusal.SerialInHouse known) {
      String code =
          lotsAndSerials.serial(known.serial()).map(LotsAndSerials.SerialCard::code).orElse("?");
      return Problem.conflict(
              "serial-in-house",
              "Serial number "
                  + code
                  + " of "
                  + Objects.requireNonNull(items.get(known.item())).name()
                  + " is in the house already.")
          .with("serial", code);
    }
    if (reason instanceof Refusal.LotMissing line) {
      return lineProblem("lot-missing", line.line(), "Name the lot: this item is kept by lot.");
    }
    if (reason instanceof Refusal.LotNotKept line) {
      return lineProblem("lot-not-kept", line.line(), "This item is not kept by lot.");
    }
    if (reason instanceof Refusal.SerialMissing line) {
      return lineProblem(
          "serial-missing", line.line(), "Name the serial number: each piece has its own.");
    }
    if (reason instanceof Refusal.SerialNotKept line) {
      return lineProblem("serial-not-kept", line.line(), "This item has no serial numbers.");
    }
    if (reason instanceof Refusal.SerialIsOnePiece line) {
      return lineProblem("serial-is-one", line.line(), "A serial number is one piece.");
    }
    if (reason instanceof Refusal.GoesNowhere line) {
      return lineProblem("goes-nowhere", line.line(), "From and to are the same.");
    }
    if (reason instanceof Refusal.NotOurs line) {
      return lineProblem("not-ours", line.line(), "Neither place is one of ours.");
    }
    return Problem.invalid("lines", "There is nothing to post.");
  }

  private static Problem lineProblem(String type, int line, String sentence) {
    return Problem.refused(type, sentence).with("line", line);
  }

  private String what(Catalog.Measured item, PositionKey key) {
    String lot =
        key.lot() == 0
            ? ""
            : lotsAndSerials.lot(key.lot()).map(card -> ", lot " + card.code()).orElse("");
    return item.name() + lot;
  }
}
