package app.reliquum.replenishment;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.demand.Sourcing;
import app.reliquum.core.demand.Sourcing.Way;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.text.Message;
import app.reliquum.feed.Feed;
import app.reliquum.feed.FeedTopic;
import app.reliquum.inbound.Suppliers;
import app.reliquum.outbound.Accepting;
import app.reliquum.outbound.OutboundOrders;
import app.reliquum.outbound.OutboundViews;
import app.reliquum.places.Places;
import app.reliquum.supply.Requisitions;
import app.reliquum.transfers.Planning;
import app.reliquum.transfers.TransferViews;
import app.reliquum.transfers.Transfers;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.math.BigDecimal;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * What the house proposes to have come. A proposal is of one item at one site from one source; a
 * run updates those that are open and never doubles them. A person approves it, and it becomes a
 * requisition, a transfer or a job; or changes, splits or refuses it.
 */
@Service
public class Proposals {

  private final JdbcClient jdbc;
  private final JdbcTemplate batches;
  private final Catalog catalog;
  private final Places places;
  private final Suppliers suppliers;
  private final Requisitions requisitions;
  private final Planning transfers;
  private final Transfers sent;
  private final Accepting jobs;
  private final OutboundOrders made;
  private final Feed feed;
  private final JsonMapper json;
  private final Clock clock;

  Proposals(
      JdbcClient jdbc,
      JdbcTemplate batches,
      Catalog catalog,
      Places places,
      Suppliers suppliers,
      Requisitions requisitions,
      Planning transfers,
      Transfers sent,
      Accepting jobs,
      OutboundOrders made,
      Feed feed,
      JsonMapper json,
      Clock clock) {
    this.jdbc = jdbc;
    this.batches = batches;
    this.catalog = catalog;
    this.places = places;
    this.suppliers = suppliers;
    this.requisitions = requisitions;
    this.transfers = transfers;
    this.sent = sent;
    this.jobs = jobs;
    this.made = made;
    this.feed = feed;
    this.json = json;
    this.clock = clock;
  }

  /** How far a proposal is. */
  public enum State {
    OPEN,
    APPROVED,
    REFUSED,
    /** It is not needed any more. */
    WITHDRAWN
  }

  /**
   * A proposal.
   *
   * @param fromId the site or supplier that it comes from; 0 for what is made, or for no supplier
   * @param due when it is here if it is approved today
   * @param changed whether someone has changed it
   * @param reason why, as the run saw it
   * @param document the number of what has become of it; empty while it is open
   */
  @Schema(name = "Proposal")
  public record Row(
      long id,
      int version,
      long itemId,
      String item,
      String name,
      String symbol,
      long siteId,
      String site,
      Way way,
      long fromId,
      @Nullable String from,
      Quantity quantity,
      LocalDate due,
      State state,
      boolean changed,
      Explanation reason,
      Instant made,
      @Nullable String decidedBy,
      String note,
      String document) {}

  /** How a proposal is changed, or what is split off it. The source is as {@link Row} has it. */
  @Schema(name = "ProposalChange")
  public record Change(
      @NotNull Integer version, @NotNull Quantity quantity, @NotNull Way way, @NotNull Long from) {}

  private static final String SELECT =
      """
      select r.*, i.code item, i.name, i.unit, s.name site, d.name decider,
        if(r.way = 'TRANSFER', f.name, u.name) source
      from proposal r join item i on i.id = r.item_id join site s on s.id = r.site_id
        left join site f on f.id = r.from_id left join supplier u on u.id = r.from_id
        left join person d on d.id = r.decided_by
      """;

  private Row row(ResultSet row, int n) throws SQLException {
    return new Row(
        row.getLong("id"),
        row.getInt("version"),
        row.getLong("item_id"),
        row.getString("item"),
        row.getString("name"),
        UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
        row.getLong("site_id"),
        row.getString("site"),
        Way.valueOf(row.getString("way")),
        row.getLong("from_id"),
        row.getString("source"),
        new Quantity(row.getBigDecimal("quantity")),
        row.getDate("due").toLocalDate(),
        State.valueOf(row.getString("state")),
        row.getBoolean("changed"),
        json.readValue(row.getString("reason"), Explanation.class),
        Utc.instant(row.getTimestamp("made")),
        row.getString("decider"),
        row.getString("note"),
        row.getString("document"));
  }

