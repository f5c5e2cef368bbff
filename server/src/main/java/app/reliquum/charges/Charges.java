package app.reliquum.charges;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.approvals.Approvals;
import app.reliquum.catalog.UnitSql;
import app.reliquum.charges.ChargeViews.Kind;
import app.reliquum.core.approval.Approval;
import app.reliquum.core.costing.Charge;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.costing.Valuation.PoolKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.costing.Costs;
import app.reliquum.costing.Pools;
import app.reliquum.places.Places;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Makes freight, duty and the like part of what goods cost, and puts right what they cost. Who has
 * a limit of value does it only up to that.
 */
@Service
class Charges {

  private final JdbcClient jdbc;
  private final JdbcTemplate batches;
  private final Costs costs;
  private final Approvals approvals;
  private final Places places;
  private final Clock clock;

  Charges(
      JdbcClient jdbc,
      JdbcTemplate batches,
      Costs costs,
      Approvals approvals,
      Places places,
      Clock clock) {
    this.jdbc = jdbc;
    this.batches = batches;
    this.costs = costs;
    this.approvals = approvals;
    this.places = places;
    this.clock = clock;
  }

  /** A line that a document has brought in, as the books have it. */
  private record Brought(
      ChargeViews.Line shown, long site, PoolKey pool, long lot, Instant since, BigDecimal worth) {}

  /** What a document has brought in from outside or from another site, and nobody has undone. */
  private static final String BROUGHT =
      """
      select l.posting_id, l.line_no, l.item_id, l.lot_id, l.effective, l.quantity, l.value,
        p.site_id, %s pool, l.quantity * %s weight, i.code, i.name, i.unit, o.code lot,
        n.code serial,
        (select coalesce(sum(s.amount), 0) from charge_share s join charge c on c.id = s.charge_id
          where s.posting_id = l.posting_id and s.line_no = l.line_no and c.taken_back is null
            and c.kind = 'COST') changed,
        (select coalesce(sum(s.amount), 0) from charge_share s join charge c on c.id = s.charge_id
          where s.posting_id = l.posting_id and s.line_no = l.line_no and c.taken_back is null
            and c.kind = 'CHARGE') charges
      from posted h join posted_line l on l.posting_id = h.id
        join place p on p.id = l.to_place_id join site w on w.id = p.site_id
        join place f on f.id = l.from_place_id
        join item i on i.id = l.item_id left join lot o on o.id = l.lot_id
        left join serial n on n.id = l.serial_id
      where h.document = ? and p.kind = 'BIN' and h.reverses_id is null
        and (f.kind in ('SUPPLIER', 'IN_TRANSIT') or f.kind = 'BIN' and f.site_id <> p.site_id)
        and not exists (select 1 from posted r where r.reverses_id = h.id)
      order by l.posting_id, l.line_no
      """
          .formatted(Pools.OF_PLACE, UnitSql.weight("i.id"));

  private List<Brought> brought(String document, Actor actor) {
    List<Brought> lines =
        jdbc.sql(BROUGHT)
            .param(document)
            .query(
                (row, n) -> {
                  Quantity quantity = new Quantity(row.getBigDecimal("quantity"));
                  BigDecimal worth = row.getBigDecimal("value").add(row.getBigDecimal("changed"));
                  Instant since = Utc.instant(row.getTimestamp("effective"));
                  return new Brought(
                      new ChargeViews.Line(
                          row.getLong("posting_id"),
                          row.getInt("line_no"),
                          row.getLong("item_id"),
                          row.getString("code"),
                          row.getString("name"),
                          UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
                          row.getString("lot"),
                          row.getString("serial"),
                          quantity,
                          row.getBigDecimal("weight").setScale(3, RoundingMode.HALF_UP),
                          since,
                          worth.divide(quantity.amount(), UnitCost.DECIMALS, RoundingMode.HALF_UP),
                          row.getBigDecimal("charges")),
                      row.getLong("site_id"),
                      new PoolKey(row.getLong("item_id"), row.getLong("pool")),
                      row.getLong("lot_id"),
                      since,
                      worth);
                })
            .list();
    lines.stream().map(Brought::site).distinct().forEach(site -> places.requireSite(site, actor));
    return lines;
  }

