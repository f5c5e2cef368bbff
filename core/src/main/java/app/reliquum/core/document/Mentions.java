package app.reliquum.core.document;

import java.util.LinkedHashSet;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Who is named in a text: by an at sign and their code, as in "@ODDNY please count it". */
public final class Mentions {

  /** An at sign within a word is none of ours: it may be of a mail address. */
  private static final Pattern NAMED =
      Pattern.compile("(?<![\\p{L}\\p{N}._@-])@(\\p{L}[\\p{L}\\p{N}]*)");

  private Mentions() {}

  /**
   * The codes that a text names, each once, in the order in which they stand. Small letters do for
   * capitals.
   */
  public static Set<String> in(String text) {
    Set<String> codes = new LinkedHashSet<>();
    Matcher named = NAMED.matcher(text);
    while (named.find()) {
      codes.add(named.group(1).toUpperCase(Locale.ROOT));
    }
    return codes;
  }
}
