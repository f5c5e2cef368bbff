package app.reliquum.floor;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Removal;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.PickSentence;
import app.reliquum.floor.FloorView.Refusal;
import app.reliquum.outbound.Picking;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Words for people who pick and pack. */
final class PickWords {

  private static final int MOST_PLACES_NAMED = 3;

  private final StoredFacts facts;

  PickWords(StoredFacts facts) {
    this.facts = facts;
  }

  Optional<Refusal> misfit(Misfit misfit) {
    if (misfit instanceof Misfit.NothingToTake) {
      return refusal("nothing-to-take", "Nothing is left to be taken.", Map.of());
    }
    if (misfit instanceof Misfit.NotOnWalk not) {
      List<String> next = not.next().stream().limit(MOST_PLACES_NAMED).map(this::bin).toList();
      return refusal(
          "not-on-walk",
          "That is bin "
              + bin(not.place())
              + ", where nothing is to be taken. Next: "
              + String.join(", then ", next)
              + ".",
          Map.of("place", bin(not.place()), "places", next));
    }
    if (misfit instanceof Misfit.NotOnList not) {
      return refusal(
          "not-on-list",
          "That is " + facts.item(not.item()).name() + ", which is not on the list.",
          Map.of("item", facts.item(not.item()).name()));
    }
    if (misfit instanceof Misfit.MoreThanAsked more) {
      return refusal(
          "too-much",
          "At most " + more.most() + " are to be taken there, you said " + more.asked() + ".",
          Map.of("asked", more.asked(), "most", more.most()));
    }
    if (misfit instanceof Misfit.NotInstead not) {
      return refusal(
          "not-instead",
          "That is "
              + called(not.other())
              + "; the list says "
              + called(not.chosen())
              + ". "
              + why(not.why()),
          Map.of("why", not.why()));
    }
    return Optional.empty();
  }

  private String called(PositionKey key) {
    if (key.serial() != 0) {
      return "number " + facts.serial(key.serial());
    }
    return key.lot() != 0
        ? "lot "
            + facts.lot(key.lot()).map(lot -> lot.code()).orElse("?")
            + " in "
            + bin(key.place())
        : "what lies in " + bin(key.place());
  }

  private static String why(Removal.Verdict why) {
    return switch (why) {
      case RESERVED -> "It is kept for another order.";
      case EXPIRED -> "It will have expired.";
      case TOO_SHORT_LIFE -> "It does not keep long enough.";
      case NOT_GOOD -> "It is on hold or rejected.";
      case NOT_PICKABLE -> "Goods are not taken from there.";
      case OTHER_LOT -> "Another lot may not be taken.";
      case NO_FULL_PACK -> "It is no full pack.";
      case OTHER_GOODS, TAKEN, NOT_NEEDED -> "Nothing else may be taken instead.";
    };
  }

  /** What was taken, and what came of what was not there. */
  String taken(PickSentence sentence, Quantity quantity, String order, Picking.Taken taken) {
    StringBuilder words = new StringBuilder();
    if (quantity.isPositive()) {
      words
          .append("Took ")
          .append(goods(sentence, quantity))
          .append(" from ")
          .append(bin(sentence.taken().place()))
          .append(" for ")
          .append(order)
          .append('.');
    }
    Quantity missing = sentence.stop().quantity().minus(quantity);
    if (missing.isPositive()) {
      words
          .append(words.isEmpty() ? "" : " ")
          .append(missing)
          .append(" short in ")
          .append(bin(sentence.stop().key().place()))
          .append(": ")
          .append(
              taken.elsewhere().isEmpty()
                  ? "nothing more of it is free."
                  : "now from " + FloorWords.listed(taken.elsewhere(), " and ") + ".");
      if (!taken.elsewhere().isEmpty() && taken.missing().isPositive()) {
        words.append(' ').append(taken.missing()).append(" are missing.");
      }
    }
    return words.toString();
  }

  /** What was packed. */
  String packed(PickSentence sentence, Quantity quantity, long load) {
    return "Packed " + goods(sentence, quantity) + " into " + facts.load(load) + ".";
  }

  private String goods(PickSentence sentence, Quantity quantity) {
    PositionKey key = sentence.taken();
    String mark =
        key.serial() != 0
            ? ", number " + facts.serial(key.serial())
            : key.lot() != 0
                ? ", lot " + facts.lot(key.lot()).map(lot -> lot.code()).orElse("?")
                : "";
    return quantity + " × " + facts.item(key.item()).name() + mark;
  }

  private String bin(long id) {
    return facts.bin(id).address();
  }

  private static Optional<Refusal> refusal(
      String type, String sentence, Map<String, Object> values) {
    return Optional.of(FloorWords.refusal(type, sentence, values));
  }
}
