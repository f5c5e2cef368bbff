package app.reliquum.places;

import app.reliquum.core.place.AreaPurpose;
import java.util.Arrays;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/**
 * What {@link AreaPurpose} says of areas, for statements. The rules stand there; these are made
 * from them, so that they can't say anything else.
 */
public final class AreaSql {

  /** Whether good stock in area {@code a} is available; false where there is no area. */
  public static final String AVAILABLE = in("a", AreaPurpose::available);

  /** Whether goods may be picked from area {@code a}; false where there is no area. */
  public static final String PICKABLE = pickable("a");

  /** Whether someone who picks or packs goes to area {@code a}. */
  static final String ON_ROUND = in("a", AreaPurpose::onRound);

  private AreaSql() {}

  /** Whether goods may be picked from an area of that alias; false where there is no area. */
  public static String pickable(String area) {
    return in(area, AreaPurpose::pickable);
  }

  private static String in(String area, Predicate<AreaPurpose> which) {
    return Arrays.stream(AreaPurpose.values())
        .filter(which)
        .map(purpose -> "'" + purpose.name() + "'")
        .collect(Collectors.joining(", ", "coalesce(" + area + ".purpose in (", "), false)"));
  }
}
