package app.reliquum.house;

import app.reliquum.core.ledger.Condition;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** What tells goods of one item apart, as papers say it. */
public final class GoodsMarks {

  private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM yyyy", Locale.UK);

  private GoodsMarks() {}

  /**
   * Their marks in one line; empty for goods that have none.
   *
   * @param load the number of the unit load that they are on; null for none
   */
  public static String of(
      @Nullable String lot,
      @Nullable LocalDate expiry,
      @Nullable String serial,
      @Nullable String load,
      Condition condition) {
    List<String> marks = new ArrayList<>();
    if (lot != null) {
      marks.add(lot + (expiry == null ? "" : ", good until " + expiry.format(DAY)));
    }
    if (serial != null) {
      marks.add(serial);
    }
    if (load != null) {
      marks.add("unit load " + load);
    }
    if (condition != Condition.GOOD) {
      marks.add(condition == Condition.REJECTED ? "rejected" : "on hold");
    }
    return String.join(" · ", marks);
  }
}
