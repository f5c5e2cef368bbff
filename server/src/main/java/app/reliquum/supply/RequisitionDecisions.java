package app.reliquum.supply;

import static java.util.stream.Collectors.joining;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.approvals.Approvals;
import app.reliquum.core.approval.Approval;
import app.reliquum.core.fulfilment.Requisition;
import app.reliquum.core.fulfilment.Requisition.State;
import app.reliquum.documents.Document;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentLog;
import app.reliquum.inbound.Suppliers;
import app.reliquum.supply.RequisitionViews.Line;
import java.math.BigDecimal;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What people decide of requisitions: agreed to, dropped, kept, bought from whom. */
@Service
public class RequisitionDecisions {

  private final JdbcClient jdbc;
  private final RequisitionRows rows;
  private final Approvals approvals;
  private final Suppliers suppliers;
  private final DocumentLog log;
  private final Clock clock;

  RequisitionDecisions(
      JdbcClient jdbc,
      RequisitionRows rows,
      Approvals approvals,
      Suppliers suppliers,
      DocumentLog log,
      Clock clock) {
    this.jdbc = jdbc;
    this.rows = rows;
    this.approvals = approvals;
    this.suppliers = suppliers;
    this.log = log;
    this.clock = clock;
  }

  static void must(Line line, State... states) {
    if (!List.of(states).contains(line.state())) {
      throw Problem.conflict(
              "gone-on",
              "{0}",
              line.number()
                  + switch (line.state()) {
                    case REQUESTED -> " is not agreed to yet.";
                    case APPROVED -> " is agreed to already.";
                    case ORDERED -> " is ordered already.";
                    case CANCELLED -> " was dropped.";
                  })
          .with("number", line.number())
          .with("state", line.state());
    }
  }

  /**
   * Agrees to some lines; who has a limit only up to it, all lines together, and to nothing of
   * which nobody knows what it is worth.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void agree(Command command, List<Long> ids) {
    List<Line> lines = rows.locked(ids, command.actor());
    lines.forEach(line -> must(line, State.REQUESTED));
    Optional<BigDecimal> limit = approvals.limit(command.actor(), null);
    Optional<BigDecimal> value = rows.value(lines);
    if (limit.isPresent() && value.isEmpty()) {
      throw Problem.refused(
              "no-price",
              "What it is worth is not known, and you may agree up to {0} only. Name a supplier and his price first.",
              limit.get().toPlainString())
          .with("limit", limit.get());
    }
    if (value.isPresent() && Approval.needed(value.get(), limit)) {
      throw Problem.refused(
              "above-limit",
              "It is worth {0}, and you may agree to {1}.",
              value.get().toPlainString(),
              limit.orElseThrow().toPlainString())
          .with("value", value.get())
          .with("limit", limit.orElseThrow());
    }
    approve(command, lines);
  }

  /** Marks lines as agreed to. */
  void approve(Command command, List<Line> lines) {
    jdbc.sql(
            "update requisition_line set state = 'APPROVED', agreed = :now, agreed_by = :by,"
                + " version = version + 1 where id in (:ids)")
        .param("now", Utc.of(clock.instant()))
        .param("by", command.actor().id())
        .param("ids", ids(lines))
        .update();
    write(lines, command.actor(), "APPROVED");
  }

  static List<Long> ids(List<Line> lines) {
    return lines.stream().map(Line::id).toList();
  }

  /** Drops some lines that are not ordered; who may not order drops only their own. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void drop(Command command, List<Long> ids) {
    List<Line> lines = rows.locked(ids, command.actor());
    for (Line line : lines) {
      must(line, State.REQUESTED, State.APPROVED);
      if (!line.can().contains(Requisition.Action.CANCEL)) {
        throw Problem.forbidden("Only who asked for {0} may drop it.", line.number());
      }
    }
    jdbc.sql(
            "update requisition_line set state = 'CANCELLED', version = version + 1"
                + " where id in (:ids)")
        .param("ids", ids(lines))
        .update();
    write(lines, command.actor(), State.CANCELLED.name());
  }

  /** Keeps some lines that are not ordered for stock, whatever becomes of what they were for. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void keep(Command command, List<Long> ids) {
    List<Line> lines = rows.locked(ids, command.actor());
    lines.forEach(line -> must(line, State.REQUESTED, State.APPROVED));
    jdbc.sql(
            "update requisition_line set source_line = 0, version = version + 1 where id in (:ids)")
        .param("ids", ids(lines))
        .update();
    write(lines, command.actor(), "KEPT");
  }

  /** Says from whom a line is to be bought. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void from(Command command, long id, long supplier) {
    List<Line> lines = rows.locked(List.of(id), command.actor());
    lines.forEach(line -> must(line, State.REQUESTED, State.APPROVED));
    jdbc.sql("update requisition_line set supplier_id = ?, version = version + 1 where id = ?")
        .params(suppliers.supplier(supplier).id(), id)
        .update();
    write(lines, command.actor(), "CHANGED");
  }

  /** Writes what became of lines into the log of each requisition, once. */
  void write(List<Line> lines, Actor actor, String what) {
    Map<Long, List<Line>> together = new TreeMap<>();
    lines.forEach(
        line -> together.computeIfAbsent(line.requisitionId(), id -> new ArrayList<>()).add(line));
    together.forEach(
        (id, some) ->
            log.write(
                document(id, some.get(0).number(), some.get(0).siteId()),
                actor.id(),
                what,
                some.stream().map(Line::item).distinct().limit(20).collect(joining(", "))));
  }

  static Document document(long id, String number, long site) {
    return Document.of(DocumentKind.REQUISITION, id, number, List.of(site));
  }
}
