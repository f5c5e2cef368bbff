package app.reliquum.importing;

import app.reliquum.api.sheets.StaysBehind;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.WrittenStyle;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Imports as the API shows and takes them. */
final class ImportViews {

  private ImportViews() {}

  /**
   * What is said of many rows at once.
   *
   * @param values what every row shall have, by column
   */
  @Schema(name = "ChangeOfMany")
  record Many(String table, Map<String, String> values) {}

  /**
   * An import in a list.
   *
   * @param many what is said of many rows, if it is that; null for a file
   */
  @Schema(name = "ImportRow")
  record Row(
      long id,
      String fileName,
      ImportState state,
      String askedBy,
      Instant asked,
      @Nullable Instant finished,
      int done,
      int total,
      int faults,
      @Nullable String failure,
      @Nullable Many many) {}

  /**
   * A heading of a sheet.
   *
   * @param column the column that it means; empty for none
   */
  @Schema(name = "ImportHeading")
  record Heading(String heading, String column) {}

  /**
   * A sheet of the file.
   *
   * @param table the table that it is; null if it is none
   * @param lines how many rows it has
   * @param missing columns that the table needs and no heading means
   */
  @Schema(name = "ImportSheet")
  record Sheet(
      int position,
      String sheet,
      @Nullable String table,
      int lines,
      List<Heading> headings,
      List<String> missing,
      int fresh,
      int changed,
      int unchanged,
      int faulty) {}

  /**
   * An import whole.
   *
   * @param numberExample a number of the file that could be read in two ways; null if nothing needs
   *     to be asked
   * @param dayExample such a day
   * @param ready whether it can be written: it was tried, has no faults, and changes something
   * @param openedSites codes of the sites whose opening stock it has written
   * @param staying how many rows are still there after it was taken back, out of use where they can
   *     be: what was posted with them stays in the ledger
   */
  @Schema(name = "ImportCard")
  record Card(
      Row row,
      WrittenStyle.@Nullable Numbers numbers,
      WrittenStyle.@Nullable Days days,
      @Nullable String numberExample,
      @Nullable String dayExample,
      boolean ready,
      List<String> openedSites,
      int staying,
      List<Sheet> sheets) {}

  /**
   * A document that would not move with the house.
   *
   * @param site the code of its site
   * @param about whom or where it is about; empty if nobody
   */
  @Schema(name = "StayingBehind")
  record Staying(StaysBehind.Kind kind, long id, String number, String site, String about) {}

  /** What is wrong with a cell of the file. */
  @Schema(name = "ImportCellFault")
  record Fault(
      String table, int line, String column, String found, String expected, String nearest) {}

  /**
   * What the file does to a row.
   *
   * @param before by column, as it is; null for a new row. Columns that say nothing are missing.
   * @param after by column, as it becomes
   */
  @Schema(name = "ImportChange")
  record Change(
      String table,
      int line,
      RowChange.Kind kind,
      @Nullable Map<String, String> before,
      Map<String, String> after) {}

  /**
   * Which table a sheet is and what its headings mean, as someone says it.
   *
   * @param table null for none: the sheet is left out
   */
  @Schema(name = "ImportSheetEntry")
  record SheetEntry(
      @Min(0) int position,
      @Size(max = 40) @Nullable String table,
      @NotNull @Size(max = 256) List<@NotNull @Valid HeadingEntry> headings) {}

  /**
   * What a heading means.
   *
   * @param column empty for none
   */
  @Schema(name = "ImportHeadingEntry")
  record HeadingEntry(
      @NotBlank @Size(max = 200) String heading, @NotNull @Size(max = 40) String column) {}

  /** How a file is to be read, as someone says it; null and no sheets for as before. */
  @Schema(name = "ImportReadingEntry")
  record ReadingEntry(
      WrittenStyle.@Nullable Numbers numbers,
      WrittenStyle.@Nullable Days days,
      @NotNull @Size(max = 60) List<@NotNull @Valid SheetEntry> sheets) {}

  /** A column of a table. */
  @Schema(name = "TableColumnCard")
  record Column(
      String name,
      String kind,
      String meaning,
      String example,
      boolean key,
      boolean needed,
      String usual,
      List<String> choices,
      String refersTo) {}

  /** A table that can come in and go out. */
  @Schema(name = "TableCard")
  record Table(String name, String meaning, List<Column> columns) {}
}
