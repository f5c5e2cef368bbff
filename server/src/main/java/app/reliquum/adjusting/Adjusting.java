package app.reliquum.adjusting;

import app.reliquum.adjusting.Adjustment.Entry;
import app.reliquum.adjusting.Adjustment.Written;
import app.reliquum.adjusting.AdjustmentTable.Head;
import app.reliquum.adjusting.AdjustmentTable.LineRow;
import app.reliquum.adjusting.MovementKinds.Kind;
import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Permission;
import app.reliquum.api.Picture;
import app.reliquum.api.Problem;
import app.reliquum.approvals.Approvals;
import app.reliquum.approvals.Subject;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.adjustment.Purpose;
import app.reliquum.core.adjustment.Way;
import app.reliquum.core.approval.Approval;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.Message;
import app.reliquum.costing.Costs;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentNumbers;
import app.reliquum.places.Places;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.Stock;
import app.reliquum.supply.Requisitions;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Writes adjustments, scrap, loans and the house's own movements, and posts them: at once, or when
 * someone else has agreed.
 */
@Service
public class Adjusting implements Subject {

  private static final int LONGEST_PICTURE = 2_000_000;

  private final AdjustmentTable table;
  private final Lines lines;
  private final MovementKinds kinds;
  private final Approvals approvals;
  private final Stock stock;
  private final Costs costs;
  private final Places places;
  private final Catalog catalog;
  private final DocumentNumbers numbers;
  private final Loans loans;
  private final Requisitions requisitions;

  Adjusting(
      AdjustmentTable table,
      Lines lines,
      MovementKinds kinds,
      Approvals approvals,
      Stock stock,
      Costs costs,
      Places places,
      Catalog catalog,
      DocumentNumbers numbers,
      Loans loans,
      Requisitions requisitions) {
    this.table = table;
    this.lines = lines;
    this.kinds = kinds;
    this.approvals = approvals;
    this.stock = stock;
    this.costs = costs;
    this.places = places;
    this.catalog = catalog;
    this.numbers = numbers;
    this.loans = loans;
    this.requisitions = requisitions;
  }

  /**
   * What is to be written, with all that it says found out.
   *
   * @param fields what the kind's fields are filled with
   * @param picture a picture of what happened, null for none
   */
  record Draft(
      Entry entry,
      Kind kind,
      List<Kind> reasons,
      Map<Long, String> fields,
      @Nullable Picture picture) {}

  /** Writes it down, and posts it unless someone else must agree. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Written write(Command command, Entry entry) {
    Draft draft = draft(entry);
    Lines.Known known = new Lines.Known();
    return write(
        command,
        draft,
        entry.lines().stream().map(line -> lines.read(line, entry.way(), known)).toList());
  }

  /**
   * Finds out what an entry says, but for its lines.
   *
   * @throws Problem if the kind does not allow it, or asks for something that is missing
   */
  Draft draft(Entry entry) {
    Picture picture =
        entry.picture() == null
            ? null
            : Picture.of("picture", entry.picture().content(), LONGEST_PICTURE);
    Kind kind = kinds.kind(entry.kind());
    List<Kind> reasons = new ArrayList<>(List.of(kind));
    Set<Long> more = new LinkedHashSet<>(entry.reasons() == null ? List.of() : entry.reasons());
    more.remove(kind.id());
    more.forEach(id -> reasons.add(kinds.kind(id)));
    for (Kind reason : reasons) {
      if (!reason.active()) {
        throw Problem.refused("closed", "{0} is no longer used. Choose another.", reason.name())
            .with("field", "kind");
      }
      if (reason.purpose() != kind.purpose()) {
        throw Problem.invalid("reasons", "{0} is no reason to scrap.", reason.name());
      }
    }
    if (reasons.size() > 1 && !kind.purpose().severalReasons()) {
      throw Problem.invalid("reasons", "Only scrap has several reasons.");
    }
    if (!kind.direction().allows(entry.way())) {
      throw Problem.refused(
              "wrong-way",
              switch (entry.way()) {
                case SET -> Message.of("With {0} no quantity can be set.", kind.name());
                case IN -> Message.of("{0} only takes goods out.", kind.name());
                case OUT -> Message.of("{0} only brings goods in.", kind.name());
              })
          .with("field", "way");
    }
    if (text(entry.note()).isEmpty() && reasons.stream().anyMatch(Kind::noteNeeded)) {
      throw Problem.invalid("note", "Say more: {0} needs a note.", kind.name());
    }
    if (kind.purpose() == Purpose.LOAN) {
      if (entry.way() != Way.OUT) {
        throw Problem.refused(
            "of-a-loan", "What comes back belongs to a loan. Find the loan, and let it come back.");
      }
      if (text(entry.party()).isEmpty()) {
        throw Problem.invalid("party", "Say who the borrower is.");
      }
    }
    return new Draft(
        entry,
        kind,
        reasons,
        kinds.read(kind, entry.fields() == null ? Map.of() : entry.fields()),
        picture);
  }

