package app.reliquum.adjusting;

import app.reliquum.adjusting.AdjustmentTable.Head;
import app.reliquum.adjusting.AdjustmentTable.LineRow;
import app.reliquum.adjusting.MovementKinds.Kind;
import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.lists.ListTable;
import app.reliquum.core.adjustment.LentGoods;
import app.reliquum.core.adjustment.Purpose;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.document.DueDay;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.feed.Feed;
import app.reliquum.feed.FeedTopic;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.stock.AboutToReverse;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.PostingReversed;
import app.reliquum.stock.Stock;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * What is out and comes back, on loan or in use in the house: who has it, until when, and what has
 * come back of it.
 */
@Service
public class Loans {

  private final JdbcClient jdbc;
  private final Stock stock;
  private final Places places;
  private final MovementKinds kinds;
  private final Clock clock;
  private final SiteDays days;

  private final Feed feed;

  Loans(
      JdbcClient jdbc,
      Stock stock,
      Places places,
      MovementKinds kinds,
      Clock clock,
      SiteDays days,
      Feed feed) {
    this.feed = feed;
    this.days = days;
    this.jdbc = jdbc;
    this.stock = stock;
    this.places = places;
    this.kinds = kinds;
    this.clock = clock;
  }

  /** A loan in a list. */
  @Schema(name = "LoanRow")
  public record Row(
      long id,
      String number,
      long siteId,
      String site,
      Purpose purpose,
      String kind,
      String party,
      @Nullable LocalDate due,
      boolean overdue,
      Instant lent,
      String lentBy,
      @Nullable Instant closed,
      String about,
      int lines,
      int open) {}

  /** Some goods of a loan. */
  @Schema(name = "LoanGoods")
  public record LoanGoods(
      long id,
      long itemId,
      String item,
      String name,
      String symbol,
      int decimals,
      @Nullable String lot,
      @Nullable String serial,
      Condition condition,
      Quantity lent,
      Quantity back,
      Quantity open) {}

  /** What has come back once. */
  @Schema(name = "LoanReturn")
  public record Back(
      Instant at, String person, long posting, String name, Quantity quantity, boolean reversed) {}

  /**
   * A loan whole.
   *
   * @param backKind the movement kind by which it comes back, with the fields that are asked for
   */
  @Schema(name = "LoanCard")
  public record Card(
      Row loan, long adjustment, Kind backKind, List<LoanGoods> goods, List<Back> returns) {}

  /**
   * Some of the goods that come back.
   *
   * @param place the bin where they are put: site code, dot, address
   * @param condition in which condition; null as they were lent
   */
  @Schema(name = "LoanReturnLineEntry")
  public record ReturnLineEntry(
      @NotNull Long goods,
      @NotNull Quantity quantity,
      @NotBlank @Size(max = 40) String place,
      @Nullable Condition condition) {}

  /** What comes back together. */
  @Schema(name = "LoanReturnEntry")
  public record ReturnEntry(
      @NotEmpty @Size(max = 500) List<@Valid ReturnLineEntry> lines,
      @Size(max = 200) String note,
      Map<Long, String> fields) {}

  private static final Set<PostingKind> FOLLOWED =
      EnumSet.of(PostingKind.LOAN, PostingKind.MOVEMENT);

  /** Which loans are asked for. */
  public enum Filter {
    OPEN,
    OVERDUE,
    CLOSED
  }

  private static final ListTable<LoanColumn> LOANS =
      new ListTable<>(
          "from loan l join site s on s.id = l.site_id join movement_kind k on k.id = l.kind_id"
              + " left join person p on p.id = l.lent_by",
          "l.id",
          List.of("l.site_id"),
          List.of(
              "l.number like :holds",
              "l.party like :holds",
              "exists (select 1 from loan_goods g join item i on i.id = g.item_id"
                  + " left join serial r on r.id = g.serial_id where g.loan_id = l.id"
                  + " and (i.name like :holds or i.code like :holds or r.code like :holds))"));

  private static final String SELECT =
      """
      select l.*, s.name site, s.time_zone, k.name kind, k.purpose, coalesce(p.name, '') lender, %s line_count,
        %s open_count,
        (select group_concat(distinct i.name order by i.name separator ', ') from loan_goods g
          join item i on i.id = g.item_id where g.loan_id = l.id) about
      """
          .formatted(LoanColumn.LINES.value().sql(), LoanColumn.OPEN_LINES.value().sql());

