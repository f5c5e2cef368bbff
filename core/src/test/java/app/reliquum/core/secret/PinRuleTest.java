package app.reliquum.core.secret;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.secret.PinRule.Fault;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PinRuleTest {

  @ParameterizedTest
  @CsvSource({
    "123, NOT_DIGITS",
    "123456789, NOT_DIGITS",
    "12a4, NOT_DIGITS",
    "١٢٣٤, NOT_DIGITS",
    "1111, REPEATED",
    "1212, REPEATED",
    "1221, REPEATED",
    "123123, REPEATED",
    "1234, RISING",
    "4321, RISING",
    "8901, RISING",
    "2468, RISING",
    "8642, RISING",
    "12345678, RISING",
    "2580, KEYPAD_LINE",
    "0852, KEYPAD_LINE",
    "1470, KEYPAD_LINE",
    "3691, KEYPAD_LINE",
    "1597, KEYPAD_LINE",
    "147258, KEYPAD_LINE",
    "1112, REPEATED",
    "1114, REPEATED",
    "1230, KEYPAD_LINE"
  })
  void whatEverybodyTriesFirstIsNotTaken(String pin, Fault fault) {
    assertThat(PinRule.fault(pin)).contains(fault);
  }

  @ParameterizedTest
  @ValueSource(strings = {"7402", "9153", "6048", "1984", "83057", "40718263", "2917"})
  void othersAre(String pin) {
    assertThat(PinRule.fault(pin)).isEmpty();
  }

  @Test
  void enoughAreLeftToChooseFrom() {
    int taken = 0;
    for (int i = 0; i < 10_000; i++) {
      if (PinRule.fault("%04d".formatted(i)).isEmpty()) {
        taken++;
      }
    }
    assertThat(taken).isBetween(8_500, 9_700);
  }
}
