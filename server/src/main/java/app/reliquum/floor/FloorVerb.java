package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.core.sentence.Verb;
import java.util.Set;

/** What this house brings to the conversations of some verbs. */
interface FloorVerb {
  /** The verbs. */
  Set<Verb> verbs();

  /**
   * A person's open sentence of one of them.
   *
   * @param locked whether it is kept from others until the transaction ends
   */
  SpokenTo open(Actor actor, Verb verb, long site, boolean locked);
}
