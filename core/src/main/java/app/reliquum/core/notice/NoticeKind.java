package app.reliquum.core.notice;

/** What there is to be told. */
public enum NoticeKind {
  /** A run has proposed to have goods come. */
  PROPOSALS(false),
  /** Items will run out before what comes for them is here. */
  RUNNING_OUT(false),
  /** Goods are not here on the day on which they were expected. */
  LATE_GOODS(false),
  /** A supplier delivers otherwise than was ordered. */
  CHANGED_DELIVERY(false),
  /** Someone was named in what was said about a document. */
  MENTIONED(false),
  /** The ledger check found figures that are not what the ledger adds up to. */
  LEDGER_DIFFERENCES(true),
  /** Work in the background failed. */
  BACKGROUND_FAILURE(true),
  /** An email could not be sent. */
  MAIL_NOT_SENT(true),
  /** Something could not be printed. */
  NOT_PRINTED(true);

  private final boolean failure;

  NoticeKind(boolean failure) {
    this.failure = failure;
  }

  /** Whether something went wrong that someone has to see to. */
  public boolean failure() {
    return failure;
  }

  /** Whether it may be told by mail: not that mail does not go. */
  public boolean byMail() {
    return this != MAIL_NOT_SENT;
  }
}
