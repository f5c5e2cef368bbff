package app.reliquum.core.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.reliquum.core.scan.OwnLabel;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DocumentNumberTest {

  @Test
  void smallLettersDoForCapitals() {
    assertThat(DocumentNumber.of(" po-10017 ")).contains("PO-10017");
    assertThat(DocumentNumber.of("7")).contains("7");
    assertThat(DocumentNumber.of("SO.2026.11-4")).contains("SO.2026.11-4");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        " ",
        "-1",
        ".1",
        "A/1",
        "A 1",
        "A_1",
        "Ä-1",
        "٣",
        "A\n1",
        "123456789012345678901234"
      })
  void whatALabelOfOursCantCarryIsNoNumber(String given) {
    assertThat(DocumentNumber.of(given)).isEmpty();
  }

  @Test
  void theHouseCountsItsOwn() {
    assertThat(DocumentNumber.counted("TR", 10_001)).isEqualTo("TR-10001");
    assertThat(DocumentNumber.counted("RQ", 7)).isEqualTo("RQ-00007");
    assertThat(DocumentNumber.counted("RQ", 1_234_567)).isEqualTo("RQ-1234567");
    assertThatThrownBy(() -> DocumentNumber.counted("no", 1))
        .isInstanceOf(IllegalArgumentException.class);
  }

  /** Whatever is accepted is read from a printed label as it was. */
  @Test
  void everyNumberIsReadFromItsLabelAgain() {
    Random random = new Random(5);
    String signs = "abcXYZ019.-/ _Äß";
    int accepted = 0;
    for (int i = 0; i < 5000; i++) {
      StringBuilder given = new StringBuilder();
      for (int n = 1 + random.nextInt(6); n > 0; n--) {
        given.append(signs.charAt(random.nextInt(signs.length())));
      }
      String number = DocumentNumber.of(given.toString()).orElse(null);
      if (number != null) {
        accepted++;
        String label = new OwnLabel(OwnLabel.Kind.DOCUMENT, number).text();
        assertThat(label).matches("[A-Z0-9.-]+");
        assertThat(OwnLabel.of(label).orElseThrow().code()).isEqualTo(number);
        assertThat(DocumentNumber.of(number)).contains(number);
      }
    }
    assertThat(accepted).isGreaterThan(500);
  }
}