  /** The open proposals of items at sites, given as their pairs. */
  List<Row> open(Collection<Long> items, Collection<Long> sites) {
    if (items.isEmpty() || sites.isEmpty()) {
      return List.of();
    }
    return jdbc.sql(
            SELECT
                + " where r.open_item in (:items) and r.site_id in (:sites)"
                + " order by r.due, r.way, r.id")
        .param("items", items)
        .param("sites", sites)
        .query(this::row)
        .list();
  }

  /** The last proposals of an item at a site that were decided. */
  List<Row> decided(long item, long site) {
    return jdbc.sql(
            SELECT
                + " where r.item_id = ? and r.site_id = ? and r.state <> 'OPEN'"
                + " order by r.id desc limit 10")
        .params(item, site)
        .query(this::row)
        .list();
  }

  // What a run does with them

  /** An open proposal as a run has to know it. */
  record Open(long id, long item, Way way, long from, Quantity quantity, boolean changed) {}

  /** The open proposals of some items at a site; nobody decides them until the transaction ends. */
  List<Open> lockOpen(Collection<Long> items, long site) {
    return jdbc.sql(
            """
            select id, item_id, way, from_id, quantity, changed from proposal
            where open_item in (:items) and site_id = :site order by id for update
            """)
        .param("items", items)
        .param("site", site)
        .query(
            (row, n) ->
                new Open(
                    row.getLong(1),
                    row.getLong(2),
                    Way.valueOf(row.getString(3)),
                    row.getLong(4),
                    new Quantity(row.getBigDecimal(5)),
                    row.getBoolean(6)))
        .list();
  }

  /** What a run makes of the proposals of several items, to be written together. */
  static final class Changes {
    private final List<Object[]> made = new ArrayList<>();
    private final List<Object[]> changed = new ArrayList<>();
    private final List<Object[]> withdrawn = new ArrayList<>();
  }

  /**
   * Makes the open proposals of an item say what a run has found; those that someone has changed
   * stay as they are, and nothing is added to them.
   *
   * @param open those of the item
   * @param changes where it is noted, to be {@link #write written}
   * @return how many are open then
   */
  int propose(
      long run,
      long site,
      long item,
      List<Open> open,
      List<Sourcing.Part> parts,
      Why why,
      Changes changes) {
    if (open.stream().anyMatch(Open::changed)) {
      return open.size();
    }
    String reason = json.writeValueAsString(why.reason());
    Set<Long> kept = new TreeSet<>();
    for (Sourcing.Part part : parts) {
      Date due = Date.valueOf(why.days().ahead(part));
      BigDecimal quantity = part.quantity().amount();
      BigDecimal level = why.level().amount();
      open.stream()
          .filter(one -> one.way() == part.way() && one.from() == part.from())
          .findFirst()
          .ifPresentOrElse(
              one -> {
                kept.add(one.id());
                changes.changed.add(
                    new Object[] {quantity, due, quantity, due, reason, level, run, one.id()});
              },
              () ->
                  changes.made.add(
                      new Object[] {
                        site,
                        item,
                        part.way().name(),
                        part.from(),
                        quantity,
                        due,
                        reason,
                        level,
                        run,
                        Utc.of(clock.instant())
                      }));
    }
    open.stream()
        .filter(one -> !kept.contains(one.id()))
        .forEach(one -> changes.withdrawn.add(new Object[] {Utc.of(clock.instant()), one.id()}));
    return parts.size();
  }

  /**
   * Writes down what a run makes of proposals. One has another version only if it says otherwise.
   */
  void write(Changes changes) {
    batches.batchUpdate(
        """
        insert into proposal (site_id, item_id, way, from_id, quantity, due, state, reason,
          level, run_id, made) values (?, ?, ?, ?, ?, ?, 'OPEN', ?, ?, ?, ?)
        """,
        changes.made);
    batches.batchUpdate(
        """
        update proposal set version = version + (quantity <> ? or due <> ?), quantity = ?, due = ?,
          reason = ?, level = ?, run_id = ? where id = ?
        """,
        changes.changed);
    batches.batchUpdate(
        "update proposal set version = version + 1, state = 'WITHDRAWN', decided = ? where id = ?",
        changes.withdrawn);
  }

