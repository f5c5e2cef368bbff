package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.core.scan.Action;
import app.reliquum.core.sentence.OpenSentence;
import app.reliquum.core.sentence.Verb;
import app.reliquum.places.Places;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps each person's open sentences, one a verb, says things to them, and does what they say. */
@Service
class FloorConversations {
  private final Map<Verb, FloorVerb> verbs = new EnumMap<>(Verb.class);
  private final SentenceTable table;
  private final HouseCodes codes;
  private final Places places;

  FloorConversations(List<FloorVerb> all, SentenceTable table, HouseCodes codes, Places places) {
    all.forEach(some -> some.verbs().forEach(verb -> verbs.put(verb, some)));
    this.table = table;
    this.codes = codes;
    this.places = places;
  }

  private Conversation<?> locked(Actor actor, Verb verb, long site) {
    places.requireSite(site, actor);
    return conversation(actor, verb, table.lock(actor.id(), verb, site));
  }

  private Conversation<?> conversation(Actor actor, Verb verb, OpenSentence said) {
    FloorVerb of = verbs.get(verb);
    if (of == null) {
      throw Problem.invalid("verb", "is one of " + verbs.keySet() + ".");
    }
    return of.conversation(actor, verb, said);
  }

  /** The sentence as it stands. */
  @Transactional(readOnly = true)
  FloorView.Sentence stands(Actor actor, Verb verb, long site) {
    places.requireSite(site, actor);
    return conversation(actor, verb, table.read(actor.id(), verb, site)).stands();
  }

  /** Says a text that was scanned or typed. */
  @Transactional
  FloorView.Sentence scan(Command command, Verb verb, long site, String text) {
    return locked(command.actor(), verb, site).scan(command, codes.read(text));
  }

  /**
   * Says one settled thing.
   *
   * @param afresh whether a new sentence begins with it, whatever was said before
   */
  @Transactional
  FloorView.Sentence say(
      Command command, Verb verb, long site, FloorView.Saying saying, boolean afresh) {
    Conversation<?> conversation = locked(command.actor(), verb, site);
    if (afresh) {
      conversation.keep(conversation.said().with(List.of()));
    }
    return conversation.say(command, saying);
  }

  /** Does what an action label asks for. */
  @Transactional
  FloorView.Sentence act(Command command, Verb verb, long site, Action action) {
    return locked(command.actor(), verb, site).act(command, action);
  }

  /** Chooses the document that it is about; 0 for none. */
  @Transactional
  FloorView.Sentence choose(Command command, Verb verb, long site, long document) {
    return locked(command.actor(), verb, site).choose(command, document);
  }
}
