package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.core.ledger.Reservation;
import app.reliquum.core.removal.Candidate;
import app.reliquum.outbound.OutboundTable.Head;
import app.reliquum.outbound.OutboundTable.LineRow;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.removal.RemovalPreview;
import app.reliquum.removal.RemovalRules;
import app.reliquum.stock.Reserving;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Why goods of an order are taken from where they are, as the rules see it now. */
@Service
class PickReasons {

  private final OutboundTable orders;
  private final Allocating allocating;
  private final Reserving reserving;
  private final RemovalRules rules;
  private final RemovalPreview preview;
  private final Places places;
  private final SiteDays days;

  PickReasons(
      OutboundTable orders,
      Allocating allocating,
      Reserving reserving,
      RemovalRules rules,
      RemovalPreview preview,
      Places places,
      SiteDays days) {
    this.orders = orders;
    this.allocating = allocating;
    this.reserving = reserving;
    this.rules = rules;
    this.preview = preview;
    this.places = places;
    this.days = days;
  }

  /**
   * Why goods are taken from where they are.
   *
   * @param place the bin that they are taken from
   * @param now what the rules would take if these goods were not reserved
   * @param still whether they would take them from there again; else something has changed since
   */
  @Schema(name = "PickReason")
  record Reason(long placeId, String place, RemovalPreview.Trial now, boolean still) {}

  /**
   * Why goods that are reserved for an order, and not picked yet, are taken from where they are.
   */
  @Transactional(readOnly = true)
  public Reason reason(long order, long reservation, Actor actor) {
    Head head = orders.find(order).orElseThrow(() -> Problem.missing("order", order));
    places.requireSite(head.siteId(), actor);
    Reservation kept =
        reserving.of(head.number()).stream()
            .map(Reserving.Kept::reservation)
            .filter(one -> one.id() == reservation && !one.picked())
            .findFirst()
            .orElseThrow(() -> Problem.missing("reserved goods", reservation));
    LineRow line =
        orders.lines(order).stream()
            .filter(one -> one.lineNo() == kept.line())
            .findFirst()
            .orElseThrow(() -> Problem.missing("line", kept.line()));
    long item = kept.key().item();
    LocalDate needed = head.needed() == null ? days.today(head.siteId()) : head.needed();
    List<Candidate> candidates =
        reserving.candidates(item, head.siteId()).stream()
            .map(one -> one.key().equals(kept.key()) ? one.less(kept.quantity().negated()) : one)
            .toList();
    RemovalPreview.Trial now =
        preview.trial(
            item,
            head.siteId(),
            allocating.wanted(needed, line, kept.quantity(), rules.policy(item, head.siteId())),
            candidates,
            actor);
    boolean still =
        now.choices().stream()
            .anyMatch(one -> one.placeId() == kept.key().place() && one.taken().isPositive());
    return new Reason(
        kept.key().place(),
        places.forLedger(Set.of(kept.key().place())).get(0).address(),
        now,
        still);
  }
}
