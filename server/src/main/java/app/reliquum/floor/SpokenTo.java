package app.reliquum.floor;

import app.reliquum.api.Command;
import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.Scan;
import java.time.Duration;

/** One person's open sentence of a verb, and what may be said to it. Each answers how it stands. */
interface SpokenTo {
  FloorView.Sentence stands();

  /** Forgets what was said before. */
  void beginAfresh();

  /**
   * Says a text that was scanned or typed.
   *
   * @param ago how long ago that was; zero for just now
   */
  FloorView.Sentence scan(Command command, Scan scan, Duration ago);

  /** Says one settled thing. */
  FloorView.Sentence say(Command command, FloorView.Saying saying, Duration ago);

  /** Does what an action label asks for. */
  FloorView.Sentence act(Command command, Action action);

  /** Chooses the document that it is about; 0 for none. */
  FloorView.Sentence choose(Command command, long document);
}
