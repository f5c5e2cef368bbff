package app.reliquum.core.scan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.reliquum.core.quantity.Quantity;
import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.api.Test;

class ScanReaderTest {

  @Test
  void readsLabelsOfOurOwn() {
    assertThat(ScanReader.read(" rb.kq.qa-03-b\r"))
        .isEqualTo(new Reading.Own("rb.kq.qa-03-b", new OwnLabel(OwnLabel.Kind.BIN, "KQ.QA-03-B")));
    assertThat(ScanReader.read("RA.CONFIRM"))
        .isInstanceOfSatisfying(
            Reading.Own.class, own -> assertThat(own.label().text()).isEqualTo("RA.CONFIRM"));
    assertThat(ScanReader.read("RX.NOTHING")).isInstanceOf(Reading.Plain.class);
  }

  @Test
  void aGtinIsTheSameWithEightTwelveThirteenOrFourteenDigits() {
    // Examples with the restricted-circulation prefix 2, which no company owns.
    Gtin twelve = Gtin.of("200000000015".substring(0, 11) + Gtin.checkDigit("20000000001"));
    assertThat(Gtin.of("0" + twelve.digits().substring(2))).isEqualTo(twelve);
    assertThat(Gtin.of(twelve.digits())).isEqualTo(twelve);
    assertThat(twelve.printed()).hasSize(12);
    assertThat(Gtin.of("2000001" + Gtin.checkDigit("2000001")).printed()).hasSize(8);
  }

  @Test
  void namesTheRightCheckDigit() {
    char right = Gtin.checkDigit("200000000001");
    char wrong = right == '9' ? '8' : '9';
    assertThatThrownBy(() -> Gtin.of("200000000001" + wrong))
        .hasMessageContaining("should end with " + right);
    assertThat(ScanReader.read("200000000001" + wrong))
        .isInstanceOfSatisfying(
            Reading.Plain.class, plain -> assertThat(plain.fault()).isPresent());
    assertThatThrownBy(() -> Gtin.of("123")).hasMessageContaining("8, 12, 13 or 14");
  }

  @Test
  void readsFiguresAsPeopleTypeThem() {
    assertThat(figure("6")).isEqualTo(new Reading.Figure(Quantity.of(6), null));
    assertThat(figure("2.5")).isEqualTo(new Reading.Figure(Quantity.of("2.5"), null));
    assertThat(((Reading.Plain) ScanReader.read("2,5")).figure()).isEmpty();
    assertThat(((Reading.Plain) ScanReader.read("1,000")).figure()).isEmpty();
    assertThat(((Reading.Plain) ScanReader.read("١٢")).figure()).isEmpty();
    assertThat(figure("2 boxes")).isEqualTo(new Reading.Figure(Quantity.of(2), "boxes"));
    assertThat(figure("3x carton")).isEqualTo(new Reading.Figure(Quantity.of(3), "carton"));
    assertThat(((Reading.Plain) ScanReader.read("K2291")).figure()).isEmpty();
  }

  @Test
  void saysWhatCanNotBeRead() {
    assertThat(ScanReader.read("  ")).isInstanceOf(Reading.Unreadable.class);
    assertThat(ScanReader.read(null)).isInstanceOf(Reading.Unreadable.class);
    assertThat(ScanReader.read("x".repeat(401))).isInstanceOf(Reading.Unreadable.class);
    assertThat(ScanReader.read("A\u0007B"))
        .isInstanceOfSatisfying(
            Reading.Unreadable.class, bad -> assertThat(bad.fault().sentence()).contains("at 1"));
  }

  @Test
  void aCodeWithSeveralMeaningsKeepsThemAll() {
    Codes codes =
        new Codes() {
          @Override
          public List<Meaning> ofGtin(Gtin gtin) {
            return List.of(new Meaning.Item(1, 2, Quantity.of(10)));
          }

          @Override
          public List<Meaning> ofOwn(OwnLabel label) {
            return List.of(new Meaning.Bin(7));
          }

          @Override
          public long lot(long item, String code) {
            return code.equals("KNOWN") ? 7 : 0;
          }

          @Override
          public long serial(long item, String code) {
            return 0;
          }

          @Override
          public long unitLoad(Sscc sscc) {
            return 0;
          }

          @Override
          public List<Meaning> ofPlain(String text) {
            List<Meaning> found = new ArrayList<>();
            if (text.equals("12")) {
              found.add(new Meaning.Item(5, 0, Quantity.ZERO));
              found.add(new Meaning.Lot(6, 9));
            }
            return found;
          }
        };
    String gtin = "0401234500000" + Gtin.checkDigit("0401234500000");
    assertThat(Meanings.of(ScanReader.read("(8006)" + gtin + "0103(30)4"), codes))
        .singleElement()
        .isInstanceOfSatisfying(
            Meaning.Label.class,
            label -> {
              assertThat(label.goods()).isEqualTo(new Meaning.Item(1, 2, Quantity.ZERO));
              assertThat(label.counted()).isFalse();
            });
    assertThat(Meanings.of(ScanReader.read("12"), codes))
        .containsExactly(
            new Meaning.Item(5, 0, Quantity.ZERO),
            new Meaning.Lot(6, 9),
            new Meaning.Figure(Quantity.of(12), null));
    assertThat(Meanings.of(ScanReader.read("RB.KQ.A1"), codes)).containsExactly(new Meaning.Bin(7));
    assertThat(Meanings.of(ScanReader.read("RA.UNDO"), codes))
        .containsExactly(new Meaning.Act(Action.UNDO));
    assertThat(Meanings.of(ScanReader.read("RA.DANCE"), codes)).isEmpty();
    assertThat(Meanings.of(ScanReader.read("nobody knows"), codes)).isEmpty();
  }

  @Property
  void everyGtinReadsBackAndEveryOtherCheckDigitIsRefused(
      @ForAll @LongRange(min = 0, max = 9_999_999_999_999L) long number) {
    String before = String.format("%013d", number);
    char right = Gtin.checkDigit(before);
    for (char digit = '0'; digit <= '9'; digit++) {
      Reading reading = ScanReader.read(before + digit);
      if (digit == right) {
        assertThat(reading).isInstanceOf(Reading.Trade.class);
      } else {
        assertThat(reading).isInstanceOf(Reading.Plain.class);
      }
    }
    Gtin gtin = Gtin.of(before + right);
    assertThat(Gtin.of(gtin.printed())).isEqualTo(gtin);
  }

  private static Reading.Figure figure(String text) {
    return ((Reading.Plain) ScanReader.read(text)).figure().orElseThrow();
  }
}
