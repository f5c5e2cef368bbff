package app.reliquum.core.ledger;

import app.reliquum.core.text.Message;
import app.reliquum.core.text.Worded;
import java.util.ArrayList;
import java.util.List;

/**
 * Putting a mistake right: a posting that moves every line of the first one back.
 *
 * <p>A posting is reversed once, and a reversal is not reversed: whoever wants the first posting
 * again writes it again.
 */
public final class Reversal {

  private Reversal() {}

  /** Why a posting can't be reversed. */
  public enum Hindrance {
    /** It has been reversed before. */
    REVERSED_ALREADY,
    /** It is itself a reversal. */
    IS_A_REVERSAL
  }

  /** A posting that may not be reversed, and why. */
  public static final class NotReversible extends IllegalStateException implements Worded {
    private final Hindrance hindrance;

    NotReversible(Hindrance hindrance) {
      super(message(hindrance).english());
      this.hindrance = hindrance;
    }

    private static Message message(Hindrance hindrance) {
      return hindrance == Hindrance.IS_A_REVERSAL
          ? Message.of("A reversal can't be reversed. Write the posting again.")
          : Message.of("The posting has been reversed already.");
    }

    @Override
    public Message message() {
      return message(hindrance);
    }

    /** Why not. */
    public Hindrance hindrance() {
      return hindrance;
    }
  }

  /**
   * The lines that undo a posting, last first.
   *
   * @param lines the lines of the posting
   * @param isReversal whether it is a reversal itself
   * @param reversed whether it has been reversed before
   * @throws NotReversible if it may not be reversed
   */
  public static List<Line> of(List<Line> lines, boolean isReversal, boolean reversed) {
    if (isReversal) {
      throw new NotReversible(Hindrance.IS_A_REVERSAL);
    }
    if (reversed) {
      throw new NotReversible(Hindrance.REVERSED_ALREADY);
    }
    List<Line> back = new ArrayList<>(lines.size());
    for (int i = lines.size() - 1; i >= 0; i--) {
      back.add(lines.get(i).reversed());
    }
    return List.copyOf(back);
  }
}