  /** Writes lines that were found out. */
  Written write(Command command, Draft draft, List<Lines.Meant> meant) {
    Actor actor = command.actor();
    Places.LedgerPlace site = Lines.site(meant);
    actor.requireSite(site.site(), site.siteName());
    checkOffered(draft, site, actor);
    List<LineRow> rows = rows(draft, site.site(), meant);
    BigDecimal gross =
        rows.stream().map(row -> row.value().abs()).reduce(BigDecimal.ZERO, BigDecimal::add);
    long id = table.insert(command, draft, number(draft.kind()), site.site(), rows);
    Head head = table.head(id);
    BigDecimal ofReasons =
        draft.reasons().stream()
            .map(Kind::approvalValue)
            .filter(Objects::nonNull)
            .min(BigDecimal::compareTo)
            .orElse(null);
    Optional<BigDecimal> limit = approvals.limit(actor, ofReasons);
    // Who may not post proposes, whatever it is worth.
    boolean above = Approval.needed(gross, limit);
    if (above || !actor.may(Permission.POST)) {
      BigDecimal most = actor.may(Permission.POST) ? limit.get() : BigDecimal.ZERO;
      approvals.propose(command, subject(head), id, head.number(), head.siteId(), gross, most);
    } else {
      post(command, head, draft.kind(), draft.entry().effective());
    }
    return written(id);
  }

  private static void checkOffered(Draft draft, Places.LedgerPlace site, Actor actor) {
    for (Kind reason : draft.reasons()) {
      if (!reason.isFor(actor)) {
        throw Problem.refused(
                "not-offered", "{0} is a reason for others. Choose another one.", reason.name())
            .with("field", "kind");
      }
      if (!reason.isOffered(actor, site.site())) {
        throw Problem.refused(
                "not-offered",
                "{0} is no reason at {1}. Choose another one.",
                reason.name(),
                site.siteName())
            .with("field", "kind");
      }
    }
  }

  private Written written(long id) {
    Head head = table.head(id);
    return new Written(
        id,
        head.number(),
        head.state(),
        table.lines(id).size(),
        head.net(),
        head.postingId() == 0 ? null : head.postingId());
  }

  private String number(Kind kind) {
    return numbers.next(DocumentKind.ADJUSTMENT, kind.purpose().prefix());
  }

  private static Subject.Matter subject(Head head) {
    return head.purpose() == Purpose.SCRAP ? Subject.Matter.SCRAP : Subject.Matter.ADJUSTMENT;
  }

  /** What each line changes, against what is there now; the same position twice is one line. */
  private List<LineRow> rows(Draft draft, long site, List<Lines.Meant> meant) {
    Way way = draft.entry().way();
    Map<PositionKey, Quantity> sums = new TreeMap<>();
    for (Lines.Meant line : meant) {
      if (way == Way.SET && sums.containsKey(line.key())) {
        throw Problem.invalid(
            "lines", "{0} in {1} is set twice.", line.item().name(), line.bin().address());
      }
      sums.merge(line.key(), line.quantity(), Quantity::plus);
    }
    Map<PositionKey, Quantity> books = stock.hold(sums.keySet());
    Map<Long, UnitCost> cost =
        costs.at(site, sums.keySet().stream().map(PositionKey::item).collect(Collectors.toSet()));
    List<LineRow> rows = new ArrayList<>();
    sums.forEach(
        (key, quantity) -> {
          Quantity book = Objects.requireNonNull(books.get(key));
          Quantity variance =
              switch (way) {
                case IN -> quantity;
                case OUT -> quantity.negated();
                case SET -> quantity.minus(book);
              };
          if (!variance.isZero()) {
            rows.add(LineRow.of(key, book, variance, Objects.requireNonNull(cost.get(key.item()))));
          }
        });
    if (rows.isEmpty()) {
      throw Problem.refused("nothing-to-change", "The book says so already. Nothing to change.");
    }
    checkEnough(rows);
    List<BigDecimal> worth = stock.worth(lines(rows, draft.kind()));
    List<LineRow> valued = new ArrayList<>();
    for (int i = 0; i < rows.size(); i++) {
      valued.add(rows.get(i).worth(worth.get(i)));
    }
    return valued;
  }

