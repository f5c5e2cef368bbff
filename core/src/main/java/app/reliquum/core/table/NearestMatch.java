package app.reliquum.core.table;

import java.util.Collection;
import java.util.Locale;
import java.util.Optional;

/**
 * Finds what someone may have meant: the word with the fewest slips of the hand between them, where
 * a letter that is missing, too many, another, or swapped with its neighbour is one slip (the
 * restricted distance of Damerau and Levenshtein).
 */
public final class NearestMatch {

  private NearestMatch() {}

  /**
   * The nearest of some words; of several that are as near, the first.
   *
   * @return empty if none is within a third of the length of what was typed
   */
  public static Optional<String> of(String typed, Collection<String> words) {
    String text = typed.strip().toUpperCase(Locale.ROOT);
    int most = Math.max(1, text.length() / 3);
    String nearest = null;
    for (String word : words) {
      if (Math.abs(word.length() - text.length()) > most) {
        continue;
      }
      int slips = slips(text, word.toUpperCase(Locale.ROOT), most);
      if (slips <= most) {
        nearest = word;
        most = slips - 1;
        if (most < 0) {
          break;
        }
      }
    }
    return Optional.ofNullable(nearest);
  }

  /** The slips between two words, or more than {@code most} if they are more. */
  private static int slips(String a, String b, int most) {
    int[] beforeLast = new int[b.length() + 1];
    int[] last = new int[b.length() + 1];
    int[] now = new int[b.length() + 1];
    for (int j = 0; j <= b.length(); j++) {
      last[j] = j;
    }
    for (int i = 1; i <= a.length(); i++) {
      now[0] = i;
      int least = i;
      for (int j = 1; j <= b.length(); j++) {
        boolean same = a.charAt(i - 1) == b.charAt(j - 1);
        int here = Math.min(Math.min(now[j - 1], last[j]) + 1, last[j - 1] + (same ? 0 : 1));
        boolean swapped =
            i > 1
                && j > 1
                && a.charAt(i - 1) == b.charAt(j - 2)
                && a.charAt(i - 2) == b.charAt(j - 1);
        now[j] = swapped ? Math.min(here, beforeLast[j - 2] + 1) : here;
        least = Math.min(least, now[j]);
      }
      if (least > most) {
        return most + 1;
      }
      int[] free = beforeLast;
      beforeLast = last;
      last = now;
      now = free;
    }
    return last[b.length()];
  }
}
