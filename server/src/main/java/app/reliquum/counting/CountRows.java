package app.reliquum.counting;

import static app.reliquum.counting.Times.instant;
import static app.reliquum.counting.Times.instantIfAny;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.lists.ListTable;
import app.reliquum.core.counting.CountState;
import app.reliquum.counting.CountTable.Head;
import app.reliquum.counting.Counting.Card;
import app.reliquum.counting.Counting.Counts;
import app.reliquum.counting.Counting.Filter;
import app.reliquum.counting.Counting.Hand;
import app.reliquum.counting.Counting.Method;
import app.reliquum.counting.Counting.Rest;
import app.reliquum.counting.Counting.Row;
import app.reliquum.counting.Counting.Scope;
import app.reliquum.counting.Counting.Shape;
import app.reliquum.counting.Counting.Slip;
import app.reliquum.counting.Counting.SlipFilter;
import app.reliquum.counting.Counting.SlipState;
import app.reliquum.places.Places;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Counts and slips as they are shown. */
@Service
class CountRows {

  private final JdbcClient jdbc;
  private final CountTable table;
  private final Places places;
  private final JsonMapper json;
  private final CountWorkTable work;

  CountRows(
      JdbcClient jdbc, CountTable table, Places places, JsonMapper json, CountWorkTable work) {
    this.work = work;
    this.jdbc = jdbc;
    this.table = table;
    this.places = places;
    this.json = json;
  }

  private static final ListTable<CountColumn> COUNTS =
      new ListTable<>(
          "from stock_count c",
          "c.id",
          List.of("c.site_id"),
          List.of("c.number like :starts", "c.note like :holds"));

  private static final String SELECT =
      """
      select c.*, %s site, %s author, %s slips,
        (select count(*) from count_slip s where s.count_id = c.id and s.state = 'DONE') done,
        %s positions, %s wrong, %s net, %s gross
      """
          .formatted(
              CountColumn.SITE.value().sorted(),
              CountColumn.CREATED_BY.value().sql(),
              CountColumn.SLIPS.value().sql(),
              CountColumn.POSITIONS.value().sql(),
              CountColumn.WRONG.value().sql(),
              CountColumn.NET.value().sql(),
              CountColumn.GROSS.value().sql());

  @Transactional(readOnly = true)
  public Page<Row> page(Filter filter, ListQuery<CountColumn> query, Actor actor) {
    String only =
        switch (filter) {
          case OPEN -> "c.state in ('PREPARED', 'COUNTING', 'IN_REVIEW')";
          case REVIEW -> "c.state = 'IN_REVIEW'";
          case POSTED -> "c.state = 'POSTED'";
          case ALL -> "1 = 1";
        };
    return COUNTS.page(
        jdbc,
        query,
        // Without a join the rows of a page are found before anything is added up for them.
        new ListTable.Shown(SELECT, "", only, "c.id desc"),
        actor,
        (row, n) -> row(row));
  }

  private static Row row(ResultSet row) throws SQLException {
    return new Row(
        row.getLong("id"),
        row.getString("number"),
        row.getLong("site_id"),
        row.getString("site"),
        Method.valueOf(row.getString("method")),
        Shape.valueOf(row.getString("shape")),
        row.getBoolean("blind"),
        row.getBoolean("unplanned"),
        CountState.valueOf(row.getString("state")),
        row.getString("note"),
        row.getInt("slips"),
        row.getInt("done"),
        row.getInt("positions"),
        row.getInt("wrong"),
        row.getBigDecimal("net"),
        row.getBigDecimal("gross"),
        instant(row, "created"),
        row.getString("author"),
        instantIfAny(row, "ended").orElse(null));
  }

