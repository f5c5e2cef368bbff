package app.reliquum.notices;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.core.notice.NoticeKind;
import app.reliquum.core.notice.NoticeRules;
import app.reliquum.core.notice.NoticeWay;
import app.reliquum.people.Role;
import app.reliquum.places.Places;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which roles have chosen to be told of what, and how. */
@Service
class NoticeChoices {

  private final JdbcClient jdbc;
  private final Places places;

  NoticeChoices(JdbcClient jdbc, Places places) {
    this.jdbc = jdbc;
    this.places = places;
  }

  /**
   * How a role is told of a kind.
   *
   * @param siteId where; null for every site that has no choice of its own
   */
  @Schema(name = "NoticeChoice")
  record Choice(NoticeKind kind, Role role, @Nullable Long siteId, NoticeWay way) {}

  /**
   * A choice as entered.
   *
   * @param way null for a site that is told as every site is
   */
  @Schema(name = "NoticeChoiceEntry")
  record Entry(
      @NotNull NoticeKind kind,
      @NotNull Role role,
      @Nullable Long siteId,
      @Nullable NoticeWay way) {}

  /** Every choice that was made. */
  @Transactional(readOnly = true)
  List<Choice> all() {
    return rules().rules().stream()
        .map(
            rule ->
                new Choice(
                    rule.kind(),
                    Role.valueOf(rule.role()),
                    rule.site() == 0 ? null : rule.site(),
                    rule.way()))
        .toList();
  }

  /** What core decides by. */
  NoticeRules rules() {
    return new NoticeRules(
        jdbc.sql("select kind, role, site_id, way from notice_rule order by kind, role, site_id")
            .query(
                (row, n) ->
                    new NoticeRules.Rule(
                        NoticeKind.valueOf(row.getString(1)),
                        row.getString(2),
                        row.getLong(3),
                        NoticeWay.valueOf(row.getString(4))))
            .list());
  }

  /** Chooses how a role is told of a kind. */
  @Transactional
  List<Choice> choose(Entry entry, Actor actor) {
    long site = entry.siteId() == null ? 0 : places.site(entry.siteId(), actor).id();
    if (site == 0 && !actor.everywhere()) {
      throw Problem.forbidden("What holds for every site is chosen by who works everywhere.");
    }
    if (entry.way() == null) {
      if (site == 0) {
        throw Problem.invalid("way", "Say how: OFF, SCREEN, DAILY_MAIL or MAIL_AT_ONCE.");
      }
      jdbc.sql("delete from notice_rule where kind = ? and role = ? and site_id = ?")
          .params(entry.kind().name(), entry.role().name(), site)
          .update();
      return all();
    }
    try {
      NoticeRules.Rule rule =
          new NoticeRules.Rule(entry.kind(), entry.role().name(), site, entry.way());
      jdbc.sql("replace into notice_rule (kind, role, site_id, way) values (?, ?, ?, ?)")
          .params(rule.kind().name(), rule.role(), rule.site(), rule.way().name())
          .update();
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("way", fault);
    }
    return all();
  }
}
