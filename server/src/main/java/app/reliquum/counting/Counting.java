package app.reliquum.counting;

import app.reliquum.core.counting.AbcClass;
import app.reliquum.core.counting.CountState;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.documents.DocumentChange;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What a count looks like from outside. */
public final class Counting {

  private Counting() {}

  /** How much a count states. */
  public enum Method {
    /** Only what is scanned is compared. */
    SPOT,
    /** A slip is stated whole: what was not scanned there is not there. */
    SWEEP,
    /** The whole scope is stated: what nobody counted must be decided about before posting. */
    STOCK_TAKE;

    /** Whether ending a slip states what was not scanned as zero. */
    public boolean statesAll() {
      return this != SPOT;
    }
  }

  /** What a slip is about. */
  public enum Shape {
    BIN,
    ITEM,
    /** A unit load, wherever it stands. */
    LOAD,
    /** No slips beforehand: whatever bin is scanned becomes one. */
    FREE
  }

  /** What a list shows of counts. */
  public enum Filter {
    OPEN,
    REVIEW,
    POSTED,
    ALL
  }

  /** What someone has decided about a variance. */
  public enum Decision {
    /** The book follows the shelf. */
    ACCEPT,
    /** The book stays as it is. */
    LEAVE,
    /** There is nothing of it, whatever was counted. */
    ZERO,
    /** Someone else counts it again. */
    RECOUNT,
    /** Nothing yet. */
    UNDECIDED
  }

  /** What becomes of what nobody counted. */
  public enum Rest {
    KEEP,
    ZERO,
    BACK
  }

  /**
   * What a count is drawn up of. What is left empty narrows nothing.
   *
   * @param site the site
   * @param areas areas of the site
   * @param binsFrom the first address of a stretch of bins
   * @param binsTo the last address of it
   * @param places just these bins, by their numbers
   * @param items just these items, by their codes
   * @param categories items of these categories
   * @param classes items of these classes
   * @param notCountedDays not counted for so many days
   * @param minValue worth at least so much by the book
   * @param hadDifferences found wrong in the last half year
   * @param suspected someone has said that it looks wrong
   */
  @Schema(name = "CountScope")
  public record Scope(
      @NotNull Long site,
      @Size(max = 200) @Nullable List<Long> areas,
      @Size(max = 24) @Nullable String binsFrom,
      @Size(max = 24) @Nullable String binsTo,
      @Size(max = 5000) @Nullable List<Long> places,
      @Size(max = 5000) @Nullable List<String> items,
      @Size(max = 100) @Nullable List<String> categories,
      @Size(max = 3) @Nullable List<AbcClass> classes,
      @Nullable Integer notCountedDays,
      @Nullable BigDecimal minValue,
      @Nullable Boolean hadDifferences,
      @Nullable Boolean suspected) {

    /** The whole of a site. */
    public static Scope of(long site) {
      return new Scope(site, null, null, null, null, null, null, null, null, null, null, null);
    }
  }

  /**
   * A count to be drawn up.
   *
   * @param people whom its slips are handed to, in stretches of equal length; nobody for the pool
   * @param typedTwice whether count sheets that were filled in on paper are typed twice
   */
  @Schema(name = "CountEntry")
  public record Entry(
      @Size(max = 24) @Nullable String number,
      @NotNull @Valid Scope scope,
      @NotNull Method method,
      @NotNull Shape shape,
      boolean blind,
      @Size(max = 50) @Nullable List<Long> people,
      @Size(max = 400) @Nullable String note,
      @Nullable Boolean typedTwice) {}

  /** What drawing it up would come to. */
  @Schema(name = "CountPreview")
  public record Preview(int slips, int positions, BigDecimal value, List<String> first) {}

  /** A count in a list. */
  @Schema(name = "CountRow")
  public record Row(
      long id,
      String number,
      long siteId,
      String site,
      Method method,
      Shape shape,
      boolean blind,
      boolean unplanned,
      CountState state,
      String note,
      int slips,
      int done,
      int positions,
      int wrong,
      BigDecimal net,
      BigDecimal gross,
      Instant created,
      String createdBy,
      @Nullable Instant ended) {}

  /**
   * How many counts are in each list.
   *
   * @param proposed how many of those in review wait for someone else to agree
   */
  @Schema(name = "CountCounts")
  public record Counts(int open, int review, int proposed, int suspicions) {}

  /** How far one person is. */
  @Schema(name = "CountHand")
  public record Hand(String name, int slips, int done, int lines) {}

  /**
   * One count.
   *
   * @param posting what it has posted; 0 for nothing
   * @param reversed whether that was reversed
   * @param checks the count whose bins it checks; 0 for any other count
   * @param checksNumber the number of that count
   * @param work what is being done with it in the background, or has failed; null for nothing
   */
  @Schema(name = "CountCard")
  public record Card(
      long id,
      int version,
      String number,
      long siteId,
      String site,
      Method method,
      Shape shape,
      boolean blind,
      boolean unplanned,
      boolean typedTwice,
      CountState state,
      String note,
      Scope scope,
      Instant created,
      String createdBy,
      @Nullable Instant begun,
      @Nullable Instant reviewSince,
      @Nullable String proposedBy,
      @Nullable Instant ended,
      @Nullable String endedBy,
      long posting,
      boolean reversed,
      long checks,
      @Nullable String checksNumber,
      CountWorkTable.@Nullable Work work,
      int slips,
      int done,
      List<Hand> hands,
      List<DocumentChange> changes,
      List<CountState.Action> can) {}

