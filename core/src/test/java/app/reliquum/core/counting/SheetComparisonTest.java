package app.reliquum.core.counting;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.quantity.Quantity;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class SheetComparisonTest {

  private static Map<String, Quantity> typed(Object... figures) {
    Map<String, Quantity> typed = new LinkedHashMap<>();
    for (int i = 0; i < figures.length; i += 2) {
      typed.put((String) figures[i], Quantity.of((String) figures[i + 1]));
    }
    return typed;
  }

  @Test
  void twoEqualTypingsDifferInNothing() {
    assertThat(
            SheetComparison.of(
                typed("shackle", "12", "rope", "2.50"), typed("rope", "2.5", "shackle", "12")))
        .isEmpty();
  }

  @Test
  void aFigureThatIsTypedOtherwiseIsNamedWithBothReadings() {
    assertThat(
            SheetComparison.of(
                typed("shackle", "12", "rope", "7"), typed("shackle", "21", "rope", "7")))
        .containsExactly(
            new SheetComparison.Difference<>(
                "shackle", Optional.of(Quantity.of("12")), Optional.of(Quantity.of("21"))));
  }

  @Test
  void nothingTypedIsNotZero() {
    assertThat(SheetComparison.of(typed("shackle", "0"), typed("cleat", "3")))
        .containsExactly(
            new SheetComparison.Difference<>(
                "shackle", Optional.of(Quantity.ZERO), Optional.empty()),
            new SheetComparison.Difference<>(
                "cleat", Optional.empty(), Optional.of(Quantity.of("3"))));
  }
}
