package app.reliquum.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Map;
import org.junit.jupiter.api.Test;

class MessageTest {

  private static final Map<String, String> GERMAN =
      Map.of(
          "{0} holds {1} of {2}.", "Von {2} liegen {1} auf {0}.",
          "lot {0}", "Charge {0}");

  private static String german(Message message) {
    return message.in(Language.GERMAN, text -> GERMAN.getOrDefault(text, text));
  }

  @Test
  void valuesStandWhereTheLanguagePutsThem() {
    Message message =
        Message.of(
            "{0} holds {1} of {2}.", "QA-1", Quantity.of("2.50"), Message.of("lot {0}", "7.5"));
    assertThat(message.english()).isEqualTo("QA-1 holds 2.5 of lot 7.5.");
    assertThat(german(message)).isEqualTo("Von Charge 7.5 liegen 2,5 auf QA-1.");
  }

  @Test
  void numbersAndDaysAreWrittenAsTheLanguageDoesTextsAsTheyAre() {
    Message message =
        Message.of("{0} {1} {2} {3}", new BigDecimal("1E+2"), 12, LocalDate.of(2026, 3, 1), "1.5");
    assertThat(message.english()).isEqualTo("100 12 2026-03-01 1.5");
    assertThat(german(message)).isEqualTo("100 12 01.03.2026 1.5");
  }

  @Test
  void whatIsNoPlaceOfAValueStaysAsItIs() {
    assertThat(Message.of("Use {nn} or {0}.").english()).isEqualTo("Use {nn} or {0}.");
    assertThat(Message.of("{0}", "{1} $1 \\").english()).isEqualTo("{1} $1 \\");
    assertThat(Message.verbatim("{0}").english()).isEqualTo("{0}");
  }

  @Test
  void anExceptionIsSaidByItsMessageAndAnyOtherByItsText() {
    assertThat(Message.of(new QuantityException(QuantityException.Fault.NOT_POSITIVE, "0", 0)))
        .isEqualTo(Message.of("{0} is not more than zero.", "0"));
    assertThat(Message.of(new InvalidValueException("At most {0}.", 3)))
        .isEqualTo(Message.of("At most {0}.", 3));
    assertThat(Message.of(new IllegalStateException("No {0}")).english()).isEqualTo("No {0}");
    assertThat(Message.of(new IllegalStateException()).english())
        .isEqualTo("java.lang.IllegalStateException");
  }

  @Test
  void aLanguageIsKnownByItsCodeAndAnyOtherIsEnglish() {
    assertThat(Language.of("de")).isEqualTo(Language.GERMAN);
    assertThat(Language.of("en")).isEqualTo(Language.ENGLISH);
    assertThat(Language.of("fr")).isEqualTo(Language.ENGLISH);
    assertThat(Language.GERMAN.code()).isEqualTo("de");
  }
}