  /** What the goods of a document cost, and which amounts are part of it. */
  @Transactional(readOnly = true)
  public ChargeViews.Card of(String document, Actor actor) {
    List<ChargeViews.Line> lines = brought(document, actor).stream().map(Brought::shown).toList();
    if (lines.isEmpty() && !actor.everywhere()) {
      // What it brought in was taken back: nothing says at which sites that was.
      return new ChargeViews.Card(document, List.of(), List.of());
    }
    return new ChargeViews.Card(
        document,
        lines,
        jdbc.sql(
                """
                select c.*, p.name person, (select sum(s.held) from charge_share s
                  where s.charge_id = c.id) held
                from charge c join person p on p.id = c.person_id
                where c.document = ? order by c.id
                """)
            .param(document)
            .query(
                (row, n) ->
                    new ChargeViews.Row(
                        row.getLong("id"),
                        Kind.valueOf(row.getString("kind")),
                        row.getString("name"),
                        row.getString("basis") == null
                            ? null
                            : Charge.Basis.valueOf(row.getString("basis")),
                        row.getBigDecimal("amount"),
                        row.getBigDecimal("held"),
                        Utc.instant(row.getTimestamp("at")),
                        row.getString("person"),
                        row.getTimestamp("taken_back") == null
                            ? null
                            : Utc.instant(row.getTimestamp("taken_back"))))
            .list());
  }

  /** Shares a charge out over all that a document has brought in. */
  @Transactional(propagation = Propagation.MANDATORY)
  public ChargeViews.Card add(Command command, ChargeViews.Entry entry) {
    String document = entry.document().strip();
    List<Brought> lines = brought(document, command.actor());
    if (lines.isEmpty()) {
      throw Problem.refused(
          "nothing-received", "Nothing of {0} is received yet: share it out then.", document);
    }
    if (entry.amount().signum() == 0) {
      throw Problem.invalid("amount", "A charge is more than nothing.");
    }
    within(entry.amount(), command.actor());
    Function<Brought, BigDecimal> basis =
        switch (entry.basis()) {
          case VALUE -> Brought::worth;
          case WEIGHT -> line -> line.shown().weight();
          case QUANTITY -> line -> line.shown().quantity().amount();
        };
    if (entry.basis() == Charge.Basis.WEIGHT) {
      lines.stream()
          .filter(line -> line.shown().weight().signum() == 0)
          .findFirst()
          .ifPresent(
              line -> {
                throw Problem.invalid(
                    "basis",
                    "Nobody has said what {0} weighs. Weigh a pack of it, or share the charge out otherwise.",
                    line.shown().name());
              });
    }
    List<BigDecimal> shares;
    try {
      shares = Charge.shares(entry.amount().setScale(UnitCost.CENTS), basis(lines, basis));
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("basis", fault);
    }
    write(
        command,
        new Amount(document, Kind.CHARGE, entry.name().strip(), entry.basis()),
        entry.amount(),
        lines,
        shares);
    return of(document, command.actor());
  }

  private static List<BigDecimal> basis(List<Brought> lines, Function<Brought, BigDecimal> basis) {
    return lines.stream().map(basis).toList();
  }

  /** Puts right what the goods of one line cost. */
  @Transactional(propagation = Propagation.MANDATORY)
  public ChargeViews.Card changeCost(Command command, ChargeViews.CostEntry entry) {
    String document = entry.document().strip();
    Brought line =
        brought(document, command.actor()).stream()
            .filter(
                one ->
                    one.shown().posting() == entry.posting() && one.shown().line() == entry.line())
            .findFirst()
            .orElseThrow(() -> Problem.missing("line", entry.line()));
    BigDecimal more = new UnitCost(entry.cost()).of(line.shown().quantity()).subtract(line.worth());
    if (more.signum() == 0) {
      throw Problem.refused("unchanged", "It costs that already.").with("field", "cost");
    }
    within(more, command.actor());
    write(
        command,
        new Amount(document, Kind.COST, entry.reason().strip(), null),
        more,
        List.of(line),
        List.of(more));
    return of(document, command.actor());
  }

  private void within(BigDecimal amount, Actor actor) {
    Optional<BigDecimal> limit = approvals.limit(actor, null);
    if (Approval.needed(amount.abs(), limit)) {
      throw Problem.refused(
              "above-limit",
              "It changes the value of stock by {0}, and you may change it by {1}.",
              amount.abs().toPlainString(),
              limit.orElseThrow().toPlainString())
          .with("value", amount.abs())
          .with("limit", limit.orElseThrow());
    }
  }

