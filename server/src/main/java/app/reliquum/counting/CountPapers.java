package app.reliquum.counting;

import app.reliquum.api.Actor;
import app.reliquum.api.Words;
import app.reliquum.api.printing.PaperKind;
import app.reliquum.api.printing.PaperSource;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.OwnLabel;
import app.reliquum.counting.CountTable.Head;
import app.reliquum.counting.Counting.Outcome;
import app.reliquum.counting.Counting.Question;
import app.reliquum.counting.Counting.Result;
import app.reliquum.counting.Counting.Slip;
import app.reliquum.house.GoodsMarks;
import app.reliquum.house.House;
import app.reliquum.house.Paper;
import app.reliquum.house.Paper.Column;
import app.reliquum.house.Paper.Kind;
import app.reliquum.house.PdfPrinter;
import app.reliquum.places.Places;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is printed of a count: to count by, and what came of it. */
@Service
class CountPapers implements PaperSource {

  /** More slips than that are not counted on paper. */
  private static final int MOST_SLIPS = 300;

  private static final int MOST_VARIANCES = 2_000;

  private final SheetLines sheetLines;
  private final CountRows counts;
  private final ResultRows results;
  private final CountPosting posting;
  private final Places places;
  private final House house;
  private final PdfPrinter printer;

  CountPapers(
      SheetLines sheetLines,
      CountRows counts,
      ResultRows results,
      CountPosting posting,
      Places places,
      House house,
      PdfPrinter printer) {
    this.house = house;
    this.sheetLines = sheetLines;
    this.counts = counts;
    this.results = results;
    this.posting = posting;
    this.places = places;
    this.printer = printer;
  }

  /** Which document is wanted. */
  enum Which {
    /** To count by, without what the book says. */
    SHEETS,
    /** To count by, with what the book says. */
    SHEETS_WITH_BOOK,
    /** What was found more or less. */
    DISCREPANCIES
  }

  @Override
  public Set<PaperKind> kinds() {
    return Set.of(PaperKind.COUNT_SHEETS);
  }

  @Override
  @Transactional
  public Optional<Made> paper(PaperKind kind, long subject, long site, Actor actor) {
    Head head = counts.head(subject, actor);
    Paper paper = sheets(head, false);
    return Optional.of(
        new Made(paper.name() + " " + head.number(), head.number(), printer.pdf(paper)));
  }

  @Transactional
  public byte[] print(long count, Which which, Actor actor) {
    Head head = which == Which.SHEETS ? counts.head(count, actor) : counts.reviewed(count, actor);
    return printer.pdf(
        switch (which) {
          case SHEETS -> sheets(head, false);
          case SHEETS_WITH_BOOK -> sheets(head, true).forReviewers();
          case DISCREPANCIES -> discrepancies(head, actor).forReviewers();
        });
  }

  private Words words(Head head) {
    return house.words(places.named(head.siteId()).language());
  }

  private Paper begin(Words words, String title, Head head) {
    return Paper.of(
        words, title, head.number(), new OwnLabel(OwnLabel.Kind.DOCUMENT, head.number()).text());
  }

  private Paper sheets(Head head, boolean withBook) {
    Words words = words(head);
    List<Slip> slips = counts.slips(head, "and s.state <> 'DONE'", 0, MOST_SLIPS);
    Map<String, String> facts = new LinkedHashMap<>();
    facts.put("Site", places.named(head.siteId()).name());
    facts.put("Slips", Integer.toString(slips.size()));
    facts.put("Method", method(words, head));
    Paper paper = begin(words, "Count sheets", head).facts(facts).words(head.note());
    List<List<String>> rows = new ArrayList<>();
    for (Slip slip : slips) {
      List<SheetLines.Line> lines = sheetLines.printed(head, SheetLines.About.of(slip));
      for (SheetLines.Line line : lines) {
        rows.add(
            List.of(
                Integer.toString(slip.slip()),
                line.place(),
                line.item() + " " + line.name(),
                GoodsMarks.of(
                    words, line.lot(), null, line.serial(), line.unitLoad(), line.condition()),
                withBook
                    ? words.number(new Quantity(line.quantity())) + " " + line.unit().symbol()
                    : line.unit().symbol(),
                "",
                new OwnLabel(OwnLabel.Kind.ITEM, line.item()).text()));
      }
      if (lines.isEmpty()) {
        String what = slip.place() != null ? slip.place() : slip.item();
        String load = slip.load() == null ? "" : slip.load();
        rows.add(
            List.of(Integer.toString(slip.slip()), what == null ? "" : what, "", load, "", "", ""));
      }
    }
    return paper
        .table(
            List.of(
                new Column("Slip", Kind.NUMBER),
                new Column("Bin", Kind.CODE),
                new Column("Item", Kind.TEXT),
                new Column("Lot, serial number", Kind.TEXT),
                withBook ? new Column("Book", Kind.NUMBER) : new Column("Unit", Kind.NUMBER),
                new Column("Counted", Kind.BOX),
                new Column("", Kind.BARS)),
            rows)
        .words(
            slips.isEmpty()
                ? words.say("Nothing is left to be counted.")
                : words.say("Write down what else is found, with its bin, on the back."))
        .signatures("Counted by, date, time", "Typed in by, date");
  }

