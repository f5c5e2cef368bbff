package app.reliquum.stock;

import app.reliquum.core.place.PlaceKind;
import java.util.Arrays;
import java.util.stream.Collectors;

/** Which places hold goods that are the house's own, in statements. */
public final class OwnPlaces {

  private OwnPlaces() {}

  /**
   * That a place is one of them, as {@link PlaceKind#ours} has it.
   *
   * @param kind the column of its kind
   */
  public static String are(String kind) {
    return Arrays.stream(PlaceKind.values())
        .filter(PlaceKind::ours)
        .map(one -> "'" + one + "'")
        .collect(Collectors.joining(", ", kind + " in (", ")"));
  }
}
