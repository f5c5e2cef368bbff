package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.fulfilment.JobOutput;
import app.reliquum.core.fulfilment.Outbound;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.outbound.OutboundTable.Head;
import app.reliquum.outbound.OutboundTable.LineRow;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.stock.Coming;
import app.reliquum.stock.DatedQuantity;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.PostingReversed;
import app.reliquum.stock.Stock;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Books in what jobs have made, in parts, at what their components cost. */
@Service
public class Making implements Coming {

  private static final int MOST_PIECES = 500;

  private final JdbcClient jdbc;
  private final OutboundTable table;
  private final OutboundProgress progress;
  private final Allocating allocating;
  private final Catalog catalog;
  private final LotsAndSerials lotsAndSerials;
  private final Places places;
  private final Stock stock;
  private final SiteDays days;
  private final Clock clock;

  Making(
      JdbcClient jdbc,
      OutboundTable table,
      OutboundProgress progress,
      Allocating allocating,
      Catalog catalog,
      LotsAndSerials lotsAndSerials,
      Places places,
      Stock stock,
      SiteDays days,
      Clock clock) {
    this.jdbc = jdbc;
    this.table = table;
    this.progress = progress;
    this.allocating = allocating;
    this.catalog = catalog;
    this.lotsAndSerials = lotsAndSerials;
    this.places = places;
    this.stock = stock;
    this.days = days;
    this.clock = clock;
  }

  /**
   * What a job has made.
   *
   * @param itemId the item that is made
   * @param needsLot whether it is booked in by lot, and by serial number
   * @param nextLot the number that the rule gives the next lot; null where there is no rule
   * @param mayBook how much may be booked in now
   * @param value what all that is booked in cost
   * @param components what it is made of
   */
  @Schema(name = "JobOutput")
  public record Output(
      long itemId,
      String item,
      String name,
      String symbol,
      boolean needsLot,
      boolean needsSerial,
      Quantity planned,
      Quantity made,
      Quantity mayBook,
      BigDecimal value,
      List<Component> components) {}

  /**
   * A component of a job.
   *
   * @param used how much is used up
   * @param scrapped how much of that was spoilt
   * @param mayScrap how much more of it may turn out to be
   */
  @Schema(name = "JobComponent")
  public record Component(
      int line,
      String item,
      String name,
      String symbol,
      Quantity used,
      Quantity scrapped,
      Quantity mayScrap) {}

  /** A component that was spoilt. */
  @Schema(name = "ComponentScrap")
  public record ScrapEntry(
      @NotNull Quantity quantity,
      @NotBlank(message = "is needed: say what happened") @Size(max = 120) String reason) {}

  /**
   * A part that is booked in.
   *
   * @param bin where it goes
   * @param lot the lot's number; null or empty for the next by the item's rule
   * @param serials the pieces' numbers; as many as there are pieces, or none for the next by the
   *     item's rule
   */
  @Schema(name = "JobPart")
  public record Entry(
      @NotNull Quantity quantity,
      @NotBlank @Size(max = 24) String bin,
      @Size(max = 30) @Nullable String lot,
      @Size(max = MOST_PIECES) @Nullable List<@NotBlank @Size(max = 30) String> serials) {}

  /** What a job has made so far. */
  @Transactional(readOnly = true)
  public Output of(long order, Actor actor) {
    Head head = table.find(order).orElseThrow(() -> Problem.missing("order", order));
    places.requireSite(head.siteId(), actor);
    return output(job(head));
  }

  private static Head job(Head head) {
    if (!head.isJob() || head.kitQuantity() == null) {
      throw Problem.refused("no-job", "{0} is no job.", head.number());
    }
    return head;
  }

