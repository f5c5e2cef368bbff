package app.reliquum.tracing;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.trace.Trace;
import app.reliquum.core.trace.TracedGoods;
import app.reliquum.stock.BlindCounting;
import app.reliquum.stock.UnitLoads;
import java.util.LinkedHashSet;
import java.util.Set;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Answers where goods came from and where they went. */
@Service
class Tracing {

  /** A trace with more lines than this is broken off: nobody could read it. */
  static final int MOST_LINES = 10_000;

  private final JdbcClient jdbc;
  private final LotsAndSerials lotsAndSerials;
  private final UnitLoads loads;
  private final TraceNames names;
  private final ObjectProvider<BlindCounting> blind;

  Tracing(
      JdbcClient jdbc,
      LotsAndSerials lotsAndSerials,
      UnitLoads loads,
      TraceNames names,
      ObjectProvider<BlindCounting> blind) {
    this.jdbc = jdbc;
    this.lotsAndSerials = lotsAndSerials;
    this.loads = loads;
    this.names = names;
    this.blind = blind;
  }

  /**
   * The trace of a lot.
   *
   * @throws Problem if there is no such lot
   */
  @Transactional(readOnly = true)
  public Traced.Answer ofLot(long id, Actor actor) {
    LotsAndSerials.LotCard lot =
        lotsAndSerials.lot(id).orElseThrow(() -> Problem.missing("lot", id));
    return of(Set.of(TracedGoods.lot(lot.itemId(), id)), actor);
  }

  /**
   * The trace of a piece.
   *
   * @throws Problem if there is no such serial number
   */
  @Transactional(readOnly = true)
  public Traced.Answer ofSerial(long id, Actor actor) {
    LotsAndSerials.SerialCard serial =
        lotsAndSerials.serial(id).orElseThrow(() -> Problem.missing("serial number", id));
    return of(Set.of(TracedGoods.piece(serial.itemId(), id)), actor);
  }

  /**
   * The trace of what is on a unit load, or was last on it.
   *
   * @throws Problem if there is no such unit load, or only goods that can't be traced were on it
   */
  @Transactional(readOnly = true)
  public Traced.Answer ofUnitLoad(long id, Actor actor) {
    UnitLoads.Card load = loads.card(id).orElseThrow(() -> Problem.missing("unit load", id));
    Set<TracedGoods> goods = new LinkedHashSet<>();
    jdbc.sql(
            "select distinct p.item_id, p.lot_id, p.serial_id from on_hand p join place l on l.id ="
                + " p.place_id where p.unit_load_id = :load and (:everywhere or l.site_id in"
                + " (:sites)) and (p.lot_id > 0 or p.serial_id > 0)")
        .param("load", id)
        .param("everywhere", actor.everywhere())
        .param("sites", actor.siteNumbers())
        .query(
            (row, n) ->
                new Goods(row.getLong("item_id"), row.getLong("lot_id"), row.getLong("serial_id")))
        .list()
        .forEach(one -> TracedGoods.of(one).ifPresent(goods::add));
    if (goods.isEmpty()) {
      throw Problem.refused(
          "nothing-to-trace", "Nothing with a lot or a serial number is on {0} now.", load.code());
    }
    return of(goods, actor);
  }

  private Traced.Answer of(Set<TracedGoods> subjects, Actor actor) {
    TracedLedger ledger = new TracedLedger(jdbc, actor);
    Trace trace = Trace.of(subjects, ledger, MOST_LINES);
    refuseWhatIsCountedBlind(trace, actor);
    return names.answer(trace, ledger, actor);
  }

  /** A trace adds up to what the book holds: who is counting that must not see it. */
  private void refuseWhatIsCountedBlind(Trace trace, Actor actor) {
    BlindCounting.Hidden hidden =
        blind.getIfAvailable(() -> nobody -> BlindCounting.Hidden.NOTHING).hiddenFrom(actor);
    boolean any =
        trace.parts().stream()
            .anyMatch(
                part ->
                    hidden.items().contains(part.goods().item())
                        || part.lines().stream()
                            .anyMatch(
                                line ->
                                    hidden.places().contains(line.from().spot().place())
                                        || hidden.places().contains(line.to().spot().place())));
    if (any) {
      throw Problem.refused(
          "counted-blind",
          "You are counting some of these goods without knowing the book. They can be traced once they are counted.");
    }
  }
}
