package app.reliquum.house;

import app.reliquum.api.Words;
import app.reliquum.core.ledger.Condition;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What tells goods of one item apart, as papers say it. */
public final class GoodsMarks {

  private GoodsMarks() {}

  /**
   * Their marks in one line; empty for goods that have none.
   *
   * @param words of whom it is said to
   * @param load the number of the unit load that they are on; null for none
   */
  public static String of(
      Words words,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      @Nullable String serial,
      @Nullable String load,
      Condition condition) {
    List<String> marks = new ArrayList<>();
    if (lot != null) {
      marks.add(expiry == null ? lot : words.say("{0}, good until {1}", lot, words.day(expiry)));
    }
    if (serial != null) {
      marks.add(serial);
    }
    if (load != null) {
      marks.add(words.say("unit load {0}", load));
    }
    if (condition != Condition.GOOD) {
      marks.add(condition == Condition.REJECTED ? words.say("rejected") : words.say("on hold"));
    }
    return String.join(" · ", marks);
  }
}
