package app.reliquum.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MomentSourceTest {

  private static final Instant NOW = Instant.parse("2026-03-31T12:00:00Z");

  @ParameterizedTest
  @CsvSource({
    "PERSON, PT2M, true",
    "PERSON, PT2M0.001S, false",
    "PERSON, -PT87600H, true",
    "WAITING_SCAN, PT2M, true",
    "WAITING_SCAN, PT3M, false",
    "WAITING_SCAN, -PT168H, true",
    "WAITING_SCAN, -PT168H0.001S, false",
    "FILE, -PT744H, true",
    "FILE, -PT744H0.001S, false"
  })
  void isBelievedSoFarFromNow(MomentSource source, Duration away, boolean believed) {
    assertThat(source.believes(NOW.plus(away), NOW)).isEqualTo(believed);
  }
}
