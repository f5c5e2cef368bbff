package app.reliquum.core.document;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DueDayTest {

  @ParameterizedTest
  @CsvSource({
    "2026-03-31, 2026-03-30, 0",
    "2026-03-31, 2026-03-31, 0",
    "2026-03-31, 2026-04-01, 1",
    "2024-02-28, 2024-03-01, 2",
    "2025-12-31, 2026-12-31, 365",
  })
  void itIsLateFromTheDayAfterOn(LocalDate due, LocalDate today, int days) {
    assertThat(DueDay.daysLate(due, today)).isEqualTo(days);
  }

  @Test
  void whatIsDueOnNoDayIsNeverLate() {
    assertThat(DueDay.daysLate(null, LocalDate.of(2026, 3, 31))).isZero();
  }
}
