package app.reliquum.core.fulfilment;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.quantity.Quantity;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.Test;

class LineArrivalTest {

  private static Quantity of(int amount) {
    return Quantity.of(Integer.toString(amount));
  }

  @Test
  void whatHasComeIsTakenOnceAndComesBackWhenItIsFreed() {
    LineArrival six = LineArrival.NONE.more(of(6), of(0));
    assertThat(six.notTaken(of(0))).isEqualTo(of(6));
    assertThat(six.notTaken(of(6))).isEqualTo(of(0));
    assertThat(six.notTaken(of(2))).isEqualTo(of(4));
    assertThat(six.toArrive(of(6))).isEqualTo(of(0));
    assertThat(six.toArrive(of(10))).isEqualTo(of(4));
  }

  /** Four were given from stock before all was to be bought for the order. */
  @Test
  void whatTheLineHadBeforeDoesNotCountAsWhatCame() {
    LineArrival six = LineArrival.NONE.more(of(6), of(4));
    assertThat(six.notTaken(of(4))).isEqualTo(of(6));
    assertThat(six.notTaken(of(10))).isEqualTo(of(0));
    assertThat(six.toArrive(of(6))).isEqualTo(of(0));
    LineArrival eleven = six.more(of(5), of(10));
    assertThat(eleven.notTaken(of(10))).isEqualTo(of(5));
  }

  @RepeatedTest(50)
  void whoTakesWhatIsNotTakenNeverHasMoreThanCame() {
    Random random = new Random();
    LineArrival line = LineArrival.NONE;
    int came = 0;
    int met = 0;
    for (int i = 0; i < 20; i++) {
      if (random.nextBoolean()) {
        int more = 1 + random.nextInt(9);
        line = line.more(of(more), of(met));
        came += more;
      } else if (random.nextBoolean()) {
        int most = line.notTaken(of(met)).amount().intValueExact();
        met += most == 0 ? 0 : random.nextInt(most + 1);
      } else if (met > 0) {
        met -= random.nextInt(met + 1);
      }
      assertThat(met).isLessThanOrEqualTo(came);
      assertThat(line.notTaken(of(met))).isEqualTo(of(came - met));
      assertThat(line.toArrive(of(came))).isEqualTo(Quantity.ZERO);
    }
  }
}
