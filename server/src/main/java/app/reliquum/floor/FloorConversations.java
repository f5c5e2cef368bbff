package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.core.scan.Action;
import app.reliquum.core.sentence.Verb;
import app.reliquum.places.Places;
import java.time.Duration;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps each person's open sentences, one a verb, says things to them, and does what they say. */
@Service
class FloorConversations {
  private final Map<Verb, FloorVerb> verbs = new EnumMap<>(Verb.class);
  private final HouseCodes codes;
  private final Places places;

  FloorConversations(List<FloorVerb> all, HouseCodes codes, Places places) {
    all.forEach(some -> some.verbs().forEach(verb -> verbs.put(verb, some)));
    this.codes = codes;
    this.places = places;
  }

  private SpokenTo open(Actor actor, Verb verb, long site, boolean locked) {
    places.requireSite(site, actor);
    return verbs.get(verb).open(actor, verb, site, locked);
  }

  private SpokenTo locked(Command command, Verb verb, long site) {
    return open(command.actor(), verb, site, true);
  }

  /** The sentence as it stands. */
  @Transactional(readOnly = true)
  FloorView.Sentence stands(Actor actor, Verb verb, long site) {
    return open(actor, verb, site, false).stands();
  }

  /** Says a text that was scanned or typed. */
  @Transactional
  FloorView.Sentence scan(Command command, Verb verb, long site, String text, Duration ago) {
    return locked(command, verb, site).scan(command, codes.read(text), ago);
  }

  /**
   * Says one settled thing.
   *
   * @param afresh whether a new sentence begins with it, whatever was said before
   */
  @Transactional
  FloorView.Sentence say(
      Command command,
      Verb verb,
      long site,
      FloorView.Saying saying,
      boolean afresh,
      Duration ago) {
    SpokenTo open = locked(command, verb, site);
    if (afresh) {
      open.beginAfresh();
    }
    return open.say(command, saying, ago);
  }

  /** Does what an action label asks for. */
  @Transactional
  FloorView.Sentence act(Command command, Verb verb, long site, Action action) {
    return locked(command, verb, site).act(command, action);
  }

  /** Chooses the document that it is about; 0 for none. */
  @Transactional
  FloorView.Sentence choose(Command command, Verb verb, long site, long document) {
    return locked(command, verb, site).choose(command, document);
  }
}
