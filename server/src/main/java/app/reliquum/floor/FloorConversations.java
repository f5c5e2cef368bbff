package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.core.sentence.Verb;
import app.reliquum.places.Places;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Each person's open sentences, one a verb, as far as they work at the site. */
@Service
class FloorConversations {
  private final Map<Verb, FloorVerb> verbs = new EnumMap<>(Verb.class);
  private final Places places;

  FloorConversations(List<FloorVerb> all, Places places) {
    all.forEach(some -> some.verbs().forEach(verb -> verbs.put(verb, some)));
    this.places = places;
  }

  private SpokenTo open(Actor actor, Verb verb, long site, boolean locked) {
    places.requireSite(site, actor);
    return Objects.requireNonNull(verbs.get(verb)).open(actor, verb, site, locked);
  }

  /** The sentence as it stands. */
  @Transactional(readOnly = true)
  FloorView.Sentence stands(Actor actor, Verb verb, long site) {
    return open(actor, verb, site, false).stands();
  }

  /** The sentence to say something to, kept from others until the transaction ends. */
  @Transactional(propagation = Propagation.MANDATORY)
  SpokenTo of(Command command, Verb verb, long site) {
    return open(command.actor(), verb, site, true);
  }

  /** The same, for what only this verb can be told. */
  @Transactional(propagation = Propagation.MANDATORY)
  <T extends SpokenTo> T of(Command command, Verb verb, long site, Class<T> kind) {
    return kind.cast(open(command.actor(), verb, site, true));
  }
}