  @Transactional(readOnly = true)
  public Counts counts(Actor actor) {
    return jdbc.sql(
            """
            select coalesce(sum(state in ('PREPARED', 'COUNTING', 'IN_REVIEW')), 0) open,
              coalesce(sum(state = 'IN_REVIEW'), 0) review,
              coalesce(sum(state = 'IN_REVIEW' and proposed_by > 0), 0) proposed,
              (select count(*) from reported_discrepancy where count_id = 0 and (:all or site_id in (:sites)))
                suspicions
            from stock_count where :all or site_id in (:sites)
            """)
        .param("all", actor.everywhere())
        .param("sites", actor.siteNumbers())
        .query(Counts.class)
        .single();
  }

  /** A count that someone may see. */
  Head head(long id, Actor actor) {
    Head head = table.find(id).orElseThrow(() -> Problem.missing("count", id));
    places.requireSite(head.siteId(), actor);
    return head;
  }

  /** A count whose figures someone may see: whoever may be sent to count it blind may not. */
  Head reviewed(long id, Actor actor) {
    Head head = head(id, actor);
    boolean counts =
        actor.permissions().contains(Permission.MOVE)
            && !actor.permissions().contains(Permission.POST);
    if (counts && head.blind() && head.state().open()) {
      throw Problem.forbidden(
          "{0} is counted blind: its figures are shown once it is posted.", head.number());
    }
    return head;
  }

  @Transactional(readOnly = true)
  public Card card(long id, Actor actor) {
    // Before all else: where nothing is done any more, what was done is seen by what is read next.
    CountWorkTable.Work atWork = work.of(id).orElse(null);
    Head head = head(id, actor);
    boolean reversed = reversed(head);
    record Progress(int slips, int done) {}
    Progress progress =
        jdbc.sql(
                "select count(*) slips, coalesce(sum(state = 'DONE'), 0) done from count_slip where"
                    + " count_id = ?")
            .param(id)
            .query(Progress.class)
            .single();
    return new Card(
        id,
        head.version(),
        head.number(),
        head.siteId(),
        places.named(head.siteId()).name(),
        head.method(),
        head.shape(),
        head.blind(),
        head.unplanned(),
        head.typedTwice(),
        head.state(),
        head.note(),
        json.readValue(head.scope(), Scope.class),
        instant(head.created()),
        name(head.createdBy()),
        instant(head.begun()),
        instant(head.reviewSince()),
        head.proposedBy() == 0 ? null : name(head.proposedBy()),
        instant(head.ended()),
        head.endedBy() == 0 ? null : name(head.endedBy()),
        head.postingId(),
        reversed,
        head.checksCountId(),
        head.checksCountId() == 0
            ? null
            : table.find(head.checksCountId()).map(Head::number).orElse(null),
        atWork,
        progress.slips(),
        progress.done(),
        hands(id),
        table.changes(id),
        head.state().can(head.proposedBy() != 0, head.postingId() != 0 && !reversed).stream()
            .filter(action -> actor.may(needs(action)))
            .toList());
  }

  /** Whether what it has posted was reversed. */
  private boolean reversed(Head head) {
    return head.postingId() != 0
        && jdbc.sql("select exists (select 1 from posted where reverses_id = ?)")
            .param(head.postingId())
            .query(Boolean.class)
            .single();
  }

  private static Permission needs(CountState.Action action) {
    return switch (action) {
      case APPROVE -> Permission.RULES;
      case TO_REVIEW, POST, DECIDE, REOPEN, ASSIGN, CANCEL, REVERSE, CHECK -> Permission.POST;
    };
  }

  private String name(long person) {
    return jdbc.sql("select name from person where id = ?")
        .param(person)
        .query(String.class)
        .optional()
        .orElse("?");
  }

  private List<Hand> hands(long count) {
    return jdbc.sql(
            """
            select w.name, coalesce(s.slips, 0) slips, coalesce(d.done, 0) done,
              coalesce(l.wrote, 0) `lines`
            from person w
              left join (select person_id, count(*) slips from count_slip where count_id = :count
                and person_id > 0 group by person_id) s on s.person_id = w.id
              left join (select ended_by, count(*) done from count_slip where count_id = :count
                and state = 'DONE' group by ended_by) d on d.ended_by = w.id
              left join (select person_id, count(*) wrote from count_line where count_id = :count
                group by person_id) l on l.person_id = w.id
            where s.slips > 0 or d.done > 0 or l.wrote > 0 order by w.name
            """)
        .param("count", count)
        .query(Hand.class)
        .list();
  }

