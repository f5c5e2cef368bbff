package app.reliquum.core.sentence;

import app.reliquum.core.scan.ElementString;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.scan.Reading;
import app.reliquum.core.scan.Scan;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * The Receive verb: goods come in on an order, or unexpectedly.
 *
 * <p>A piece's barcode counts one pack each time it is scanned; a GS1 label may say item, quantity,
 * lot, last day and serial number at once; what only can be one thing fills itself. Less than
 * expected leaves the rest open, more must be agreed to, what nobody ordered must be added
 * knowingly, and what has expired does not come in.
 *
 * <p>A pallet's label that says everything is received as it is scanned, and the next bin that is
 * scanned puts the pallet away.
 */
public final class Receive extends Dialogue<ReceiveSentence> {
  /** Days that people mean; a year beside them is a slip of the finger. */
  private static final LocalDate FIRST_DAY = LocalDate.of(1900, 1, 1);

  /** GS1 General Specifications: the order number of the customer, who is us. */
  private static final String ORDER_NUMBER = "400";

  private static final LocalDate LAST_DAY = LocalDate.of(2200, 12, 31);
  private final ReceiveFacts facts;

  /** The conversation with the facts of this moment, the order's among them. */
  public Receive(ReceiveFacts facts) {
    super(Verb.RECEIVE);
    this.facts = facts;
  }

  @Override
  ReceiveSentence sentence(List<Evidence> evidence) {
    return new ReceiveReading(evidence, facts).sentence();
  }

  @Override
  Optional<Evidence> evidenceOf(Meaning meaning) {
    return ScanFitting.ofNew(meaning, facts);
  }

  @Override
  Optional<Long> documentOf(Meaning meaning) {
    return meaning instanceof Meaning.InboundOrder of ? Optional.of(of.order()) : Optional.empty();
  }

  /** Without an order, what is scanned finds the one that expects it, and so do words. */
  @Override
  Optional<Step<ReceiveSentence>> search(Scan scan) {
    if (facts.orderChosen() || (scan.item() == 0 && !scan.meanings().isEmpty())) {
      return Optional.empty();
    }
    String words = scan.meanings().isEmpty() ? scan.reading().text() : "";
    return Optional.of(new Step.Find<>(scan.item(), words, orderOn(scan)));
  }

  /** The order of ours that a sender has put on a label, GS1 application identifier 400. */
  private static String orderOn(Scan scan) {
    return scan.reading() instanceof Reading.Elements label
        ? label.elements().elements().stream()
            .filter(element -> element.identifier().code().equals(ORDER_NUMBER))
            .map(ElementString.Element::data)
            .findFirst()
            .orElse("")
        : "";
  }

  /** What a label says that names no item, a date, or a row of serial numbers: first..last. */
  @Override
  Optional<Evidence> byForm(ReceiveSentence before, Reading reading) {
    Optional<Long> item = before.item().filled();
    if (reading instanceof Reading.Elements label) {
      ElementString elements = label.elements();
      return elements.gtin().isPresent() || elements.contained().isPresent()
          ? Optional.empty()
          : item.flatMap(of -> ScanFitting.marks(of, elements, facts.today().getYear()));
    }
    String text = reading.text();
    if (text.matches("[0-9]{4}-[0-9]{2}-[0-9]{2}")) {
      try {
        LocalDate day = LocalDate.parse(text);
        return day.isBefore(FIRST_DAY) || day.isAfter(LAST_DAY)
            ? Optional.empty()
            : Optional.of(new Evidence.Expiry(day));
      } catch (DateTimeParseException noDate) {
        return Optional.empty();
      }
    }
    int dots = text.indexOf("..");
    return dots > 0 && before.needsSerials()
        ? item.map(
            of ->
                new Evidence.SerialRange(
                    of,
                    text.substring(0, dots).strip().toUpperCase(Locale.ROOT),
                    text.substring(dots + 2).strip().toUpperCase(Locale.ROOT)))
        : Optional.empty();
  }

  @Override
  Optional<Evidence> newNumber(ReceiveSentence before, String text) {
    return NewGoodsSaid.newNumber(
        before.item(), before.needsLot(), before.lot(), before.needsSerials(), text);
  }

  /** The bin where the pallet goes that has just come. */
  @Override
  Optional<Step<ReceiveSentence>> aside(OpenSentence open, Meaning scanned) {
    boolean resting = open.evidence().stream().allMatch(one -> one instanceof Evidence.Bin);
    boolean pallet = open.lastDone().stream().anyMatch(one -> one instanceof Evidence.UnitLoad);
    return resting
            && pallet
            && scanned instanceof Meaning.Bin bin
            && !facts.docks().contains(bin.place())
        ? Optional.of(new Step.Aside<>(Verb.PUT_AWAY, open.lastDone()))
        : Optional.empty();
  }

  /** A pallet's label that says everything is received as it is scanned. */
  @Override
  Step<ReceiveSentence> scanned(ReceiveSentence filled) {
    if (facts.orderChosen()
        && filled.load() != null
        && filled.whole()
        && filled.beyond().isZero()
        && filled.quantity().settled()
        && read(filled.accepted()) instanceof Step.Filled<ReceiveSentence> accepted
        && accepted.sentence().ready()) {
      return ready(accepted.sentence());
    }
    return new Step.Filled<>(filled);
  }

  @Override
  Step<ReceiveSentence> ready(ReceiveSentence sentence) {
    return facts.orderChosen()
        ? super.ready(sentence)
        : new Step.Refused<>(new Misfit.DocumentFirst(verb()));
  }

  @Override
  public Optional<Long> addable(Misfit misfit) {
    return misfit instanceof Misfit.NotOnOrder not ? Optional.of(not.item()) : Optional.empty();
  }

  /** Goods go on landing where someone said they do. */
  @Override
  public List<Evidence> next(ReceiveSentence done) {
    return NewGoodsSaid.binsOf(done.evidence());
  }
}
