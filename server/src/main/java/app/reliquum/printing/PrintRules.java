package app.reliquum.printing;

import app.reliquum.api.Actor;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.api.Staff;
import app.reliquum.api.printing.PaperKind;
import app.reliquum.core.text.Message;
import app.reliquum.feed.FeedEntry;
import app.reliquum.feed.FeedReader;
import app.reliquum.feed.FeedTopic;
import app.reliquum.places.Places;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What prints by itself: when something happens at a site, a paper or labels are printed on a
 * printer, in so many copies.
 */
@Service
class PrintRules implements FeedReader {

  private final JdbcClient jdbc;
  private final Places places;
  private final Printers printers;
  private final PrintQueue queue;
  private final Staff staff;
  private final RowLog rowLog;

  PrintRules(
      JdbcClient jdbc,
      Places places,
      Printers printers,
      PrintQueue queue,
      Staff staff,
      RowLog rowLog) {
    this.jdbc = jdbc;
    this.places = places;
    this.printers = printers;
    this.queue = queue;
    this.staff = staff;
    this.rowLog = rowLog;
  }

  /** A rule. */
  @Schema(name = "PrintRuleCard")
  record Card(
      long id,
      int version,
      long siteId,
      String site,
      Occasion occasion,
      PaperKind paper,
      long printerId,
      String printer,
      int copies,
      boolean active) {}

  /** A rule as entered. */
  @Schema(name = "PrintRuleEntry")
  record Entry(
      @Nullable Integer version,
      @NotNull Long siteId,
      @NotNull Occasion occasion,
      @NotNull PaperKind paper,
      @NotNull Long printerId,
      @Min(1) @Max(99) int copies,
      boolean active) {}

  /** What can be printed when something happens. */
  @Schema(name = "PrintOccasion")
  record Possible(Occasion occasion, List<PaperKind> papers) {}

  static List<Possible> possible() {
    return Arrays.stream(Occasion.values()).map(one -> new Possible(one, one.papers())).toList();
  }

  private static final String SELECT =
      """
      select r.*, s.name site, p.name printer from print_rule r join site s on s.id = r.site_id
        join printer p on p.id = r.printer_id
      """;

  private static Card card(ResultSet row, int n) throws SQLException {
    return new Card(
        row.getLong("id"),
        row.getInt("version"),
        row.getLong("site_id"),
        row.getString("site"),
        Occasion.valueOf(row.getString("occasion")),
        PaperKind.valueOf(row.getString("paper")),
        row.getLong("printer_id"),
        row.getString("printer"),
        row.getInt("copies"),
        row.getBoolean("active"));
  }

  /** The rules of the sites of someone. */
  @Transactional(readOnly = true)
  public List<Card> all(Actor actor) {
    return jdbc
        .sql(SELECT + " order by s.name, r.occasion, r.paper, p.name, r.id")
        .query(PrintRules::card)
        .list()
        .stream()
        .filter(one -> actor.worksAt(one.siteId()))
        .toList();
  }

  private Card rule(long id, Actor actor) {
    Card card =
        jdbc.sql(SELECT + " where r.id = ?")
            .param(id)
            .query(PrintRules::card)
            .optional()
            .orElseThrow(() -> Problem.missing("print rule", id));
    actor.requireSite(card.siteId(), card.site());
    return card;
  }

  @Transactional
  public Card add(Entry entry, Actor actor) {
    check(entry, actor);
    rowLog.changing("print rules");
    try {
      return rule(
          GeneratedId.of(
              jdbc.sql(
                      "insert into print_rule (site_id, occasion, paper, printer_id, copies, active)"
                          + " values (?, ?, ?, ?, ?, ?)")
                  .param(entry.siteId())
                  .param(entry.occasion().name())
                  .param(entry.paper().name())
                  .param(entry.printerId())
                  .param(entry.copies())
                  .param(entry.active())),
          actor);
    } catch (DuplicateKeyException there) {
      throw twice();
    }
  }

  @Transactional
  public Card change(long id, Entry entry, Actor actor) {
    Problem.unlessCurrent(entry.version(), rule(id, actor).version());
    check(entry, actor);
    rowLog.changing("print rules");
    try {
      jdbc.sql(
              "update print_rule set version = version + 1, site_id = ?, occasion = ?, paper = ?,"
                  + " printer_id = ?, copies = ?, active = ? where id = ?")
          .params(
              entry.siteId(),
              entry.occasion().name(),
              entry.paper().name(),
              entry.printerId(),
              entry.copies(),
              entry.active(),
              id)
          .update();
    } catch (DuplicateKeyException there) {
      throw twice();
    }
    return rule(id, actor);
  }

  /** Takes a rule away. */
  @Transactional
  public void remove(long id, Actor actor) {
    rule(id, actor);
    rowLog.changing("print rules");
    jdbc.sql("delete from print_rule where id = ?").param(id).update();
  }

  private static Problem twice() {
    return Problem.conflict(
        "not-unique",
        "The same prints there on that printer already. Change its copies, or choose another"
            + " printer.");
  }

  private void check(Entry entry, Actor actor) {
    places.requireSite(entry.siteId(), actor);
    if (!entry.occasion().papers().contains(entry.paper())) {
      throw Problem.invalid(
          "paper", "Expected one of {0} for {1}", entry.occasion().papers(), entry.occasion());
    }
    Printers.Card printer = printers.printer(entry.printerId());
    if (!printer.usedAt(entry.siteId())) {
      throw Problem.invalid("printerId", "{0} stands at another site.", printer.name());
    }
    if (entry.paper().isLabels() ? !printer.labels() : !printer.papers()) {
      throw Problem.invalid(
          "printerId",
          entry.paper().isLabels()
              ? Message.of("{0} prints no labels.", printer.name())
              : Message.of("{0} prints no papers.", printer.name()));
    }
  }

  // What happens

  @Override
  public String name() {
    return "printing-rules";
  }

  @Override
  public boolean reads(FeedTopic topic, String what) {
    return Occasion.of(topic, what).isPresent();
  }

  @Override
  public void read(FeedEntry entry) {
    Optional<Occasion> occasion = Occasion.of(entry);
    if (occasion.isEmpty() || entry.sites().isEmpty()) {
      return;
    }
    List<Card> rules =
        jdbc.sql(
                SELECT
                    + " where r.occasion = :occasion and r.site_id in (:sites) and r.active"
                    + " and p.active order by r.id")
            .param("occasion", occasion.get().name())
            .param("sites", entry.sites())
            .query(PrintRules::card)
            .list();
    if (rules.isEmpty() || !isMeant(occasion.get(), entry)) {
      return;
    }
    for (Card rule : rules) {
      queue.printLater(
          rule.printerId(),
          rule.copies(),
          rule.siteId(),
          rule.paper(),
          entry.subject(),
          staff.house().id());
    }
  }

  /** Of all that is posted only what came in is received. */
  private boolean isMeant(Occasion occasion, FeedEntry entry) {
    return occasion != Occasion.GOODS_RECEIVED
        || jdbc.sql(
                "select exists(select 1 from posted where id = ? and kind = 'RECEIPT'"
                    + " and reverses_id is null)")
            .param(entry.subject())
            .query(Boolean.class)
            .single();
  }
}