  /** The rows as lines of the ledger. */
  private List<Line> lines(List<LineRow> rows, Kind kind) {
    long contra = places.contra(kind.contra());
    return rows.stream()
        .map(
            row -> {
              Spot ours = row.key().spot();
              Spot other = new Spot(contra, 0, row.key().condition());
              boolean in = row.variance().isPositive();
              return new Line(
                  row.key().goods(),
                  in ? other : ours,
                  in ? ours : other,
                  in ? row.variance() : row.variance().negated());
            })
        .toList();
  }

  private void checkEnough(List<LineRow> rows) {
    for (LineRow row : rows) {
      if (row.book().plus(row.variance()).isNegative()) {
        Catalog.Measured item = catalog.measured(Set.of(row.key().item())).get(0);
        Places.LedgerPlace place = places.forLedger(Set.of(row.key().place())).get(0);
        throw Problem.refused(
                "not-enough",
                "{0} holds {1} of {2}, you asked for {3}.",
                place.address(),
                row.book(),
                item.name(),
                row.variance().negated())
            .with("item", item.code())
            .with("place", place.address())
            .with("asked", row.variance().negated())
            .with("held", row.book());
      }
    }
  }

  private void post(Command command, Head head, Kind kind, @Nullable Instant effective) {
    List<LineRow> rows = table.lines(head.id());
    List<Line> posted = lines(rows, kind);
    long posting =
        stock
            .post(
                command,
                new NewPosting(
                        postingKind(head.purpose()),
                        effective,
                        head.number(),
                        null,
                        reason(head),
                        posted)
                    .explained(kind.id(), table.fields(head.id())))
            .posting();
    List<BigDecimal> values = stock.values(posting);
    table.posted(head, command.actor(), posting, rows, values);
    if (kind.comesBack()) {
      loans.lend(command, head, kind, rows);
    }
    if (head.replacing()) {
      Map<Long, Quantity> gone = new TreeMap<>();
      rows.stream()
          .filter(row -> row.variance().isNegative())
          .forEach(row -> gone.merge(row.key().item(), row.variance().negated(), Quantity::plus));
      requisitions.ask(command, gone, head.siteId(), head.number());
    }
  }

  static PostingKind postingKind(Purpose purpose) {
    return switch (purpose) {
      case ADJUSTMENT -> PostingKind.ADJUSTMENT;
      case SCRAP -> PostingKind.SCRAP;
      case LOAN -> PostingKind.LOAN;
      case MOVEMENT -> PostingKind.MOVEMENT;
    };
  }

  /** What the ledger says of why. */
  private String reason(Head head) {
    String names = table.reasonNames(head.id());
    String all = head.note().isEmpty() ? names : names + ": " + head.note();
    return all.length() > 200 ? all.substring(0, 199) + "…" : all;
  }

  private static String text(String entered) {
    return entered == null ? "" : entered.strip();
  }

  // What was proposed

  @Override
  public Set<Subject.Matter> matters() {
    return Set.of(Subject.Matter.ADJUSTMENT, Subject.Matter.SCRAP);
  }

  @Override
  public boolean carryOut(Command command, long id, String note) {
    Head head = table.lock(id);
    post(command, head, kinds.kind(head.kindId()), null);
    return true;
  }

  @Override
  public void letGo(Command command, long id, String note) {
    table.lock(id);
    table.refused(id, command.actor());
  }

  @Override
  public boolean tookPart(long person, long id) {
    return false;
  }
}
