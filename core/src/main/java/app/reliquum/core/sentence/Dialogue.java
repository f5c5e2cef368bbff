package app.reliquum.core.sentence;

import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.scan.Reading;
import app.reliquum.core.scan.Scan;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The conversation of one verb: what was said so far and one more thing said make the next step.
 *
 * <p>It is made for the facts of one moment and keeps nothing. A verb says how its sentence is read
 * from evidence; how scans are fitted in, what confirming, undoing and repeating do, and what an
 * unknown code may be, is the same in all of them, but where a verb says otherwise.
 *
 * @param <S> the sentence of the verb
 */
public abstract class Dialogue<S extends Sentence> {
  private static final int LONGEST_NUMBER = 30;
  private final Verb verb;

  Dialogue(Verb verb) {
    this.verb = verb;
  }

  /** The verb whose conversation it is. */
  public final Verb verb() {
    return verb;
  }

  // What a verb says of itself.

  /**
   * Reads the sentence from its evidence.
   *
   * @throws MisfitFound if the evidence does not go together
   */
  abstract S sentence(List<Evidence> evidence);

  /** What a meaning of a scan says to the sentence; empty if it has no room for it. */
  Optional<Evidence> evidenceOf(Meaning meaning) {
    return ScanFitting.ofKnown(meaning);
  }

  /** The meanings of a scan that can be meant, where what is being done settles it. */
  List<Meaning> meant(List<Meaning> meanings) {
    return meanings;
  }

  /** The document that a meaning names, if it is one that the sentence can be about. */
  Optional<Long> documentOf(Meaning meaning) {
    return Optional.empty();
  }

  /** What must be chosen before anything can be said. */
  Optional<Misfit> missing() {
    return Optional.empty();
  }

  /** How the document is found that a scan is about, while none is chosen. */
  Optional<Step<S>> search(Scan scan) {
    return Optional.empty();
  }

  /** What a scan says by its form alone, before anyone asks what it stands for. */
  Optional<Evidence> byForm(S before, Reading reading) {
    return Optional.empty();
  }

  /** A text that the house does not know, as the lot or serial number of new goods. */
  Optional<Evidence> newNumber(S before, String text) {
    return Optional.empty();
  }

  /** What a scan does beside the sentence. */
  Optional<Step<S>> aside(OpenSentence open, Meaning scanned) {
    return Optional.empty();
  }

  /** What follows when a scan has filled the sentence. */
  Step<S> scanned(S filled) {
    return new Step.Filled<>(filled);
  }

  /** Whether a suggestion is done as it is shown, and not only accepted, by one confirmation. */
  boolean doneAsShown() {
    return false;
  }

  /** Why what is suggested can't be accepted by a confirmation, but must be said. */
  Optional<Misfit> mustBeSaid(S sentence) {
    return Optional.empty();
  }

  /** What follows when nothing is left to ask. */
  Step<S> ready(S sentence) {
    return new Step.Do<>(sentence);
  }

  /** The sentence that does the same once more. */
  Step<S> again(OpenSentence open) {
    return new Step.Refused<>(new Misfit.NoRoom());
  }

  /** The sentence with its two bins the other way round. */
  Step<S> turned(S before) {
    return new Step.Refused<>(new Misfit.NoRoom());
  }

  /** The misfit, if more is known of it. */
  Misfit explained(Misfit misfit) {
    return misfit;
  }

  /** The item that may be added knowingly although it was refused; empty if it is not about one. */
  public Optional<Long> addable(Misfit misfit) {
    return Optional.empty();
  }

  /** What the next sentence begins with, once this one is done and the facts are new. */
  public List<Evidence> next(S done) {
    return List.of();
  }

  // What is the same in all verbs.

  /** Reads a sentence: filled, or why its evidence does not go together. */
  public final Step<S> read(List<Evidence> evidence) {
    try {
      return new Step.Filled<>(sentence(List.copyOf(evidence)));
    } catch (MisfitFound found) {
      return new Step.Refused<>(explained(found.misfit()));
    }
  }

  /** Says one settled thing more. */
  public Step<S> add(List<Evidence> evidence, Evidence more) {
    List<Evidence> all = new ArrayList<>(evidence);
    all.add(more);
    return read(all);
  }

  /**
   * Says a scan.
   *
   * @param meanings everything that it can mean
   * @return the filled sentence if just one meaning fits, the choices if several do, and the first
   *     meaning's misfit if none does
   */
  public final Step<S> fill(List<Evidence> evidence, List<Meaning> meanings) {
    List<Evidence> fitting = new ArrayList<>();
    Step<S> only = null;
    Step<S> refused = null;
    for (Meaning meaning : meant(meanings)) {
      Optional<Evidence> more = evidenceOf(meaning);
      Step<S> step =
          more.map(one -> add(evidence, one)).orElse(new Step.Refused<>(new Misfit.NoRoom()));
      if (step instanceof Step.Filled) {
        fitting.add(more.orElseThrow());
        only = step;
      } else if (refused == null) {
        refused = step;
      }
    }
    if (fitting.isEmpty()) {
      return refused == null ? new Step.Refused<>(new Misfit.NoRoom()) : refused;
    }
    return fitting.size() == 1 ? only : new Step.Choose<>(fitting);
  }