  private Output output(Head head) {
    Catalog.Measured item = kit(head);
    JobOutput standing = standing(head);
    List<LineRow> rows = table.lines(head.id());
    Map<Long, Integer> decimals = decimals(rows);
    return new Output(
        item.id(),
        item.code(),
        item.name(),
        item.measure().unit().symbol(),
        item.measure().tracking().needsLot(),
        item.measure().tracking().needsSerial(),
        standing.planned(),
        standing.made(),
        standing.mayBook(components(rows), item.measure().decimals()),
        standing.bookedIn(),
        rows.stream()
            .map(
                row ->
                    new Component(
                        row.lineNo(),
                        row.code(),
                        row.name(),
                        row.unit().symbol(),
                        new Quantity(row.shipped()),
                        new Quantity(row.scrapped()),
                        standing.mayScrap(
                            component(row), Objects.requireNonNull(decimals.get(row.itemId())))))
            .toList());
  }

  private Map<Long, Integer> decimals(List<LineRow> rows) {
    return catalog.measured(rows.stream().map(LineRow::itemId).collect(Collectors.toSet())).stream()
        .collect(Collectors.toMap(Catalog.Measured::id, one -> one.measure().decimals()));
  }

  private Catalog.Measured kit(Head head) {
    return catalog.measured(Set.of(head.kitId())).get(0);
  }

  private JobOutput standing(Head head) {
    BigDecimal usedUp =
        jdbc.sql(
                """
                select coalesce(sum(g.cost), 0) from despatch_goods g
                  join despatch d on d.id = g.despatch_id
                where d.order_id = ? and not g.reversed
                """)
            .param(head.id())
            .query(BigDecimal.class)
            .single();
    return jdbc.sql(
            "select coalesce(sum(quantity), 0), coalesce(sum(value), 0) from job_output"
                + " where order_id = ? and not reversed")
        .param(head.id())
        .query(
            (row, n) ->
                new JobOutput(
                    new Quantity(head.kitQuantity()),
                    new Quantity(row.getBigDecimal(1)),
                    usedUp,
                    row.getBigDecimal(2)))
        .single();
  }

  private static List<JobOutput.Component> components(List<LineRow> rows) {
    return rows.stream().map(Making::component).toList();
  }

  private static JobOutput.Component component(LineRow row) {
    return new JobOutput.Component(
        new Quantity(row.asked()),
        new Quantity(row.withdrawn()),
        new Quantity(row.shipped()),
        new Quantity(row.scrapped()));
  }

