package app.reliquum.core.removal;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class SortKeyTest {

  private static final LocalDate TODAY = LocalDate.of(2026, 3, 2);

  private static Candidate one(String lot, long free, LocalDate in, LocalDate expiry, int walk) {
    return new Candidate(
        new PositionKey(1, walk, 1, 0, 0, Condition.GOOD),
        Quantity.of(free),
        in,
        expiry,
        lot,
        "A-" + walk,
        walk,
        1,
        true);
  }

  private static final List<Candidate> STOCK =
      List.of(
          one("old", 20, TODAY.minusDays(90), TODAY.plusDays(200), 30),
          one("new", 7, TODAY.minusDays(3), TODAY.plusDays(400), 10),
          one("soon", 45, TODAY.minusDays(30), TODAY.plusDays(20), 20),
          one("timeless", 10, TODAY.minusDays(10), null, 40));

  private static List<String> by(SortKey key, long pack) {
    return STOCK.stream().sorted(key.order(Quantity.of(pack))).map(Candidate::lot).toList();
  }

  @Test
  void eachKeySaysWhatGoesFirst() {
    assertThat(by(SortKey.OLDEST, 0)).containsExactly("old", "soon", "timeless", "new");
    assertThat(by(SortKey.NEWEST, 0)).containsExactly("new", "timeless", "soon", "old");
    assertThat(by(SortKey.EARLIEST_EXPIRY, 0))
        .as("what does not expire can wait")
        .containsExactly("soon", "old", "new", "timeless");
    assertThat(by(SortKey.SHORTEST_WALK, 0)).containsExactly("new", "soon", "old", "timeless");
    assertThat(by(SortKey.SMALLEST, 0)).containsExactly("new", "timeless", "old", "soon");
    assertThat(by(SortKey.LARGEST, 0)).containsExactly("soon", "old", "timeless", "new");
  }

  @Test
  void fullPacksGoBeforeThoseThatAreOpen() {
    assertThat(by(SortKey.FULL_PACKS, 10))
        .as("otherwise as they stood")
        .containsExactly("old", "timeless", "new", "soon");
    assertThat(by(SortKey.FULL_PACKS, 0))
        .as("without a pack all are alike")
        .containsExactly("old", "new", "soon", "timeless");
    Candidate nothing = STOCK.get(0).less(Quantity.of(20));
    assertThat(SortKey.FULL_PACKS.order(Quantity.of(10)).compare(nothing, STOCK.get(3)))
        .as("nothing is no full pack")
        .isPositive();
  }

  @Test
  void aCandidateIsLessOrOlderAndOtherwiseTheSame() {
    Candidate old = STOCK.get(0);
    assertThat(old.less(Quantity.ZERO)).isSameAs(old);
    assertThat(old.less(Quantity.of(5)).free()).isEqualTo(Quantity.of(15));
    assertThat(old.since(TODAY).inDate()).isEqualTo(TODAY);
    assertThat(old.since(TODAY).since(old.inDate())).isEqualTo(old);
  }

  /** Whatever lies about, an order by any key is one: it neither contradicts itself nor turns. */
  @Property
  void everyKeyIsAnOrder(@ForAll Random random) {
    List<Candidate> any =
        LongStream.range(0, 3)
            .mapToObj(
                i ->
                    one(
                        "L" + i,
                        random.nextInt(30),
                        random.nextInt(4) == 0 ? null : TODAY.minusDays(random.nextInt(5)),
                        random.nextInt(4) == 0 ? null : TODAY.plusDays(random.nextInt(5)),
                        random.nextInt(5)))
            .toList();
    for (SortKey key : SortKey.values()) {
      var order = key.order(Quantity.of(random.nextInt(12)));
      Candidate a = any.get(0);
      Candidate b = any.get(1);
      Candidate c = any.get(2);
      assertThat(Integer.signum(order.compare(a, b)))
          .isEqualTo(-Integer.signum(order.compare(b, a)));
      assertThat(order.compare(a, a)).isZero();
      if (order.compare(a, b) <= 0 && order.compare(b, c) <= 0) {
        assertThat(order.compare(a, c)).isNotPositive();
      }
    }
  }
}