  private record Amount(String document, Kind kind, String name, Charge.@Nullable Basis basis) {}

  private void write(
      Command command,
      Amount what,
      BigDecimal amount,
      List<Brought> lines,
      List<BigDecimal> shares) {
    List<Costs.Worth> worth = new ArrayList<>();
    for (int i = 0; i < lines.size(); i++) {
      Brought line = lines.get(i);
      worth.add(
          new Costs.Worth(
              line.pool(), line.lot(), line.since(), line.shown().quantity(), shares.get(i)));
    }
    List<BigDecimal> held = costs.addWorth(command.actor(), worth, cause(what));
    long charge =
        GeneratedId.of(
            jdbc.sql(
                    "insert into charge (document, kind, name, basis, amount, at, person_id)"
                        + " values (?, ?, ?, ?, ?, ?, ?)")
                .params(
                    what.document(),
                    what.kind().name(),
                    what.name(),
                    what.basis() == null ? null : what.basis().name(),
                    amount,
                    Utc.of(clock.instant()),
                    command.actor().id()));
    List<Object[]> rows = new ArrayList<>();
    for (int i = 0; i < lines.size(); i++) {
      Brought line = lines.get(i);
      rows.add(
          new Object[] {
            charge,
            line.shown().posting(),
            line.shown().line(),
            line.pool().item(),
            line.pool().pool(),
            line.lot(),
            Utc.of(line.since()),
            line.shown().quantity().amount(),
            shares.get(i),
            held.get(i)
          });
    }
    batches.batchUpdate(
        "insert into charge_share (charge_id, posting_id, line_no, item_id, pool_id, lot_id, since,"
            + " quantity, amount, held) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        rows);
  }

  private static Costs.Cause cause(Amount what) {
    return new Costs.Cause(
        what.kind() == Kind.CHARGE ? "CHARGES" : "SUPPLIER", what.document(), what.name());
  }

  /** What an amount was, and where it went. */
  private record Written(Amount what, List<Costs.Worth> worth) {}

  /** Takes an amount back: what of it is still in the cost of goods that are there leaves it. */
  @Transactional(propagation = Propagation.MANDATORY)
  public ChargeViews.Card takeBack(Command command, long charge) {
    Written written = locked(charge);
    List<ChargeViews.Line> lines =
        brought(written.what().document(), command.actor()).stream().map(Brought::shown).toList();
    BigDecimal all =
        written.worth().stream().map(Costs.Worth::value).reduce(BigDecimal.ZERO, BigDecimal::add);
    within(all, command.actor());
    if (lines.isEmpty()) {
      throw Problem.refused(
          "nothing-received", "What {0} brought in was reversed.", written.what().document());
    }
    costs.addWorth(command.actor(), written.worth(), cause(written.what()));
    jdbc.sql("update charge set taken_back = ?, taken_back_by = ? where id = ?")
        .params(Utc.of(clock.instant()), command.actor().id(), charge)
        .update();
    return of(written.what().document(), command.actor());
  }

  private Written locked(long charge) {
    Amount what =
        jdbc.sql("select * from charge where id = ? for update")
            .param(charge)
            .query(
                (row, n) -> {
                  if (row.getTimestamp("taken_back") != null) {
                    throw Problem.conflict(
                        "gone-on", "{0} was reversed already.", row.getString("name"));
                  }
                  return new Amount(
                      row.getString("document"),
                      Kind.valueOf(row.getString("kind")),
                      row.getString("name"),
                      null);
                })
            .optional()
            .orElseThrow(() -> Problem.missing("charge", charge));
    return new Written(
        what,
        jdbc.sql("select * from charge_share where charge_id = ? order by posting_id, line_no")
            .param(charge)
            .query(
                (row, n) ->
                    new Costs.Worth(
                        new PoolKey(row.getLong("item_id"), row.getLong("pool_id")),
                        row.getLong("lot_id"),
                        Utc.instant(row.getTimestamp("since")),
                        new Quantity(row.getBigDecimal("quantity")),
                        row.getBigDecimal("amount").negate()))
            .list());
  }
}
