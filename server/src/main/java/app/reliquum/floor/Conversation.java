package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Told;
import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.Scan;
import app.reliquum.core.sentence.Dialogue;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.OpenSentence;
import app.reliquum.core.sentence.Sentence;
import app.reliquum.core.sentence.Step;
import app.reliquum.core.sentence.Verb;
import app.reliquum.floor.FloorView.Outcome;
import java.time.Duration;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One person's open sentence of a verb, with the facts of this moment. What follows from what is
 * said is decided in core; here stands what a verb needs of this house: its facts, its documents,
 * how it is done, and how it is shown.
 */
abstract class Conversation<S extends Sentence> implements SpokenTo {
  private final SentenceTable table;
  private final Actor actor;
  private final Verb verb;
  private OpenSentence said;
  private @Nullable Dialogue<S> dialogue;
  private List<FloorView.Choice> choices = List.of();
  private @Nullable Told refusal;
  private @Nullable Long addable;
  private @Nullable Verb begins;
  private FloorView.@Nullable Done done;

  Conversation(SentenceTable table, Actor actor, Verb verb, OpenSentence said) {
    this.table = table;
    this.actor = actor;
    this.verb = verb;
    this.said = said;
  }

  // What a verb brings.

  /** Fetches the facts of this moment. */
  abstract Dialogue<S> fetch();

  /** The facts that were fetched last. */
  abstract StoredFacts facts();

  /** Takes a document up, 0 for none: what is said from now on is about it. */
  void take(Command command, long document) {
    throw new IllegalStateException(verb + " is about no document.");
  }

  /** Finds the document that a scan is about, and goes on. */
  FloorView.Sentence find(Command command, Step.Find<S> find, @Nullable Scan scan) {
    throw new IllegalStateException(verb + " looks for no document.");
  }

  /** Says something to another verb's sentence. */
  FloorView.Sentence aside(Command command, Step.Aside<S> aside, @Nullable Scan scan) {
    throw new IllegalStateException(verb + " says nothing aside.");
  }

  /** What is said by touch, as evidence. */
  Evidence evidence(FloorView.Saying saying) {
    return facts().house.sayings().evidence(saying);
  }

  /**
   * Does what a sentence says.
   *
   * @return what the next sentence begins with if the same is to be done again
   */
  abstract List<Evidence> carryOut(Command command, S sentence);

  /** Fills in the blanks. */
  abstract void draw(SentenceDraft draft, S sentence);

  // What is the same for all.

  final Actor actor() {
    return actor;
  }

  final Verb verb() {
    return verb;
  }

  final OpenSentence said() {
    return said;
  }

  final Dialogue<S> dialogue() {
    if (dialogue == null) {
      dialogue = fetch();
    }
    return dialogue;
  }

  final Names names() {
    return new Names(facts());
  }

  /** The sentence as far as it is still true. */
  final S sentence() {
    return dialogue().sentence(said);
  }

  /** Fetches the facts anew, after something was done. */
  final void look() {
    dialogue = fetch();
  }

  /** Keeps what is said now. */
  final void keep(OpenSentence now) {
    boolean otherDocument = now.about() != said.about();
    said = now;
    table.write(actor.id(), verb, now);
    if (otherDocument) {
      look();
    }
  }

  @Override
  public final FloorView.Sentence stands() {
    return dialogue().stands(said) instanceof Step.Untrue<S> untrue
        ? refused(untrue.misfit())
        : view(Outcome.STANDS);
  }

  @Override
  public final void beginAfresh() {
    keep(said.with(List.of()));
  }

  @Override
  public FloorView.Sentence scan(Command command, Scan scan, Duration ago) {
    return go(command, dialogue().scan(said, scan), scan);
  }

  @Override
  public final FloorView.Sentence say(Command command, FloorView.Saying saying, Duration ago) {
    return go(command, dialogue().say(said, evidence(saying)), null);
  }

  @Override
  public FloorView.Sentence act(Command command, Action action) {
    return go(command, dialogue().act(said, action), null);
  }

  @Override
  public final FloorView.Sentence choose(Command command, long document) {
    take(command, document);
    return go(command, dialogue().read(said.evidence()), null);
  }

  /**
   * Goes a step.
   *
   * @param scan what was scanned, to be said again once a document is found; null if nothing was
   */
  final FloorView.Sentence go(Command command, Step<S> step, @Nullable Scan scan) {
    if (step instanceof Step.Filled<S> filled) {
      keep(said.with(filled.sentence().evidence()));
      return view(Outcome.FILLED);
    }
    if (step instanceof Step.Choose<S> choose) {
      choices = choose.choices().stream().map(names()::choice).toList();
      return view(Outcome.CHOOSE);
    }
    if (step instanceof Step.Refused<S> refused) {
      return refused(refused.misfit());
    }
    if (step instanceof Step.Untrue<S> untrue) {
      keep(said.with(untrue.sentence().evidence()));
      return refused(untrue.misfit());
    }
    if (step instanceof Step.Begin<S> begin) {
      begins = begin.verb() == verb ? null : begin.verb();
      return view(Outcome.STANDS);
    }
    if (step instanceof Step.Open<S> open) {
      return choose(command, open.document());
    }
    if (step instanceof Step.Find<S> find) {
      return find(command, find, scan);
    }
    return step instanceof Step.Aside<S> aside
        ? aside(command, aside, scan)
        : perform(command, ((Step.Do<S>) step).sentence());
  }

  FloorView.Sentence perform(Command command, S sentence) {
    List<Evidence> again = carryOut(command, sentence);
    look();
    keep(said.done(dialogue().next(sentence), again));
    return view(Outcome.DONE);
  }

  final void done(FloorView.@Nullable Done what) {
    done = what;
  }

  final FloorView.Sentence refused(Misfit misfit) {
    addable = dialogue().addable(misfit).orElse(null);
    return refused(names().told(misfit));
  }

  final FloorView.Sentence refused(Told why) {
    refusal = why;
    return view(Outcome.REFUSED);
  }

  final FloorView.Sentence view(Outcome outcome) {
    S sentence = sentence();
    SentenceDraft draft = new SentenceDraft(facts(), verb, outcome);
    draw(draft, sentence);
    draft.view.wanted = sentence.wanted();
    draft.view.whole = sentence.whole();
    draft.view.ready = sentence.ready();
    draft.view.canUndo = !said.evidence().isEmpty();
    draft.view.begins = begins;
    draft.view.choices = choices;
    draft.view.refusal = refusal;
    draft.view.addable = addable;
    draft.view.done = done;
    return draft.view;
  }
}
