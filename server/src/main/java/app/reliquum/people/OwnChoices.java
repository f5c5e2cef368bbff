package app.reliquum.people;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.Texts;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What people have chosen for themselves. */
@Service
class OwnChoices {

  private final JdbcClient jdbc;

  OwnChoices(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  /**
   * What someone has chosen.
   *
   * @param site the site that stands first where one is asked for; null for none
   * @param printer the printer on which their labels come out; null for the usual one
   * @param landingPage the page of the office that is opened first; empty for the usual one
   * @param language the language of the screens; empty for that of the browser
   * @param singleKeys whether keys that are pressed alone do something
   */
  @Schema(name = "OwnChoices")
  record Choices(
      @Nullable Long site,
      @Nullable Long printer,
      @NotNull
          @Size(max = 120)
          @Pattern(
              regexp = "|/office(/[a-z0-9-]{1,30}){1,3}(\\?saved=[0-9]{1,10})?",
              message = "is the address of a page, or empty")
          String landingPage,
      boolean singleKeys,
      @NotNull @Pattern(regexp = Texts.LANGUAGE, message = Texts.LANGUAGE_WANTED)
          String language) {}

  @Transactional(readOnly = true)
  public Choices of(Actor actor) {
    return jdbc.sql(
            "select site_id, printer_id, landing_page, single_keys, language from person_choice"
                + " where person_id = ?")
        .param(actor.id())
        .query(
            (row, n) ->
                new Choices(
                    site(row.getLong(1), actor),
                    printer(row.getLong(2), actor),
                    row.getString(3),
                    row.getBoolean(4),
                    row.getString(5)))
        .optional()
        .orElse(new Choices(null, null, "", true, ""));
  }

  /** The language that someone has chosen; empty for none. */
  String language(long person) {
    return jdbc.sql("select language from person_choice where person_id = ?")
        .param(person)
        .query(String.class)
        .optional()
        .orElse("");
  }

  /** A site that one has left is chosen no more. */
  private static @Nullable Long site(long chosen, Actor actor) {
    return chosen == 0 || !actor.worksAt(chosen) ? null : (Long) chosen;
  }

  /** A printer that prints no more at one's sites is chosen no more. */
  private @Nullable Long printer(long chosen, Actor actor) {
    return chosen == 0 || !isUsable(chosen, actor) ? null : (Long) chosen;
  }

  private boolean isUsable(long printer, Actor actor) {
    return jdbc.sql("select coalesce(site_id, 0) from printer where id = ? and active and labels")
        .param(printer)
        .query(Long.class)
        .optional()
        .filter(site -> site == 0 || actor.worksAt(site))
        .isPresent();
  }

  @Transactional
  public Choices choose(Actor actor, Choices choices) {
    if (choices.site() != null && !isTheirs(choices.site(), actor)) {
      throw Problem.invalid("site", "Choose a site at which you work.");
    }
    if (choices.printer() != null && !isUsable(choices.printer(), actor)) {
      throw Problem.invalid("printer", "Choose a printer that prints labels where you work.");
    }
    jdbc.sql(
            "insert into person_choice (person_id, site_id, printer_id, landing_page, single_keys,"
                + " language) values (?, ?, ?, ?, ?, ?) on duplicate key update site_id = value(site_id),"
                + " printer_id = value(printer_id), landing_page = value(landing_page),"
                + " single_keys = value(single_keys), language = value(language)")
        .params(
            actor.id(),
            choices.site() == null ? 0 : choices.site(),
            choices.printer() == null ? 0 : choices.printer(),
            choices.landingPage(),
            choices.singleKeys(),
            choices.language())
        .update();
    return of(actor);
  }

  private boolean isTheirs(long site, Actor actor) {
    return actor.worksAt(site)
        && jdbc.sql("select exists(select 1 from site where id = ?)")
            .param(site)
            .query(Boolean.class)
            .single();
  }
}
