package app.reliquum.floor;

import app.reliquum.adjusting.Loans;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.scan.Reading;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.MoveSentence;
import app.reliquum.core.sentence.ReceiveSentence;
import app.reliquum.core.sentence.Verb;
import app.reliquum.core.sentence.Wanted;
import app.reliquum.floor.FloorView.Refusal;
import app.reliquum.outbound.OutboundOrders;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** Words for people: what a scan was, what was expected, and the next thing to do. */
class FloorWords {

  private static final int MOST_PLACES_NAMED = 4;

  private final StoredFacts facts;

  FloorWords(StoredFacts facts) {
    this.facts = facts;
  }

  /** Nobody knows the code. */
  static Refusal unknown(Misfit.UnknownCode unknown) {
    List<String> wanted = unknown.wanted().stream().map(FloorWords::name).toList();
    return unknown(unknown, wanted);
  }

  static Refusal unknown(Misfit.UnknownCode unknown, List<String> wanted) {
    String expected =
        wanted.isEmpty()
            ? "Expected a bin, an item, a lot, a serial number, a unit load, an order or an action."
            : "Expected " + listed(wanted, " or ") + ".";
    String why =
        unknown.fault() == null
            ? "Nothing here is called " + unknown.text() + "."
            : unknown.fault();
    return refusal("unknown-code", why + " " + expected, Map.of("text", unknown.text()));
  }

  /** A text that means nothing in the house, where nothing certain was expected. */
  static Refusal unknown(Reading reading) {
    return reading instanceof Reading.Unreadable unreadable
        ? refusal("unreadable", unreadable.reason(), Map.of())
        : unknown(Misfit.UnknownCode.of(reading, List.of()));
  }

  static Refusal refusal(String type, String sentence, Map<String, Object> values) {
    return new Refusal(type, sentence, values);
  }

  private static String name(Wanted wanted) {
    return switch (wanted) {
      case ITEM -> "an item";
      case LOT -> "a lot";
      case EXPIRY -> "the last day it is good";
      case SERIAL -> "a serial number";
      case QUANTITY -> "a quantity";
      case FROM -> "the bin it comes from";
      case TO -> "the bin it goes to";
      case PLACE -> "a bin";
      case CONDITION -> "a condition";
      case INTO -> "the unit load it goes into";
    };
  }

  Refusal misfit(Misfit misfit) {
    if (misfit instanceof Misfit.OtherItem other) {
      return refusal(
          "other-item",
          "That is "
              + item(other.found())
              + ". This move is about "
              + item(other.expected())
              + ". Finish it, or undo.",
          Map.of("expected", item(other.expected()), "found", item(other.found())));
    }
    if (misfit instanceof Misfit.OtherLot other) {
      return refusal(
          "other-lot",
          "That is lot "
              + lot(other.found())
              + ". This move is about lot "
              + lot(other.expected())
              + ".",
          Map.of("expected", lot(other.expected()), "found", lot(other.found())));
    }
    if (misfit instanceof Misfit.SerialTwice twice) {
      return refusal(
          "serial-twice",
          "Serial number " + facts.serial(twice.serial()) + " was scanned already.",
          Map.of("serial", facts.serial(twice.serial())));
    }
    if (misfit instanceof Misfit.SerialsApart apart) {
      return refusal(
          "serials-apart",
          "Serial number "
              + facts.serial(apart.serial())
              + " lies in another bin than the ones before. Move them one bin at a time.",
          Map.of("serial", facts.serial(apart.serial())));
    }
    return placeMisfit(misfit);
  }

  private Refusal placeMisfit(Misfit misfit) {
    if (misfit instanceof Misfit.OtherSite other) {
      var bin = facts.bin(other.place());
      return refusal(
          "other-site",
          "That is bin " + bin.address() + " at " + bin.siteName() + ". A move stays at one site.",
          Map.of("place", bin.address(), "site", bin.siteName()));
    }
    if (misfit instanceof Misfit.PlaceTwice twice) {
      return refusal(
          "place-twice",
          "Bin " + bin(twice.place()) + " is named already. Expected another one.",
          Map.of("place", bin(twice.place())));
    }
    if (misfit instanceof Misfit.PlacesNamed named) {
      return refusal(
          "places-named",
          "That is bin "
              + bin(named.place())
              + ". This move goes from "
              + bin(named.from())
              + " to "
              + bin(named.to())
              + ". Confirm it, or undo.",
          Map.of("place", bin(named.place())));
    }
    if (misfit instanceof Misfit.NotThere not) {
      return notThere(not);
    }
    if (misfit instanceof Misfit.NoneHere none) {
      return refusal(
          "none-here",
          none.item() == 0
              ? "There is nothing to move there."
              : "There is no " + item(none.item()) + " at this site.",
          Map.of());
    }
    return quantityMisfit(misfit);
  }

