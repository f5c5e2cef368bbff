package app.reliquum.core.scan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ElementStringTest {

  private static final char GS = ElementString.SEPARATOR;

  private static ElementString read(String text) {
    return ((Reading.Elements) ScanReader.read(text)).elements();
  }

  private static ElementException fault(String text) {
    return catchThrowableOfType(ElementException.class, () -> ElementString.of(text));
  }

  private static String gtin(String thirteen) {
    return thirteen + Gtin.checkDigit(thirteen);
  }

  @Test
  void readsWhatAScannerGives() {
    String code = gtin("0401234500000");
    ElementString label = ElementString.of("01" + code + "17270131" + "10K2291" + GS + "3024");
    assertThat(label.gtin()).contains(new Gtin(code));
    assertThat(label.data("10")).contains("K2291");
    assertThat(label.date("17", 2026)).contains(LocalDate.of(2027, 1, 31));
    assertThat(label.count()).contains(Quantity.of(24));
    assertThat(label.bracketed()).isEqualTo("(01)" + code + "(17)270131(10)K2291(30)24");
  }

  @ParameterizedTest
  @ValueSource(strings = {"]C1", "]d2", "]Q3", "]e0", ""})
  void passesOverWhatNamesTheSymbol(String prefix) {
    String text = prefix + "01" + gtin("0401234500000") + "10A1" + GS + "21B2";
    assertThat(read(text).data("21")).contains("B2");
  }

  @Test
  void readsBracketsAndLinks() {
    String code = gtin("0401234500000");
    assertThat(read("(01)" + code + "(10)A(7)1").data("10")).contains("A(7)1");
    ElementString link =
        read("https://id.example.org/shop/01/" + code + "/10/A%2F1/21/77?17=270200&lang=en");
    assertThat(link.data("10")).contains("A/1");
    assertThat(link.data("21")).contains("77");
    assertThat(link.date("17", 2026)).contains(LocalDate.of(2027, 2, 28));
  }

  @Test
  void readsAUnitLoad() {
    String digits = "34012345" + "0".repeat(8) + "7";
    String sscc = digits + Gtin.checkDigit(digits);
    assertThat(read(sscc).sscc()).contains(new Sscc(sscc));
    assertThat(read("00" + sscc).sscc()).contains(new Sscc(sscc));
    assertThat(Sscc.of("34012345", 7).digits()).isEqualTo(sscc);
  }

  @ParameterizedTest
  @CsvSource({
    "26, 260630, 2026-06-30",
    "26, 260600, 2026-06-30",
    "26, 240200, 2024-02-29",
    "26, 750101, 2075-01-01",
    "26, 770101, 1977-01-01",
    "98, 020101, 2002-01-01"
  })
  void takesTheNearestCentury(int year, String digits, LocalDate expected) {
    int thisYear = year == 98 ? 1998 : 2000 + year;
    assertThat(ElementString.of("17" + digits).date("17", thisYear)).contains(expected);
  }

  @ParameterizedTest
  @CsvSource({
    "3103001250, 310, 1.25",
    "3110000007, 311, 7",
    "3155012345, 315, 0.12345",
    "3160000002, 316, 2"
  })
  void readsMeasures(String text, String family, String expected) {
    assertThat(ElementString.of(text).measure(family)).contains(Quantity.of(expected));
  }

  @ParameterizedTest
  @CsvSource({
    "0104012345000001, 01, 0, check digit",
    "17271301, 17, 0, no date",
    "172702, 17, 0, expected 6",
    "1727013155X, 55X, 8, no application identifier",
    "1727013121012345678901234567890, 21, 8, expected 1 to 20",
    "30123456789, 30, 0, expected 1 to 8",
    "37A, 37, 0, digits only",
    "80082713, 8008, 0, expected 8 to 12",
    "800827130125, 8008, 0, no date",
    "8008270101251, 8008, 0, no moment",
    "10A~B, 10, 0, can't carry",
    "'', '', 0, no data"
  })
  void namesIdentifierAndOffset(String text, String identifier, int offset, String says) {
    ElementException fault = fault(text);
    assertThat(fault.identifier()).isEqualTo(identifier);
    assertThat(fault.offset()).isEqualTo(offset);
    assertThat(fault).hasMessageContaining(says);
  }

  @Test
  void refusesTheSameIdentifierWithOtherData() {
    assertThat(fault("10A" + GS + "10B").offset()).isEqualTo(4);
    assertThat(ElementString.of("10A" + GS + "10A").elements()).hasSize(1);
  }

  @Test
  void aRepeatedIdentifierNamesItsOffset() {
    assertThat(fault("10A" + GS + "10B")).hasMessageContaining("(10) at 4", "at 0");
  }

  @Test
  void aPieceOfAWholeNamesTheItemAndCountsNone() {
    String code = gtin("0401234500000");
    ElementString piece = ElementString.of("8006" + code + "0103" + GS + "10A1" + GS + "305");
    assertThat(piece.gtin()).contains(new Gtin(code));
    assertThat(piece.pieceOfWhole()).isTrue();
    assertThat(ElementString.of("01" + code).pieceOfWhole()).isFalse();
  }

  @ParameterizedTest
  @CsvSource({
    "0104012345000001, '(01) at 0', check digit",
    "01040123450000091727130110K1, '(17) at 16', no date",
    "3401234500000000070, '', ''",
    "340123450000000070, '(00) at 0', check digit",
    "00340123450000000070, '(00) at 0', check digit"
  })
  void faultsWithoutASymbolsNameAreNamedAlike(String text, String where, String what) {
    assertThat(ScanReader.read(text))
        .isInstanceOfSatisfying(
            Reading.Plain.class,
            plain -> {
              assertThat(plain.fault().isPresent()).isEqualTo(!where.isEmpty());
              plain.fault().ifPresent(fault -> assertThat(fault.sentence()).contains(where, what));
            });
  }

  @Test
  void tellsWhatIsWrongWithAMarkedLabel() {
    Reading reading = ScanReader.read("]C10104012345000001");
    assertThat(reading)
        .isInstanceOfSatisfying(
            Reading.Unreadable.class,
            unreadable ->
                assertThat(unreadable.fault().sentence()).contains("(01) at 0", "check digit"));
  }

  @Test
  void aPlainNumberThatOnlyLooksLikeElementsStaysPlain() {
    assertThat(ScanReader.read("10-4711")).isInstanceOf(Reading.Plain.class);
    assertThat(ScanReader.read("0104012345000001")).isInstanceOf(Reading.Plain.class);
    assertThat(ScanReader.read("https://example.org/help")).isInstanceOf(Reading.Plain.class);
  }

  @Provide
  Arbitrary<ElementString> labels() {
    Arbitrary<String> text =
        Arbitraries.strings()
            .withCharRange('A', 'Z')
            .withCharRange('0', '9')
            .withChars("-/.")
            .ofMinLength(1)
            .ofMaxLength(20);
    Arbitrary<String> thirteen = Arbitraries.strings().numeric().ofLength(13);
    Arbitrary<Integer> count = Arbitraries.integers().between(1, 99_999_999);
    Arbitrary<LocalDate> day =
        Arbitraries.integers().between(0, 20_000).map(LocalDate.of(2000, 1, 1)::plusDays);
    return Combinators.combine(thirteen, text, text, count, day)
        .as(
            (digits, lot, serial, n, date) ->
                ElementString.ofBracketed(
                    "(01)%s(10)%s(21)%s(30)%d(17)%s"
                        .formatted(
                            gtin(digits),
                            lot,
                            serial,
                            n,
                            date.format(java.time.format.DateTimeFormatter.ofPattern("yyMMdd")))));
  }

  @Property
  void whatIsWrittenReadsBack(@ForAll("labels") ElementString label) {
    assertThat(data(ElementString.of(label.encoded()))).isEqualTo(data(label));
    assertThat(data(ElementString.ofBracketed(label.bracketed()))).isEqualTo(data(label));
    ElementString link = read(DigitalLink.of("https://id.example.org", label));
    for (String code : new String[] {"01", "10", "21", "30", "17"}) {
      assertThat(link.data(code)).isEqualTo(label.data(code));
    }
  }

  @Property
  void anyTextIsReadOrRefusedButNeverBreaks(@ForAll String text) {
    assertThat(ScanReader.read(text)).isNotNull();
    assertThat(ScanReader.read("]C1" + text)).isNotNull();
    assertThat(ScanReader.read("(01)" + text)).isNotNull();
    assertThat(ScanReader.read("https://x.example/01/" + text)).isNotNull();
  }

  private static java.util.List<String> data(ElementString label) {
    return label.elements().stream()
        .map(element -> element.identifier().code() + "=" + element.data())
        .toList();
  }
}
