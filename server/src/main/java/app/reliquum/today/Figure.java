package app.reliquum.today;

import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A figure of the last thirty days and of the thirty days before.
 *
 * @param now what it comes to; null where nothing was there to be told
 * @param before what it came to in the days before, or as they ended
 * @param course day by day, the oldest first; null for a day that tells nothing
 * @param courseBefore the same of the days before
 */
@Schema(name = "TodayFigure")
record Figure(
    Kind kind,
    @Nullable BigDecimal now,
    @Nullable BigDecimal before,
    List<@Nullable BigDecimal> course,
    List<@Nullable BigDecimal> courseBefore) {

  /** What it tells. */
  @Schema(name = "TodayFigureKind")
  enum Kind {
    /** What stock is worth, in the currency of the house. */
    STOCK_VALUE,
    /** Positions within tolerance in per cent of those counted. */
    RECORD_ACCURACY,
    /** Lines from suppliers and other sites. */
    LINES_RECEIVED,
    /** Lines to customers, jobs and other sites. */
    LINES_SHIPPED,
    /** Lines shipped on their required date or before, in per cent of those that have one. */
    SHIPPED_ON_TIME,
    /** What customers pay for what was shipped. */
    SALES,
    /** That, less what it cost. */
    MARGIN,
    /** Items that a site has none of, though it used them lately. */
    STOCK_OUTS
  }
}
