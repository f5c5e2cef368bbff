package app.reliquum.demo;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.OwnLabel;
import app.reliquum.core.sentence.Count;
import app.reliquum.core.sentence.HeldPosition;
import app.reliquum.core.sentence.OpenCount;
import app.reliquum.counting.CountLines;
import app.reliquum.counting.CountPreparation;
import app.reliquum.counting.CountProgramme;
import app.reliquum.counting.Counting;
import app.reliquum.counting.EarlierCounts;
import app.reliquum.counting.ReportedDiscrepancies;
import app.reliquum.demo.DemoHouse.DemoItem;
import app.reliquum.demo.DemoHouse.DemoSite;
import app.reliquum.places.Places;
import app.reliquum.stock.OnHand;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Counts of the chandlery: nine months of them, one in review, one being counted, one to begin. */
@Component
class DemoCounts {

  private static final int MONTHS = 9;

  /** By how much the shelf differs, one bin after the other that holds something. */
  private static final int[] DIFFERENCES = {0, 0, -2, 0, 0, 0, 1, 0, 0, -6, 0};

  private static final ZoneId ZONE = ZoneId.of("Europe/London");

  private final EarlierCounts earlier;
  private final CountPreparation preparation;
  private final CountLines countLines;
  private final ReportedDiscrepancies discrepancies;
  private final CountProgramme programme;
  private final OnHand onHand;
  private final Places places;
  private final Catalog catalog;
  private final LotsAndSerials lotsAndSerials;

  DemoCounts(
      EarlierCounts earlier,
      CountPreparation preparation,
      CountLines countLines,
      ReportedDiscrepancies discrepancies,
      CountProgramme programme,
      OnHand onHand,
      Places places,
      Catalog catalog,
      LotsAndSerials lotsAndSerials) {
    this.lotsAndSerials = lotsAndSerials;
    this.earlier = earlier;
    this.preparation = preparation;
    this.countLines = countLines;
    this.discrepancies = discrepancies;
    this.programme = programme;
    this.onHand = onHand;
    this.places = places;
    this.catalog = catalog;
  }

  void write(
      List<DemoItem> items,
      DemoSite quay,
      DemoSite holm,
      Actor clerk,
      Actor hand,
      Random random,
      LocalDate today) {
    Counting.Scope site = Counting.Scope.of(quay.card().id());
    for (int month = MONTHS; month >= 1; month--) {
      cycle(items, quay, hand, random, today.minusDays(30L * month - 4), MONTHS - month);
      if (month % 3 == 0) {
        cycle(items, holm, clerk, random, today.minusDays(30L * month - 9), MONTHS - month);
      }
    }
    programme.workOutEverywhere();
    review(site, quay, clerk, hand);
    halfDone(site, quay, clerk, hand);
    toBegin(site, clerk, hand);
    suspect(quay, hand);
  }

  private static Command command(Actor actor) {
    return new Command(UUID.randomUUID(), actor, "handheld 2");
  }

  /** A cycle count of a month: the book gets better as the months go by. */
  private void cycle(
      List<DemoItem> items, DemoSite site, Actor who, Random random, LocalDate day, int nth) {
    if (day.getDayOfWeek().getValue() > 5) {
      day = day.minusDays(2);
    }
    List<EarlierCounts.Found> found = new ArrayList<>();
    for (int i = 0; i < 22; i++) {
      DemoItem item = items.get((nth * 31 + i * 17) % items.size());
      for (HeldPosition one : onHand.of(item.card().id(), site.card().id())) {
        boolean wrong = random.nextInt(100) < 16 - nth && one.key().serial() == 0;
        long most = Math.min(3, one.quantity().amount().longValue() / 4);
        long more = wrong && most > 0 ? (random.nextInt(3) == 0 ? 1 : -1) * most : 0;
        found.add(new EarlierCounts.Found(one.key(), Quantity.of(more)));
      }
    }
    earlier.write(
        command(who),
        site.card().id(),
        day.atTime(LocalTime.of(16, 10)).atZone(ZONE).toInstant(),
        "Cycle count",
        found);
  }