  /**
   * A slip.
   *
   * @param place the bin that it is about, or where the book has its unit load
   */
  @Schema(name = "CountSlip")
  public record Slip(
      long id,
      int slip,
      int round,
      long placeId,
      @Nullable String place,
      @Nullable String area,
      long itemId,
      @Nullable String item,
      @Nullable String name,
      long unitLoadId,
      @Nullable String load,
      long personId,
      @Nullable String person,
      SlipState state,
      @Nullable Rest rest,
      @Nullable Instant ended,
      @Nullable String endedBy,
      int positions,
      BigDecimal value) {}

  /** How far a slip is. */
  public enum SlipState {
    /** Nobody has begun. */
    OPEN,
    /** Someone counts it. */
    TAKEN,
    /** It is counted. */
    DONE
  }

  /** What a list shows of slips. */
  public enum SlipFilter {
    ALL,
    /** Nobody has ended it. */
    UNCOUNTED,
    DONE
  }

  /** Which results a review shows. */
  public enum Show {
    ALL,
    /** The book is wrong, and nobody has decided. */
    UNDECIDED,
    /** The book is wrong. */
    WRONG,
    RIGHT,
    RECOUNT,
    DECIDED,
    /** Goods moved while they were counted. */
    DISTURBED,
    /** Stated as zero by leaving the bin. */
    STATED
  }

  /** What a review is sorted by. */
  public enum Sort {
    GROSS,
    VARIANCE,
    PERCENT,
    PLACE,
    ITEM,
    MOMENT
  }

  /**
   * A question to a review.
   *
   * @param minQuantity only variances of at least so much
   * @param minPercent only variances of at least so many per cent of the book
   * @param minValue only variances worth at least so much
   */
  public record Question(
      Show show,
      @Nullable BigDecimal minQuantity,
      @Nullable BigDecimal minPercent,
      @Nullable BigDecimal minValue,
      @Nullable String q,
      Sort sort,
      boolean descending) {

    /** Everything that is wrong and undecided. */
    public static final Question UNDECIDED =
        new Question(Show.UNDECIDED, null, null, null, null, Sort.GROSS, true);
  }

  /** One position that was counted. */
  @Schema(name = "CountResult")
  public record Result(
      long id,
      long itemId,
      String item,
      String name,
      String symbol,
      long placeId,
      String place,
      @Nullable String area,
      long lotId,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      long serialId,
      @Nullable String serial,
      @Nullable String load,
      Condition condition,
      Quantity book,
      Quantity counted,
      Quantity variance,
      BigDecimal percent,
      BigDecimal value,
      String people,
      Instant moment,
      int rounds,
      int round,
      boolean stated,
      boolean disturbed,
      Decision decision,
      boolean byRule,
      @Nullable String decidedBy,
      @Nullable Quantity posted) {}

  /** A point of the chart: variances by value, largest first. */
  @Schema(name = "CountBar")
  public record Bar(
      long id, String label, BigDecimal value, BigDecimal gross, BigDecimal cumulative) {}

  /** The chart, and what it leaves out. */
  @Schema(name = "CountChart")
  public record Chart(List<Bar> bars, int others, BigDecimal othersGross, BigDecimal gross) {}

  /**
   * What posting would do, or has done.
   *
   * @param lines how many positions would be put right
   * @param up how many of them gain
   * @param down how many of them lose
   * @param undecided how many variances nobody has decided about
   * @param waiting how many are to be counted again
   * @param uncounted how many slips nobody has counted and nobody has decided about
   * @param overtaken how many were counted later by a count that is posted
   * @param few what would be less than nothing afterwards
   * @param approvalValue above which gross value someone else must agree; null for never
   * @param needsApproval whether it is above
   */
  @Schema(name = "CountOutcome")
  public record Outcome(
      int counted,
      int lines,
      int up,
      int down,
      BigDecimal gain,
      BigDecimal loss,
      BigDecimal net,
      BigDecimal gross,
      int undecided,
      int waiting,
      int uncounted,
      int overtaken,
      List<String> few,
      @Nullable BigDecimal approvalValue,
      boolean needsApproval) {}

  /** One thing that is known of a position's past. */
  @Schema(name = "CountTrail")
  public record Trail(
      Instant at,
      Kind kind,
      @Nullable Long posting,
      @Nullable String what,
      @Nullable String document,
      String person,
      @Nullable String other,
      @Nullable Quantity change,
      @Nullable Quantity book,
      @Nullable Quantity shelf) {

    /** What kind of thing. */
    public enum Kind {
      /** The book changed. */
      MOVED,
      /** The shelf was looked at. */
      COUNTED
    }
  }
}