  /**
   * What still goes together of evidence that no longer does, because the house has changed since
   * it was said: each piece in turn, unless it contradicts those before it.
   */
  public final List<Evidence> standing(List<Evidence> evidence) {
    List<Evidence> standing = new ArrayList<>();
    for (Evidence one : evidence) {
      standing.add(one);
      if (read(standing) instanceof Step.Refused) {
        standing.remove(standing.size() - 1);
      }
    }
    return standing;
  }

  /** How the sentence stands: filled, or what is left of it that is still true. */
  public final Step<S> stands(OpenSentence open) {
    Step<S> step = read(open.evidence());
    return step instanceof Step.Refused<S> refused
        ? new Step.Untrue<>(sentence(standing(open.evidence())), refused.misfit())
        : step;
  }

  /** The sentence as far as it is still true. */
  public final S sentence(OpenSentence open) {
    Step<S> step = stands(open);
    return step instanceof Step.Untrue<S> untrue
        ? untrue.sentence()
        : ((Step.Filled<S>) step).sentence();
  }

  /** Says a text that was scanned or typed. */
  public final Step<S> scan(OpenSentence open, Scan scan) {
    Optional<Meaning> only = scan.only();
    if (only.orElse(null) instanceof Meaning.Act act) {
      return act(open, act.action());
    }
    Optional<Long> document = only.flatMap(this::documentOf);
    if (document.isPresent()) {
      return new Step.Open<>(document.get());
    }
    Optional<Step<S>> aside = only.flatMap(meaning -> aside(open, meaning));
    if (aside.isPresent()) {
      return aside.get();
    }
    S before = sentence(open);
    Optional<Evidence> byForm = byForm(before, scan.reading());
    if (byForm.isPresent()) {
      return heard(add(before.evidence(), byForm.get()));
    }
    if (scan.reading() instanceof Reading.Unreadable) {
      return new Step.Refused<>(Misfit.unknown(scan.reading(), List.of()));
    }
    return search(scan).or(() -> missing().map(Step.Refused::new)).orElseGet(() -> fit(open, scan));
  }

  /** Says a scan of which it is settled that it says something of the goods. */
  public final Step<S> fit(OpenSentence open, Scan scan) {
    S before = sentence(open);
    Reading reading = scan.reading();
    boolean unknown = scan.meanings().isEmpty();
    boolean free = reading instanceof Reading.Plain || unknown && reading instanceof Reading.Trade;
    Optional<Evidence> number =
        free && !reading.text().isBlank() && reading.text().length() <= LONGEST_NUMBER
            ? newNumber(before, reading.text())
            : Optional.empty();
    Step<S> step =
        unknown
            ? new Step.Refused<>(Misfit.unknown(reading, before.wanted()))
            : fill(before.evidence(), scan.meanings());
    return heard(
        step instanceof Step.Refused && number.isPresent()
            ? add(before.evidence(), number.get())
            : step);
  }

  private Step<S> heard(Step<S> step) {
    return step instanceof Step.Filled<S> filled ? scanned(filled.sentence()) : step;
  }

  /** Says one settled thing: a choice among meanings, or a bin for a certain blank. */
  public final Step<S> say(OpenSentence open, Evidence more) {
    return missing()
        .<Step<S>>map(Step.Refused::new)
        .orElseGet(() -> add(sentence(open).evidence(), more));
  }

  /** Does what an action label, or a button, asks for. It means the same in every verb. */
  public final Step<S> act(OpenSentence open, Action action) {
    return switch (action) {
      case CONFIRM -> confirm(open);
      case UNDO -> undo(open);
      case CLEAR -> read(List.of());
      case SAME -> again(open);
      case TURN -> turned(sentence(open));
      case MOVE, RECEIVE, PUTAWAY, REFILL, SEND, ARRIVE, COUNT, ADJUST, PICK, PACK ->
          new Step.Begin<>(Verb.begunBy(action).orElseThrow());
    };
  }

  private Step<S> undo(OpenSentence open) {
    List<Evidence> evidence = open.evidence();
    return evidence.isEmpty()
        ? new Step.Refused<>(new Misfit.NothingToUndo())
        : new Step.Filled<>(
            sentence(
                OpenSentence.nothing(open.site()).with(evidence.subList(0, evidence.size() - 1))));
  }

  /** Accepts what is suggested; if nothing was left to accept, it is done. */
  private Step<S> confirm(OpenSentence open) {
    Step<S> stands = stands(open);
    if (!(stands instanceof Step.Filled<S> filled)) {
      return stands;
    }
    S sentence = filled.sentence();
    if (missing().isPresent()) {
      return new Step.Refused<>(missing().get());
    }
    if (!sentence.whole()) {
      return new Step.Refused<>(new Misfit.NotWhole(sentence.wanted()));
    }
    if (sentence.ready()) {
      return ready(sentence);
    }
    Optional<Misfit> unsaid = mustBeSaid(sentence);
    if (unsaid.isPresent()) {
      return new Step.Refused<>(unsaid.get());
    }
    Step<S> accepted = read(sentence.accepted());
    return doneAsShown() && accepted instanceof Step.Filled<S> all && all.sentence().ready()
        ? ready(all.sentence())
        : accepted;
  }
}
