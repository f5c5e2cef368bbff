package app.reliquum.replenishment;

import app.reliquum.api.Actor;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.places.Places;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Sites whose stock is looked at together; a site is in one group at the most. */
@Service
public class SiteGroups {

  private static final int FEWEST = 2;

  private final JdbcClient jdbc;
  private final RowLog rowLog;
  private final Places places;

  SiteGroups(JdbcClient jdbc, Places places, RowLog rowLog) {
    this.rowLog = rowLog;
    this.jdbc = jdbc;
    this.places = places;
  }

  /**
   * A group.
   *
   * @param leadId the site at which more is asked for
   * @param sites all of them, with that one
   */
  @Schema(name = "SiteGroup")
  public record Group(
      long id, int version, String name, long leadId, String lead, List<Long> sites) {}

  /** A group as entered. */
  @Schema(name = "SiteGroupEntry")
  public record Entry(
      @Nullable Integer version,
      @NotBlank @Size(max = 60) String name,
      @NotNull Long lead,
      @NotNull @Size(max = 200) List<@NotNull Long> sites) {}

  /** All groups of which someone works at every site, by name. */
  @Transactional(readOnly = true)
  public List<Group> all(Actor actor) {
    return all().stream().filter(group -> group.sites().stream().allMatch(actor::worksAt)).toList();
  }

  private List<Group> all() {
    Map<Long, List<Long>> sites = new HashMap<>();
    jdbc.sql("select group_id, site_id from site_group_site order by site_id")
        .query(
            row -> {
              sites.computeIfAbsent(row.getLong(1), id -> new ArrayList<>()).add(row.getLong(2));
            });
    return jdbc.sql(
            "select g.*, s.name lead from site_group g join site s on s.id = g.lead_site_id"
                + " order by g.name")
        .query(
            (row, n) ->
                new Group(
                    row.getLong("id"),
                    row.getInt("version"),
                    row.getString("name"),
                    row.getLong("lead_site_id"),
                    row.getString("lead"),
                    List.copyOf(sites.getOrDefault(row.getLong("id"), List.of()))))
        .list();
  }

  /** A group by its number. */
  @Transactional(readOnly = true)
  public Group group(long id) {
    return all().stream()
        .filter(group -> group.id() == id)
        .findFirst()
        .orElseThrow(() -> Problem.missing("group of sites", id));
  }

  /** The group that a site is in. */
  @Transactional(readOnly = true)
  public Optional<Group> of(long site) {
    return jdbc.sql("select group_id from site_group_site where site_id = ?")
        .param(site)
        .query(Long.class)
        .optional()
        .map(this::group);
  }

  /** The sites whose items are looked at from a site: those of the group that it leads, or it. */
  @Transactional(readOnly = true)
  public List<Long> lookedAtFrom(long site) {
    return of(site).filter(group -> group.leadId() == site).map(Group::sites).orElse(List.of(site));
  }

  /** Makes a group. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Group add(Entry entry) {
    check(entry);
    rowLog.changing("site groups");
    long id;
    try {
      id =
          GeneratedId.of(
              jdbc.sql("insert into site_group (name, lead_site_id) values (?, ?)")
                  .params(entry.name().strip(), entry.lead()));
    } catch (DuplicateKeyException taken) {
      throw named(entry);
    }
    join(id, entry);
    return group(id);
  }

  private static Problem named(Entry entry) {
    return Problem.conflict("not-unique", "There is a group {0} already.", entry.name().strip())
        .with("field", "name");
  }

  private void check(Entry entry) {
    TreeSet<Long> sites = new TreeSet<>(entry.sites());
    if (sites.size() < FEWEST) {
      throw Problem.invalid("sites", "A group has two sites at least.");
    }
    if (!sites.contains(entry.lead())) {
      throw Problem.invalid("lead", "The site that asks for more is one of the group.");
    }
    sites.forEach(places::named);
  }

  private void join(long id, Entry entry) {
    jdbc.sql("delete from site_group_site where group_id = ?").param(id).update();
    for (long site : new TreeSet<>(entry.sites())) {
      try {
        jdbc.sql("insert into site_group_site (site_id, group_id) values (?, ?)")
            .params(site, id)
            .update();
      } catch (DuplicateKeyException taken) {
        throw Problem.conflict(
                "not-unique", "{0} is in another group already.", places.named(site).name())
            .with("field", "sites");
      }
    }
  }

  /** Changes a group. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Group change(long id, Entry entry) {
    Problem.unlessCurrent(entry.version(), locked(id).version());
    check(entry);
    rowLog.changing("site groups");
    try {
      jdbc.sql(
              "update site_group set name = ?, lead_site_id = ?, version = version + 1 where id = ?")
          .params(entry.name().strip(), entry.lead(), id)
          .update();
    } catch (DuplicateKeyException taken) {
      throw named(entry);
    }
    join(id, entry);
    return group(id);
  }

  private Group locked(long id) {
    jdbc.sql("select id from site_group where id = ? for update")
        .param(id)
        .query(Long.class)
        .optional();
    return group(id);
  }

  /** Lets a group go that no policy is for. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Group remove(long id) {
    Group group = locked(id);
    int policies =
        Objects.requireNonNull(
            jdbc.sql("select count(*) from replenishment_policy where group_id = ?")
                .param(id)
                .query(Integer.class)
                .single());
    if (policies > 0) {
      throw Problem.refused(
              "in-use", "{0} policies are for {1}. Take those away first.", policies, group.name())
          .with("policies", policies);
    }
    rowLog.changing("site groups");
    jdbc.sql("delete from site_group_site where group_id = ?").param(id).update();
    jdbc.sql("delete from site_group where id = ?").param(id).update();
    return group;
  }
}