  private static String method(Words words, Head head) {
    return switch (head.method()) {
      case SPOT -> words.say("Spot count");
      case SWEEP -> words.say("Sweep count");
      case STOCK_TAKE -> words.say("Stock take");
    };
  }

  private Paper discrepancies(Head head, Actor actor) {
    Words words = words(head);
    ZoneId zone = ZoneId.of(places.named(head.siteId()).timeZone());
    Outcome outcome = posting.outcome(head.id(), actor);
    Map<String, String> facts = new LinkedHashMap<>();
    facts.put("Site", places.named(head.siteId()).name());
    facts.put("Method", method(words, head));
    facts.put("State", state(words, head, zone));
    facts.put("Positions counted", Integer.toString(outcome.counted()));
    List<Result> wrong =
        results.all(
            head.id(),
            new Question(Counting.Show.WRONG, null, null, null, null, Counting.Sort.GROSS, true),
            MOST_VARIANCES);
    BigDecimal net = BigDecimal.ZERO;
    BigDecimal gross = BigDecimal.ZERO;
    List<List<String>> rows = new ArrayList<>();
    for (Result one : wrong) {
      net = net.add(one.value());
      gross = gross.add(one.value().abs());
      String lot = one.lot() == null ? "" : " · " + one.lot();
      String serial = one.serial() == null ? "" : " · " + one.serial();
      rows.add(
          List.of(
              one.place(),
              one.item() + " " + one.name() + lot + serial,
              words.number(one.book()),
              words.number(one.counted()),
              signed(words, one.variance().amount()) + " " + one.symbol(),
              money(words, one.value()),
              one.people() + ", " + words.moment(one.moment(), zone),
              decision(words, one)));
    }
    facts.put("Net variance", money(words, net));
    facts.put("Gross variance", words.number(gross));
    return begin(words, "Variance report", head)
        .facts(facts)
        .words(head.note())
        .table(
            List.of(
                new Column("Bin", Kind.CODE),
                new Column("Item", Kind.TEXT),
                new Column("Book", Kind.NUMBER),
                new Column("Counted", Kind.NUMBER),
                new Column("Variance", Kind.NUMBER),
                new Column("Value", Kind.NUMBER),
                new Column("Counted by", Kind.TEXT),
                new Column("Decided", Kind.TEXT)),
            rows)
        .words(wrong.isEmpty() ? words.say("No variance in anything that was counted.") : "")
        .signatures("Reviewed by, date", "Approved by, date");
  }

  private static String state(Words words, Head head, ZoneId zone) {
    Instant ended = Times.instant(head.ended());
    return switch (head.state()) {
      case PREPARED -> words.say("Prepared");
      case COUNTING -> words.say("Counting");
      case IN_REVIEW -> words.say("In review");
      case POSTED -> words.say("Posted {0}", words.moment(ended, zone));
      case CANCELLED -> words.say("Cancelled {0}", words.moment(ended, zone));
    };
  }

  private static String decision(Words words, Result one) {
    return switch (one.decision()) {
      case ACCEPT -> one.byRule() ? words.say("accepted by rule") : words.say("accepted");
      case LEAVE -> words.say("left as it is");
      case RECOUNT -> words.say("to be counted again");
      case ZERO, UNDECIDED -> "";
    };
  }

  private static String money(Words words, BigDecimal amount) {
    return (amount.signum() > 0 ? "+" : "")
        + words.number(amount.setScale(2, RoundingMode.HALF_UP));
  }

  private static String signed(Words words, BigDecimal amount) {
    return (amount.signum() > 0 ? "+" : "") + words.number(amount.stripTrailingZeros());
  }
}
