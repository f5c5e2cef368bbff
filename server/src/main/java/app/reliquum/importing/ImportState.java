package app.reliquum.importing;

/** How far an import has come. */
enum ImportState {
  /** It is being tried. */
  CHECKING,
  /** It was tried: there may be faults, and questions about how the file is to be read. */
  CHECKED,
  /** It is being written. */
  IMPORTING,
  /** It was written. */
  IMPORTED,
  /** It is being taken back. */
  UNDOING,
  /** It was taken back. */
  UNDONE,
  /** Someone ended it before it was written. */
  CANCELLED;

  /** Whether work is going on in the background. */
  boolean working() {
    return this == CHECKING || this == IMPORTING || this == UNDOING;
  }
}