  /** A page of loans; what is due first unless another order is asked for. */
  @Transactional(readOnly = true)
  public Page<Row> page(Filter filter, ListQuery<LoanColumn> query, Actor actor) {
    String only =
        switch (filter) {
          case OPEN -> "l.closed is null";
          case OVERDUE -> "l.closed is null and l.due < " + days.todaySql("l.site_id");
          case CLOSED -> "l.closed is not null";
        };
    String order = filter == Filter.CLOSED ? "l.closed desc" : "l.due is null, l.due";
    return LOANS.page(
        jdbc, query, new ListTable.Shown(SELECT, "", only, order), actor, (row, n) -> row(row));
  }

  private Row row(ResultSet row) throws SQLException {
    LocalDate due = date(row.getDate("due"));
    Instant closed = Utc.instant(row.getTimestamp("closed"));
    LocalDate today = clock.instant().atZone(ZoneId.of(row.getString("time_zone"))).toLocalDate();
    return new Row(
        row.getLong("id"),
        row.getString("number"),
        row.getLong("site_id"),
        row.getString("site"),
        Purpose.valueOf(row.getString("purpose")),
        row.getString("kind"),
        row.getString("party"),
        due,
        closed == null && DueDay.daysLate(due, today) > 0,
        Utc.instant(row.getTimestamp("lent")),
        row.getString("lender"),
        closed,
        row.getString("about") == null ? "" : row.getString("about"),
        row.getInt("line_count"),
        row.getInt("open_count"));
  }

  /** A loan whole. */
  @Transactional(readOnly = true)
  public Card card(long id, Actor actor) {
    Row loan = row(id);
    actor.requireSite(loan.siteId(), loan.site());
    long adjustment =
        jdbc.sql("select adjustment_id from loan where id = ?")
            .param(id)
            .query(Long.class)
            .single();
    return new Card(loan, adjustment, back(lentBy(id)), goods(id), returns(id));
  }

  private Kind lentBy(long loan) {
    return kinds.kind(
        jdbc.sql("select kind_id from loan where id = ?").param(loan).query(Long.class).single());
  }

  private Kind back(Kind out) {
    return out.oppositeId() == null ? out : kinds.kind(out.oppositeId());
  }

  private List<LoanGoods> goods(long loan) {
    return jdbc.sql(
            """
            select g.*, i.code, i.name, i.unit, i.decimals, o.code lot, r.code serial
            from loan_goods g join item i on i.id = g.item_id left join lot o on o.id = g.lot_id
              left join serial r on r.id = g.serial_id
            where g.loan_id = ? order by g.id
            """)
        .param(loan)
        .query(
            (row, n) -> {
              Quantity lent = new Quantity(row.getBigDecimal("lent"));
              Quantity back = new Quantity(row.getBigDecimal("back"));
              return new LoanGoods(
                  row.getLong("id"),
                  row.getLong("item_id"),
                  row.getString("code"),
                  row.getString("name"),
                  UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
                  row.getInt("decimals"),
                  row.getString("lot"),
                  row.getString("serial"),
                  Condition.of(row.getInt("condition_code")),
                  lent,
                  back,
                  new LentGoods(lent, back).open());
            })
        .list();
  }

  private List<Back> returns(long loan) {
    return jdbc.sql(
            """
            select h.effective, coalesce(p.name, '') person, b.posting_id, i.name, b.quantity,
              b.reversed
            from loan_return b join loan_goods g on g.id = b.goods_id
              join item i on i.id = g.item_id join posted h on h.id = b.posting_id
              left join person p on p.id = h.person_id
            where g.loan_id = ? order by b.id
            """)
        .param(loan)
        .query(
            (row, n) ->
                new Back(
                    Utc.instant(row.getTimestamp(1)),
                    row.getString(2),
                    row.getLong(3),
                    row.getString(4),
                    new Quantity(row.getBigDecimal(5)),
                    row.getBoolean(6)))
        .list();
  }

  /** The open loan that a piece is on, if it is lent out. */
  @Transactional(readOnly = true)
  public Optional<Long> ofSerial(long serial) {
    return jdbc.sql(
            "select loan_id from loan_goods where serial_id = ? and back < lent order by id desc"
                + " limit 1")
        .param(serial)
        .query(Long.class)
        .optional();
  }

