package app.reliquum.replenishment;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.core.demand.DemandHistory;
import app.reliquum.core.demand.DemandPattern;
import app.reliquum.core.demand.PolicyReplay;
import app.reliquum.core.demand.Review;
import app.reliquum.core.demand.StockCourse;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.Message;
import app.reliquum.places.Places;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Tries a policy before it holds: what would have come of it over past demand, beside what would
 * have come of the one that holds. Both begin with what lay there, and both are played with the
 * same demand, terms and lead time; their figures are those that they would have today.
 */
@Service
@Transactional(readOnly = true)
public class Trials {

  /** So many items are tried at once. */
  private static final int MOST = 2000;

  private static final int READ_DECIMALS = 4;

  private final JdbcClient jdbc;
  private final StoredFacts facts;
  private final Places places;
  private final SiteGroups groups;

  Trials(JdbcClient jdbc, StoredFacts facts, Places places, SiteGroups groups) {
    this.groups = groups;
    this.jdbc = jdbc;
    this.facts = facts;
    this.places = places;
  }

  /**
   * A trial as it is asked for: of an item, else of the items of a category and what lies in it,
   * else of all.
   *
   * @param pattern only of items that are asked for like this, as the last run saw them
   * @param days how many days back it is played
   */
  @Schema(name = "PolicyTrialEntry")
  public record Entry(
      @NotNull Long site,
      @Nullable Long item,
      @Size(max = 60) @Nullable String category,
      DemandPattern.@Nullable Kind pattern,
      @Min(14) @Max(1500) int days,
      @NotNull @Valid Policies.Figures figures) {}

  /**
   * What a policy would have come to.
   *
   * @param fillRate the share of demand that was served at once; of several items, of their values
   * @param daysWithout days that ended with nothing in stock; of several items, all together
   * @param meanStock in the item's unit; null for several items
   * @param meanValue what that was worth
   * @param orders how often something was ordered
   */
  @Schema(name = "PolicyTrialOutcome")
  public record Outcome(
      BigDecimal fillRate,
      int daysWithout,
      @Nullable BigDecimal meanStock,
      BigDecimal meanValue,
      int orders) {}

  /** A day of both courses, in the item's unit. */
  @Schema(name = "PolicyTrialDay")
  public record Day(LocalDate day, BigDecimal today, BigDecimal tried) {}

  /** An item under the policy that holds and under the one that is tried. */
  @Schema(name = "PolicyTrialItem")
  public record Item(
      long itemId, String item, String name, String symbol, Outcome today, Outcome tried) {}

  /**
   * A trial.
   *
   * @param daysPlayed working days
   * @param course of one item; empty for several
   * @param failed items for which the tried policy can't be worked out
   */
  @Schema(name = "PolicyTrial")
  public record Card(
      int daysPlayed,
      Outcome today,
      Outcome tried,
      List<Item> items,
      List<Day> course,
      List<String> failed) {}

  /** Plays both. */
  public Card play(Entry entry, Actor actor) {
    places.requireSite(entry.site(), actor);
    StoredFacts.At at = facts.at(entry.site());
    List<Long> ids = items(entry);
    if (ids.size() > MOST) {
      throw Problem.invalid(
          "category", "At most {0} items are tried at once; these are more. Narrow them.", MOST);
    }
    List<StoredFacts.Known> known = facts.of(at, ids);
    if (known.isEmpty()) {
      throw Problem.refused(
          "no-policies",
          "None of these items has a policy at this site that it could be compared with.");
    }
    known.stream()
        .flatMap(one -> one.at().sites().stream())
        .distinct()
        .forEach(site -> places.requireSite(site, actor));
    Map<Long, StockCourse> courses = new HashMap<>();
    known.stream()
        .collect(Collectors.groupingBy(StoredFacts.Known::at))
        .forEach(
            (where, some) ->
                courses.putAll(
                    facts.courses(
                        where, some.stream().map(one -> one.item().id()).toList(), entry.days())));
    List<Item> items = new ArrayList<>();
    List<Sums> sums = new ArrayList<>();
    List<String> failed = new ArrayList<>();
    List<Day> course = new ArrayList<>();
    int played = 0;
    for (StoredFacts.Known one : known) {
      StockCourse past = courses.get(one.item().id());
      if (past == null) {
        continue;
      }
      DemandHistory demand = past.demand(at.working(), past.first(), at.today());
      try {
        PolicyReplay today = replay(one, one.policy().figures(), demand, past);
        PolicyReplay tried = replay(one, entry.figures(), demand, past);
        double cost = one.facts().unitCost();
        items.add(
            new Item(
                one.item().id(),
                one.item().code(),
                one.item().name(),
                one.item().symbol(),
                outcome(today, cost),
                outcome(tried, cost)));
        sums.add(new Sums(today, tried, cost, asked(demand)));
        played = Math.max(played, demand.days().size());
        if (entry.item() != null) {
          for (int i = 0; i < today.course().size(); i++) {
            course.add(
                new Day(
                    today.course().get(i).day(),
                    today.course().get(i).stock().amount(),
                    tried.course().get(i).stock().amount()));
          }
        }
      } catch (IllegalArgumentException fault) {
        failed.add(one.item().code() + ": " + fault.getMessage());
      }
    }
    if (items.isEmpty()) {
      throw Problem.refused(
          "nothing-to-try",
          failed.isEmpty()
              ? Message.of("Nothing of that has ever lain at this site.")
              : Message.verbatim(failed.get(0)));
    }
    items.sort((a, b) -> Integer.compare(b.today().daysWithout(), a.today().daysWithout()));
    return new Card(played, together(sums, true), together(sums, false), items, course, failed);
  }

