package app.reliquum.counting;

import app.reliquum.api.OpenTask;
import app.reliquum.api.OpenWork;
import app.reliquum.api.Permission;
import app.reliquum.api.SitesAsked;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Counts that need someone. */
@Component
class CountOpenWork implements OpenWork {

  private static final String REVIEW =
      """
      select c.id, c.number name, concat_ws(', ', s.name, nullif(c.note, '')) about,
        date(coalesce(c.review_since, c.created)) day, %s value
      from stock_count c join site s on s.id = c.site_id where c.state = 'IN_REVIEW' and %s
      """;
  private static final String REPORTED =
      """
      select u.id, p.address name, u.note about, date(u.at) day, null value
      from reported_discrepancy u join place p on p.id = u.place_id
      where u.count_id = 0 and %s
      """;

  private final JdbcClient jdbc;
  private final CountProgramme programme;

  CountOpenWork(JdbcClient jdbc, CountProgramme programme) {
    this.jdbc = jdbc;
    this.programme = programme;
  }

  @Override
  public List<OpenTask> openWork(SitesAsked sites) {
    List<OpenTask> work = new ArrayList<>();
    if (sites.actor().may(Permission.POST)) {
      OpenTask.found(
              jdbc,
              OpenTask.Kind.COUNT_IN_REVIEW,
              REVIEW.formatted(CountColumn.GROSS.value().sql(), sites.seen("c.site_id")),
              sites)
          .ifPresent(work::add);
    }
    OpenTask.found(
            jdbc,
            OpenTask.Kind.REPORTED_DISCREPANCY,
            REPORTED.formatted(sites.seen("u.site_id")),
            sites)
        .ifPresent(work::add);
    due(sites, work);
    return work;
  }

  private void due(SitesAsked sites, List<OpenTask> work) {
    record Site(long id, String name) {}
    record Plan(Site site, CountProgramme.Plan plan) {}
    List<Plan> plans =
        sites
            .bind(
                jdbc.sql("select id, name from site where " + sites.seen("id") + " order by name"))
            .query(Site.class)
            .list()
            .stream()
            .map(site -> new Plan(site, programme.plan(site.id(), sites.actor())))
            .filter(one -> !one.plan().due().isEmpty())
            .toList();
    if (plans.isEmpty()) {
      return;
    }
    LocalDate oldest =
        plans.stream()
            .flatMap(one -> one.plan().due().stream())
            .map(CountProgramme.Due::due)
            .min(Comparator.naturalOrder())
            .orElseThrow();
    work.add(
        OpenTask.of(
            OpenTask.Kind.TO_COUNT,
            plans.stream().mapToLong(one -> one.plan().due().size()).sum(),
            oldest,
            null,
            plans.stream()
                .map(
                    one ->
                        new OpenTask.Subject(
                            Long.toString(one.site().id()),
                            one.site().name(),
                            Integer.toString(one.plan().due().size()),
                            null))
                .toList()));
  }
}