  /** A loan as it stands in a list. */
  @Transactional(readOnly = true)
  public Row row(long id) {
    return jdbc.sql(SELECT + LOANS.from() + " where l.id = ?")
        .param(id)
        .query((row, n) -> row(row))
        .optional()
        .orElseThrow(() -> Problem.missing("loan", id));
  }

  /** The loan with a number. */
  public Optional<Long> withNumber(String number) {
    return jdbc.sql("select id from loan where number = ?")
        .param(number.toUpperCase(Locale.ROOT))
        .query(Long.class)
        .optional();
  }

  /** Notes what was just lent out. */
  void lend(Command command, Head head, Kind kind, List<LineRow> rows) {
    long loan =
        GeneratedId.of(
            jdbc.sql(
                    "insert into loan (number, adjustment_id, kind_id, site_id, party, due, lent, lent_by)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                    head.number(),
                    head.id(),
                    kind.id(),
                    head.siteId(),
                    head.party(),
                    head.due(),
                    head.written(),
                    command.actor().id()));
    tell(loan, "LENT");
    for (LineRow row : rows) {
      jdbc.sql(
              "insert into loan_goods (loan_id, item_id, lot_id, serial_id, condition_code, lent)"
                  + " values (?, ?, ?, ?, ?, ?)")
          .params(
              loan,
              row.key().item(),
              row.key().lot(),
              row.key().serial(),
              row.key().condition().code(),
              row.variance().negated().amount())
          .update();
    }
  }

  private record Lent(
      long id,
      long loanId,
      long itemId,
      long lotId,
      long serialId,
      int conditionCode,
      BigDecimal lent,
      BigDecimal back) {

    LentGoods goods() {
      return new LentGoods(new Quantity(lent), new Quantity(back));
    }
  }

  /**
   * Takes goods of a loan back in.
   *
   * @throws Problem if more comes back than is out
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Card back(Command command, long id, ReturnEntry entry) {
    Card loan = card(id, command.actor());
    jdbc.sql("select id from loan where id = ? for update").param(id).query(Long.class).single();
    Kind lent = lentBy(id);
    Kind back = back(lent);
    Map<Long, String> fields = kinds.read(back, entry.fields() == null ? Map.of() : entry.fields());
    long out = places.contra(lent.contra());
    List<Line> lines = new ArrayList<>();
    List<Object[]> returned = new ArrayList<>();
    Map<Integer, UnitCost> worth = new HashMap<>();
    Map<Long, Quantity> sums = new HashMap<>();
    for (ReturnLineEntry line : entry.lines()) {
      Lent goods = lent(id, line.goods());
      Quantity sum = sums.merge(goods.id(), line.quantity(), Quantity::plus);
      if (!goods.goods().takes(sum)) {
        throw Problem.refused(
                "more-than-lent",
                "Only {0} are still out; {1} can't come back.",
                goods.goods().open(),
                sum)
            .with("open", goods.goods().open())
            .with("asked", sum);
      }
      String label = line.place().strip().toUpperCase(Locale.ROOT);
      Places.LedgerPlace bin = places.labelled(Set.of(label)).get(label);
      if (bin == null) {
        throw Problem.missing("bin", line.place()).with("field", "place");
      }
      Condition was = Condition.of(goods.conditionCode());
      Condition now = line.condition() == null ? was : line.condition();
      if (!lent.contra().ours()) {
        worthOut(id, goods).ifPresent(cost -> worth.put(lines.size(), cost));
      }
      lines.add(
          new Line(
              new Goods(goods.itemId(), goods.lotId(), goods.serialId()),
              new Spot(out, 0, was),
              new Spot(bin.id(), 0, now),
              line.quantity()));
      returned.add(new Object[] {goods.id(), line.quantity().amount()});
    }
    String note = entry.note() == null ? "" : entry.note().strip();
    long posting =
        stock
            .post(
                command,
                new NewPosting(
                        Adjusting.postingKind(lent.purpose()),
                        null,
                        loan.loan().number(),
                        null,
                        note.isEmpty() ? back.name() : back.name() + ": " + note,
                        lines)
                    .explained(back.id(), fields)
                    .paid(worth))
            .posting();
    for (Object[] one : returned) {
      jdbc.sql("insert into loan_return (posting_id, goods_id, quantity) values (?, ?, ?)")
          .params(posting, one[0], one[1])
          .update();
      jdbc.sql("update loan_goods set back = back + ? where id = ?")
          .params(one[1], one[0])
          .update();
    }
    settle(id);
    return card(id, command.actor());
  }

  /** What one of the goods was worth when it went out: what was used up comes back as that. */
  private Optional<UnitCost> worthOut(long loan, Lent goods) {
    return jdbc.sql(
            """
            select sum(l.value) / sum(l.quantity) from loan n
              join adjustment a on a.id = n.adjustment_id
              join posted_line l on l.posting_id = a.posting_id
            where n.id = ? and l.item_id = ? and l.lot_id = ? and l.serial_id = ?
              and l.from_condition = ?
            """)
        .params(loan, goods.itemId(), goods.lotId(), goods.serialId(), goods.conditionCode())
        .query(BigDecimal.class)
        .optional()
        .map(BigDecimal::abs)
        .map(UnitCost::new);
  }

