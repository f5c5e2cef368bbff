package app.reliquum.core.scan;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** Asks what a reading stands for, and gives every answer. */
public final class Meanings {

  private Meanings() {}

  /**
   * All that a reading can mean, without repeats. Empty if the house does not know it.
   *
   * <p>A text that is a figure as well as a known code means both; what is being done decides, or a
   * person.
   */
  public static List<Meaning> of(Reading reading, Codes codes) {
    Set<Meaning> all = new LinkedHashSet<>();
    if (reading instanceof Reading.Own own) {
      all.addAll(
          own.label().kind() == OwnLabel.Kind.ACTION
              ? Action.named(own.label().code()).map(a -> (Meaning) new Meaning.Act(a)).stream()
                  .toList()
              : codes.ofOwn(own.label()));
    } else if (reading instanceof Reading.Trade trade) {
      all.addAll(codes.ofGtin(trade.gtin()));
      all.addAll(codes.ofPlain(trade.text()));
    } else if (reading instanceof Reading.Plain plain) {
      all.addAll(codes.ofPlain(plain.text()));
      plain.figure().ifPresent(f -> all.add(new Meaning.Figure(f.quantity(), f.pack())));
    }
    return List.copyOf(new ArrayList<>(all));
  }
}
