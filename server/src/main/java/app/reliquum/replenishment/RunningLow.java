package app.reliquum.replenishment;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.lists.ListTable;
import app.reliquum.core.demand.DemandPattern;
import app.reliquum.core.demand.Review;
import app.reliquum.core.demand.StockCourse;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.places.Places;
import app.reliquum.stock.AskedQuantity;
import app.reliquum.stock.DatedQuantity;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What runs low and when, as the last run of each site saw it; and one item as it is now. */
@Service
@Transactional(readOnly = true)
public class RunningLow {

  private static final int COURSE_DAYS = 180;
  private static final int READ_DECIMALS = 3;

  private final JdbcClient jdbc;
  private final StoredFacts facts;
  private final ItemReviews reviews;
  private final Proposals proposals;
  private final Places places;

  RunningLow(
      JdbcClient jdbc, StoredFacts facts, ItemReviews reviews, Proposals proposals, Places places) {
    this.jdbc = jdbc;
    this.facts = facts;
    this.reviews = reviews;
    this.proposals = proposals;
    this.places = places;
  }

  /** Which items are asked for. */
  public enum Show {
    /** Those that someone should look at. */
    LOW,
    /** Those of which more is proposed. */
    PROPOSED,
    EVERY
  }

  /** An item at a site. */
  @Schema(name = "LowItem")
  public record Row(
      long itemId,
      String item,
      String name,
      String category,
      String symbol,
      long siteId,
      String site,
      Finding finding,
      DemandPattern.@Nullable Kind pattern,
      @Nullable String supplier,
      Quantity free,
      Quantity coming,
      @Nullable Quantity point,
      BigDecimal perDay,
      Quantity toOrder,
      @Nullable LocalDate runsOut,
      @Nullable LocalDate lastDayToOrder,
      List<Proposals.Row> proposals) {}

  /**
   * A day of the course of stock.
   *
   * @param stock how much there was at its end, or will be
   * @param used what was used on it, or is expected to be
   * @param comes what is due on it; 0 for days that are past
   */
  @Schema(name = "CourseDay")
  public record CourseDay(LocalDate day, BigDecimal stock, BigDecimal used, BigDecimal comes) {}

  /**
   * One item at a site as it is now.
   *
   * @param failure why it can't be worked out; null if it can
   * @param past from when it first lay there, at most 180 days
   * @param ahead if nothing more is ordered; empty where it can't be worked out
   */
  @Schema(name = "LowItemCard")
  public record Card(
      long itemId,
      String item,
      String name,
      String category,
      String symbol,
      long siteId,
      String site,
      Finding finding,
      @Nullable String failure,
      Policies.Row policy,
      @Nullable Explanation reason,
      @Nullable Long supplierId,
      @Nullable String supplier,
      @Nullable LocalDate belowSafety,
      @Nullable LocalDate runsOut,
      @Nullable LocalDate lastDayToOrder,
      List<CourseDay> past,
      List<CourseDay> ahead,
      List<DatedQuantity> due,
      List<AskedQuantity> asked,
      List<Proposals.Row> open,
      List<Proposals.Row> decided) {}

  private static final ListTable<LowColumn> ITEMS =
      new ListTable<>(
          // Nothing is lost by these: there is an item and a site. What nobody asks of them is not
          // read.
          "from item_outlook o left join item i on i.id = o.item_id"
              + " left join site s on s.id = o.site_id"
              + " left join supplier u on u.id = o.supplier_id",
          "o.item_id",
          List.of("o.site_id"),
          List.of("i.code like :starts", "i.name like :holds", "u.name like :holds"));

  private static final String SELECT =
      "select o.*, i.code, i.name, i.category, i.unit, s.name site, u.name supplier ";

  /** A page of items; the one that runs out first stands first. */
  public Page<Row> page(Show show, ListQuery<LowColumn> query, Actor actor) {
    Page<Row> page =
        ITEMS.page(
            jdbc,
            query,
            new ListTable.Shown(SELECT, "", only(show), "o.runs_out_order"),
            actor,
            RunningLow::row);
    return new Page<>(page.total(), page.offset(), withProposals(page.rows()));
  }

  private static String only(Show show) {
    return switch (show) {
      case LOW -> "o.low = 1";
      case PROPOSED ->
          "exists (select 1 from proposal r where r.open_item = o.item_id"
              + " and r.site_id = o.site_id)";
      case EVERY -> "1 = 1";
    };
  }