  private long drawUp(Counting.Scope scope, Actor clerk, @Nullable List<Long> people, String note) {
    return preparation.drawUp(
        command(clerk),
        new Counting.Entry(
            null, scope, Counting.Method.SWEEP, Counting.Shape.BIN, true, people, note, false));
  }

  private static Counting.Scope bins(Counting.Scope site, String from, String to) {
    return new Counting.Scope(
        site.site(), null, from, to, null, null, null, null, null, null, null, null);
  }

  private void review(Counting.Scope site, DemoSite quay, Actor clerk, Actor hand) {
    long count = drawUp(bins(site, "QA-01", "QA-06"), clerk, null, "Pick face QA, first half");
    countLines.choose(command(hand), site.site(), count);
    int nth = 0;
    for (int bay = 1; bay <= 6; bay++) {
      for (char level = 'A'; level <= 'E'; level++) {
        String address = "QA-%02d-%s".formatted(bay, level);
        boolean empty = onHand.in(bin(quay, address)).isEmpty();
        countBin(
            hand,
            quay,
            site.site(),
            address,
            empty ? 0 : DIFFERENCES[nth % DIFFERENCES.length],
            false);
        nth += empty ? 0 : 1;
      }
    }
    countLines.choose(command(hand), site.site(), 0);
  }

  private void halfDone(Counting.Scope site, DemoSite quay, Actor clerk, Actor hand) {
    long count = drawUp(bins(site, "FL-01", "FL-20"), clerk, null, "Flare locker");
    countLines.choose(command(hand), site.site(), count);
    for (int bin = 1; bin <= 6; bin++) {
      countBin(hand, quay, site.site(), "FL-%02d".formatted(bin), bin == 4 ? -1 : 0, false);
    }
    countLines.choose(command(hand), site.site(), 0);
  }

  private void toBegin(Counting.Scope site, Actor clerk, Actor hand) {
    drawUp(
        bins(site, "PT-01", "PT-06"), clerk, List.of(hand.id()), "Paint store, before the order");
  }

  /** Counts a bin as it is in the book, but for a difference at its first position. */
  private void countBin(
      Actor hand, DemoSite quay, long site, String address, long difference, boolean empty) {
    long place = bin(quay, address);
    OpenCount at = countLines.enter(command(hand), countLines.lock(hand, site), place, false);
    List<Count.Stroke> strokes = new ArrayList<>();
    boolean onePieceIsMissing = difference < 0;
    for (HeldPosition one : empty ? List.<HeldPosition>of() : onHand.in(place)) {
      if (one.key().serial() != 0 && onePieceIsMissing) {
        onePieceIsMissing = false;
        continue;
      }
      long counted = one.quantity().amount().longValue();
      if (strokes.isEmpty() && one.key().serial() == 0) {
        counted = Math.max(0, counted + difference);
      }
      strokes.add(stroke(one.key(), Quantity.of(counted)));
    }
    countLines.count(command(hand), at, strokes, Duration.ofMinutes(40));
    CountLines.Left left = countLines.leave(command(hand), at, true, 0);
    if (left instanceof CountLines.Left.Asks asks) {
      countLines.leave(command(hand), asks.open(), true, 0);
    }
  }

  private Count.Stroke stroke(PositionKey key, Quantity counted) {
    return new Count.Stroke(
        key.item(),
        key.lot() == 0 ? "" : lotsAndSerials.lot(key.lot()).orElseThrow().code(),
        null,
        key.serial() == 0 ? "" : lotsAndSerials.serial(key.serial()).orElseThrow().code(),
        key.unitLoad(),
        key.condition(),
        true,
        counted);
  }

  private void suspect(DemoSite quay, Actor hand) {
    discrepancies.say(
        command(hand), new ReportedDiscrepancies.Entry(bin(quay, "QC-04-B"), true, ""));
    discrepancies.say(
        command(hand),
        new ReportedDiscrepancies.Entry(
            bin(quay, "QB-09-D"), false, "Two kinds of shackle in one box"));
  }

  private long bin(DemoSite site, String address) {
    return places
        .ofLabel(new OwnLabel(OwnLabel.Kind.BIN, site.code() + "." + address))
        .orElseThrow()
        .id();
  }
}
