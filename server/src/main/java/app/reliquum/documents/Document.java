package app.reliquum.documents;

import java.util.Collection;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Which document it is.
 *
 * @param id its number in the table of its kind
 * @param number what is said aloud for it
 * @param sites the sites whose business it is
 */
public record Document(DocumentKind kind, long id, String number, Set<Long> sites) {

  public Document {
    sites = Set.copyOf(sites);
  }

  /** A document that concerns some sites; a site 0 is outside the house and has no business. */
  public static Document of(DocumentKind kind, long id, String number, Collection<Long> sites) {
    return new Document(
        kind,
        id,
        number,
        sites.stream().filter(site -> site != 0).collect(Collectors.toUnmodifiableSet()));
  }
}
