package app.reliquum.floor;

import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.MoveSentence;
import app.reliquum.floor.FloorView.Refusal;
import java.util.Map;

/** Words for goods that are sent on a transfer, or arrive on it. */
final class TransferWords extends FloorWords {

  private final StoredTransferFacts facts;

  TransferWords(StoredTransferFacts facts) {
    super(facts);
    this.facts = facts;
  }

  private String number() {
    return facts.transfer().number();
  }

  @Override
  Refusal misfit(Misfit misfit) {
    if (misfit instanceof Misfit.NotOnOrder not) {
      return refusal(
          "not-on-transfer",
          "That is "
              + item(not.item())
              + ", which "
              + number()
              + " does not ask for. Send it all the same, or leave it.",
          Map.of("item", item(not.item())));
    }
    if (misfit instanceof Misfit.TooMuch much) {
      return refusal(
          "too-much",
          number()
              + (much.most().isPositive()
                  ? " asks for " + much.most() + " more of "
                  : " asks for no more ")
              + item(much.item())
              + ", you said "
              + much.asked()
              + ".",
          Map.of("asked", much.asked(), "most", much.most()));
    }
    if (misfit instanceof Misfit.NoneHere none && !facts.sends() && none.item() != 0) {
      return refusal(
          "not-sent",
          "No more of that " + item(none.item()) + " is on the road on " + number() + ".",
          Map.of());
    }
    if (misfit instanceof Misfit.NotEnough few && !facts.sends()) {
      return refusal(
          "not-sent",
          "On "
              + number()
              + " "
              + few.held()
              + " of that are on the road, you said "
              + few.asked()
              + ".",
          Map.of("asked", few.asked(), "onTheRoad", few.held()));
    }
    if (misfit instanceof Misfit.PlacesNamed named) {
      return refusal(
          "places-named",
          "That is bin "
              + bin(named.place())
              + ". "
              + (facts.sends() ? "It is taken from " : "It goes to ")
              + bin(named.from())
              + ". Confirm it, or undo.",
          Map.of("place", bin(named.place())));
    }
    if (misfit instanceof Misfit.OtherSite other) {
      var bin = facts.bin(other.place());
      return refusal(
          "other-site",
          "That is bin "
              + bin.address()
              + " at "
              + bin.siteName()
              + ". "
              + number()
              + (facts.sends() ? " is sent from " : " arrives at ")
              + (facts.sends() ? facts.transfer().from() : facts.transfer().to())
              + ".",
          Map.of("place", bin.address(), "site", bin.siteName()));
    }
    return super.misfit(misfit);
  }

  @Override
  String done(MoveSentence sentence) {
    return facts.sends()
        ? "Picked " + goods(sentence) + " from " + bin(sentence.from().filled().orElseThrow()) + "."
        : "Arrived: " + goods(sentence) + ", at " + bin(sentence.to().filled().orElseThrow()) + ".";
  }
}