  private Lent lent(long loan, long goods) {
    return jdbc.sql(
            "select id, loan_id, item_id, lot_id, serial_id, condition_code, lent, back from"
                + " loan_goods where id = ? and loan_id = ? for update")
        .params(goods, loan)
        .query(Lent.class)
        .optional()
        .orElseThrow(() -> Problem.missing("goods of the loan", goods));
  }

  private void settle(long loan) {
    List<LentGoods> goods =
        jdbc.sql("select lent, back from loan_goods where loan_id = ?")
            .param(loan)
            .query(
                (row, n) ->
                    new LentGoods(
                        new Quantity(row.getBigDecimal(1)), new Quantity(row.getBigDecimal(2))))
            .list();
    jdbc.sql("update loan set closed = if(?, coalesce(closed, ?), null) where id = ?")
        .params(LentGoods.settled(goods), now(), loan)
        .update();
    tell(loan, "RETURNED");
  }

  private void tell(long loan, String what) {
    jdbc.sql("select number, site_id from loan where id = ?")
        .param(loan)
        .query(
            row -> {
              feed.write(FeedTopic.LOAN, loan, row.getString(1), what, List.of(row.getLong(2)));
            });
  }

  @EventListener
  void aboutToReverse(AboutToReverse reversal) {
    if (FOLLOWED.contains(reversal.kind())) {
      jdbc.sql(
              "select l.id from loan l where l.id in (select g.loan_id from loan_return b join"
                  + " loan_goods g on g.id = b.goods_id where b.posting_id = :posting)"
                  + " or l.adjustment_id in (select a.id from adjustment a where a.posting_id ="
                  + " :posting) order by l.id for update")
          .param("posting", reversal.posting())
          .query(Long.class)
          .list();
    }
  }

  /** What is taken back was not lent out, or has not come back. */
  @EventListener
  void reversed(PostingReversed back) {
    if (!FOLLOWED.contains(back.kind())) {
      return;
    }
    Set<Long> loans = new java.util.TreeSet<>();
    jdbc.sql(
            "select b.id, b.goods_id, b.quantity, g.loan_id from loan_return b join loan_goods g on"
                + " g.id = b.goods_id where b.posting_id = ? and not b.reversed for update")
        .param(back.posting())
        .query(
            row -> {
              jdbc.sql("update loan_goods set back = back - ? where id = ?")
                  .params(row.getBigDecimal(3), row.getLong(2))
                  .update();
              jdbc.sql("update loan_return set reversed = true where id = ?")
                  .param(row.getLong(1))
                  .update();
              loans.add(row.getLong(4));
            });
    jdbc.sql(
            "select l.id from loan l join adjustment a on a.id = l.adjustment_id where a.posting_id"
                + " = ?")
        .param(back.posting())
        .query(Long.class)
        .list()
        .forEach(
            loan -> {
              jdbc.sql("update loan_goods set lent = back where loan_id = ?").param(loan).update();
              loans.add(loan);
            });
    loans.forEach(this::settle);
  }

  private LocalDateTime now() {
    return Utc.of(clock.instant());
  }

  private static @Nullable LocalDate date(Date date) {
    return date == null ? null : date.toLocalDate();
  }
}
