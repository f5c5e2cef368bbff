package app.reliquum.core.removal;

import app.reliquum.core.category.CategoryPath;
import app.reliquum.core.text.InvalidValueException;
import java.util.Comparator;
import java.util.List;

/**
 * What a removal rule is for: an item, a category with everything below it, or all goods; in an
 * area, at a site, or everywhere. At most one of each is named; 0 stands for none.
 *
 * <p>A category may be a path, "Safety/Flares": what is said of "Safety" holds for it too.
 *
 * @param item the item
 * @param category the category, empty for none
 * @param area the area
 * @param site the site
 */
public record Scope(long item, String category, long area, long site) {

  /** All goods, everywhere. */
  public static final Scope EVERYTHING = new Scope(0, "", 0, 0);

  /**
   * What goods are asked for.
   *
   * @param item the item
   * @param categories its category, the one above it, and so on to the root
   * @param site where
   */
  public record Subject(long item, List<String> categories, long site) {
    public Subject {
      categories = List.copyOf(categories);
    }

    /** An item of a category, which may be a path. */
    public static Subject of(long item, String category, long site) {
      return new Subject(item, CategoryPath.upwards(category), site);
    }
  }

  public Scope {
    if (item != 0 && !category.isEmpty()) {
      throw new InvalidValueException("A rule is for an item or a category, not for both.");
    }
    if (area != 0 && site != 0) {
      throw new InvalidValueException("A rule is for an area or a site, not for both.");
    }
  }

  /**
   * Whether it says something about goods that are asked for.
   *
   * @param siteOfArea the site that the area belongs to; of no account if no area is named
   */
  public boolean covers(Subject subject, long siteOfArea) {
    boolean goods =
        item != 0
            ? item == subject.item()
            : category.isEmpty() || subject.categories().contains(category);
    boolean place = area != 0 ? siteOfArea == subject.site() : site == 0 || site == subject.site();
    return goods && place;
  }

  /**
   * The order from the most specific: item before category, the nearest category first, before all;
   * within that, area before site before everywhere.
   */
  static Comparator<Scope> mostSpecificFirst(Subject subject) {
    return Comparator.comparingInt((Scope scope) -> scope.farFrom(subject))
        .thenComparingInt(scope -> scope.area != 0 ? 0 : scope.site != 0 ? 1 : 2)
        .thenComparingLong(Scope::area);
  }

  private int farFrom(Subject subject) {
    if (item != 0) {
      return 0;
    }
    return category.isEmpty() ? Integer.MAX_VALUE : 1 + subject.categories().indexOf(category);
  }
}
