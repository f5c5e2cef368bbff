package app.reliquum.floor;

import app.reliquum.api.Problem;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.floor.FloorView.Saying;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What is said by touch, as evidence. */
@Component
class Sayings {
  private final EvidenceJson json;

  Sayings(EvidenceJson json) {
    this.json = json;
  }

  /** One way to understand a scan, to be said as it is by whoever chooses it. */
  Saying scanned(Evidence evidence) {
    String text = json.write(List.of(evidence));
    return new Saying(
        Saying.Kind.SCANNED,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        text);
  }

  Evidence evidence(Saying saying) {
    try {
      return read(saying);
    } catch (NullPointerException incomplete) {
      throw Problem.invalid("kind", "A saying of kind {0} is not complete.", saying.kind());
    }
  }

  private Evidence read(Saying saying) {
    return switch (saying.kind()) {
      case ITEM ->
          new Evidence.Item(
              needed(saying.item()), saying.counts() == null ? Quantity.ZERO : saying.counts());
      case LOT -> new Evidence.Lot(needed(saying.item()), needed(saying.lot()));
      case SERIAL ->
          new Evidence.Serial(
              needed(saying.item()),
              saying.lot() == null ? 0 : needed(saying.lot()),
              needed(saying.serial()));
      case BIN ->
          new Evidence.Bin(
              needed(saying.place()), saying.role() == null ? Evidence.Role.ANY : saying.role());
      case FIGURE -> new Evidence.Figure(needed(saying.quantity()), saying.pack());
      case CONDITION -> new Evidence.ConditionSaid(needed(saying.condition()));
      case LOAD -> new Evidence.UnitLoad(needed(saying.load()));
      case SSCC ->
          new Evidence.IncomingUnitLoad(needed(saying.text()).strip(), saying.counts() != null);
      case LOT_CODE -> new Evidence.LotCode(needed(saying.item()), needed(saying.text()).strip());
      case SERIAL_CODE ->
          new Evidence.SerialCode(needed(saying.item()), needed(saying.text()).strip());
      case SERIAL_ROW ->
          new Evidence.SerialRange(
              needed(saying.item()), needed(saying.text()).strip(), needed(saying.last()).strip());
      case EXPIRY -> new Evidence.Expiry(needed(saying.date()));
      case BEST_BEFORE -> new Evidence.BestBefore(needed(saying.date()));
      case PRODUCED -> new Evidence.Produced(needed(saying.date()));
      case KNOWINGLY -> new Evidence.Knowingly(needed(saying.item()));
      case OVER -> new Evidence.OverReceiptAgreed();
      case TOGETHER ->
          new Evidence.LabelSaid(needed(saying.parts()).stream().map(this::read).toList());
      case CONTENTS ->
          new Evidence.Contents(
              needed(saying.place()), needed(saying.parts()).stream().map(Sayings::taken).toList());
      case SCANNED -> json.chosen(needed(saying.scanned()));
      case NEW_LOT, TAKEN -> throw new NullPointerException();
    };
  }

  private static Evidence.Taken taken(Saying part) {
    return new Evidence.Taken(
        new Goods(needed(part.item()), none(part.lot()), none(part.serial())),
        none(part.load()),
        part.condition() == null ? Condition.GOOD : part.condition(),
        needed(part.quantity()));
  }

  private static <T> T needed(@Nullable T value) {
    return Objects.requireNonNull(value);
  }

  private static long none(@Nullable Long number) {
    return number == null ? 0 : number;
  }
}
