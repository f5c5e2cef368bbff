package app.reliquum.core.category;

import java.util.ArrayList;
import java.util.List;

/**
 * A category as a path of names, "Safety/Flares": what is said of "Safety" holds for it too, unless
 * something nearer says otherwise.
 */
public final class CategoryPath {

  private static final char BETWEEN = '/';

  private CategoryPath() {}

  /** A category, the one above it, and so on to the root; nothing for an empty category. */
  public static List<String> upwards(String category) {
    List<String> above = new ArrayList<>();
    for (String path = category; !path.isEmpty(); ) {
      above.add(path);
      int last = path.lastIndexOf(BETWEEN);
      path = last < 0 ? "" : path.substring(0, last).strip();
    }
    return above;
  }
}