  /** Why something is proposed: the words of it, and the stock position that it was made for. */
  record Why(Explanation reason, Quantity level, LocalDate today, Days days) {}

  /** The day that lies some working days ahead. */
  interface Days {
    LocalDate ahead(Sourcing.Part part);
  }

  // What a person does with them

  private void withdraw(long id) {
    jdbc.sql(
            "update proposal set version = version + 1, state = 'WITHDRAWN', decided = ?"
                + " where id = ?")
        .params(Utc.of(clock.instant()), id)
        .update();
  }

  /** Some proposals, locked, if they are open and someone may work at their sites. */
  private List<Row> locked(Collection<Long> ids, Actor actor) {
    List<Row> rows = new ArrayList<>();
    for (long id : new TreeSet<>(ids)) {
      jdbc.sql("select id from proposal where id = ? for update")
          .param(id)
          .query(Long.class)
          .optional()
          .orElseThrow(() -> Problem.missing("proposal", id));
      Row row = jdbc.sql(SELECT + " where r.id = ?").param(id).query(this::row).single();
      actor.requireSite(row.siteId(), row.site());
      if (row.state() != State.OPEN) {
        throw Problem.conflict(
                "gone-on",
                switch (row.state()) {
                  case APPROVED ->
                      Message.of(
                          "The proposal for {0} is approved already: {1}.",
                          row.name(), row.document());
                  case REFUSED -> Message.of("The proposal for {0} was refused.", row.name());
                  case WITHDRAWN, OPEN ->
                      Message.of("The proposal for {0} is not needed any more.", row.name());
                })
            .with("item", row.item())
            .with("state", row.state());
      }
      rows.add(row);
    }
    return rows;
  }