  /**
   * Says that some of a component that is used up was spoilt. As much more of it is asked for, and
   * looked for where the job's stock was; what was spoilt is part of what the job costs.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Output scrap(Command command, long order, int line, ScrapEntry entry) {
    Head head = progress.lock(order);
    places.requireSite(head.siteId(), command.actor());
    job(head);
    if (head.state() == Outbound.State.CANCELLED) {
      throw cancelled(head);
    }
    LineRow row =
        table.lines(order).stream()
            .filter(one -> one.lineNo() == line)
            .findFirst()
            .orElseThrow(() -> Problem.missing("line", line));
    Catalog.Measured item = catalog.measured(Set.of(row.itemId())).get(0);
    Quantity spoilt = checked(item, entry.quantity());
    Quantity most = standing(head).mayScrap(component(row), item.measure().decimals());
    if (spoilt.compareTo(most) > 0) {
      throw Problem.refused(
              "too-much",
              "At most {0} {1} of {2} are used up and in nothing that is booked in.",
              most,
              row.unit().symbol(),
              row.name())
          .with("field", "quantity")
          .with("asked", spoilt)
          .with("most", most);
    }
    table.scrapped(order, line, spoilt);
    table.event(
        order,
        command.actor(),
        "SCRAPPED",
        "%s × %s: %s".formatted(spoilt, row.code(), entry.reason().strip()));
    progress.refresh(order);
    if (head.isAllocated()) {
      allocating.allocate(order, command.actor());
    }
    return output(table.find(order).orElseThrow());
  }

  private static Problem cancelled(Head head) {
    return Problem.conflict("ended", "{0} is cancelled.", head.number())
        .with("number", head.number())
        .with("state", head.state());
  }

  /** Books a part in. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Output book(Command command, long order, Entry entry) {
    Head head = progress.lock(order);
    places.requireSite(head.siteId(), command.actor());
    job(head);
    if (head.state() == Outbound.State.CANCELLED) {
      throw cancelled(head);
    }
    Catalog.Measured item = kit(head);
    Quantity part = checked(item, entry.quantity());
    JobOutput standing = standing(head);
    Quantity mayBook = standing.mayBook(components(table.lines(order)), item.measure().decimals());
    if (part.compareTo(mayBook) > 0) {
      throw Problem.refused(
              "too-much",
              "The components that are used up are enough for {0} more {1}, not for {2}.",
              mayBook,
              item.measure().unit().symbol(),
              part)
          .with("field", "quantity")
          .with("asked", part)
          .with("most", mayBook);
    }
    UnitCost each = standing.costOf(part, mayBook);
    long posting = post(command, head, item, part, entry, each);
    BigDecimal value =
        stock.values(posting).stream()
            .map(BigDecimal::abs)
            .reduce(BigDecimal.ZERO, BigDecimal::add);
    jdbc.sql(
            "insert into job_output (order_id, posting_id, quantity, value, made_at, made_by)"
                + " values (?, ?, ?, ?, ?, ?)")
        .params(order, posting, part.amount(), value, Utc.of(clock.instant()), command.actor().id())
        .update();
    made(order, part);
    table.event(
        order,
        command.actor(),
        "MADE",
        "%s × %s, %s".formatted(part, item.code(), entry.bin().strip().toUpperCase(Locale.ROOT)));
    return output(head);
  }

  private static Quantity checked(Catalog.Measured item, Quantity quantity) {
    try {
      return item.measure().check(quantity);
    } catch (QuantityException fault) {
      throw Problem.invalid("quantity", fault);
    }
  }

  private void made(long order, Quantity more) {
    jdbc.sql("update outbound_order set made = coalesce(made, 0) + ? where id = ?")
        .params(more.amount(), order)
        .update();
  }

  private long post(
      Command command,
      Head head,
      Catalog.Measured item,
      Quantity part,
      Entry entry,
      UnitCost each) {
    long bin = bin(head, entry.bin().strip().toUpperCase(Locale.ROOT));
    long lot = item.measure().tracking().needsLot() ? lot(head, item, entry) : 0;
    Spot from = new Spot(places.contra(PlaceKind.USED_UP), 0, Condition.GOOD);
    Spot to = new Spot(bin, 0, Condition.GOOD);
    List<Line> lines = new ArrayList<>();
    for (Goods goods : goods(head, item, part, lot, entry)) {
      lines.add(new Line(goods, from, to, goods.serial() == 0 ? part : Quantity.ONE));
    }
    Map<Integer, UnitCost> paid = new HashMap<>();
    IntStream.range(0, lines.size()).forEach(line -> paid.put(line, each));
    return stock
        .post(
            command,
            new NewPosting(PostingKind.PRODUCTION, null, head.number(), null, null, lines)
                .paid(paid))
        .posting();
  }

  /** A bin of the site; without bins, the one that the site stands for. */
  private long bin(Head head, String address) {
    String label = places.named(head.siteId()).code() + "." + address;
    Places.LedgerPlace bin = places.labelled(Set.of(label)).get(label);
    if (bin == null) {
      throw Problem.invalid("bin", "There is no bin {0} at this site.", address);
    }
    return bin.id();
  }

  private long lot(Head head, Catalog.Measured item, Entry entry) {
    var today = days.today(head.siteId());
    String code =
        entry.lot() == null || entry.lot().isBlank()
            ? lotsAndSerials.nextLot(item.id(), today)
            : entry.lot().strip().toUpperCase(Locale.ROOT);
    LotDates produced = new LotDates(null, null, today);
    return lotsAndSerials.obtainLot(item.id(), code, produced, today).id();
  }

