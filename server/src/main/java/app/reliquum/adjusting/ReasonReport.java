package app.reliquum.adjusting;

import app.reliquum.adjusting.MovementKinds.FieldType;
import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.core.adjustment.Purpose;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.places.SiteDays;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What reasons and movement kinds came to, as far as it was posted and not reversed: told apart by
 * one thing, and summed.
 */
@Service
public class ReasonReport {

  private final JdbcClient jdbc;
  private final SiteDays days;

  ReasonReport(JdbcClient jdbc, SiteDays days) {
    this.jdbc = jdbc;
    this.days = days;
  }

  /** By what it is told apart. */
  public enum By {
    ITEM,
    CATEGORY,
    REASON,
    MONTH,
    SITE,
    PERSON,
    /** By what a field was filled in with. */
    FIELD
  }

  /**
   * What is asked for.
   *
   * @param purpose of which purpose the reasons are
   * @param kind only this reason or movement kind; null for all of the purpose
   * @param by by what it is told apart
   * @param field the field by which, if it is by a field
   * @param sum a field that takes numbers, to be summed; null for none
   * @param site only this site; null for all that one works at
   */
  @Schema(name = "ReasonReportQuestion")
  public record Question(
      @NotNull Purpose purpose,
      @Nullable Long kind,
      @NotNull By by,
      @Nullable Long field,
      @Nullable Long sum,
      @Nullable Long site,
      @NotNull Instant after,
      @NotNull Instant before) {}

  /**
   * A row.
   *
   * @param label what it is about; empty for postings whose field is not filled in
   * @param code the item's code; only by item
   * @param out how much went out, and {@code in} came in, in the item's unit; only by item
   * @param times in how many postings
   * @param outValue what went out was worth, and {@code inValue} what came in
   * @param sum what the summed field comes to; null where none is summed
   */
  @Schema(name = "ReasonReportRow")
  public record Row(
      String label,
      @Nullable String code,
      @Nullable Quantity out,
      @Nullable Quantity in,
      @Nullable String symbol,
      int times,
      BigDecimal outValue,
      BigDecimal inValue,
      @Nullable BigDecimal sum) {}

  /** A field that something was filled in with, or can be. */
  @Schema(name = "ReportedField")
  public record Reported(long id, String name, FieldType type, String kind) {}

  /** The rows, the dearest first, months in their order; and the fields by which one may ask. */
  @Schema(name = "ReasonReport")
  public record Report(List<Row> rows, List<Reported> fields) {}

  /**
   * The report.
   *
   * @throws Problem if a field is named that the reasons don't have, or one is summed that takes no
   *     numbers
   */
  @Transactional(readOnly = true)
  public Report report(Question asked, Actor actor) {
    List<Reported> fields = fields(asked);
    if (asked.by() == By.FIELD) {
      known(fields, "field", asked.field());
    }
    if (asked.sum() != null && known(fields, "sum", asked.sum()).type() != FieldType.NUMBER) {
      throw Problem.invalid("sum", "Only a field that takes numbers can be summed.");
    }
    return new Report(rows(asked, actor), fields);
  }

  private static Reported known(List<Reported> fields, String parameter, @Nullable Long asked) {
    return fields.stream()
        .filter(field -> asked != null && field.id() == asked)
        .findFirst()
        .orElseThrow(
            () -> Problem.invalid(parameter, "Choose a field that these reasons ask for."));
  }

  /** The fields of the reasons; those that are no longer asked for, if something is in them. */
  private List<Reported> fields(Question asked) {
    return jdbc.sql(
            """
            select f.id, f.name, f.type, k.name kind from movement_field f
              join movement_kind k on k.id = f.kind_id
            where k.purpose = :purpose and (:kind = 0 or k.id = :kind)
              and (f.active or exists (select 1 from posting_field v where v.field_id = f.id))
            order by k.name, f.position, f.id
            """)
        .param("purpose", asked.purpose().name())
        .param("kind", asked.kind() == null ? 0 : asked.kind())
        .query(Reported.class)
        .list();
  }

