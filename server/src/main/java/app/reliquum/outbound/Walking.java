package app.reliquum.outbound;

import app.reliquum.core.place.AreaPurpose;
import app.reliquum.core.walk.Block;
import app.reliquum.core.walk.ShortestRound;
import app.reliquum.places.Places;
import app.reliquum.places.Places.Standing;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import org.springframework.stereotype.Component;

/**
 * In which order someone walks to bins.
 *
 * <p>As a rule by the sequence that the bins are given. A site that asks for it is read as one
 * block of aisles: bins with the same y stand in one aisle, x is how deep in it, and the cross
 * aisles run where the first and the last bins are.
 */
@Component
class Walking {

  private final Places places;

  Walking(Places places) {
    this.places = places;
  }

  List<Long> order(long site, Collection<Long> bins) {
    Map<Long, Integer> sequence = places.walk(Set.copyOf(bins));
    List<Long> bySequence = new ArrayList<>(bins);
    bySequence.sort(
        Comparator.comparing((Long bin) -> sequence.get(bin)).thenComparing(bin -> bin));
    if (!places.leaving(site).shortestRound()) {
      return bySequence;
    }
    List<Standing> standing = places.standing(site);
    Map<Long, Standing> stops = new TreeMap<>();
    TreeMap<BigDecimal, Integer> aisles = new TreeMap<>();
    BigDecimal front = null;
    BigDecimal back = null;
    for (Standing one : standing) {
      if (one.purpose() != AreaPurpose.PACK) {
        aisles.put(one.y().stripTrailingZeros(), 0);
        front = front == null ? one.x() : front.min(one.x());
        back = back == null ? one.x() : back.max(one.x());
        if (bins.contains(one.id())) {
          stops.put(one.id(), one);
        }
      }
    }
    return stops.size() == bins.size() && front != null && back != null && front.compareTo(back) < 0
        ? shortest(standing, stops, aisles, front, back)
        : bySequence;
  }

  private static List<Long> shortest(
      List<Standing> standing,
      Map<Long, Standing> stops,
      TreeMap<BigDecimal, Integer> aisles,
      BigDecimal front,
      BigDecimal back) {
    int number = 0;
    for (Map.Entry<BigDecimal, Integer> aisle : aisles.entrySet()) {
      aisle.setValue(number++);
    }
    List<Block.Stop> points = new ArrayList<>();
    stops.forEach(
        (id, one) ->
            points.add(
                new Block.Stop(
                    id,
                    Objects.requireNonNull(aisles.get(one.y().stripTrailingZeros())),
                    one.x().subtract(front).doubleValue())));
    Block block =
        new Block(
            aisles.keySet().stream().map(BigDecimal::doubleValue).toList(),
            back.subtract(front).doubleValue(),
            start(standing, List.copyOf(aisles.keySet())));
    return ShortestRound.of(block, points).stops().stream().map(Block.Stop::id).toList();
  }

  /**
   * The aisle that is nearest to where goods are packed; the first if nobody says where that is.
   */
  private static int start(List<Standing> standing, List<BigDecimal> aisles) {
    BigDecimal packing =
        standing.stream()
            .filter(one -> one.purpose() == AreaPurpose.PACK)
            .map(Standing::y)
            .findFirst()
            .orElse(aisles.get(0));
    int nearest = 0;
    for (int i = 1; i < aisles.size(); i++) {
      boolean nearer =
          aisles
                  .get(i)
                  .subtract(packing)
                  .abs()
                  .compareTo(aisles.get(nearest).subtract(packing).abs())
              < 0;
      nearest = nearer ? i : nearest;
    }
    return nearest;
  }
}