  /**
   * Approves proposals. What is bought becomes a requisition that is approved, what comes from
   * another site a transfer for each pair of sites, what is made a job.
   *
   * @return the numbers of the documents that came of them
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public List<String> approve(Command command, List<Long> ids) {
    List<Row> rows = locked(ids, command.actor());
    Set<String> documents = new TreeSet<>();
    for (Row row : rows) {
      switch (row.way()) {
        case BUY -> documents.add(done(row, buy(command, row), command.actor()));
        case MAKE -> documents.add(done(row, make(command, row), command.actor()));
        case TRANSFER -> {}
      }
    }
    rows.stream()
        .filter(row -> row.way() == Way.TRANSFER)
        .collect(Collectors.groupingBy(row -> new Pair(row.fromId(), row.siteId())))
        .forEach(
            (pair, together) -> {
              String number = transfer(command, pair, together);
              together.forEach(row -> documents.add(done(row, number, command.actor())));
            });
    return List.copyOf(documents);
  }

  private record Pair(long from, long to) {}

  private String buy(Command command, Row row) {
    return requisitions.approved(
        command, row.itemId(), row.quantity(), row.siteId(), row.fromId(), "");
  }

  private String make(Command command, Row row) {
    long id =
        jobs.addJob(
            new OutboundViews.JobEntry(
                null, row.item(), row.quantity(), row.siteId(), row.due(), "", true),
            command.actor());
    return made.named(id).orElseThrow().number();
  }

  private String transfer(Command command, Pair pair, List<Row> rows) {
    long id =
        transfers.add(
            new TransferViews.Entry(
                null,
                null,
                pair.from(),
                pair.to(),
                rows.stream().map(Row::due).min(LocalDate::compareTo).orElseThrow(),
                false,
                "",
                rows.stream()
                    .map(
                        row ->
                            new TransferViews.LineEntry(row.item(), row.quantity(), "", null, null))
                    .toList()),
            command.actor());
    return sent.card(id, command.actor()).number();
  }

  private String done(Row row, String document, Actor actor) {
    decide(row, State.APPROVED, actor, "", document);
    return document;
  }

  private void decide(Row row, State state, Actor actor, String note, String document) {
    jdbc.sql(
            """
            update proposal set version = version + 1, state = ?, decided = ?, decided_by = ?,
              note = ?, document = ? where id = ?
            """)
        .params(state.name(), Utc.of(clock.instant()), actor.id(), note, document, row.id())
        .update();
    tell(row);
  }

  private void tell(Row row) {
    feed.write(FeedTopic.REPLENISHMENT, row.id(), "", "PROPOSAL", List.of(row.siteId()));
  }

  /** Refuses proposals: they come again only when the item is lower than now. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void refuse(Command command, List<Long> ids, String note) {
    locked(ids, command.actor())
        .forEach(row -> decide(row, State.REFUSED, command.actor(), note.strip(), ""));
  }

  /** Changes how much is proposed, or from where. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Row change(Command command, long id, Change change) {
    Row row = locked(List.of(id), command.actor()).get(0);
    Problem.unlessCurrent(change.version(), row.version());
    check(row, change);
    if (sameSource(row, change, id)) {
      throw Problem.conflict(
          "not-unique", "There is another proposal from there. Change that one, or join them.");
    }
    jdbc.sql(
            """
            update proposal set version = version + 1, quantity = ?, way = ?, from_id = ?,
              changed = true where id = ?
            """)
        .params(change.quantity().amount(), change.way().name(), change.from(), id)
        .update();
    tell(row);
    return jdbc.sql(SELECT + " where r.id = ?").param(id).query(this::row).single();
  }

  private boolean sameSource(Row row, Change change, long but) {
    return jdbc.sql(
            "select exists(select 1 from proposal where open_item = ? and site_id = ? and way = ?"
                + " and from_id = ? and id <> ?)")
        .params(row.itemId(), row.siteId(), change.way().name(), change.from(), but)
        .query(Boolean.class)
        .single();
  }

  private void check(Row row, Change change) {
    try {
      catalog
          .measured(Set.of(row.itemId()))
          .forEach(item -> item.measure().check(change.quantity()));
    } catch (QuantityException fault) {
      throw Problem.invalid("quantity", fault);
    }
    switch (change.way()) {
      case TRANSFER -> {
        places.named(change.from());
        if (change.from() == row.siteId()) {
          throw Problem.invalid("from", "A transfer comes from another site.");
        }
      }
      case BUY -> {
        if (change.from() != 0) {
          suppliers.supplier(change.from());
        }
      }
      case MAKE -> {
        if (change.from() != 0) {
          throw Problem.invalid("from", "What is made comes from nobody.");
        }
      }
    }
  }

  /**
   * Takes a part of a proposal to have it come from elsewhere. If there is a proposal from there
   * already, the part is added to it; if nothing is left of the first, both are joined.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public List<Row> split(Command command, long id, Change part) {
    Row row = locked(List.of(id), command.actor()).get(0);
    Problem.unlessCurrent(part.version(), row.version());
    check(row, part);
    if (part.way() == row.way() && part.from() == row.fromId()) {
      throw Problem.invalid("from", "A part that comes from elsewhere is split off.");
    }
    Quantity left = row.quantity().minus(part.quantity());
    if (left.isNegative()) {
      throw Problem.invalid(
          "quantity", "At most {0} {1} can be split off.", row.quantity(), row.symbol());
    }
    jdbc.sql(
            """
            insert into proposal (site_id, item_id, way, from_id, quantity, due, state, changed,
              reason, level, run_id, made)
            select r.site_id, r.item_id, :way, :from, :quantity, r.due, 'OPEN', true, r.reason,
              r.level, r.run_id, r.made from proposal r where r.id = :id
            on duplicate key update quantity = proposal.quantity + :quantity, changed = true,
              version = proposal.version + 1
            """)
        .param("way", part.way().name())
        .param("from", part.from())
        .param("quantity", part.quantity().amount())
        .param("id", id)
        .update();
    if (left.isZero()) {
      withdraw(id);
    } else {
      jdbc.sql(
              "update proposal set version = version + 1, quantity = ?, changed = true where id = ?")
          .params(left.amount(), id)
          .update();
    }
    tell(row);
    return open(List.of(row.itemId()), List.of(row.siteId()));
  }
}
