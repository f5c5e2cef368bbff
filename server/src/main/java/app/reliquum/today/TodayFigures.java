package app.reliquum.today;

import app.reliquum.api.SitesAsked;
import app.reliquum.core.counting.RecordAccuracy;
import app.reliquum.counting.AccuracyByDay;
import app.reliquum.outbound.ShippedByDay;
import app.reliquum.outbound.ShippedByDay.Shipped;
import app.reliquum.places.DaysAtSites;
import app.reliquum.places.SiteDays;
import app.reliquum.stock.LinesByDay;
import app.reliquum.stock.StockOuts;
import app.reliquum.today.Figure.Kind;
import app.reliquum.value.ValueByDay;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The figures of the day with their course over thirty days. */
@Service
class TodayFigures {

  private static final int DAYS = 30;

  private final SiteDays days;
  private final ValueByDay value;
  private final AccuracyByDay accuracy;
  private final LinesByDay lines;
  private final ShippedByDay shipped;
  private final StockOuts outs;

  TodayFigures(
      SiteDays days,
      ValueByDay value,
      AccuracyByDay accuracy,
      LinesByDay lines,
      ShippedByDay shipped,
      StockOuts outs) {
    this.days = days;
    this.value = value;
    this.accuracy = accuracy;
    this.lines = lines;
    this.shipped = shipped;
    this.outs = outs;
  }

  /**
   * The figures.
   *
   * @param days the thirty days; those before them are the thirty that went before
   */
  @Schema(name = "TodayFigures")
  record Figures(List<LocalDate> days, List<Figure> figures) {}

  /** The figures of a site, or of all sites that someone may look at. */
  @Transactional(readOnly = true)
  Figures figures(SitesAsked sites) {
    LocalDate today = days.today(sites);
    DaysAtSites asked = new DaysAtSites(sites, today.minusDays(2 * DAYS - 1L), today);
    List<LocalDate> all = asked.first().datesUntil(today.plusDays(1)).toList();
    Map<LocalDate, RecordAccuracy> counted = accuracy.byDay(asked);
    Map<LocalDate, Shipped> gone = shipped.byDay(asked);
    return new Figures(
        all.subList(DAYS, all.size()),
        List.of(
            last(Kind.STOCK_VALUE, all, value.byDay(asked)::get),
            share(all, counted),
            sum(Kind.LINES_RECEIVED, all, whole(lines.received(asked))),
            sum(Kind.LINES_SHIPPED, all, whole(lines.shipped(asked))),
            onTime(all, gone),
            sum(Kind.SALES, all, day -> of(gone, day).sold()),
            sum(Kind.MARGIN, all, day -> of(gone, day).margin()),
            last(Kind.STOCK_OUTS, all, whole(outs.byDay(asked)))));
  }

  private static Function<LocalDate, @Nullable BigDecimal> whole(Map<LocalDate, Long> counts) {
    return day -> BigDecimal.valueOf(counts.getOrDefault(day, 0L));
  }

  /** A figure that stands at something at the end of each day. */
  private static Figure last(
      Kind kind, List<LocalDate> all, Function<LocalDate, @Nullable BigDecimal> of) {
    List<@Nullable BigDecimal> course = course(all, of);
    return figure(kind, course.get(course.size() - 1), course.get(DAYS - 1), course);
  }

  /** A figure that adds up. */
  private static Figure sum(
      Kind kind, List<LocalDate> all, Function<LocalDate, @Nullable BigDecimal> of) {
    List<@Nullable BigDecimal> course = course(all, of);
    return figure(
        kind, total(course.subList(DAYS, course.size())), total(course.subList(0, DAYS)), course);
  }

  private static BigDecimal total(List<@Nullable BigDecimal> course) {
    return course.stream().filter(Objects::nonNull).reduce(BigDecimal.ZERO, BigDecimal::add);
  }

  private static Figure share(List<LocalDate> all, Map<LocalDate, RecordAccuracy> counted) {
    Function<List<LocalDate>, @Nullable BigDecimal> over =
        some ->
            some.stream()
                .map(day -> counted.getOrDefault(day, RecordAccuracy.NONE))
                .reduce(RecordAccuracy.NONE, RecordAccuracy::plus)
                .percent();
    return figure(
        Kind.RECORD_ACCURACY,
        over.apply(all.subList(DAYS, all.size())),
        over.apply(all.subList(0, DAYS)),
        course(all, day -> over.apply(List.of(day))));
  }

  private static Figure onTime(List<LocalDate> all, Map<LocalDate, Shipped> gone) {
    Function<List<LocalDate>, @Nullable BigDecimal> over =
        some -> {
          Shipped of =
              some.stream().map(day -> of(gone, day)).reduce(Shipped.NOTHING, Shipped::plus);
          return of.dated() == 0
              ? null
              : BigDecimal.valueOf(100 * of.onTime())
                  .divide(BigDecimal.valueOf(of.dated()), 1, RoundingMode.DOWN);
        };
    return figure(
        Kind.SHIPPED_ON_TIME,
        over.apply(all.subList(DAYS, all.size())),
        over.apply(all.subList(0, DAYS)),
        course(all, day -> over.apply(List.of(day))));
  }

  private static Shipped of(Map<LocalDate, Shipped> gone, LocalDate day) {
    return gone.getOrDefault(day, Shipped.NOTHING);
  }

  private static List<@Nullable BigDecimal> course(
      List<LocalDate> all, Function<LocalDate, @Nullable BigDecimal> of) {
    List<@Nullable BigDecimal> course = new ArrayList<>();
    for (LocalDate day : all) {
      course.add(of.apply(day));
    }
    return course;
  }

  private static Figure figure(
      Kind kind,
      @Nullable BigDecimal now,
      @Nullable BigDecimal before,
      List<@Nullable BigDecimal> course) {
    return new Figure(
        kind, now, before, course.subList(DAYS, course.size()), course.subList(0, DAYS));
  }
}
