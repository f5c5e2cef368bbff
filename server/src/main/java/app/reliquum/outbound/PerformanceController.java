package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.api.SitesAsked;
import app.reliquum.outbound.ShippedByDay.Shipped;
import app.reliquum.places.DaysAtSites;
import app.reliquum.places.SiteDays;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/outbound/performance")
class PerformanceController {

  private final ShippedByDay shipped;
  private final SiteDays days;

  PerformanceController(ShippedByDay shipped, SiteDays days) {
    this.shipped = shipped;
    this.days = days;
  }

  /**
   * What was shipped on a day.
   *
   * @param dated lines of orders with a required date
   * @param onTime those of them that were shipped on it or before
   */
  @Schema(name = "OutboundDay")
  record Day(
      LocalDate day, long lines, long dated, long onTime, BigDecimal sold, BigDecimal margin) {

    static Day of(Map.Entry<LocalDate, Shipped> one) {
      Shipped shipped = one.getValue();
      return new Day(
          one.getKey(),
          shipped.lines(),
          shipped.dated(),
          shipped.onTime(),
          shipped.sold(),
          shipped.margin());
    }
  }

  /**
   * What was shipped.
   *
   * @param days every day, the oldest first
   * @param hours lines in each hour of the day, from midnight
   */
  @Schema(name = "OutboundPerformance")
  record Performance(List<Day> days, List<Long> hours) {}

  @Operation(
      operationId = "getOutboundPerformance",
      summary = "What was shipped by day and hour, and how much of it on time")
  @Needs(Permission.LOOK)
  @GetMapping
  Performance performance(
      Actor actor,
      @RequestParam(name = "days", defaultValue = "90") @Min(1) @Max(400) int lastDays,
      @RequestParam(required = false) Long site) {
    SitesAsked sites = new SitesAsked(actor, site);
    LocalDate today = days.today(sites);
    DaysAtSites asked = new DaysAtSites(sites, today.minusDays(lastDays - 1L), today);
    Map<LocalDate, Shipped> byDay = shipped.byDay(asked);
    return new Performance(
        asked
            .first()
            .datesUntil(today.plusDays(1))
            .map(day -> Day.of(Map.entry(day, byDay.getOrDefault(day, Shipped.NOTHING))))
            .toList(),
        shipped.byHour(asked));
  }
}