  private Refusal notThere(Misfit.NotThere not) {
    String bin = bin(not.place());
    if (not.item() == 0) {
      return refusal(
          "empty-bin",
          "That is bin " + bin + ", which is empty. Scan the bin that it comes from.",
          Map.of("place", bin));
    }
    List<String> places = not.places().stream().limit(MOST_PLACES_NAMED).map(this::bin).toList();
    int more = not.places().size() - places.size();
    return refusal(
        "not-there",
        "That is bin "
            + bin
            + ". It holds no "
            + item(not.item())
            + (places.isEmpty()
                ? "."
                : ". That lies in "
                    + listed(places, " and ")
                    + (more > 0 ? ", and " + more + " more." : ".")),
        Map.of("place", bin, "places", places));
  }

  private Refusal quantityMisfit(Misfit misfit) {
    if (misfit instanceof Misfit.NotEnough few) {
      return refusal(
          "not-enough",
          few.held().isZero()
              ? "Bin " + bin(few.place()) + " holds none of that."
              : "Bin "
                  + bin(few.place())
                  + " holds "
                  + few.held()
                  + ", you asked for "
                  + few.asked()
                  + ". Move "
                  + few.held()
                  + ", or choose another bin.",
          Map.of("asked", few.asked(), "held", few.held(), "place", bin(few.place())));
    }
    if (misfit instanceof Misfit.WrongQuantity wrong) {
      return refusal("wrong-quantity", wrong.fault().getMessage(), Map.of());
    }
    if (misfit instanceof Misfit.ScanSerials) {
      return refusal(
          "scan-serials", "Each piece has a serial number: scan them one by one.", Map.of());
    }
    if (misfit instanceof Misfit.PackNeedsItem pack) {
      return refusal(
          "pack-needs-item",
          "Which " + pack.pack() + "? Scan the item first, then type how many.",
          Map.of("pack", pack.pack()));
    }
    if (misfit instanceof Misfit.NoSuchPack pack) {
      return refusal(
          "no-such-pack",
          "It does not come by the "
              + pack.pack()
              + (pack.known().isEmpty() ? "." : ". Its packs: " + listed(pack.known(), ", ") + "."),
          Map.of("pack", pack.pack(), "known", pack.known()));
    }
    if (misfit instanceof Misfit.NoSuchCondition) {
      return refusal("no-such-condition", "Nothing there is in that condition.", Map.of());
    }
    if (misfit instanceof Misfit.CannotTurn) {
      return refusal(
          "cannot-turn", "The goods don't lie in the other bin, so it can't be turned.", Map.of());
    }
    return new PickWords(facts)
        .misfit(misfit)
        .or(() -> sayMore(misfit))
        .orElseGet(() -> new ArrivalWords(facts).misfit(misfit));
  }

  /** What is missing before it comes to the goods. */
  private Optional<Refusal> sayMore(Misfit misfit) {
    if (misfit instanceof Misfit.UnknownCode unknown) {
      return Optional.of(unknown(unknown));
    }
    if (misfit instanceof Misfit.Unreadable unreadable) {
      return Optional.of(refusal("unreadable", unreadable.reason(), Map.of()));
    }
    if (misfit instanceof Misfit.NotWhole not) {
      List<String> wanted = not.wanted().stream().map(FloorWords::name).toList();
      return Optional.of(
          refusal(
              "not-whole",
              "Still missing: " + String.join(", ", wanted) + ".",
              Map.of("wanted", wanted)));
    }
    if (misfit instanceof Misfit.NothingToUndo) {
      return Optional.of(refusal("nothing-to-undo", "There is nothing to take back.", Map.of()));
    }
    if (misfit instanceof Misfit.NothingBefore before) {
      return Optional.of(
          refusal(
              "nothing-before",
              before.begun()
                  ? "Finish this move first, or clear it."
                  : "Nothing was moved before. Scan a bin or an item.",
              Map.of()));
    }
    if (misfit instanceof Misfit.DocumentFirst first) {
      return Optional.of(documentFirst(first.verb()));
    }
    if (misfit instanceof Misfit.NotExpected not) {
      return Optional.of(
          refusal(
              "not-expected",
              "Nobody expects "
                  + item(not.item())
                  + " here. If it came all the same, receive it as unexpected.",
              Map.of()));
    }
    if (misfit instanceof Misfit.ToInspect inspect) {
      return Optional.of(
          refusal(
              "to-check",
              item(inspect.item()) + " waits to be checked before it is put away.",
              Map.of()));
    }
    if (misfit instanceof Misfit.SayWhy less) {
      return Optional.of(
          refusal(
              "say-why",
              less.shortBy() + " less than the list says. Say why.",
              Map.of("shortBy", less.shortBy())));
    }
    return misfit instanceof Misfit.HowMany
        ? Optional.of(refusal("how-many", "Type first how many you take.", Map.of()))
        : Optional.empty();
  }

