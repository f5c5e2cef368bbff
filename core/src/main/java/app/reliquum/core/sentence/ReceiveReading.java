package app.reliquum.core.sentence;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/** One reading of a sentence by which goods come in. */
final class ReceiveReading extends NewGoodsSaid {
  private final List<Evidence> evidence;
  private final ReceiveFacts facts;
  private long place;
  private String load;
  private boolean knowingly;
  private boolean agreed;

  ReceiveReading(List<Evidence> evidence, ReceiveFacts facts) {
    super(facts);
    this.evidence = evidence;
    this.facts = facts;
    condition = Condition.GOOD;
  }

  ReceiveSentence sentence() {
    evidence.forEach(this::hear);
    Blank<Long> itemBlank = item == 0 ? onlyItem() : new Blank.Said<>(item);
    item = itemBlank.filled().orElse(0L);
    if (item == 0) {
      return new ReceiveSentence(
          evidence,
          itemBlank,
          Blank.empty(),
          false,
          Blank.empty(),
          false,
          said(),
          false,
          List.of(),
          typedAlone(),
          placeOf(null),
          condition,
          load,
          false,
          Quantity.ZERO,
          Quantity.ZERO,
          agreed);
    }
    return withItem(itemBlank);
  }

  private ReceiveSentence withItem(Blank<Long> itemBlank) {
    MeasureRule rule = facts.measure(item);
    List<ReceiveFacts.Expected> lines = facts.linesOf(item);
    boolean ordered = !lines.isEmpty() || facts.unexpected() || knowingly;
    if (!ordered) {
      throw new MisfitFound(new Misfit.NotOnOrder(item));
    }
    boolean needsSerials = rule.tracking().needsSerial();
    boolean needsLot = rule.tracking().needsLot();
    checkKept(needsLot, needsSerials);
    Quantity open = Quantity.ZERO;
    Quantity most = Quantity.ZERO;
    for (ReceiveFacts.Expected line : lines) {
      open = open.plus(line.open());
      most = most.plus(line.most());
    }
    Blank<Quantity> quantity = needsSerials ? piecesSaid(serials.size()) : quantityOf(open);
    Quantity beyond = Quantity.ZERO;
    if (!lines.isEmpty() && quantity.filled().isPresent()) {
      Quantity asked = quantity.filled().get();
      if (asked.compareTo(most) > 0) {
        throw new MisfitFound(new Misfit.TooMuch(item, asked, open, most));
      }
      beyond = asked.compareTo(open) > 0 ? asked.minus(open) : Quantity.ZERO;
    }
    Blank<String> lotBlank = lot == null ? Blank.empty() : new Blank.Said<>(lot);
    boolean needsExpiry = needsLot && facts.shelfLifeDays(item).isPresent();
    Blank<LocalDate> expiryBlank = needsLot ? expiryOf() : Blank.empty();
    return new ReceiveSentence(
        evidence,
        itemBlank,
        lotBlank,
        needsLot,
        expiryBlank,
        needsExpiry,
        said(),
        needsSerials,
        List.copyOf(serials),
        quantity,
        placeOf(quantity.filled().orElse(null)),
        condition,
        load,
        true,
        open,
        beyond,
        agreed);
  }

  // What was said, taken one by one.

  @Override
  void hearPiece(String said) {
    facts
        .pieceAt(item, said)
        .ifPresent(
            where -> {
              throw new MisfitFound(new Misfit.PieceHere(item, said, where));
            });
    super.hearPiece(said);
  }

  @Override
  void hearBin(Evidence.Bin said) {
    if (!facts.straightIn() && !facts.docks().contains(said.place())) {
      throw new MisfitFound(new Misfit.NoDock(said.place(), facts.docks()));
    }
    place = said.place();
  }

  @Override
  void hearMore(Evidence one) {
    if (one instanceof Evidence.Knowingly said) {
      hearItem(said.item());
      knowingly = true;
    } else if (one instanceof Evidence.SerialRange said) {
      hearItem(said.item());
      SerialRow.of(said.first(), said.last())
          .orElseThrow(
              () -> new MisfitFound(new Misfit.NoRow(said.first(), said.last(), SerialRow.MOST)))
          .forEach(this::hearPiece);
    } else if (one instanceof Evidence.IncomingUnitLoad said) {
      if (said.whole()) {
        facts
            .loadAt(said.sscc())
            .ifPresent(
                where -> {
                  throw new MisfitFound(new Misfit.LoadHere(said.sscc(), where));
                });
      }
      load = said.sscc();
    } else if (one instanceof Evidence.OverReceiptAgreed) {
      agreed = true;
    } else {
      super.hearMore(one);
    }
  }

  // What fills itself, and what follows.

  private Blank<Long> onlyItem() {
    return Blank.onlyOf(facts.expectedItems().stream());
  }

  private Blank<Quantity> quantityOf(Quantity open) {
    if (nothingCounted()) {
      return open.isZero() ? Blank.empty() : new Blank.Suggested<>(open, Blank.Why.STILL_EXPECTED);
    }
    return new Blank.Said<>(amount(item, false));
  }

  private Blank<LocalDate> expiryOf() {
    LocalDate today = facts.today();
    LotDates known =
        lot == null
            ? LotDates.NONE
            : facts.lot(item, lot).map(ReceiveFacts.KnownLot::dates).orElse(LotDates.NONE);
    known
        .against(said())
        .ifPresent(
            contradiction -> {
              throw new MisfitFound(new Misfit.OtherDate(lot, contradiction));
            });
    LotDates dates = known.with(said());
    LocalDate last = dates.keeping(facts.shelfLifeDays(item).orElse(null), today).expiry();
    if (last == null) {
      return Blank.empty();
    }
    if (last.isBefore(today)) {
      throw new MisfitFound(new Misfit.Expired(lot == null ? "" : lot, last, today));
    }
    return dates.expiry() == null
        ? new Blank.Suggested<>(last, Blank.Why.SHELF_LIFE)
        : expiry == null ? new Blank.Only<>(last) : new Blank.Said<>(last);
  }

  private LotDates said() {
    return new LotDates(expiry, bestBefore, produced);
  }

  private Blank<Long> placeOf(Quantity quantity) {
    if (place != 0) {
      return new Blank.Said<>(place);
    }
    if (item != 0 && quantity != null) {
      Optional<MoveFacts.Target> target = facts.target(item, quantity);
      if (target.isPresent()) {
        return new Blank.Suggested<>(target.get().place(), target.get().why());
      }
    }
    List<Long> docks = facts.docks();
    if (docks.size() == 1) {
      return new Blank.Only<>(docks.get(0));
    }
    return docks.isEmpty() ? Blank.empty() : new Blank.Suggested<>(docks.get(0), Blank.Why.DOCK);
  }
}
