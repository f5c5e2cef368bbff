package app.reliquum.costing;

/** Which pool the stock of a place belongs to, as the database says it. */
public final class Pools {

  /**
   * The pool of a place {@code p} that is ours, of the site {@code w}: that of the site with which
   * it shares its cost, or its own; a place outside the sites is a pool by itself.
   */
  public static final String OF_PLACE =
      "if(p.kind = 'BIN', if(w.cost_site_id = 0, w.id, w.cost_site_id), -p.id)";

  private Pools() {}
}
