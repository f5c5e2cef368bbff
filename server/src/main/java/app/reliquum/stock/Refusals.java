package app.reliquum.stock;

import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Refusal;
import app.reliquum.core.ledger.Reservations;
import app.reliquum.core.text.Message;
import app.reliquum.places.Places;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

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
            refused.free().isZero()
                ? Message.of(
                    "Of {0} in {1} nothing is free: the rest is reserved for {2}.",
                    what(item, refused.key()), place.address(), refused.document())
                : Message.of(
                    "Of {0} in {1} only {2} are free: the rest is reserved for {3}.",
                    what(item, refused.key()), place.address(), refused.free(), refused.document()))
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
                  ? Message.of("{0} holds no {1}.", place.address(), what(item, few.key()))
                  : Message.of(
                      "{0} holds {1} of {2}, you asked for {3}.",
                      place.address(), few.held(), what(item, few.key()), few.asked()))
          .with("item", item.code())
          .with("place", place.address())
          .with("asked", few.asked())
          .with("held", few.held());
    }
    if (reason instanceof Refusal.WrongQuantity wrong) {
      return Problem.invalid("quantity", wrong.fault()).with("line", wrong.line());
    }
    if (reason instanceof Refusal.SerialInHouse known) {
      String code =
          lotsAndSerials.serial(known.serial()).map(LotsAndSerials.SerialCard::code).orElse("?");
      return Problem.conflict(
              "serial-in-house",
              "Serial number {0} of {1} is in the house already.",
              code,
              Objects.requireNonNull(items.get(known.item())).name())
          .with("serial", code);
    }
    if (reason instanceof Refusal.LotMissing line) {
      return lineProblem(
          "lot-missing", line.line(), Message.of("Name the lot: this item is kept by lot."));
    }
    if (reason instanceof Refusal.LotNotKept line) {
      return lineProblem("lot-not-kept", line.line(), Message.of("This item is not kept by lot."));
    }
    if (reason instanceof Refusal.SerialMissing line) {
      return lineProblem(
          "serial-missing",
          line.line(),
          Message.of("Name the serial number: each piece has its own."));
    }
    if (reason instanceof Refusal.SerialNotKept line) {
      return lineProblem(
          "serial-not-kept", line.line(), Message.of("This item has no serial numbers."));
    }
    if (reason instanceof Refusal.SerialIsOnePiece line) {
      return lineProblem("serial-is-one", line.line(), Message.of("A serial number is one piece."));
    }
    if (reason instanceof Refusal.GoesNowhere line) {
      return lineProblem("goes-nowhere", line.line(), Message.of("From and to are the same."));
    }
    if (reason instanceof Refusal.NotOurs line) {
      return lineProblem("not-ours", line.line(), Message.of("Neither place is one of ours."));
    }
    return Problem.invalid("lines", "There is nothing to post.");
  }

  private static Problem lineProblem(String type, int line, Message message) {
    return Problem.refused(type, message).with("line", line);
  }

  private Message what(Catalog.Measured item, PositionKey key) {
    return Optional.of(key.lot())
        .filter(lot -> lot != 0)
        .flatMap(lotsAndSerials::lot)
        .map(lot -> Message.of("{0}, lot {1}", item.name(), lot.code()))
        .orElseGet(() -> Message.verbatim(item.name()));
  }
}