  private String label(Question asked) {
    return switch (asked.by()) {
      case ITEM -> "i.name";
      case CATEGORY -> "i.category";
      case REASON ->
          "coalesce((select group_concat(x.name order by x.id <> a.kind_id, x.name separator ' + ')"
              + " from adjustment_reason r join movement_kind x on x.id = r.kind_id where"
              + " r.adjustment_id = a.id), k.name)";
      case MONTH ->
          "date_format(" + days.onSql("o.site_id", "h.effective", asked.after()) + ", '%Y-%m')";
      case SITE -> "coalesce(s.name, '')";
      case PERSON -> "coalesce(p.name, '')";
      case FIELD -> "coalesce(v.value, '')";
    };
  }

  private List<Row> rows(Question asked, Actor actor) {
    boolean items = asked.by() == By.ITEM;
    // A number is said once for all lines of a posting.
    boolean summed = asked.sum() != null && !items && asked.by() != By.CATEGORY;
    return jdbc.sql(
            """
            select x.label, max(x.code) code, max(x.unit) unit, count(distinct x.id) times,
              sum(if(x.gone, x.quantity, 0)) taken, sum(if(x.gone, 0, x.quantity)) brought,
              sum(if(x.gone, x.value, 0)) taken_value, sum(if(x.gone, 0, x.value)) brought_value,
              sum(if(x.first, x.number, 0)) number
            from (
              select %s label, h.id, i.id item, i.code, i.unit, f.kind = 'BIN' gone, l.quantity,
                abs(l.value) value, cast(n.value as decimal(30, 9)) number,
                l.line_no = (select min(y.line_no) from posted_line y
                  where y.posting_id = h.id) first
              from posted h join movement_kind k on k.id = h.movement_kind_id
                join posted_line l on l.posting_id = h.id
                join item i on i.id = l.item_id
                join place f on f.id = l.from_place_id join place t on t.id = l.to_place_id
                join place o on o.id = if(f.kind = 'BIN', f.id, t.id)
                left join site s on s.id = o.site_id
                left join person p on p.id = h.person_id
                left join adjustment a on a.posting_id = h.id
                left join posting_field v on v.posting_id = h.id and v.field_id = :field
                left join posting_field n on n.posting_id = h.id and n.field_id = :sum
              where h.movement_kind_id > 0 and h.reverses_id is null and k.purpose = :purpose
                and (:kind = 0 or k.id = :kind
                  or exists (select 1 from adjustment_reason r
                    where r.adjustment_id = a.id and r.kind_id = :kind))
                and h.effective >= :after and h.effective < :before
                and not exists (select 1 from posted b where b.reverses_id = h.id)
                %s %s
            ) x group by %s x.label order by %s
            """
                .formatted(
                    label(asked),
                    asked.site() == null ? "" : "and o.site_id = :site",
                    actor.everywhere() ? "" : "and o.site_id in (:sites)",
                    items ? "x.item," : "",
                    asked.by() == By.MONTH ? "x.label" : "sum(x.value) desc, x.label"))
        .param("purpose", asked.purpose().name())
        .param("kind", asked.kind() == null ? 0 : asked.kind())
        .param("field", asked.field() == null ? 0 : asked.field())
        .param("sum", asked.sum() == null ? 0 : asked.sum())
        .param("site", asked.site())
        .param("sites", actor.siteNumbers())
        .param("after", Utc.of(asked.after()))
        .param("before", Utc.of(asked.before()))
        .query(
            (row, n) ->
                new Row(
                    row.getString("label"),
                    items ? row.getString("code") : null,
                    items ? new Quantity(row.getBigDecimal("taken")) : null,
                    items ? new Quantity(row.getBigDecimal("brought")) : null,
                    items ? UnitOfMeasure.valueOf(row.getString("unit")).symbol() : null,
                    row.getInt("times"),
                    row.getBigDecimal("taken_value"),
                    row.getBigDecimal("brought_value"),
                    summed ? plain(row.getBigDecimal("number")) : null))
        .list();
  }

  private static BigDecimal plain(@Nullable BigDecimal sum) {
    return sum == null ? BigDecimal.ZERO : new BigDecimal(sum.stripTrailingZeros().toPlainString());
  }
}
