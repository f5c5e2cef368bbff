package app.reliquum.core.quantity;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

class LotDatesTest {

  private static final LocalDate MAY = LocalDate.of(2027, 5, 31);
  private static final LocalDate JUNE = LocalDate.of(2027, 6, 30);

  @Test
  void takesWhatIsMissingAndKeepsWhatIsKnown() {
    LotDates known = new LotDates(MAY, null, null);
    assertThat(known.with(new LotDates(null, JUNE, null))).isEqualTo(new LotDates(MAY, JUNE, null));
    assertThat(known.against(new LotDates(MAY, JUNE, null))).isEmpty();
    assertThat(known.against(LotDates.expiring(JUNE)))
        .contains(new LotDates.Contradiction(LotDates.Day.EXPIRY, MAY, JUNE));
  }

  @Test
  void anExpiryFollowsFromTheDayOfMakingOrComing() {
    LocalDate came = LocalDate.of(2026, 3, 1);
    assertThat(LotDates.NONE.keeping(30, came).expiry()).isEqualTo(came.plusDays(30));
    assertThat(new LotDates(null, null, came.minusDays(10)).keeping(30, came).expiry())
        .isEqualTo(came.plusDays(20));
    assertThat(LotDates.expiring(MAY).keeping(30, came).expiry()).isEqualTo(MAY);
    assertThat(LotDates.NONE.keeping(null, came)).isEqualTo(LotDates.NONE);
  }

  @Test
  void nothingEndsBeforeItWasMade() {
    assertThat(new LotDates(MAY, null, JUNE).inOrder()).isFalse();
    assertThat(new LotDates(JUNE, JUNE, MAY).inOrder()).isTrue();
    assertThat(new LotDates(null, MAY, JUNE).inOrder()).isFalse();
  }

  @Property
  void whatIsKnownIsNeverReplaced(@ForAll("dates") LotDates known, @ForAll("dates") LotDates said) {
    LotDates now = known.with(said);
    assertThat(known.against(now)).isEmpty();
    if (known.against(said).isEmpty()) {
      assertThat(now.against(said)).isEmpty();
      assertThat(now).isEqualTo(said.with(known));
    }
  }

  @Provide
  Arbitrary<LotDates> dates() {
    Arbitrary<LocalDate> day =
        Arbitraries.integers().between(0, 3).map(MAY::plusDays).injectNull(0.4);
    return Combinators.combine(day, day, day).as(LotDates::new);
  }
}
