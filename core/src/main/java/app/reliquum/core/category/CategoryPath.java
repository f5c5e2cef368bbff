package app.reliquum.core.category;

import app.reliquum.core.text.InvalidValueException;
import java.util.ArrayList;
import java.util.List;

/**
 * A category as a path of names, "Safety/Flares": what is said of "Safety" holds for it too, unless
 * something nearer says otherwise.
 */
public final class CategoryPath {

  /** The most letters that a path has. */
  public static final int LONGEST = 60;

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

  /** Whether a category is another, or lies in it. */
  public static boolean within(String category, String other) {
    return category.equals(other) || category.startsWith(other + BETWEEN);
  }

  /**
   * What a category is called once another has been given another path, with all that lies in it.
   *
   * @param from the path that is given up
   * @param to the path that it gets
   * @return the category as it was if it does not lie in what is moved
   * @throws IllegalArgumentException if it would be longer than {@link #LONGEST}
   */
  public static String moved(String category, String from, String to) {
    if (!within(category, from)) {
      return category;
    }
    String moved = to + category.substring(from.length());
    if (moved.length() > LONGEST) {
      throw new InvalidValueException("\"{0}\" would be longer than {1} letters.", moved, LONGEST);
    }
    return moved;
  }

  /**
   * A path as someone has written it, without blanks round its names.
   *
   * @throws IllegalArgumentException if a name is missing, or it is longer than {@link #LONGEST}
   */
  public static String read(String typed) {
    List<String> names = new ArrayList<>();
    for (String name : typed.split(String.valueOf(BETWEEN), -1)) {
      if (name.isBlank()) {
        throw new InvalidValueException(
            "A category is one name, or several with / between them, like Safety/Flares.");
      }
      names.add(name.strip());
    }
    String path = String.join(String.valueOf(BETWEEN), names);
    if (path.length() > LONGEST) {
      throw new InvalidValueException("\"{0}\" is longer than {1} letters.", path, LONGEST);
    }
    return path;
  }
}
