package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.core.sentence.OpenSentence;
import app.reliquum.core.sentence.Verb;
import java.util.Set;

/** What this house brings to the conversations of some verbs. */
interface FloorVerb {
  /** The verbs. */
  Set<Verb> verbs();

  /** The conversation of one of them, as it stands. */
  Conversation<?> conversation(Actor actor, Verb verb, OpenSentence said);
}