  private List<Long> items(Entry entry) {
    if (entry.item() != null) {
      return List.of(entry.item());
    }
    String category = entry.category() == null ? "" : entry.category().strip();
    return jdbc.sql(
            """
            select distinct i.id from item i
              join on_hand_at_site t on t.item_id = i.id and t.site_id in (:sites)
            where i.active
              and (:category = '' or i.category = :category or left(i.category, :length) = :within)
              and (:pattern = '' or exists (select 1 from item_outlook o where o.item_id = i.id
                and o.site_id = :site and o.pattern = :pattern))
            order by i.id limit :most
            """)
        .param("site", entry.site())
        .param("sites", groups.lookedAtFrom(entry.site()))
        .param("category", category)
        .param("within", category + "/")
        .param("length", category.length() + 1)
        .param("pattern", entry.pattern() == null ? "" : entry.pattern().name())
        .param("most", MOST + 1)
        .query(Long.class)
        .list();
  }

  private static PolicyReplay replay(
      StoredFacts.Known known, Policies.Figures figures, DemandHistory demand, StockCourse past) {
    Review review = Review.of(figures.rule(), known.facts());
    Quantity start = new Quantity(past.before().max(BigDecimal.ZERO));
    return PolicyReplay.of(
        review.policy(),
        demand,
        new PolicyReplay.Start(
            start, known.facts().terms(), (int) Math.ceil(known.facts().lead().mean())));
  }

  private static double asked(DemandHistory demand) {
    return demand.days().stream()
        .mapToDouble(day -> Math.max(0, day.demanded().amount().doubleValue()))
        .sum();
  }

  private record Sums(PolicyReplay today, PolicyReplay tried, double cost, double asked) {
    PolicyReplay of(boolean now) {
      return now ? today : tried;
    }
  }

  private static Outcome together(List<Sums> sums, boolean now) {
    if (sums.size() == 1) {
      return outcome(sums.get(0).of(now), sums.get(0).cost());
    }
    double value = 0;
    double served = 0;
    double asked = 0;
    int without = 0;
    int orders = 0;
    for (Sums one : sums) {
      PolicyReplay replay = one.of(now);
      // An item that nobody has said the cost of still counts by its quantity.
      double weight = one.asked() * (one.cost() > 0 ? one.cost() : 1);
      served += replay.fillRate() * weight;
      asked += weight;
      value += replay.meanStock() * one.cost();
      without += replay.daysWithout();
      orders += replay.orders();
    }
    return new Outcome(read(asked == 0 ? 1 : served / asked), without, null, money(value), orders);
  }

  private static Outcome outcome(PolicyReplay replay, double cost) {
    return new Outcome(
        read(replay.fillRate()),
        replay.daysWithout(),
        read(replay.meanStock()),
        money(replay.meanStock() * cost),
        replay.orders());
  }

  private static BigDecimal read(double figure) {
    return BigDecimal.valueOf(figure).setScale(READ_DECIMALS, RoundingMode.HALF_UP);
  }

  private static BigDecimal money(double figure) {
    return BigDecimal.valueOf(figure).setScale(2, RoundingMode.HALF_UP);
  }
}
