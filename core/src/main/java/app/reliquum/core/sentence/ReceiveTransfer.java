package app.reliquum.core.sentence;

import app.reliquum.core.scan.Scan;
import java.util.Optional;

/**
 * The Receive transfer verb: goods that are in transit come in. Scanned goods find the transfer
 * that brings them.
 */
public final class ReceiveTransfer extends TransferDialogue {
  /** The conversation with the facts of this moment, the transfer's among them. */
  public ReceiveTransfer(MoveFacts facts) {
    super(Verb.ARRIVE, facts);
  }

  @Override
  Optional<Step<MoveSentence>> search(Scan scan) {
    return chosen() || scan.item() == 0
        ? Optional.empty()
        : Optional.of(new Step.Find<>(scan.item(), ""));
  }
}
