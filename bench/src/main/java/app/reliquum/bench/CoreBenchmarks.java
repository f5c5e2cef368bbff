package app.reliquum.bench;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.place.AreaPurpose;
import app.reliquum.core.place.MixingPolicy;
import app.reliquum.core.putaway.GoodsToPutAway;
import app.reliquum.core.putaway.Plan;
import app.reliquum.core.putaway.PutAway;
import app.reliquum.core.putaway.PutAwayFacts;
import app.reliquum.core.putaway.Shelf;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Candidate;
import app.reliquum.core.removal.Policy;
import app.reliquum.core.removal.Removal;
import app.reliquum.core.scan.Reading;
import app.reliquum.core.scan.ScanReader;
import app.reliquum.core.walk.Block;
import app.reliquum.core.walk.ShortestRound;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.TimeValue;
import org.openjdk.jmh.runner.options.VerboseMode;

/** What the rules cost by themselves, without database or network. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
public class CoreBenchmarks {

  private static final int BINS = 10_000;

  private final String pallet =
      "]C1" + "00340123450000000073" + "0204012345000009" + "3736\u001d" + "17280131" + "10K2291";
  private final String link =
      "https://id.example.org/01/04012345000009/10/K2291/21/77?17=280131&30=24";
  private final GoodsToPutAway parcel =
      new GoodsToPutAway(
          1,
          0,
          Condition.GOOD,
          Quantity.of(500),
          "",
          Quantity.of(10),
          0,
          new BigDecimal("0.001"),
          new BigDecimal("0.5"));
  private final PutAwayFacts fullSite = fullSite();

  /** A site with ten thousand bins of the item, of which only the last has room. */
  private static PutAwayFacts fullSite() {
    List<Shelf> shelves = new ArrayList<>();
    Shelf.Limits limits = new Shelf.Limits(BigDecimal.ONE, null, null);
    for (int i = 1; i <= BINS; i++) {
      BigDecimal filled = i == BINS ? BigDecimal.ZERO : BigDecimal.ONE;
      shelves.add(
          new Shelf(
              i,
              AreaPurpose.STORE,
              "",
              MixingPolicy.ONE_ITEM,
              limits,
              new Shelf.Filled(filled, BigDecimal.ZERO, 0),
              List.of(new Shelf.Content(1, 0, Quantity.of(10))),
              true,
              0));
    }
    return new PutAwayFacts() {
      @Override
      public Optional<Shelf> home() {
        return Optional.empty();
      }

      @Override
      public List<Rule> rules() {
        return List.of();
      }

      @Override
      public Optional<Quantity> free(long place) {
        return Optional.empty();
      }

      @Override
      public Iterable<Shelf> binsOf(Rule rule) {
        return List.of();
      }

      @Override
      public Iterable<Shelf> holding() {
        return shelves;
      }

      @Override
      public Iterable<Shelf> empty() {
        return List.of();
      }

      @Override
      public Iterable<Shelf> overflow() {
        return List.of();
      }
    };
  }

  @Benchmark
  public Reading readAPalletLabel() {
    return ScanReader.read(pallet);
  }

  @Benchmark
  public Reading readADigitalLink() {
    return ScanReader.read(link);
  }

  @Benchmark
  public Plan putAwayOverTenThousandBins() {
    return PutAway.plan(parcel, fullSite);
  }

  private static List<Candidate> thousandPositions() {
    List<Candidate> candidates = new ArrayList<>();
    LocalDate day = LocalDate.of(2026, 1, 1);
    for (int i = 0; i < 1000; i++) {
      long lot = 1 + i * 31 % 45;
      candidates.add(
          new Candidate(
              new PositionKey(1, 1 + i, lot, 0, 0, Condition.GOOD),
              Quantity.of(1 + i * 7 % 20),
              day.minusDays(i * 13 % 300),
              day.plusDays(lot * 20),
              "L" + lot,
              "A-" + i,
              i * 17 % 1000,
              1 + i % 5,
              true));
    }
    return candidates;
  }

  private final List<Candidate> positions = thousandPositions();
  private final Removal.Wanted wanted =
      Removal.Wanted.of(Quantity.of(450), LocalDate.of(2026, 1, 1));

  /** First to expire, oldest, nearest, over a thousand positions of 45 lots. */
  @Benchmark
  public Removal.Plan removalOverAThousandPositions() {
    return Removal.decide(wanted, Policy.USUAL, positions);
  }

  /** The same of one lot only. */
  @Benchmark
  public Removal.Plan oneLotOfAThousandPositions() {
    return Removal.decide(wanted.asking(30, Removal.Wanted.Lots.ONE), Policy.USUAL, positions);
  }

  private static final Block FORTY_AISLES =
      new Block(IntStream.range(0, 40).mapToObj(i -> i * 3.0).toList(), 40, 0);

  private static List<Block.Stop> hundredStops(long seed) {
    Random random = new Random(seed);
    List<Block.Stop> stops = new ArrayList<>();
    for (int id = 1; id <= 100; id++) {
      stops.add(new Block.Stop(id, random.nextInt(40), random.nextDouble() * 40));
    }
    return stops;
  }

  private final List<Block.Stop> stops = hundredStops(1);

  @Benchmark
  public ShortestRound.Round shortestRoundOfAHundredStops() {
    return ShortestRound.of(FORTY_AISLES, stops);
  }

  /** How much shorter the shortest round is than going through every aisle. */
  private static void printWalks() {
    for (int many : new int[] {10, 30, 100}) {
      double round = 0;
      double snake = 0;
      for (long seed = 1; seed <= 200; seed++) {
        List<Block.Stop> some = hundredStops(seed).subList(0, many);
        round += ShortestRound.of(FORTY_AISLES, some).length();
        snake += FORTY_AISLES.snakeWalked(some);
      }
      System.out.printf(
          "   %3d stops in 40 aisles: the shortest round is %.0f %% of the S-shape%n",
          many, 100 * round / snake);
    }
  }

  /** Measures and prints each in one line. */
  static void print() throws RunnerException {
    var results =
        new Runner(
                new OptionsBuilder()
                    .include(CoreBenchmarks.class.getName())
                    .warmupIterations(3)
                    .warmupTime(TimeValue.seconds(1))
                    .measurementIterations(5)
                    .measurementTime(TimeValue.seconds(1))
                    .forks(1)
                    .verbosity(VerboseMode.SILENT)
                    .build())
            .run();
    for (RunResult result : results) {
      String name = result.getParams().getBenchmark();
      System.out.printf(
          "   %-34s %10.2f µs%n",
          name.substring(name.lastIndexOf('.') + 1), result.getPrimaryResult().getScore());
    }
    printWalks();
  }
}
