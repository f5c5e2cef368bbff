package app.reliquum.core.trace;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.quantity.Quantity;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/**
 * Random histories: whatever happened, a trace leaves nothing over and finds what a search finds.
 */
class TraceBalanceTest {

  private static final long[] PLACES = {1, 2, 3, 4, TracedBook.ROAD};
  private static final int LOTS = 4;

  private final TracedBook book = new TracedBook();
  private final List<Long> postings = new ArrayList<>();

  private void live(Random random) {
    int steps = 20 + random.nextInt(80);
    for (int i = 0; i < steps; i++) {
      long posting =
          switch (random.nextInt(9)) {
            case 0, 1 -> step(random, TracedBook.SUPPLIER, bin(random), "PO-" + random.nextInt(5));
            case 2, 3 -> step(random, bin(random), bin(random), "");
            case 4 -> step(random, bin(random), TracedBook.CUSTOMER, "OB-" + random.nextInt(9));
            case 5 -> step(random, TracedBook.CUSTOMER, bin(random), "RT-" + random.nextInt(9));
            case 6 ->
                random.nextBoolean()
                    ? step(random, TracedBook.COUNTED, bin(random), "CT-1")
                    : step(random, bin(random), TracedBook.COUNTED, "CT-1");
            case 7 -> job(random);
            default ->
                postings.isEmpty()
                    ? 0
                    : book.reverse(postings.get(random.nextInt(postings.size())));
          };
      if (posting > 0) {
        postings.add(posting);
      }
    }
  }

  private static long bin(Random random) {
    return PLACES[random.nextInt(PLACES.length)];
  }

  private static Goods goods(Random random, long item) {
    long lot = item * 10 + random.nextInt(LOTS);
    return item == TracedBook.BEACON
        ? new Goods(item, lot, lot * 10 + random.nextInt(3))
        : new Goods(item, lot, 0);
  }

  private long step(Random random, long from, long to, String document) {
    return step(random, goods(random, 2 + random.nextInt(4)), from, to, document);
  }

  private long step(Random random, Goods goods, long from, long to, String document) {
    if (from == to) {
      return 0;
    }
    Quantity quantity = goods.serial() > 0 ? Quantity.ONE : Quantity.of(1 + random.nextInt(9));
    long load = random.nextInt(3) == 0 && to < 100 ? 7 : 0;
    return book.tryToMove(
        goods, Spot.in(from), new Spot(to, load, Condition.GOOD), quantity, document);
  }

  /** Uses something up for a job, or makes something for it: an item of a higher number. */
  private long job(Random random) {
    String job = "JB-" + random.nextInt(6);
    int level = job.charAt(3) % 3;
    return random.nextBoolean()
        ? step(random, goods(random, 2 + level), bin(random), TracedBook.USED_UP, job)
        : step(random, goods(random, 3 + level), TracedBook.USED_UP, bin(random), job);
  }

  private Set<TracedGoods> everything() {
    return book.book().entries().stream()
        .flatMap(entry -> entry.draft().lines().stream())
        .flatMap(line -> TracedGoods.of(line.goods()).stream())
        .collect(Collectors.toSet());
  }

  @Property(tries = 100)
  void everyTraceIsInBalance(@ForAll long seed) {
    live(new Random(seed));
    for (TracedGoods goods : everything()) {
      Trace trace = Trace.of(Set.of(goods), book, 1_000_000);
      assertThat(trace.complete()).isTrue();
      assertThat(trace.parts().get(0).goods()).isEqualTo(goods);
      for (TracedPart part : trace.parts()) {
        assertThat(part.balance().isZero()).as("%s", part.goods()).isTrue();
        assertThat(part.balance().held())
            .isEqualTo(part.positions().values().stream().reduce(Quantity.ZERO, Quantity::plus));
      }
    }
  }

  @Property(tries = 100)
  void whatIsMadeOfSomethingFindsItAndIsFoundByIt(@ForAll long seed) {
    live(new Random(seed));
    for (TracedGoods goods : everything()) {
      assertThat(of(goods, TracedPart.Role.PRODUCT)).isEqualTo(reachable(goods, true));
      assertThat(of(goods, TracedPart.Role.COMPONENT)).isEqualTo(reachable(goods, false));
    }
  }

  private Set<String> of(TracedGoods goods, TracedPart.Role role) {
    return Trace.of(Set.of(goods), book, 1_000_000).parts().stream()
        .filter(part -> part.role() == role)
        .map(part -> part.goods().toString())
        .collect(Collectors.toCollection(TreeSet::new));
  }

  /** The slow way: every job of the whole book, again and again until nothing is new. */
  private Set<String> reachable(TracedGoods from, boolean forwards) {
    Set<String> numbers = Set.of("JB-0", "JB-1", "JB-2", "JB-3", "JB-4", "JB-5");
    List<JobStep> steps =
        numbers.stream().map(job -> JobStep.of(job, book.linesOfJobs(Set.of(job)))).toList();
    Set<TracedGoods> found = new HashSet<>(Set.of(from));
    int before;
    do {
      before = found.size();
      for (JobStep step : steps) {
        var inputs = forwards ? step.used() : step.made();
        var outputs = forwards ? step.made() : step.used();
        if (found.stream().anyMatch(one -> inputs.keySet().stream().anyMatch(one::covers))) {
          found.addAll(JobStep.traced(outputs));
        }
      }
    } while (found.size() > before);
    found.remove(from);
    return found.stream().map(TracedGoods::toString).collect(Collectors.toCollection(TreeSet::new));
  }
}
