package app.reliquum.approvals;

import app.reliquum.api.Command;
import java.util.Set;

/** Something that may need someone else to agree. Each kind of document that does is one. */
public interface Subject {

  /** What is proposed. */
  enum Matter {
    ADJUSTMENT,
    SCRAP,
    COUNT,
    WRITE_OFF
  }

  /** What it stands for. */
  Set<Matter> matters();

  /**
   * Carries out what was agreed to, on the stock as it is now.
   *
   * @param id the document
   * @param note what was said with it
   * @return whether it is done; if not, it is done in the background, which then settles the
   *     proposal
   * @throws app.reliquum.api.Problem if it can't be done any more; then it stays proposed
   */
  boolean carryOut(Command command, long id, String note);

  /** Lets go of it: it was refused, or withdrawn. */
  void letGo(Command command, long id, String note);

  /** Whether a person had so much to do with it that they can't agree to it themselves. */
  boolean tookPart(long person, long id);
}
