package app.reliquum.core.walk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.reliquum.core.walk.Block.Stop;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class ShortestRoundTest {

  private static Block block(int aisles, int start) {
    return new Block(IntStream.range(0, aisles).mapToObj(aisle -> aisle * 3.0).toList(), 10, start);
  }

  private static List<Long> order(ShortestRound.Round round) {
    return round.stops().stream().map(Stop::id).toList();
  }

  @Test
  void nothingToFetchIsNoWalk() {
    assertThat(ShortestRound.of(block(3, 1), List.of()).length()).isZero();
  }

  @Test
  void oneStopIsThereAndBack() {
    ShortestRound.Round round = ShortestRound.of(block(3, 0), List.of(new Stop(7, 2, 4)));
    assertThat(order(round)).containsExactly(7L);
    assertThat(round.length()).isEqualTo(2 * (6 + 4));
  }

  @Test
  void shallowStopsAreFetchedFromTheFront() {
    ShortestRound.Round round =
        ShortestRound.of(
            block(3, 0), List.of(new Stop(1, 0, 1), new Stop(2, 1, 2), new Stop(3, 2, 1)));
    assertThat(round.length()).isEqualTo(2 * 6 + 2 + 4 + 2);
  }

  @Test
  void deepStopsInTwoAislesAreFetchedOnOneWayRound() {
    ShortestRound.Round round =
        ShortestRound.of(
            block(2, 0),
            List.of(new Stop(1, 0, 3), new Stop(2, 0, 8), new Stop(3, 1, 9), new Stop(4, 1, 2)));
    assertThat(round.length()).isEqualTo(2 * 10 + 2 * 3);
    assertThat(order(round)).isIn(List.of(1L, 2L, 3L, 4L), List.of(4L, 3L, 2L, 1L));
  }

  @Test
  void aStopOutsideTheBlockIsRefused() {
    assertThatThrownBy(() -> ShortestRound.of(block(2, 0), List.of(new Stop(1, 2, 3))))
        .hasMessageContaining("outside");
    assertThatThrownBy(() -> new Block(List.of(3.0, 1.0), 5, 0)).hasMessageContaining("side");
  }

  /** Every order tried, for so few stops that this can be done. */
  private static double shortestOfAll(Block block, List<Stop> order, int from) {
    if (from == order.size()) {
      return block.walked(order);
    }
    double best = Double.MAX_VALUE;
    for (int i = from; i < order.size(); i++) {
      Collections.swap(order, from, i);
      best = Math.min(best, shortestOfAll(block, order, from + 1));
      Collections.swap(order, from, i);
    }
    return best;
  }

  @Property(tries = 400)
  void noOrderIsShorter(@ForAll Random random) {
    int aisles = 1 + random.nextInt(5);
    List<Double> across = new ArrayList<>();
    double x = 0;
    for (int aisle = 0; aisle < aisles; aisle++) {
      across.add(x);
      x += 1 + random.nextInt(4);
    }
    Block block = new Block(across, 6 + random.nextInt(8), random.nextInt(aisles));
    List<Stop> stops = new ArrayList<>();
    for (int id = 1; id <= random.nextInt(8); id++) {
      stops.add(
          new Stop(id, random.nextInt(aisles), random.nextInt((int) block.length() * 2 + 1) / 2.0));
    }
    ShortestRound.Round round = ShortestRound.of(block, stops);
    assertThat(round.stops()).containsExactlyInAnyOrderElementsOf(stops);
    assertThat(round.length())
        .isCloseTo(shortestOfAll(block, new ArrayList<>(stops), 0), within(1e-9));
    assertThat(block.walked(round.stops())).isCloseTo(round.length(), within(1e-9));
  }

  @Property(tries = 100)
  void neverLongerThanTheSnake(@ForAll Random random) {
    Block block = block(40, random.nextInt(40));
    List<Stop> stops = new ArrayList<>();
    for (int id = 1; id <= 100; id++) {
      stops.add(new Stop(id, random.nextInt(40), random.nextDouble() * 10));
    }
    ShortestRound.Round round = ShortestRound.of(block, stops);
    assertThat(round.stops()).containsExactlyInAnyOrderElementsOf(stops);
    assertThat(block.snake(stops)).containsExactlyInAnyOrderElementsOf(stops);
    assertThat(block.walked(round.stops())).isCloseTo(round.length(), within(1e-6));
    assertThat(round.length()).isLessThanOrEqualTo(block.snakeWalked(stops) + 1e-6);
  }
}