  /** The numbers of the pieces as they were entered; by the item's rule if none was. */
  private Set<String> serials(Catalog.Measured item, Quantity part, LocalDate day, Entry entry) {
    List<String> entered = Objects.requireNonNullElse(entry.serials(), List.of());
    if (!entered.isEmpty()) {
      return new LinkedHashSet<>(
          entered.stream().map(one -> one.strip().toUpperCase(Locale.ROOT)).toList());
    }
    if (part.amount().compareTo(BigDecimal.valueOf(MOST_PIECES)) > 0) {
      throw Problem.invalid(
          "quantity", "At most {0} pieces with serial numbers are booked at once.", MOST_PIECES);
    }
    Set<String> made = new LinkedHashSet<>();
    for (int i = 0; i < part.amount().intValue(); i++) {
      made.add(lotsAndSerials.nextSerial(item.id(), day));
    }
    return made;
  }

  private List<Goods> goods(
      Head head, Catalog.Measured item, Quantity part, long lot, Entry entry) {
    if (!item.measure().tracking().needsSerial()) {
      return List.of(new Goods(item.id(), lot, 0));
    }
    Set<String> serials = serials(item, part, days.today(head.siteId()), entry);
    if (BigDecimal.valueOf(serials.size()).compareTo(part.amount()) != 0) {
      throw Problem.invalid(
          "serials",
          "{0} pieces need as many serial numbers, each once; there are {1}.",
          part,
          serials.size());
    }
    return serials.stream()
        .sorted()
        .map(
            serial ->
                new Goods(
                    item.id(), lot, lotsAndSerials.obtainSerial(item.id(), serial, lot, null).id()))
        .toList();
  }

  /** What was taken back is not made any more. */
  @EventListener
  void reversed(PostingReversed back) {
    if (back.kind() != PostingKind.PRODUCTION || back.document() == null) {
      return;
    }
    table
        .withNumber(back.document())
        .ifPresent(
            head -> {
              jdbc.sql("update job_output set reversed = true where posting_id = ?")
                  .param(back.posting())
                  .update();
              jdbc.sql(
                      "update outbound_order set made = (select coalesce(sum(quantity), 0)"
                          + " from job_output where order_id = ? and not reversed) where id = ?")
                  .params(head.id(), head.id())
                  .update();
            });
  }

  @Override
  @Transactional(readOnly = true)
  public Map<Long, Quantity> coming(List<Long> items, long site) {
    Map<Long, Quantity> sums = new HashMap<>();
    due(items, site).forEach(one -> sums.merge(one.itemId(), one.quantity(), Quantity::plus));
    return sums;
  }

  @Override
  @Transactional(readOnly = true)
  public Set<Long> itemsComing(long site) {
    return new HashSet<>(
        jdbc.sql(
                """
                select distinct o.kit_id from outbound_order o
                where o.kind = 'JOB' and o.state <> 'CANCELLED' and o.made is not null
                  and o.kit_quantity > o.made and (:site = 0 or o.site_id = :site)
                """)
            .param("site", site)
            .query(Long.class)
            .list());
  }

  /** Jobs from before what they make was booked in bring nothing. */
  @Override
  @Transactional(readOnly = true)
  public List<DatedQuantity> due(List<Long> items, long site) {
    return jdbc.sql(
            """
            select o.kit_id, o.needed, o.kit_quantity - o.made, o.number from outbound_order o
            where o.kind = 'JOB' and o.state <> 'CANCELLED' and o.kit_id in (:items)
              and o.made is not null and o.kit_quantity > o.made
              and (:site = 0 or o.site_id = :site)
            """)
        .param("items", items)
        .param("site", site)
        .query(
            (row, n) ->
                new DatedQuantity(
                    row.getLong(1),
                    row.getDate(2) == null ? null : row.getDate(2).toLocalDate(),
                    new Quantity(row.getBigDecimal(3)),
                    row.getString(4)))
        .list();
  }
}
