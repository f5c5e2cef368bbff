package app.reliquum.catalog;

/** How large and how heavy one unit of an item is, by its smallest measured pack, in statements. */
public final class UnitSql {

  private UnitSql() {}

  /**
   * What one weighs in kilograms, 0 if nobody knows.
   *
   * @param item the column of the item's number
   */
  public static String weight(String item) {
    return smallest(item, "k.gross_kg", "k.gross_kg > 0");
  }

  /** What one takes up in cubic metres, 0 if nobody knows. */
  public static String volume(String item) {
    return smallest(
        item,
        "k.length_cm * k.width_cm * k.height_cm / 1000000",
        "k.length_cm > 0 and k.width_cm > 0 and k.height_cm > 0");
  }

  private static String smallest(String item, String figure, String known) {
    return ("coalesce((select %s / k.factor from pack k where k.item_id = %s and %s"
            + " order by k.factor limit 1), 0)")
        .formatted(figure, item, known);
  }
}