  private List<Row> withProposals(List<Row> rows) {
    Map<List<Long>, List<Proposals.Row>> open = new HashMap<>();
    for (Proposals.Row one :
        proposals.open(
            rows.stream().map(Row::itemId).distinct().toList(),
            rows.stream().map(Row::siteId).distinct().toList())) {
      open.computeIfAbsent(List.of(one.itemId(), one.siteId()), key -> new ArrayList<>()).add(one);
    }
    return rows.stream()
        .map(
            row ->
                new Row(
                    row.itemId(),
                    row.item(),
                    row.name(),
                    row.category(),
                    row.symbol(),
                    row.siteId(),
                    row.site(),
                    row.finding(),
                    row.pattern(),
                    row.supplier(),
                    row.free(),
                    row.coming(),
                    row.point(),
                    row.perDay(),
                    row.toOrder(),
                    row.runsOut(),
                    row.lastDayToOrder(),
                    open.getOrDefault(List.of(row.itemId(), row.siteId()), List.of())))
        .toList();
  }

  private static Row row(ResultSet row, int n) throws SQLException {
    String pattern = row.getString("pattern");
    BigDecimal point = row.getBigDecimal("point");
    return new Row(
        row.getLong("item_id"),
        row.getString("code"),
        row.getString("name"),
        row.getString("category"),
        UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
        row.getLong("site_id"),
        row.getString("site"),
        Finding.valueOf(row.getString("finding")),
        pattern.isEmpty() ? null : DemandPattern.Kind.valueOf(pattern),
        row.getString("supplier"),
        new Quantity(row.getBigDecimal("free")),
        new Quantity(row.getBigDecimal("coming")),
        point == null ? null : new Quantity(point),
        read(row.getBigDecimal("per_day")),
        new Quantity(row.getBigDecimal("to_order")),
        day(row, "runs_out"),
        day(row, "last_day_to_order"),
        List.of());
  }

  private static @Nullable LocalDate day(ResultSet row, String column) throws SQLException {
    Date day = row.getDate(column);
    return day == null ? null : day.toLocalDate();
  }

  private static BigDecimal read(BigDecimal figure) {
    return figure.setScale(READ_DECIMALS, RoundingMode.HALF_UP).stripTrailingZeros();
  }

  private static BigDecimal read(double figure) {
    return read(BigDecimal.valueOf(figure));
  }

  /** One item at a site, worked out now. */
  public Card card(long item, long site, Actor actor) {
    places.requireSite(site, actor);
    StoredFacts.Known known =
        facts.of(facts.at(site), List.of(item)).stream()
            .findFirst()
            .orElseThrow(
                () -> Problem.missing("policy", item).with("item", item).with("site", site));
    known.at().sites().forEach(one -> places.requireSite(one, actor));
    ItemReviews.Seen seen = reviews.see(known, Map.of(), new HashMap<>());
    Review review = seen.review();
    long lead = known.at().site();
    return new Card(
        item,
        known.item().code(),
        known.item().name(),
        known.item().category(),
        known.item().symbol(),
        lead,
        places.named(lead).name(),
        seen.finding(),
        seen.detail().isEmpty() ? null : seen.detail(),
        known.policy(),
        review == null ? null : Explanation.of(known.policy(), review, known.facts()),
        known.terms() == null ? null : known.terms().supplier(),
        known.terms() == null ? null : known.terms().name(),
        review == null ? null : review.projection().belowSafety().orElse(null),
        review == null ? null : review.projection().runsOut().orElse(null),
        seen.lastDayToOrder(),
        past(known.at(), item),
        review == null ? List.of() : ahead(review),
        known.due(),
        known.asked(),
        proposals.open(List.of(item), List.of(lead)),
        proposals.decided(item, lead));
  }

  private List<CourseDay> past(StoredFacts.At at, long item) {
    StockCourse course = facts.courses(at, List.of(item), COURSE_DAYS).get(item);
    return course == null
        ? List.of()
        : course.days().stream()
            .map(
                day ->
                    new CourseDay(day.day(), read(day.stock()), read(day.used()), BigDecimal.ZERO))
            .toList();
  }

  private static List<CourseDay> ahead(Review review) {
    return review.projection().days().stream()
        .map(
            day -> new CourseDay(day.day(), read(day.stock()), read(day.goes()), read(day.comes())))
        .toList();
  }
}
