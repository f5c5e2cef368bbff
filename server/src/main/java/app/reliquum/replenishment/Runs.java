package app.reliquum.replenishment;

import app.reliquum.api.Actor;
import app.reliquum.api.Commands;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Problem;
import app.reliquum.api.Staff;
import app.reliquum.api.Utc;
import app.reliquum.feed.Feed;
import app.reliquum.feed.FeedTopic;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import io.swagger.v3.oas.annotations.media.Schema;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Looks at all items of a site that have a policy, some at a time: each time in a transaction with
 * how far the run has come. A run that is cut off goes on from there; what it has proposed it finds
 * again. At each site's midnight, and when someone asks.
 */
@Service
public class Runs {

  private static final Logger LOG = LoggerFactory.getLogger(Runs.class);

  /** So many items are looked at in one transaction. */
  private static final int PORTION = 500;

  private static final int LONGEST = 400;

  private final JdbcClient jdbc;
  private final Policies policies;
  private final ItemReviews reviews;
  private final SiteGroups groups;
  private final Places places;
  private final SiteDays days;
  private final Staff staff;
  private final Commands commands;
  private final Feed feed;
  private final RunNotices notices;
  private final Clock clock;
  private final ObjectProvider<SchedulerClient> scheduler;

  Runs(
      JdbcClient jdbc,
      Policies policies,
      ItemReviews reviews,
      SiteGroups groups,
      Places places,
      SiteDays days,
      Staff staff,
      Commands commands,
      Feed feed,
      RunNotices notices,
      Clock clock,
      ObjectProvider<SchedulerClient> scheduler) {
    this.jdbc = jdbc;
    this.policies = policies;
    this.reviews = reviews;
    this.groups = groups;
    this.places = places;
    this.days = days;
    this.staff = staff;
    this.commands = commands;
    this.feed = feed;
    this.notices = notices;
    this.clock = clock;
    this.scheduler = scheduler;
  }

  /**
   * A run.
   *
   * @param night whether it is that of a night
   * @param askedBy who asked for it; null for the house itself
   * @param items how many items it is to look at
   * @param looked how many it has looked at
   * @param low how many of these someone should look at
   * @param proposed how many proposals are open for them
   * @param failed how many could not be worked out
   * @param failure why it did not go on; null if it did
   */
  @Schema(name = "ReplenishmentRun")
  public record Row(
      long id,
      long siteId,
      String site,
      LocalDate day,
      boolean night,
      @Nullable String askedBy,
      Instant started,
      @Nullable Instant finished,
      int items,
      int looked,
      int low,
      int proposed,
      int failed,
      @Nullable String failure) {}

  /** What a run found of an item that it did not find enough of. */
  @Schema(name = "RunFinding")
  public record Found(long itemId, String item, String name, Finding finding, String detail) {}

  /** A run with what it found. */
  @Schema(name = "ReplenishmentRunCard")
  public record Card(Row run, List<Found> findings) {}

  private static final String SELECT =
      """
      select r.*, s.name site, p.name person from replenishment_run r
        join site s on s.id = r.site_id left join person p on p.id = r.asked_by
      """;

  private static Row row(ResultSet row, int n) throws SQLException {
    boolean night = row.getDate("night") != null;
    return new Row(
        row.getLong("id"),
        row.getLong("site_id"),
        row.getString("site"),
        row.getDate("day").toLocalDate(),
        night,
        night ? null : row.getString("person"),
        Utc.instant(row.getTimestamp("started")),
        Utc.instant(row.getTimestamp("finished")),
        row.getInt("items"),
        row.getInt("looked"),
        row.getInt("low"),
        row.getInt("proposed"),
        row.getInt("failed"),
        row.getString("failure"));
  }

  /** The last runs at the sites of someone, newest first. */
  @Transactional(readOnly = true)
  public List<Row> last(Actor actor) {
    return jdbc.sql(
            SELECT + " where (:everywhere or r.site_id in (:sites)) order by r.id desc limit 100")
        .param("everywhere", actor.everywhere())
        .param("sites", actor.siteNumbers())
        .query(Runs::row)
        .list();
  }

  /** A run with what it found, the worst first. */
  @Transactional(readOnly = true)
  public Card card(long id, Actor actor) {
    Row run = run(id);
    actor.requireSite(run.siteId(), run.site());
    return new Card(
        run,
        jdbc.sql(
                """
                select f.item_id, i.code, i.name, f.finding, f.detail from replenishment_finding f
                  join item i on i.id = f.item_id where f.run_id = ?
                order by f.finding = 'FAILED' desc, i.code limit 5000
                """)
            .param(id)
            .query(
                (row, n) ->
                    new Found(
                        row.getLong(1),
                        row.getString(2),
                        row.getString(3),
                        Finding.valueOf(row.getString(4)),
                        row.getString(5)))
            .list());
  }

  private Row run(long id) {
    return jdbc.sql(SELECT + " where r.id = ?")
        .param(id)
        .query(Runs::row)
        .optional()
        .orElseThrow(() -> Problem.missing("run", id));
  }

