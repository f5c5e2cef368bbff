package app.reliquum.costing;

/** Which pool the stock of a place belongs to, as the database says it. */
public final class Pools {

  /**
   * The pool of a place {@code p} that is ours, of the site {@code w}: that of the site with which
   * it shares its cost, or its own; a scrap place and a place outside the sites are each a pool by
   * themselves.
   */
  public static final String OF_PLACE =
      "if(p.kind = 'BIN' and not p.scrap, if(w.cost_site_id = 0, w.id, w.cost_site_id), -p.id)";

  private Pools() {}
}
