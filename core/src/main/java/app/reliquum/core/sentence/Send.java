package app.reliquum.core.sentence;

/** The Send verb: goods are picked for a transfer to another site. */
public final class Send extends TransferDialogue {
  /** The conversation with the facts of this moment, the transfer's among them. */
  public Send(MoveFacts facts) {
    super(Verb.SEND, facts);
  }
}