  /**
   * Begins a run at a site, or gives the one that is running there.
   *
   * @param site null for every site at which someone works and an item can have a policy
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public List<Row> start(@Nullable Long site, Actor actor) {
    if (site != null) {
      places.requireSite(site, actor);
    }
    List<Long> at =
        (site == null ? places.sites(actor).stream().map(Places.SiteCard::id) : Stream.of(site))
            .filter(policies::any)
            .sorted()
            .toList();
    if (at.isEmpty()) {
      throw Problem.refused(
          "no-policies", "No item has a policy here yet. Set one for the house to begin with.");
    }
    return at.stream().map(one -> start(one.longValue(), actor)).toList();
  }

  private Row start(long site, Actor actor) {
    jdbc.sql("select id from site where id = ? for update").param(site).query(Long.class).single();
    Optional<Long> running =
        jdbc.sql("select id from replenishment_run where site_id = ? and finished is null")
            .param(site)
            .query(Long.class)
            .optional();
    return run(running.orElseGet(() -> begin(site, actor, null)));
  }

  private long begin(long site, Actor actor, @Nullable LocalDate night) {
    long id =
        GeneratedId.of(
            jdbc.sql(
                    """
                    insert into replenishment_run (site_id, day, night, asked_by, started, items)
                    values (:site, :day, :night, :by, :now, (select count(*) from (%s) c))
                    """
                        .formatted(ItemReviews.items(Integer.MAX_VALUE)))
                .param("site", site)
                .param("sites", groups.lookedAtFrom(site))
                .param("day", Date.valueOf(days.today(site)))
                .param("night", night == null ? null : Date.valueOf(night))
                .param("by", actor.id())
                .param("now", Utc.of(clock.instant()))
                .param("after", 0));
    scheduler
        .getObject()
        .scheduleIfNotExists(RUN.instance(Long.toString(id)).data(id).scheduledTo(clock.instant()));
    tell(id, site);
    return id;
  }

  private void tell(long id, long site) {
    feed.write(FeedTopic.REPLENISHMENT, id, "", "RUN", List.of(site));
  }

  /** Begins the run of each site at which a new day has begun. */
  void nights() {
    days.today()
        .forEach(
            (site, today) -> {
              if (policies.any(site)) {
                commands.patiently(
                    () -> {
                      night(site, today);
                      return site;
                    });
              }
            });
  }

  private void night(long site, LocalDate today) {
    jdbc.sql("select id from site where id = ? for update").param(site).query(Long.class).single();
    boolean begun =
        jdbc.sql(
                "select exists(select 1 from replenishment_run where site_id = ?"
                    + " and (night >= ? or finished is null))")
            .params(site, Date.valueOf(today))
            .query(Boolean.class)
            .single();
    if (!begun) {
      begin(site, staff.house(), today);
    }
  }

  /**
   * Goes on with a run until it is through. Doing it again is harmless.
   *
   * @param stopping whether this server is being stopped: then the run goes on elsewhere, or later
   * @throws StoppedException if it did not come to its end because of that
   */
  void goOn(long id, BooleanSupplier stopping) {
    try {
      while (commands.patiently(() -> lookOn(id))) {
        if (stopping.getAsBoolean()) {
          throw new StoppedException();
        }
      }
    } catch (StoppedException stopped) {
      throw stopped;
    } catch (RuntimeException fault) {
      if (stopping.getAsBoolean()) {
        throw new StoppedException();
      }
      LOG.error("Run {} of replenishment could not go on", id, fault);
      commands.patiently(
          () -> {
            end(id, brief(String.valueOf(fault.getMessage())));
            return id;
          });
    }
  }

  /** A run was left where it stood. */
  private static final class StoppedException extends RuntimeException {
    StoppedException() {
      super("The server is being stopped.", null, false, false);
    }
  }

  private static String brief(String text) {
    return text.substring(0, Math.min(text.length(), LONGEST));
  }

  /** Looks at the next items of a run; whether there may be more. */
  private boolean lookOn(long id) {
    long reached =
        jdbc.sql("select reached from replenishment_run where id = ? for update")
            .param(id)
            .query(Long.class)
            .single();
    Row run = run(id);
    if (run.finished() != null) {
      return false;
    }
    List<Long> items =
        jdbc.sql(ItemReviews.items(PORTION))
            .param("after", reached)
            .param("site", run.siteId())
            .param("sites", groups.lookedAtFrom(run.siteId()))
            .query(Long.class)
            .list();
    if (items.isEmpty()) {
      reviews.forget(id, run.siteId());
      end(id, null);
      return false;
    }
    ItemReviews.Sum sum = reviews.look(id, run.siteId(), items);
    jdbc.sql(
            """
            update replenishment_run set reached = ?, looked = looked + ?, low = low + ?,
              proposed = proposed + ?, failed = failed + ? where id = ?
            """)
        .params(
            items.get(items.size() - 1), items.size(), sum.low(), sum.proposed(), sum.failed(), id)
        .update();
    tell(id, run.siteId());
    return true;
  }

  private void end(long id, @Nullable String failure) {
    jdbc.sql("update replenishment_run set finished = ?, failure = ? where id = ?")
        .params(Utc.of(clock.instant()), failure, id)
        .update();
    Row run = run(id);
    tell(id, run.siteId());
    notices.ended(run);
  }

  private static final TaskDescriptor<Long> RUN =
      TaskDescriptor.of("replenishment-run", Long.class);

  /** The jobs themselves. */
  @Configuration
  static class Work {

    private static final Duration LOOK = Duration.ofMinutes(5);
    private static final Duration SOON = Duration.ofSeconds(5);

    @Bean
    OneTimeTask<Long> replenishmentRun(Runs runs) {
      return Tasks.oneTime(RUN)
          .onFailure(new FailureHandler.OnFailureRetryLater<>(SOON))
          .execute(
              (task, context) ->
                  runs.goOn(task.getData(), () -> context.getSchedulerState().isShuttingDown()));
    }

    /** Sites lie in several time zones: a new day begins at one of them every so often. */
    @Bean
    RecurringTask<Void> replenishmentNights(Runs runs) {
      return Tasks.recurring("replenishment-nights", FixedDelay.of(LOOK))
          .execute((task, context) -> runs.nights());
    }
  }
}
