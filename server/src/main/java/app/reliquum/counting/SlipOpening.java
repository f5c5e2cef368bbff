package app.reliquum.counting;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.core.counting.CountState;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.sentence.OpenCount;
import app.reliquum.counting.CountLineTable.LineRow;
import app.reliquum.counting.CountTable.Head;
import app.reliquum.counting.CountTable.SlipRow;
import app.reliquum.counting.Counting.Shape;
import app.reliquum.counting.Counting.SlipState;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Finds the slip that someone counts: handed to them, in the pool, or made as they scan. */
@Component
class SlipOpening {

  private final CountTable table;
  private final CountLineTable lineTable;
  private final Results results;
  private final OpenCountTable people;

  SlipOpening(CountTable table, CountLineTable lineTable, Results results, OpenCountTable people) {
    this.table = table;
    this.lineTable = lineTable;
    this.results = results;
    this.people = people;
  }

  /** Goes on in a bin. */
  OpenCount enter(Head head, OpenCount open, long place, Actor actor, boolean knowingly) {
    SlipRow ofItem = open.slip() == 0 ? null : table.slip(open.slip()).orElse(null);
    if (ofItem != null
        && ofItem.placeId() == 0
        && !ofItem.ofLoad()
        && ofItem.state() != SlipState.DONE) {
      // An item is counted in one bin after the other.
      return open.at(ofItem.id(), place);
    }
    if (table.countedWhatIsChecked(head, place, actor.id())) {
      throw Problem.refused(
          "counted-already",
          "You have counted that bin yourself. Someone else checks it. Choose another one.");
    }
    List<SlipRow> slips = table.slipsAt(head.id(), place);
    Optional<OpenCount> taken = takeOneOf(head, open, slips, place, actor);
    if (taken.isPresent()) {
      return taken.get();
    }
    if (head.shape() == Shape.ITEM || head.shape() == Shape.LOAD) {
      return open.at(0, place);
    }
    if (head.shape() == Shape.BIN && !knowingly) {
      throw Problem.refused(
              "not-on-count",
              "That bin is not on {0}. Count it too, or choose another one.",
              head.number())
          .with("place", place)
          .with("count", head.number());
    }
    long slip = table.addSlip(head.id(), 1, place, 0, SlipState.OPEN, 0);
    return take(head, open, table.slip(slip).orElseThrow(), place);
  }

  /** Goes on with a unit load; one that is on no slip gets one. */
  OpenCount onLoad(Head head, OpenCount open, long load, Actor actor) {
    long place = open.sentence().place();
    return takeOneOf(head, open, table.slipsOfLoad(head.id(), load), place, actor)
        .orElseGet(
            () -> {
              long slip = table.addSlip(head.id(), 1, 0, 0, load, SlipState.OPEN, 0);
              return take(head, open, table.slip(slip).orElseThrow(), place);
            });
  }

  /**
   * Takes up the slip that is this person's to count.
   *
   * @param slips all that are about one thing
   * @return nothing if there is none at all
   */
  private Optional<OpenCount> takeOneOf(
      Head head, OpenCount open, List<SlipRow> slips, long place, Actor actor) {
    SlipRow handedTo = null;
    SlipRow done = null;
    boolean forSomeoneElse = false;
    for (SlipRow slip : slips) {
      if (slip.state() == SlipState.DONE) {
        done = done == null && slip.round() == 1 ? slip : done;
      } else if (slip.personId() != 0 && slip.personId() != actor.id()) {
        handedTo = slip;
      } else if (slip.round() > 1 && countedBefore(head.id(), slip, actor.id())) {
        forSomeoneElse = true;
      } else {
        return Optional.of(take(head, open, slip, place));
      }
    }
    if (handedTo != null) {
      throw Problem.refused(
              "handed-to-another",
              "That slip is handed to {0}. Choose another one.",
              people.name(handedTo.personId()))
          .with("person", people.name(handedTo.personId()));
    }
    if (forSomeoneElse) {
      throw Problem.refused(
          "counted-already",
          "You have counted that. Someone else counts it again. Choose another one.");
    }
    return done == null ? Optional.empty() : Optional.of(again(head, open, done, place, actor));
  }

  /** Whether someone has counted, in an earlier round, what a slip is about. */
  boolean countedBefore(long count, SlipRow slip, long person) {
    for (int round = 1; round < slip.round(); round++) {
      boolean counted =
          lineTable.inPlace(count, slip.placeId(), round).stream()
              .anyMatch(line -> line.personId() == person && slip.covers(line.key()));
      if (counted) {
        return true;
      }
    }
    return false;
  }

  /** Whoever ended a slip may take it up again and change what they said. */
  private OpenCount again(Head head, OpenCount open, SlipRow done, long place, Actor actor) {
    List<LineRow> lines = lineTable.ofSlip(done.id());
    boolean mine = lines.stream().anyMatch(line -> line.personId() == actor.id());
    if (!mine && !lines.isEmpty()) {
      throw Problem.refused(
              "counted-already",
              "That is counted already, by {0}. Choose another one.",
              String.join(" and ", lines.stream().map(LineRow::person).distinct().toList()))
          .with("slip", done.slipNo());
    }
    for (LineRow line : lines) {
      if (line.stated()) {
        lineTable.write(
            head.id(), done, done.round(), line.key(), line.personId(), line, null, true);
        results.refresh(head.id(), line.key());
      }
    }
    return take(head, open, done, place);
  }

  /** Begins with a slip, or joins those who count it. */
  OpenCount take(Head head, OpenCount open, SlipRow slip, long place) {
    if (head.state() == CountState.PREPARED) {
      table.lock(head.id());
      table.begin(head.id());
    }
    if (slip.state() != SlipState.TAKEN) {
      table.slipState(slip.id(), SlipState.TAKEN, 0);
    }
    table.changed(head.id());
    return open.at(slip.id(), place);
  }

  /** The slip that a position is counted for; null for something found that is on none. */
  @Nullable SlipRow slipFor(Head head, OpenCount open, PositionKey key, Actor actor) {
    SlipRow at = open.slip() == 0 ? null : table.slip(open.slip()).orElseThrow();
    if (at != null && at.covers(key)) {
      return at;
    }
    if (at != null && at.round() > 1) {
      throw Problem.refused(
          "other-item", "This is counted again for one item only. End it, then count the others.");
    }
    if (head.shape() == Shape.ITEM) {
      for (SlipRow slip : table.slipsOf(head.id(), key.item())) {
        boolean mine = slip.personId() == 0 || slip.personId() == actor.id();
        if (slip.state() != SlipState.DONE && mine) {
          if (slip.state() == SlipState.OPEN) {
            take(head, open, slip, key.place());
          }
          return slip;
        }
      }
    }
    if (head.state() == CountState.PREPARED) {
      table.lock(head.id());
      table.begin(head.id());
    }
    return null;
  }

  /** The slip that a counted position belongs to, whoever it is handed to; null for none. */
  @Nullable SlipRow slipOf(Head head, PositionKey key) {
    List<SlipRow> slips = new ArrayList<>(table.slipsAt(head.id(), key.place()));
    slips.addAll(table.slipsOf(head.id(), key.item()));
    if (key.unitLoad() != 0) {
      slips.addAll(table.slipsOfLoad(head.id(), key.unitLoad()));
    }
    return slips.stream()
        .filter(slip -> slip.round() == 1 && slip.covers(key))
        .findFirst()
        .orElse(null);
  }
}