  private static final String SLIP =
      """
      select s.*, p.address, a.name area, i.code item, i.name, u.code unit_load, w.name person,
        e.name ended_name,
        if(s.unit_load_id > 0,
          (select count(*) from on_hand x where x.unit_load_id = s.unit_load_id),
        if(s.place_id > 0,
          (select count(*) from on_hand x where x.place_id = s.place_id
            and (s.item_id = 0 or x.item_id = s.item_id)),
          (select count(*) from on_hand x join place q on q.id = x.place_id
            and q.site_id = :site where x.item_id = s.item_id))) positions,
        if(s.unit_load_id > 0,
          (select coalesce(sum(round(x.quantity * c.cost, 2)), 0) from on_hand x
            join item_cost c on c.item_id = x.item_id where x.unit_load_id = s.unit_load_id),
        if(s.place_id > 0,
          (select coalesce(sum(round(x.quantity * c.cost, 2)), 0) from on_hand x
            join item_cost c on c.item_id = x.item_id where x.place_id = s.place_id
            and (s.item_id = 0 or x.item_id = s.item_id)),
          (select coalesce(sum(round(x.quantity * c.cost, 2)), 0) from on_hand x
            join place q on q.id = x.place_id and q.site_id = :site
            join item_cost c on c.item_id = x.item_id
            where x.item_id = s.item_id))) value
      from (select * from count_slip s where s.count_id = :count %s
          order by s.slip_no limit :limit offset :offset) s
        left join place p on p.id = if(s.unit_load_id > 0, (select min(x.place_id) from on_hand x
          where x.unit_load_id = s.unit_load_id), s.place_id) left join area a on a.id = p.area_id
        left join item i on i.id = s.item_id left join unit_load u on u.id = s.unit_load_id
        left join person w on w.id = s.person_id
        left join person e on e.id = s.ended_by
      order by s.slip_no
      """;

  @Transactional(readOnly = true)
  public Page<Slip> slips(long count, SlipFilter filter, Actor actor, int offset, int limit) {
    Head head = head(count, actor);
    String where =
        switch (filter) {
          case ALL -> "";
          case UNCOUNTED -> "and s.state <> 'DONE'";
          case DONE -> "and s.state = 'DONE'";
        };
    long total =
        jdbc.sql("select count(*) from count_slip s where s.count_id = :count " + where)
            .param("count", count)
            .query(Long.class)
            .single();
    return new Page<>(total, offset, slips(head, where, offset, Page.limit(limit)));
  }

  /** Slips in the order of walking. */
  List<Slip> slips(Head head, String where, int offset, int limit) {
    return jdbc.sql(SLIP.formatted(where))
        .param("count", head.id())
        .param("site", head.siteId())
        .param("limit", limit)
        .param("offset", offset)
        .query(
            (row, n) ->
                new Slip(
                    row.getLong("id"),
                    row.getInt("slip_no"),
                    row.getInt("round"),
                    row.getLong("place_id"),
                    row.getString("address"),
                    row.getString("area"),
                    row.getLong("item_id"),
                    row.getString("item"),
                    row.getString("name"),
                    row.getLong("unit_load_id"),
                    row.getString("unit_load"),
                    row.getLong("person_id"),
                    row.getString("person"),
                    SlipState.valueOf(row.getString("state")),
                    row.getString("rest").isEmpty() ? null : Rest.valueOf(row.getString("rest")),
                    instantIfAny(row, "ended").orElse(null),
                    row.getString("ended_name"),
                    row.getInt("positions"),
                    row.getBigDecimal("value")))
        .list();
  }
}
