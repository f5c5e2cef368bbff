package app.reliquum.views;

import app.reliquum.api.Actor;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Views that are saved: someone's own, and everyone's. */
@Service
class SavedViews {

  private static final long EVERYONE = 0;
  private static final int MOST_COLUMNS = 60;

  private final JdbcClient jdbc;
  private final JsonMapper json;

  SavedViews(JdbcClient jdbc, JsonMapper json) {
    this.jdbc = jdbc;
    this.json = json;
  }

  /**
   * Which columns a table shows.
   *
   * @param order the columns from left to right
   * @param shown whether a column is shown, where it is not as usual
   * @param widths how wide a column is in pixels, where it is not as usual
   */
  @Schema(name = "ViewColumns")
  record Columns(
      @NotNull @Size(max = MOST_COLUMNS) List<@NotBlank @Size(max = 40) String> order,
      @NotNull @Size(max = MOST_COLUMNS)
          Map<@NotBlank @Size(max = 40) String, @NotNull Boolean> shown,
      @NotNull @Size(max = MOST_COLUMNS)
          Map<@NotBlank @Size(max = 40) String, @NotNull @Min(1) @Max(4000) Integer> widths) {}

  /**
   * A view as it is saved.
   *
   * @param list the table of the screen
   * @param page the address of its page
   * @param search what stands behind the question mark of it
   */
  @Schema(name = "SavedViewEntry")
  record Entry(
      @Nullable Integer version,
      @NotBlank @Size(max = 40) String list,
      @NotBlank @Size(max = 60) String name,
      @NotNull Boolean everyone,
      @NotNull
          @Size(max = 120)
          @Pattern(regexp = "/office(/[a-z0-9-]{1,30}){0,3}", message = "is the address of a page")
          String page,
      @NotNull @Size(max = 2000) String search,
      @NotNull @Valid Columns columns) {}

  /**
   * A view.
   *
   * @param mine whether one may change it
   */
  @Schema(name = "SavedView")
  record View(
      long id,
      int version,
      String list,
      String name,
      boolean everyone,
      boolean mine,
      String page,
      String search,
      Columns columns) {}

  /** Those that someone has: everyone's first, by name. */
  @Transactional(readOnly = true)
  public List<View> all(Actor actor) {
    return jdbc.sql(
            "select * from saved_view where person_id in (?, ?) order by person_id <> ?, name, id")
        .params(EVERYONE, actor.id(), EVERYONE)
        .query((row, n) -> view(row, actor))
        .list();
  }

  private View view(ResultSet row, Actor actor) throws SQLException {
    boolean everyone = row.getLong("person_id") == EVERYONE;
    return new View(
        row.getLong("id"),
        row.getInt("version"),
        row.getString("list"),
        row.getString("name"),
        everyone,
        !everyone || actor.may(Permission.RULES),
        row.getString("page"),
        row.getString("search"),
        json.readValue(row.getString("columns"), Columns.class));
  }

  /** Saves a new one. */
  @Transactional
  public View add(Entry entry, Actor actor) {
    requireMay(entry.everyone(), actor);
    try {
      long id =
          GeneratedId.of(
              jdbc.sql(
                      "insert into saved_view (list, name, person_id, made_by, page, search,"
                          + " columns) values (?, ?, ?, ?, ?, ?, ?)")
                  .params(
                      entry.list(),
                      entry.name().strip(),
                      owner(entry, actor),
                      actor.id(),
                      entry.page(),
                      entry.search(),
                      json.writeValueAsString(entry.columns())));
      return find(id, actor);
    } catch (DuplicateKeyException taken) {
      throw named(entry);
    }
  }

  private static long owner(Entry entry, Actor actor) {
    return entry.everyone() ? EVERYONE : actor.id();
  }

  private static Problem named(Entry entry) {
    return Problem.conflict(
            "not-unique", "There is a view {0} of this table already.", entry.name().strip())
        .with("field", "name");
  }

  private static void requireMay(boolean everyone, Actor actor) {
    if (everyone && !actor.may(Permission.RULES)) {
      throw Problem.forbidden("Views for everyone are saved by those who set the rules.");
    }
  }

  private View find(long id, Actor actor) {
    return all(actor).stream()
        .filter(view -> view.id() == id)
        .findFirst()
        .orElseThrow(() -> Problem.missing("view", id));
  }

  /** Saves one again, under another name, for others, or as it is now. */
  @Transactional
  public View change(long id, Entry entry, Actor actor) {
    View before = locked(id, actor);
    requireMay(entry.everyone(), actor);
    Problem.unlessCurrent(entry.version(), before.version());
    try {
      jdbc.sql(
              "update saved_view set version = version + 1, list = ?, name = ?, person_id = ?,"
                  + " page = ?, search = ?, columns = ? where id = ?")
          .params(
              entry.list(),
              entry.name().strip(),
              owner(entry, actor),
              entry.page(),
              entry.search(),
              json.writeValueAsString(entry.columns()),
              id)
          .update();
    } catch (DuplicateKeyException taken) {
      throw named(entry);
    }
    return find(id, actor);
  }

  private View locked(long id, Actor actor) {
    jdbc.sql("select id from saved_view where id = ? for update")
        .param(id)
        .query(Long.class)
        .optional();
    View view = find(id, actor);
    requireMay(view.everyone(), actor);
    return view;
  }

  /** Lets one go. */
  @Transactional
  public View remove(long id, Actor actor) {
    View view = locked(id, actor);
    jdbc.sql("delete from saved_view where id = ?").param(id).update();
    return view;
  }
}
