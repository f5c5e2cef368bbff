package app.reliquum.api;

import java.io.Serializable;
import java.util.Set;

/**
 * Who asks.
 *
 * @param id the person's number
 * @param code the code that they sign in with
 * @param name what others call them
 * @param role the name of their role
 * @param permissions what they may do
 * @param everywhere whether they may work at every site
 * @param sites the sites where they may work, if not everywhere
 */
public record Actor(
    long id,
    String code,
    String name,
    String role,
    Set<Permission> permissions,
    boolean everywhere,
    Set<Long> sites)
    implements Serializable {

  public Actor {
    permissions = Set.copyOf(permissions);
    sites = Set.copyOf(sites);
  }

  /** The house itself, for work that no person asked for. */
  public static Actor house(long id) {
    return new Actor(id, "HOUSE", "Reliquum", "HOUSE", Set.of(Permission.values()), true, Set.of());
  }

  /** Whether they may work at a site. */
  public boolean worksAt(long site) {
    return everywhere || sites.contains(site);
  }

  /**
   * Lets only those pass who may work at a site.
   *
   * @throws Problem if they may not
   */
  public void requireSite(long site, String siteName) {
    if (!worksAt(site)) {
      throw Problem.forbidden("You don't work at " + siteName + ".").with("site", siteName);
    }
  }
}
