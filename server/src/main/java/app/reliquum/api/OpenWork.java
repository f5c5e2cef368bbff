package app.reliquum.api;

import java.util.List;

/** Knows work that needs someone; each module of its own. */
public interface OpenWork {

  /** What needs someone at some sites, and may be seen and done by who asks. */
  List<OpenTask> openWork(SitesAsked sites);
}
