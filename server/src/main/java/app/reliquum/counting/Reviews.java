package app.reliquum.counting;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.counting.Counting.Question;
import app.reliquum.counting.Counting.Result;

/** What was counted, for others to write down. */
public interface Reviews {

  /** A stretch of what a question finds in a count. */
  Page<Result> page(long count, Question question, Actor actor, int offset, int limit);
}
