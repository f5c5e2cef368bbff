package app.reliquum.floor;

import app.reliquum.api.Problem;
import app.reliquum.catalog.Lots;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.floor.FloorView.Refusal;
import java.util.List;
import java.util.Map;

/** Words for what does not fit when goods come in or stand on unit loads. */
class ArrivalWords {

  private final StoredFacts facts;

  ArrivalWords(StoredFacts facts) {
    this.facts = facts;
  }

  Refusal misfit(Misfit misfit) {
    if (misfit instanceof Misfit.NotOnOrder not) {
      return refusal(
          "not-on-order",
          "That is "
              + item(not.item())
              + ", which is not on this order. Add it knowingly, or leave it.",
          Map.of("item", item(not.item())));
    }
    if (misfit instanceof Misfit.TooMuch much) {
      return refusal(
          "too-much",
          "The order still expects "
              + much.open()
              + " of "
              + item(much.item())
              + ", you said "
              + much.asked()
              + (much.most().isPositive()
                  ? ". At most " + much.most() + " may come in."
                  : ". Nothing more may come in."),
          Map.of("asked", much.asked(), "open", much.open(), "most", much.most()));
    }
    if (misfit instanceof Misfit.Expired expired) {
      return refusal(
          "expired",
          (expired.lot().isEmpty() ? "That lot" : "Lot " + expired.lot())
              + " was good until "
              + expired.expiry()
              + ". Today is "
              + expired.today()
              + ", so it does not come in.",
          Map.of("expiry", expired.expiry().toString()));
    }
    if (misfit instanceof Misfit.OtherDate other) {
      Problem problem = Lots.contradiction(other.lot(), other.contradiction());
      return refusal(problem.type(), problem.getMessage(), problem.values());
    }
    if (misfit instanceof Misfit.PieceHere here) {
      return refusal(
          "piece-here",
          "Serial number "
              + here.code()
              + " of "
              + item(here.item())
              + " is in the house already, in "
              + place(here.place())
              + ".",
          Map.of("serial", here.code(), "place", place(here.place())));
    }
    return numbers(misfit);
  }

  private Refusal numbers(Misfit misfit) {
    if (misfit instanceof Misfit.NoRow row) {
      return refusal(
          "no-row",
          row.first()
              + " and "
              + row.last()
              + " are no ends of a row. They must be equally long, differ in their last digits"
              + " only, and name at most "
              + row.most()
              + " pieces.",
          Map.of("first", row.first(), "last", row.last()));
    }
    if (misfit instanceof Misfit.CodeTwice twice) {
      return refusal(
          "serial-twice",
          "Serial number " + twice.code() + " was scanned already.",
          Map.of("serial", twice.code()));
    }
    if (misfit instanceof Misfit.OtherLotCode other) {
      return refusal(
          "other-lot",
          "That is lot "
              + other.found()
              + ". This line is about lot "
              + other.expected()
              + ". Finish it, or undo.",
          Map.of("expected", other.expected(), "found", other.found()));
    }
    if (misfit instanceof Misfit.NotKept not) {
      return refusal(
          "not-kept",
          item(not.item()) + (not.serial() ? " has no serial numbers." : " is not kept by lot."),
          Map.of());
    }
    if (misfit instanceof Misfit.UnknownLot unknown) {
      return refusal(
          "unknown-lot",
          "The label says lot " + unknown.code() + ", and there is none of that lot here.",
          Map.of("lot", unknown.code()));
    }
    if (misfit instanceof Misfit.NotByFigure not) {
      return refusal(
          "not-by-figure",
          "Each "
              + item(not.item())
              + " has a number of its own: take pieces out, or bring them in.",
          Map.of());
    }
    if (misfit instanceof Misfit.UnknownSerial unknown) {
      return refusal(
          "unknown-serial",
          "The label says serial number " + unknown.code() + ", which the house does not know.",
          Map.of("serial", unknown.code()));
    }
    return loads(misfit);
  }

  private Refusal loads(Misfit misfit) {
    if (misfit instanceof Misfit.NothingOn nothing) {
      return refusal(
          "nothing-on",
          "Nothing stands on unit load " + facts.load(nothing.unitLoad()) + ".",
          Map.of());
    }
    if (misfit instanceof Misfit.WholeLoad whole) {
      return refusal(
          "whole-load",
          "Unit load "
              + facts.load(whole.unitLoad())
              + " moves whole. For a part of it, undo and scan the item.",
          Map.of());
    }
    if (misfit instanceof Misfit.SeveralMove several) {
      return refusal(
          "several-move",
          "Several goods of "
              + place(several.place())
              + " move together. Scan the bin they go to, or undo.",
          Map.of("place", place(several.place())));
    }
    if (misfit instanceof Misfit.OtherLoad other) {
      return refusal(
          "other-load",
          "That is unit load "
              + facts.load(other.found())
              + ". This is about "
              + facts.load(other.expected())
              + ".",
          Map.of());
    }
    if (misfit instanceof Misfit.LoadHere here) {
      return refusal(
          "load-here",
          "Unit load "
              + here.sscc()
              + " has come in already and stands in "
              + place(here.place())
              + ".",
          Map.of("load", here.sscc(), "place", place(here.place())));
    }
    if (misfit instanceof Misfit.NoDock no) {
      List<String> docks = no.docks().stream().limit(4).map(this::place).toList();
      return refusal(
          "no-dock",
          "That is bin "
              + place(no.place())
              + ". Goods land on "
              + FloorWords.listed(docks, " or ")
              + " here, and are put away from there.",
          Map.of("place", place(no.place()), "docks", docks));
    }
    return refusal("no-room", "That has no place in what you are doing.", Map.of());
  }

  private String item(long id) {
    return facts.item(id).name();
  }

  private String place(long id) {
    return facts.bin(id).address();
  }

  private static Refusal refusal(String type, String sentence, Map<String, Object> values) {
    return new Refusal(type, sentence, values);
  }
}
