package app.reliquum.floor;

import app.reliquum.core.scan.Meaning;
import app.reliquum.core.sentence.CountSentence;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.counting.Tallies;
import app.reliquum.floor.FloorView.Refusal;
import java.util.List;
import java.util.Map;

/** Words for people who count. */
final class CountWords {

  private CountWords() {}

  static Refusal misfit(Misfit misfit, FloorWords words) {
    if (misfit instanceof Misfit.BinFirst) {
      return FloorWords.refusal("bin-first", "Scan the bin first, then what is in it.", Map.of());
    }
    if (misfit instanceof Misfit.ItemFirst) {
      return FloorWords.refusal(
          "item-first", "How many of what? Scan the item first, then type how many.", Map.of());
    }
    if (misfit instanceof Misfit.LotFirst lot) {
      return FloorWords.refusal(
          "lot-first",
          "Of which lot? Scan or type the lot of " + words.item(lot.item()) + " first.",
          Map.of("item", words.item(lot.item())));
    }
    if (misfit instanceof Misfit.OtherSite other) {
      return FloorWords.refusal(
          "other-site",
          "That is bin "
              + words.bin(other.place())
              + " of another site. Count the bins of this one.",
          Map.of("place", words.bin(other.place())));
    }
    if (misfit instanceof Misfit.NoRoom) {
      return FloorWords.refusal(
          "no-room",
          "That can't be counted. Expected a bin, an item, a lot, a serial number or a quantity.",
          Map.of());
    }
    return words.misfit(misfit);
  }

  static List<String> wanted(CountSentence.Wanted wanted) {
    return switch (wanted) {
      case BIN -> List.of("the bin that you count");
      case ITEM -> List.of("an item", "the next bin");
      case LOT -> List.of("the lot's number");
      case SERIAL -> List.of("a serial number", "the next bin");
    };
  }

  /** What is being counted, for the words when it is ended. */
  static String where(Tallies.Sitting at, FloorWords words, Tallies tallies) {
    long item = tallies.slip(at.slip()).map(Tallies.SlipRowView::item).orElse(0L);
    long place = at.sentence().place();
    if (item != 0) {
      return words.item(item);
    }
    return place == 0 ? "" : words.bin(place);
  }

  static String ended(String where, Tallies.Left.Ended ended) {
    if (!ended.others().isEmpty()) {
      return "You have left "
          + where
          + ". "
          + String.join(" and ", ended.others())
          + " still counts there and hands it in.";
    }
    if (ended.slip() == null) {
      return "You have left " + where + ".";
    }
    return where
        + " is counted"
        + switch (ended.zeros()) {
          case 0 -> ".";
          case 1 -> "; one thing is stated as not there.";
          default -> "; " + ended.zeros() + " things are stated as not there.";
        };
  }

  /** A meaning as something that can be chosen by touch. */
  static Evidence evidence(Meaning meaning) {
    if (meaning instanceof Meaning.Bin bin) {
      return new Evidence.Bin(bin.place(), Evidence.Role.ANY);
    }
    if (meaning instanceof Meaning.Item item) {
      return new Evidence.Item(item.item(), item.counts());
    }
    if (meaning instanceof Meaning.Lot lot) {
      return new Evidence.Lot(lot.item(), lot.lot());
    }
    if (meaning instanceof Meaning.Serial piece) {
      return new Evidence.Serial(piece.item(), piece.lot(), piece.serial());
    }
    if (meaning instanceof Meaning.UnitLoad load) {
      return new Evidence.UnitLoad(load.unitLoad());
    }
    if (meaning instanceof Meaning.Label label) {
      return new Evidence.Item(label.item(), label.goods().counts());
    }
    Meaning.Figure figure = (Meaning.Figure) meaning;
    return new Evidence.Figure(figure.quantity(), figure.pack());
  }

  /** What was chosen by touch, as a meaning. */
  static Meaning meaning(Evidence evidence) {
    if (evidence instanceof Evidence.Bin bin) {
      return new Meaning.Bin(bin.place());
    }
    if (evidence instanceof Evidence.Item item) {
      return new Meaning.Item(item.item(), 0, item.counts());
    }
    if (evidence instanceof Evidence.Lot lot) {
      return new Meaning.Lot(lot.item(), lot.lot());
    }
    if (evidence instanceof Evidence.Serial piece) {
      return new Meaning.Serial(piece.item(), piece.lot(), piece.serial());
    }
    if (evidence instanceof Evidence.UnitLoad load) {
      return new Meaning.UnitLoad(load.unitLoad());
    }
    if (evidence instanceof Evidence.Figure figure) {
      return new Meaning.Figure(figure.quantity(), figure.pack());
    }
    throw app.reliquum.api.Problem.invalid("kind", "That is nothing that can be counted.");
  }
}
