package app.reliquum.api;

import java.util.Set;
import org.jspecify.annotations.Nullable;

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
 * @param access how they have signed in
 */
public record Actor(
    long id,
    String code,
    String name,
    String role,
    Set<Permission> permissions,
    boolean everywhere,
    Set<Long> sites,
    Access access) {

  private static final Set<Long> NO_SITE = Set.of(-1L);

  /** A secret of a person. */
  public enum Secret {
    PASSWORD,
    PIN
  }

  /**
   * How someone has signed in.
   *
   * @param signIn the number of the sign-in; 0 for the house itself
   * @param by what it was proved with; a PIN opens the Floor only
   * @param device the name of the enrolled device, null on any other
   * @param due the secret that must be changed before anything else, if one must
   */
  public record Access(long signIn, Secret by, @Nullable String device, @Nullable Secret due) {
    /** Of the house itself, and of those in whose name it writes its demo. */
    public static final Access OF_THE_HOUSE = new Access(0, Secret.PASSWORD, null, null);

    /** Whether only the Floor is open. */
    public boolean floorOnly() {
      return by == Secret.PIN;
    }
  }

  public Actor {
    permissions = Set.copyOf(permissions);
    sites = Set.copyOf(sites);
  }

  /** The house itself, for work that no person asked for. */
  public static Actor house(long id) {
    return new Actor(
        id,
        "HOUSE",
        "Reliquum",
        "HOUSE",
        Set.of(Permission.values()),
        true,
        Set.of(),
        Access.OF_THE_HOUSE);
  }

  /** Whether their role allows something. */
  public boolean may(Permission permission) {
    return permissions.contains(permission);
  }

  /**
   * The sites where they may work, as a query can ask for them: never none, but a number that no
   * site has.
   */
  public Set<Long> siteNumbers() {
    return sites.isEmpty() ? NO_SITE : sites;
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
      throw Problem.forbidden("You don't work at {0}.", siteName).with("site", siteName);
    }
  }

  /**
   * Lets only those pass who may work at every site: for what holds for all of them.
   *
   * @throws Problem if they may not
   */
  public void requireEverywhere(String what) {
    if (!everywhere) {
      throw Problem.forbidden(
          "{0} holds for every site. Someone who works everywhere can change it.", what);
    }
  }
}