  private static Refusal documentFirst(Verb verb) {
    return switch (verb) {
      case SEND ->
          refusal(
              "no-transfer",
              "To where? Scan a transfer, choose one, or choose the site that it goes to.",
              Map.of());
      case ARRIVE ->
          refusal(
              "no-transfer",
              "Nothing of that is on the road to here. Scan the transfer, or choose one.",
              Map.of());
      case ADJUST -> refusal("kind-first", "Choose first what you do: out, in, or why.", Map.of());
      case RECEIVE ->
          refusal(
              "no-order",
              "On which order? Choose one, or receive the goods as unexpected.",
              Map.of());
      default -> refusal("order-first", "Choose an order first, or scan one.", Map.of());
    };
  }

  /** What a choice would mean. */
  FloorView.Choice choice(Evidence evidence) {
    if (evidence instanceof Evidence.Item item) {
      return choice(item(item.item()), "item", Sayings.saying(evidence));
    }
    if (evidence instanceof Evidence.Lot lot) {
      return choice("Lot " + lot(lot.lot()), item(lot.item()), Sayings.saying(evidence));
    }
    if (evidence instanceof Evidence.Serial serial) {
      return choice(
          "Serial number " + facts.serial(serial.serial()),
          item(serial.item()),
          Sayings.saying(evidence));
    }
    if (evidence instanceof Evidence.Bin bin) {
      var place = facts.bin(bin.place());
      return choice("Bin " + place.address(), place.siteName(), Sayings.saying(evidence));
    }
    if (evidence instanceof Evidence.UnitLoad load) {
      return choice("Unit load " + facts.load(load.unitLoad()), "", Sayings.saying(evidence));
    }
    if (evidence instanceof Evidence.LabelSaid together) {
      FloorView.Choice first = choice(together.parts().get(0));
      return choice(first.title(), "label", Sayings.saying(evidence));
    }
    Evidence.Figure figure = (Evidence.Figure) evidence;
    String pack = figure.pack() == null ? "" : " " + figure.pack();
    return choice(figure.quantity() + pack, "the quantity", Sayings.saying(evidence));
  }

  private static FloorView.Choice choice(String title, String detail, FloorView.Saying saying) {
    return new FloorView.Choice(title, detail, saying);
  }

  /** The sentence as it was done. */
  String done(MoveSentence sentence) {
    return "Moved "
        + goods(sentence)
        + " from "
        + bin(sentence.from().filled().orElseThrow())
        + (sentence.load().part() == MoveSentence.Load.Part.ONTO
            ? " onto " + facts.load(sentence.load().unitLoad())
            : " to " + bin(sentence.to().filled().orElseThrow()))
        + ".";
  }

  /** The goods that were moved. */
  String goods(MoveSentence sentence) {
    return sentence.load().whole()
        ? whole(sentence)
        : sentence.quantity().filled().orElseThrow()
            + " × "
            + item(sentence.item().filled().orElseThrow())
            + sentence.lot().filled().map(lot -> ", lot " + lot(lot)).orElse("");
  }

  private String whole(MoveSentence sentence) {
    if (sentence.load().part() == MoveSentence.Load.Part.WHOLE) {
      return "unit load " + facts.load(sentence.load().unitLoad());
    }
    long kinds = sentence.source().stream().map(one -> one.key().item()).distinct().count();
    String what =
        kinds == 1
            ? sentence.held() + " × " + item(sentence.source().get(0).key().item())
            : kinds + " kinds of goods";
    return sentence.load().part() == MoveSentence.Load.Part.EVERYTHING
        ? "everything (" + what + ")"
        : what;
  }

