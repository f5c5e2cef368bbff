package app.reliquum.core.sentence;

/** Signals a misfit from deep inside a reading; never leaves the package. */
final class MisfitFound extends RuntimeException {
  private final transient Misfit misfit;

  MisfitFound(Misfit misfit) {
    super(null, null, false, false);
    this.misfit = misfit;
  }

  Misfit misfit() {
    return misfit;
  }
}
