package app.reliquum.api;

import app.reliquum.core.notice.NoticeKind;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * There is something to be told. Published with whatever it is about; who is told, and how, is
 * decided elsewhere.
 *
 * @param site what it concerns; 0 for the whole house
 * @param subject what it is about: the same is told once a day, however often it happens
 * @param details what is to be known of it, in the words of the API
 * @param people who is meant themselves; empty for those whom the house has told to be told
 */
public record NoticeRaised(
    NoticeKind kind, long site, String subject, Map<String, String> details, Set<Long> people) {

  public NoticeRaised {
    details = Map.copyOf(details);
    people = Set.copyOf(people);
  }

  public NoticeRaised(NoticeKind kind, long site, String subject, Map<String, String> details) {
    this(kind, site, subject, details, Set.of());
  }

  /** The same, for some people and no others. */
  public NoticeRaised to(Set<Long> meant) {
    return new NoticeRaised(kind, site, subject, details, meant);
  }

  /**
   * Work in the background failed.
   *
   * @param work which
   */
  public static NoticeRaised failure(long site, String work, Map<String, String> details) {
    Map<String, String> all = new TreeMap<>(details);
    all.put("work", work);
    return new NoticeRaised(NoticeKind.BACKGROUND_FAILURE, site, work, all);
  }
}