  /** What was received, and where. */
  String received(ReceiveSentence sentence) {
    return "Received "
        + sentence.quantity().filled().orElseThrow()
        + " × "
        + item(sentence.item().filled().orElseThrow())
        + sentence.lot().filled().map(lot -> ", lot " + lot).orElse("")
        + " at "
        + bin(sentence.place().filled().orElseThrow())
        + ".";
  }

  FloorView.Hit hit(Meaning meaning) {
    if (meaning instanceof Meaning.Bin bin) {
      var place = facts.bin(bin.place());
      return new FloorView.Hit(
          FloorView.Hit.Kind.BIN, bin.place(), null, place.address(), place.siteName());
    }
    if (meaning instanceof Meaning.Item item) {
      return new FloorView.Hit(
          FloorView.Hit.Kind.ITEM,
          item.item(),
          item.item(),
          facts.item(item.item()).name(),
          facts.item(item.item()).code());
    }
    if (meaning instanceof Meaning.Lot lot) {
      return new FloorView.Hit(
          FloorView.Hit.Kind.LOT, lot.lot(), lot.item(), "Lot " + lot(lot.lot()), item(lot.item()));
    }
    if (meaning instanceof Meaning.UnitLoad load) {
      return new FloorView.Hit(
          FloorView.Hit.Kind.LOAD,
          load.unitLoad(),
          null,
          facts.load(load.unitLoad()),
          facts.stockOn(load.unitLoad()).stream()
              .map(one -> item(one.key().item()))
              .distinct()
              .limit(2)
              .collect(Collectors.joining(", ")));
    }
    if (meaning instanceof Meaning.InboundOrder order) {
      return new FloorView.Hit(
          FloorView.Hit.Kind.ORDER, order.order(), null, facts.order(order.order()), "");
    }
    if (meaning instanceof Meaning.Transfer of) {
      return new FloorView.Hit(
          FloorView.Hit.Kind.TRANSFER, of.transfer(), null, facts.transfer(of.transfer()), "");
    }
    if (meaning instanceof Meaning.OutboundOrder of) {
      return leaving(of.order());
    }
    if (meaning instanceof Meaning.Count of) {
      return new FloorView.Hit(
          FloorView.Hit.Kind.COUNT, of.count(), null, facts.count(of.count()), "");
    }
    if (meaning instanceof Meaning.Label label) {
      return label.unitLoad() != 0
          ? hit(new Meaning.UnitLoad(label.unitLoad()))
          : label.lot() != 0
              ? hit(new Meaning.Lot(label.goods().item(), label.lot()))
              : hit(label.goods());
    }
    Meaning.Serial serial = (Meaning.Serial) meaning;
    Optional<Loans.Row> loan = facts.loanOf(serial.serial());
    if (loan.isPresent()) {
      return loan(loan.get(), "Serial number " + facts.serial(serial.serial()));
    }
    return new FloorView.Hit(
        FloorView.Hit.Kind.SERIAL,
        serial.serial(),
        serial.item(),
        "Serial number " + facts.serial(serial.serial()),
        item(serial.item()));
  }

  /** An order by which goods leave: for whom, and how far it is. */
  private FloorView.Hit leaving(long order) {
    OutboundOrders.Named named = facts.leaving(order).orElseThrow();
    return new FloorView.Hit(
        FloorView.Hit.Kind.LEAVING, order, null, named.number(), named.party());
  }

  /** Something that is lent out. */
  static FloorView.Hit loan(Loans.Row loan, String what) {
    return new FloorView.Hit(
        FloorView.Hit.Kind.LOAN,
        loan.id(),
        null,
        what,
        "On loan to "
            + loan.party()
            + (loan.due() == null ? "" : ", due " + loan.due())
            + (loan.overdue() ? ", overdue" : ""));
  }

  String item(long id) {
    return facts.item(id).name();
  }

  String bin(long id) {
    return id == 0 ? "?" : facts.bin(id).address();
  }

  String lot(long id) {
    return facts.lot(id).map(card -> card.code()).orElse("?");
  }

  static String listed(List<String> words, String last) {
    if (words.size() < 2) {
      return String.join("", words);
    }
    return words.stream().limit(words.size() - 1L).collect(Collectors.joining(", "))
        + last
        + words.get(words.size() - 1);
  }
}
