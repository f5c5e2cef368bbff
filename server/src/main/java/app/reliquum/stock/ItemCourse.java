package app.reliquum.stock;

import app.reliquum.api.SitesAsked;
import app.reliquum.api.Utc;
import app.reliquum.places.DaysAtSites;
import app.reliquum.places.SiteDays;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** An item's stock over time, what changed it, and what is still to come. */
@Service
public class ItemCourse {

  private final JdbcClient jdbc;
  private final SiteDays days;
  private final ObjectProvider<Coming> coming;
  private final ObjectProvider<BlindCounting> blind;
  private final StockedItems items;

  ItemCourse(
      JdbcClient jdbc,
      SiteDays days,
      ObjectProvider<Coming> coming,
      ObjectProvider<BlindCounting> blind,
      StockedItems items) {
    this.blind = blind;
    this.items = items;
    this.jdbc = jdbc;
    this.days = days;
    this.coming = coming;
  }

  /**
   * A day of an item's stock.
   *
   * @param onHand how much there was at its end
   * @param received how much came
   * @param issued how much left
   * @param counted by how much a count changed it, up or down
   */
  @Schema(name = "ItemDay")
  public record Day(
      LocalDate day,
      BigDecimal onHand,
      BigDecimal received,
      BigDecimal issued,
      BigDecimal counted) {}

  /** An item's stock day by day, the oldest first, and what is due, the next first. */
  @Schema(name = "ItemCourse")
  public record Course(List<Day> days, List<DatedQuantity> coming) {}

  private record Change(BigDecimal received, BigDecimal issued, BigDecimal counted) {

    private static final Change NONE =
        new Change(BigDecimal.ZERO, BigDecimal.ZERO, BigDecimal.ZERO);

    BigDecimal sum() {
      return received.subtract(issued).add(counted);
    }
  }

  /**
   * The last days of an item at some sites, and what comes there. What someone counts blind is left
   * out, as it is wherever they look.
   */
  @Transactional(readOnly = true)
  public Course course(long item, int lastDays, SitesAsked sites) {
    LocalDate today = days.today(sites);
    DaysAtSites asked = new DaysAtSites(sites, today.minusDays(lastDays - 1L), today);
    Map<LocalDate, Change> changes = changes(item, asked);
    BigDecimal onHand =
        items.atSites(List.of(item), sites).getOrDefault(item, List.of()).stream()
            .map(at -> at.onHand().amount())
            .reduce(BigDecimal.ZERO, BigDecimal::add);
    // What is dated after today, at a site where it is tomorrow already, is of today.
    List<Day> course = new ArrayList<>();
    BigDecimal level = onHand;
    for (LocalDate day = today; !day.isBefore(asked.first()); day = day.minusDays(1)) {
      Change change = changes.getOrDefault(day, Change.NONE);
      course.add(new Day(day, level, change.received(), change.issued(), change.counted()));
      level = level.subtract(change.sum());
    }
    Collections.reverse(course);
    return new Course(course, coming(item, sites));
  }

  private Map<LocalDate, Change> changes(long item, DaysAtSites asked) {
    Map<LocalDate, Change> changes = new HashMap<>();
    String day = days.onSql("u.site_id", "u.effective", asked.since());
    String seen =
        blind
            .getIfAvailable(() -> nobody -> BlindCounting.Hidden.NOTHING)
            .hiddenFrom(asked.sites().actor())
            .condition("l.item_id", "l.from_place_id", "l.to_place_id");
    asked
        .sites()
        .bind(
            jdbc.sql(
                """
                select least(%s, :last) day,
                  coalesce(sum(if(u.counted or u.quantity < 0, 0, u.quantity)), 0) received,
                  coalesce(sum(if(u.counted or u.quantity > 0, 0, -u.quantity)), 0) issued,
                  coalesce(sum(if(u.counted, u.quantity, 0)), 0) counted
                from (%s union all %s) u group by day
                """
                    .formatted(
                        day,
                        side("to", "from", "", asked) + seen,
                        side("from", "to", "-", asked) + seen)))
        .param("item", item)
        .param("since", Utc.of(asked.since()))
        .param("last", asked.last())
        .query(
            row -> {
              changes.put(
                  row.getDate("day").toLocalDate(),
                  new Change(
                      row.getBigDecimal("received"),
                      row.getBigDecimal("issued"),
                      row.getBigDecimal("counted")));
            });
    return changes;
  }

  /**
   * What came to places of a site, or left them; what only went to another bin there is nothing.
   */
  private static String side(String here, String there, String sign, DaysAtSites asked) {
    return """
        select p.site_id, l.effective, %3$sl.quantity quantity, c.kind = 'COUNT_DIFFERENCE' counted
        from posted_line l join place p on p.id = l.%1$s_place_id and %4$s
          join place c on c.id = l.%2$s_place_id
        where l.item_id = :item and l.effective >= :since and %5$s
          and not (%6$s and c.site_id = p.site_id)
        """
        .formatted(
            here,
            there,
            sign,
            OwnPlaces.are("p.kind"),
            asked.sites().seen("p.site_id"),
            OwnPlaces.are("c.kind"));
  }

  private List<DatedQuantity> coming(long item, SitesAsked sites) {
    List<Long> at =
        sites
            .bind(jdbc.sql("select id from site where " + sites.seen("id")))
            .query(Long.class)
            .list();
    return coming.stream()
        .flatMap(one -> at.stream().flatMap(site -> one.due(List.of(item), site).stream()))
        .sorted(
            Comparator.comparing(
                DatedQuantity::day, Comparator.nullsLast(Comparator.naturalOrder())))
        .toList();
  }
}
