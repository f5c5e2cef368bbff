package app.reliquum.counting;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.counting.CountState;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.MomentSource;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.text.Message;
import app.reliquum.counting.CountTable.Head;
import app.reliquum.counting.CountTable.SlipRow;
import app.reliquum.counting.Counting.SlipState;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Takes what a terminal without a network has counted into a count. */
@Service
public class CountFiles {

  private final JdbcClient jdbc;
  private final CountTable table;
  private final CountRows counts;
  private final CountLines countLines;
  private final SlipOpening opening;
  private final Catalog catalog;
  private final Places places;
  private final Clock clock;
  private final SiteDays days;
  private final LotsAndSerials lotsAndSerials;
  private final CountWorkTable work;

  CountFiles(
      JdbcClient jdbc,
      CountTable table,
      CountRows counts,
      CountLines countLines,
      SlipOpening opening,
      Catalog catalog,
      Places places,
      Clock clock,
      SiteDays days,
      LotsAndSerials lotsAndSerials,
      CountWorkTable work) {
    this.work = work;
    this.lotsAndSerials = lotsAndSerials;
    this.days = days;
    this.jdbc = jdbc;
    this.table = table;
    this.counts = counts;
    this.countLines = countLines;
    this.opening = opening;
    this.catalog = catalog;
    this.places = places;
    this.clock = clock;
  }

  /**
   * One line of what was counted elsewhere.
   *
   * @param row its number in the file
   * @param place the bin; 0 if the file does not say, and it must follow from the book
   * @param lot the number of the lot, empty for none
   * @param serial the number of the piece, empty for none
   * @param at when it was counted
   */
  public record Scan(
      int row,
      long item,
      long place,
      String lot,
      @Nullable LocalDate expiry,
      String serial,
      Quantity quantity,
      Instant at) {}

  /** Why a line was not taken. */
  public record Fault(int row, String sentence) {}

  /** The count that lines are for, its site, and whether whoever counts may not see the book. */
  public record For(long count, String number, long site, boolean blind) {}

  /** The count that a file is for. */
  @Transactional(readOnly = true)
  public For target(long count, Actor actor) {
    Head head = counts.head(count, actor);
    if (!head.state().counts()) {
      throw Problem.refused(
              "not-counting", "{0} is no longer counted. Choose another count.", head.number())
          .with("state", head.state());
    }
    return new For(head.id(), head.number(), head.siteId(), head.blind());
  }

  /**
   * Remembers that a file was read, so that it is not read twice by mistake.
   *
   * @throws Problem if it was
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void once(Command command, long count, byte[] fingerprint) {
    int fresh =
        jdbc.sql(
                "insert ignore into count_file (count_id, fingerprint, at, person_id) values (?, ?,"
                    + " ?, ?)")
            .params(count, fingerprint, Times.utc(clock.instant()), command.actor().id())
            .update();
    if (fresh == 0) {
      throw Problem.conflict(
          "read-already",
          "This very file was read into the count before. To count again, count it anew.");
    }
  }

  /** Takes lines in; those that can't be taken are told, the others are kept. */
  @Transactional(propagation = Propagation.MANDATORY)
  public List<Fault> take(Command command, long count, List<Scan> scans) {
    work.requireIdle(count);
    Head head = table.lock(count).orElseThrow(() -> Problem.missing("count", count));
    target(count, command.actor());
    if (head.state() == CountState.PREPARED) {
      table.begin(count);
    }
    Instant now = clock.instant();
    List<Fault> faults = new ArrayList<>();
    for (Scan scan : scans) {
      try {
        take(command, head, scan, now);
      } catch (Problem problem) {
        faults.add(new Fault(scan.row(), Problem.said(problem)));
      } catch (QuantityException fault) {
        faults.add(new Fault(scan.row(), Problem.said(fault)));
      }
    }
    table.event(count, command.actor().id(), "FILE", (scans.size() - faults.size()) + "");
    return faults;
  }

  private void take(Command command, Head head, Scan scan, Instant now) {
    if (!MomentSource.FILE.believes(scan.at(), now)) {
      throw Problem.invalid(
          "time", "It was counted at {0}: expected a time of the last 31 days.", scan.at());
    }
    PositionKey key = position(head, scan);
    SlipRow slip = opening.slipOf(head, key);
    if (slip != null && slip.state() == SlipState.DONE) {
      throw Problem.refused("counted-already", "That slip is counted already.");
    }
    Instant at = scan.at().isAfter(now) ? now : scan.at();
    countLines.countElsewhere(command, command.actor().id(), head, slip, key, scan.quantity(), at);
    if (slip != null && slip.state() == SlipState.OPEN) {
      table.slipState(slip.id(), SlipState.TAKEN, 0);
    }
  }

  /**
   * The position that was counted elsewhere: good stock, with its lot and its piece, which are made
   * if the house does not know them yet.
   *
   * @throws Problem if the item can't lie there so
   */
  PositionKey position(Head head, Scan scan) {
    Catalog.Measured item = catalog.measured(Set.of(scan.item())).get(0);
    if (!scan.quantity().isZero()) {
      item.measure().check(scan.quantity());
    }
    if (item.tracking().needsLot() && scan.lot().isEmpty() && scan.serial().isEmpty()) {
      throw Problem.invalid("lot", "{0} is kept by lot: name the lot.", item.name());
    }
    if (item.tracking().needsSerial() && scan.serial().isEmpty()) {
      throw Problem.invalid("serial", "Each {0} has a serial number: name it.", item.name());
    }
    if (!scan.serial().isEmpty() && scan.quantity().compareTo(Quantity.ONE) > 0) {
      throw Problem.invalid("quantity", "A piece with a serial number is one.");
    }
    long place = place(head, scan);
    long lot =
        scan.lot().isEmpty() || !item.tracking().needsLot()
            ? 0
            : lotsAndSerials
                .obtainLot(
                    item.id(),
                    scan.lot(),
                    LotDates.expiring(scan.expiry()),
                    days.on(head.siteId(), scan.at()))
                .id();
    long serial = 0;
    if (!scan.serial().isEmpty() && item.tracking().needsSerial()) {
      LotsAndSerials.SerialCard piece =
          lotsAndSerials.obtainSerial(item.id(), scan.serial(), lot, null);
      serial = piece.id();
      lot = piece.lotId();
    }
    return new PositionKey(item.id(), place, lot, serial, 0, Condition.GOOD);
  }

  /** The bin; where the file does not say, the only one that it can be. */
  private long place(Head head, Scan scan) {
    if (scan.place() != 0) {
      Places.LedgerPlace bin = places.forLedger(Set.of(scan.place())).get(0);
      if (bin.site() != head.siteId()) {
        throw Problem.refused(
            "other-site",
            "{0} is at {1}, not where this is counted.",
            bin.address(),
            bin.siteName());
      }
      return bin.id();
    }
    Optional<Places.LedgerPlace> implied =
        places.implied(head.siteId()).filter(Places.LedgerPlace::active);
    if (implied.isPresent()) {
      return implied.get().id();
    }
    List<Long> lies =
        jdbc.sql(
                "select distinct s.place_id from on_hand s join place p on p.id = s.place_id"
                    + " where s.item_id = ? and p.site_id = ? and p.kind = 'BIN'"
                    + " limit 2")
            .params(scan.item(), head.siteId())
            .query(Long.class)
            .list();
    if (lies.size() == 1) {
      return lies.get(0);
    }
    throw Problem.invalid(
        "bin",
        lies.isEmpty()
            ? Message.of("The book has none of it here: name the bin.")
            : Message.of("It lies in several bins: name the bin."));
  }
}
