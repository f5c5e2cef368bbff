package app.reliquum.api.printing;

/** What prints by itself. */
public enum PaperKind {
  PICK_SHEET,
  PACKING_LIST,
  DISPATCH_NOTE,
  CARRIER_LABELS,
  TRANSFER_PICK_SHEET,
  TRANSFER_DISPATCH_NOTE,
  TRANSFER_RECEIPT_NOTE,
  COUNT_SHEETS,
  RETURN_NOTE,
  /** Of each lot, piece and unit load that was received, else of its item. */
  RECEIVED_LABELS;

  /** Whether it is labels, which another printer prints than papers. */
  public boolean isLabels() {
    return this == CARRIER_LABELS || this == RECEIVED_LABELS;
  }
}
