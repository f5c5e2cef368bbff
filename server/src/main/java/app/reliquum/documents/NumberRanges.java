package app.reliquum.documents;

import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.core.adjustment.Purpose;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** With which letters documents of a kind are numbered, and from which number on. */
@Service
public class NumberRanges {

  private static final int MOST = 99_999_999;

  /** Every kind of document that is numbered, by the letters that it has usually. */
  private static final Map<String, String> USUAL = usual();

  private final JdbcClient jdbc;
  private final RowLog rowLog;

  NumberRanges(JdbcClient jdbc, RowLog rowLog) {
    this.jdbc = jdbc;
    this.rowLog = rowLog;
  }

  private static Map<String, String> usual() {
    Map<String, String> usual = new LinkedHashMap<>();
    usual.put("PO", "inbound order");
    usual.put("UR", "receipt without an order");
    usual.put("RT", "customer return");
    usual.put("SR", "supplier return");
    usual.put("OB", "outbound order");
    usual.put("JB", "job");
    usual.put("DN", "delivery");
    usual.put("TR", "transfer");
    usual.put("RQ", "requisition");
    usual.put("CO", "count");
    for (Purpose purpose : Purpose.values()) {
      usual.put(
          purpose.prefix(),
          "adjustment: " + purpose.name().toLowerCase(Locale.ROOT).replace('_', ' '));
    }
    return usual;
  }

  /**
   * A range.
   *
   * @param usual the letters that such documents have usually
   * @param documents which documents they are
   * @param prefix the letters that they have in this house
   * @param next the number of the next one
   */
  @Schema(name = "NumberRange")
  public record Range(String usual, String documents, String prefix, long next) {}

  /**
   * A range as entered.
   *
   * @param usual which documents are meant, by the letters that they have usually
   */
  @Schema(name = "NumberRangeEntry")
  public record Entry(
      @NotBlank @Size(max = 8) String usual,
      @NotNull
          @Pattern(
              regexp = "[A-Z][A-Z0-9]{0,7}",
              message = "is 1 to 8 capital letters and digits, a letter first")
          String prefix,
      @Min(1) @Max(MOST) long next) {}

  /** All of them. */
  @Transactional(readOnly = true)
  public List<Range> all() {
    Map<String, String> own = new LinkedHashMap<>();
    jdbc.sql("select usual, prefix from number_range")
        .query(
            row -> {
              own.put(row.getString(1), row.getString(2));
            });
    Map<String, Long> last = new LinkedHashMap<>();
    jdbc.sql("select prefix, last from document_counter")
        .query(
            row -> {
              last.put(row.getString(1), row.getLong(2));
            });
    return USUAL.entrySet().stream()
        .map(
            one -> {
              String prefix = own.getOrDefault(one.getKey(), one.getKey());
              Long before = last.get(prefix);
              return new Range(
                  one.getKey(),
                  one.getValue(),
                  prefix,
                  before == null ? DocumentNumbers.FIRST : before + 1);
            })
        .toList();
  }

  /** The letters that documents with some usual letters have in this house. */
  String prefix(String usual) {
    return jdbc.sql("select prefix from number_range where usual = ?")
        .param(usual)
        .query(String.class)
        .optional()
        .orElse(usual);
  }

  /**
   * Numbers documents otherwise from now on; those that are there keep their numbers.
   *
   * @throws Problem if other documents have these letters, or a number would come again
   */
  @Transactional
  public Range change(Entry entry) {
    String usual = entry.usual();
    if (!USUAL.containsKey(usual)) {
      throw Problem.invalid("usual", "Expected one of {0}.", String.join(", ", USUAL.keySet()));
    }
    jdbc.sql("select usual from number_range for update").query(String.class).list();
    for (Range range : all()) {
      if (!range.usual().equals(usual) && range.prefix().equals(entry.prefix())) {
        throw Problem.conflict(
                "not-unique", "Numbers of the kind {0} begin like that.", range.documents())
            .with("field", "prefix");
      }
    }
    rowLog.changing(NumberRangeTable.NAME);
    jdbc.sql(
            "insert into number_range (usual, prefix) values (?, ?)"
                + " on duplicate key update prefix = value(prefix)")
        .params(usual, entry.prefix())
        .update();
    Range now =
        all().stream().filter(range -> range.usual().equals(usual)).findFirst().orElseThrow();
    if (entry.next() < now.next() && isCounted(entry.prefix())) {
      throw Problem.invalid(
          "next",
          "The number of {0} goes on from {1}: lower ones were given out.",
          entry.prefix(),
          now.next());
    }
    jdbc.sql(
            "insert into document_counter (prefix, last) values (?, ?)"
                + " on duplicate key update last = value(last)")
        .params(entry.prefix(), entry.next() - 1)
        .update();
    return new Range(usual, now.documents(), entry.prefix(), entry.next());
  }

  private boolean isCounted(String prefix) {
    return jdbc.sql("select exists(select 1 from document_counter where prefix = ?)")
        .param(prefix)
        .query(Boolean.class)
        .single();
  }
}
