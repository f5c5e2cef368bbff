package app.reliquum.api;

/** Backs the house up, where its installation can. */
public interface Backup {

  /**
   * Backs up now, and comes back when that is done.
   *
   * @return what was backed up, and where to
   * @throws IllegalStateException with what was said, if it failed
   */
  String backUp();
}
