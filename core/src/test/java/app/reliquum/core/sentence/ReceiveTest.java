package app.reliquum.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.scan.ElementString;
import app.reliquum.core.scan.Gtin;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.scan.Reading;
import app.reliquum.core.scan.Sscc;
import app.reliquum.core.sentence.Evidence.Role;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class ReceiveTest {

  private static final long SHACKLE = 1;
  private static final long FLARE = 2;
  private static final long BEACON = 3;
  private static final long ROPE = 4;
  private static final long DOCK = 11;
  private static final long OTHER_DOCK = 12;
  private static final long BULK = 13;
  private static final long FAR = 99;
  private static final LocalDate TODAY = LocalDate.of(2026, 5, 4);
  private static final String GTIN = "0401234500000" + Gtin.checkDigit("0401234500000");

  /** An order with 100 shackles, 36 flares and 20 beacons, of which nothing has come. */
  private static final class House implements ReceiveFacts, AnyHouse {
    @Override
    public boolean orderChosen() {
      return true;
    }

    private final Map<Long, Expected> lines = new HashMap<>();
    private final Map<String, KnownLot> lots = new HashMap<>();
    private final Map<String, Long> pieces = new HashMap<>();
    private List<Long> docks = List.of(DOCK, OTHER_DOCK);
    private boolean unexpected;
    private MoveFacts.Target target;

    House expect(int line, long item, long open, long most) {
      lines.put(
          item, new Expected(line, item, Quantity.of(open), Quantity.of(open), Quantity.of(most)));
      return this;
    }

    @Override
    public LocalDate today() {
      return TODAY;
    }

    @Override
    public MeasureRule measure(long item) {
      Tracking tracking =
          item == FLARE ? Tracking.LOT : item == BEACON ? Tracking.SERIAL : Tracking.NONE;
      return item == ROPE
          ? new MeasureRule(UnitOfMeasure.METRE, 3, tracking)
          : new MeasureRule(UnitOfMeasure.PIECE, 0, tracking);
    }

    @Override
    public List<Pack> packs(long item) {
      return List.of(new Pack("box", Quantity.of(10)));
    }

    @Override
    public List<Expected> linesOf(long item) {
      return Optional.ofNullable(lines.get(item)).map(List::of).orElse(List.of());
    }

    @Override
    public List<Long> expectedItems() {
      return lines.keySet().stream().sorted().toList();
    }

    @Override
    public boolean unexpected() {
      return unexpected;
    }

    @Override
    public Optional<KnownLot> lot(long item, String code) {
      return Optional.ofNullable(lots.get(code));
    }

    @Override
    public String lotCode(long lot) {
      return "LOT" + lot;
    }

    @Override
    public String serialCode(long serial) {
      return "SN" + serial;
    }

    @Override
    public Optional<Long> pieceAt(long item, String code) {
      return Optional.ofNullable(pieces.get(code));
    }

    @Override
    public Optional<Long> loadAt(String sscc) {
      return Optional.ofNullable(pieces.get(sscc));
    }

    @Override
    public Optional<Integer> shelfLifeDays(long item) {
      return item == FLARE ? Optional.of(1000) : Optional.empty();
    }

    @Override
    public List<Long> docks() {
      return docks;
    }

    @Override
    public boolean straightIn() {
      return target != null;
    }

    @Override
    public long siteOf(long place) {
      return place == FAR ? 2 : 1;
    }

    @Override
    public long site() {
      return 1;
    }

    @Override
    public Optional<MoveFacts.Target> target(long item, Quantity quantity) {
      return Optional.ofNullable(target);
    }
  }

  private final House house =
      new House().expect(1, SHACKLE, 100, 110).expect(2, FLARE, 36, 36).expect(3, BEACON, 20, 22);

  private static Evidence item(long item, long counts) {
    return new Evidence.Item(item, Quantity.of(counts));
  }

  private ReceiveSentence filled(Evidence... evidence) {
    Step<ReceiveSentence> reply = new Receive(house).read(List.of(evidence));
    assertThat(reply).isInstanceOf(Step.Filled.class);
    return ((Step.Filled<ReceiveSentence>) reply).sentence();
  }

  private Misfit refused(Evidence... evidence) {
    Step<ReceiveSentence> reply = new Receive(house).read(List.of(evidence));
    assertThat(reply).isInstanceOf(Step.Refused.class);
    return ((Step.Refused<ReceiveSentence>) reply).misfit();
  }

  private static Meaning.Label label(long item, long counts, String bracketed) {
    return new Meaning.Label(
        new Meaning.Item(item, 0, Quantity.of(counts)),
        0,
        0,
        0,
        ElementString.ofBracketed(bracketed));
  }

  @Test
  void anItemSuggestsWhatIsStillExpectedAndTheFirstDock() {
    ReceiveSentence sentence = filled(item(SHACKLE, 0));
    assertThat(sentence.quantity())
        .isEqualTo(new Blank.Suggested<>(Quantity.of(100), Blank.Why.STILL_EXPECTED));
    assertThat(sentence.place()).isEqualTo(new Blank.Suggested<>(DOCK, Blank.Why.DOCK));
    assertThat(sentence.whole()).isTrue();
    assertThat(sentence.ready()).isFalse();
    ReceiveSentence done = filled(sentence.accepted().toArray(new Evidence[0]));
    assertThat(done.ready()).isTrue();
    assertThat(done.beyond()).isEqualTo(Quantity.ZERO);
  }

  @Test
  void oneLabelOfAPalletSaysItAll() {
    Sscc sscc = Sscc.of("34012345", 7);
    Meaning pallet = label(FLARE, 36, "(00)" + sscc + "(02)" + GTIN + "(37)36(10)K2291(17)280131");
    house.docks = List.of(DOCK);
    Step<ReceiveSentence> reply = new Receive(house).fill(List.of(), List.of(pallet));
    ReceiveSentence sentence = ((Step.Filled<ReceiveSentence>) reply).sentence();
    assertThat(sentence.ready()).isTrue();
    assertThat(sentence.evidence()).hasSize(1);
    assertThat(sentence.lot().filled()).contains("K2291");
    assertThat(sentence.expiry().filled()).contains(LocalDate.of(2028, 1, 31));
    assertThat(sentence.quantity().filled()).contains(Quantity.of(36));
    assertThat(sentence.load()).isEqualTo(sscc.digits());
    // Its label scanned again is not a second pallet.
    house.pieces.put(sscc.digits(), BULK);
    assertThat(new Receive(house).fill(List.of(), List.of(pallet)))
        .isEqualTo(new Step.Refused<>(new Misfit.LoadHere(sscc.digits(), BULK)));
  }

  @Test
  void aLabelMayMeasureRope() {
    house.expect(4, ROPE, 300, 300);
    Meaning reel = label(ROPE, 0, "(01)" + GTIN + "(3111)002005");
    Step<ReceiveSentence> reply = new Receive(house).fill(List.of(), List.of(reel));
    assertThat(((Step.Filled<ReceiveSentence>) reply).sentence().quantity().filled())
        .contains(Quantity.of("200.5"));
  }

  @Test
  void lessLeavesTheRestOpenAndPiecesAddUp() {
    ReceiveSentence sentence = filled(item(SHACKLE, 10), item(SHACKLE, 10), item(SHACKLE, 1));
    assertThat(sentence.quantity().filled()).contains(Quantity.of(21));
    assertThat(sentence.expected()).isEqualTo(Quantity.of(100));
  }

  @Test
  void moreMustBeAgreedToAndMuchMoreIsRefused() {
    Evidence typed = new Evidence.Figure(Quantity.of(108), null);
    Evidence dock = new Evidence.Bin(DOCK, Role.ANY);
    ReceiveSentence over = filled(item(SHACKLE, 0), typed, dock);
    assertThat(over.beyond()).isEqualTo(Quantity.of(8));
    assertThat(over.ready()).isFalse();
    assertThat(filled(item(SHACKLE, 0), typed, dock, new Evidence.OverReceiptAgreed()).ready())
        .isTrue();
    assertThat(refused(item(SHACKLE, 0), new Evidence.Figure(Quantity.of(12), "boxes")))
        .isEqualTo(
            new Misfit.TooMuch(SHACKLE, Quantity.of(120), Quantity.of(100), Quantity.of(110)));
  }

  @Test
  void whatNobodyOrderedMustBeAddedKnowingly() {
    assertThat(refused(item(ROPE, 0))).isEqualTo(new Misfit.NotOnOrder(ROPE));
    ReceiveSentence added =
        filled(new Evidence.Knowingly(ROPE), new Evidence.Figure(Quantity.of("12.5"), null));
    assertThat(added.quantity().filled()).contains(Quantity.of("12.5"));
    assertThat(added.beyond()).isEqualTo(Quantity.ZERO);
    house.unexpected = true;
    assertThat(filled(item(ROPE, 0)).wanted()).containsExactly(Wanted.QUANTITY);
  }

  @Test
  void aLotNeedsItsLastDayWhichMayFollowFromShelfLife() {
    ReceiveSentence sentence = filled(item(FLARE, 6), new Evidence.LotCode(FLARE, "K1"));
    assertThat(sentence.expiry())
        .isEqualTo(new Blank.Suggested<>(TODAY.plusDays(1000), Blank.Why.SHELF_LIFE));
    LocalDate made = TODAY.minusDays(100);
    assertThat(filled(item(FLARE, 6), new Evidence.Produced(made)).expiry().filled())
        .contains(made.plusDays(1000));
    house.lots.put("K1", new ReceiveFacts.KnownLot(5, LotDates.expiring(TODAY.plusDays(30))));
    assertThat(filled(item(FLARE, 6), new Evidence.LotCode(FLARE, "K1")).expiry())
        .isEqualTo(new Blank.Only<>(TODAY.plusDays(30)));
    assertThat(
            refused(
                item(FLARE, 6),
                new Evidence.LotCode(FLARE, "K1"),
                new Evidence.Expiry(TODAY.plusDays(31))))
        .isInstanceOf(Misfit.OtherDate.class);
    ReceiveSentence best =
        filled(
            item(FLARE, 6),
            new Evidence.LotCode(FLARE, "K1"),
            new Evidence.BestBefore(TODAY.plusDays(20)));
    assertThat(best.expiry()).isEqualTo(new Blank.Only<>(TODAY.plusDays(30)));
    assertThat(best.dates().bestBefore()).isEqualTo(TODAY.plusDays(20));
  }

  @Test
  void anExpiredLotDoesNotComeIn() {
    assertThat(refused(item(FLARE, 6), new Evidence.Expiry(TODAY.minusDays(1))))
        .isEqualTo(new Misfit.Expired("", TODAY.minusDays(1), TODAY));
    assertThat(filled(item(FLARE, 6), new Evidence.Expiry(TODAY)).expiry().settled()).isTrue();
    assertThat(refused(item(FLARE, 6), new Evidence.Produced(TODAY.minusDays(1001))))
        .isInstanceOf(Misfit.Expired.class);
  }

  @Test
  void twentySerialNumbersByTheirEnds() {
    ReceiveSentence sentence = filled(new Evidence.SerialRange(BEACON, "BCN-0095", "BCN-0114"));
    assertThat(sentence.serials()).hasSize(20).contains("BCN-0099", "BCN-0100");
    assertThat(sentence.quantity().filled()).contains(Quantity.of(20));
    assertThat(refused(new Evidence.SerialRange(BEACON, "BCN-0095", "BCX-0114")))
        .isInstanceOf(Misfit.NoRow.class);
    assertThat(refused(new Evidence.SerialRange(BEACON, "9", "1")))
        .isInstanceOf(Misfit.NoRow.class);
    house.pieces.put("BCN-0100", BULK);
    assertThat(refused(new Evidence.SerialRange(BEACON, "BCN-0095", "BCN-0114")))
        .isEqualTo(new Misfit.PieceHere(BEACON, "BCN-0100", BULK));
  }

  @Test
  void aTextThatNobodyKnowsIsTheNumberThatIsMissing() {
    assertThat(new Receive(house).newNumber(filled(item(FLARE, 6)), "K77"))
        .contains(new Evidence.LotCode(FLARE, "K77"));
    assertThat(new Receive(house).newNumber(filled(item(BEACON, 1)), "B77"))
        .contains(new Evidence.SerialCode(BEACON, "B77"));
    assertThat(new Receive(house).newNumber(filled(item(SHACKLE, 1)), "B77")).isEmpty();
  }

  @Test
  void aLabelWithoutAnItemIsAboutTheItemAtHand() {
    ElementString more = ElementString.ofBracketed("(17)280131(10)K5");
    Receive receive = new Receive(house);
    Reading label = new Reading.Elements("label", more);
    Evidence said = receive.byForm(filled(item(FLARE, 6)), label).orElseThrow();
    ReceiveSentence sentence = filled(item(FLARE, 6), said);
    assertThat(sentence.lot().filled()).contains("K5");
    assertThat(sentence.expiry().filled()).contains(LocalDate.of(2028, 1, 31));
    assertThat(receive.byForm(filled(), label)).isEmpty();
    ElementString other = ElementString.ofBracketed("(01)" + GTIN + "(10)K5");
    assertThat(receive.byForm(filled(item(FLARE, 6)), new Reading.Elements("label", other)))
        .isEmpty();
  }

  @Test
  void goodsLandOnADockUnlessTheyGoStraightIn() {
    Evidence bulk = new Evidence.Bin(BULK, Role.ANY);
    assertThat(refused(item(SHACKLE, 10), bulk))
        .isEqualTo(new Misfit.NoDock(BULK, List.of(DOCK, OTHER_DOCK)));
    house.target = new MoveFacts.Target(BULK, Quantity.of(10), Blank.Why.HOME_BIN);
    assertThat(filled(item(SHACKLE, 10)).place())
        .isEqualTo(new Blank.Suggested<>(BULK, Blank.Why.HOME_BIN));
    assertThat(filled(item(SHACKLE, 10), bulk).ready()).isTrue();
    assertThat(refused(new Evidence.Bin(FAR, Role.ANY))).isEqualTo(new Misfit.OtherSite(FAR));
  }

  @Test
  void sayingsThatContradictAreRefused() {
    assertThat(refused(item(SHACKLE, 1), item(FLARE, 1)))
        .isEqualTo(new Misfit.OtherItem(SHACKLE, FLARE));
    assertThat(refused(item(SHACKLE, 1), new Evidence.LotCode(SHACKLE, "K")))
        .isEqualTo(new Misfit.NotKept(SHACKLE, false));
    assertThat(refused(new Evidence.LotCode(FLARE, "K"), new Evidence.LotCode(FLARE, "L")))
        .isEqualTo(new Misfit.OtherLotCode("K", "L"));
    assertThat(refused(new Evidence.SerialCode(BEACON, "K"), new Evidence.SerialCode(BEACON, "K")))
        .isEqualTo(new Misfit.CodeTwice("K"));
    assertThat(refused(new Evidence.Turned())).isEqualTo(new Misfit.NoRoom());
  }

  @Test
  void theConditionIsGoodUnlessSomeoneSaysOtherwise() {
    assertThat(filled(item(SHACKLE, 1)).condition()).isEqualTo(Condition.GOOD);
    assertThat(filled(item(SHACKLE, 1), new Evidence.ConditionSaid(Condition.REJECTED)).condition())
        .isEqualTo(Condition.REJECTED);
  }

  @Property
  void theOrderOfScansDoesNotMatter(@ForAll Random random) {
    List<Evidence> said =
        new ArrayList<>(
            List.of(
                item(FLARE, 6),
                item(FLARE, 6),
                new Evidence.LotCode(FLARE, "K1"),
                new Evidence.Expiry(TODAY.plusDays(9)),
                new Evidence.Bin(OTHER_DOCK, Role.ANY),
                new Evidence.IncomingUnitLoad("340123450000000077", false)));
    ReceiveSentence first = filled(said.toArray(new Evidence[0]));
    Collections.shuffle(said, random);
    ReceiveSentence shuffled = filled(said.toArray(new Evidence[0]));
    assertThat(shuffled.ready()).isTrue();
    assertThat(shuffled.quantity()).isEqualTo(first.quantity());
    assertThat(shuffled.lot()).isEqualTo(first.lot());
    assertThat(shuffled.expiry()).isEqualTo(first.expiry());
    assertThat(shuffled.place()).isEqualTo(first.place());
  }
}
