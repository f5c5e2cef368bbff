package app.reliquum.api.printing;

import app.reliquum.api.Actor;
import java.util.Optional;
import java.util.Set;

/** Makes papers or labels of what something has happened to. */
public interface PaperSource {

  /** What it makes. */
  Set<PaperKind> kinds();

  /**
   * Makes one, as things stand now.
   *
   * @param subject the document that it is about; for what was received, the posting
   * @param site for which site it is
   * @return nothing if there is nothing to print of it
   * @throws app.reliquum.api.Problem if it can't be made
   */
  Optional<Made> paper(PaperKind kind, long subject, long site, Actor actor);

  /**
   * A paper.
   *
   * @param title what it is, in a few words
   * @param document the number of the document that it is about; empty if none is
   * @param pdf its pages
   */
  record Made(String title, String document, byte[] pdf) {}
}
