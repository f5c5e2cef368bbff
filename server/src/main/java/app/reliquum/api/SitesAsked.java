package app.reliquum.api;

import java.util.Arrays;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * One site, or all sites that someone may look at.
 *
 * @param site the site; null for all that they may look at
 */
public record SitesAsked(Actor actor, @Nullable Long site) {

  /**
   * That a row is of one of the sites, in a statement that {@link #bind} is called for.
   *
   * @param columns the columns that name its sites: one of them is enough
   */
  public String seen(String... columns) {
    return Arrays.stream(columns)
        .map(
            column ->
                "((:site = 0 or %1$s = :site) and (:everywhere or %1$s in (:sites)))"
                    .formatted(column))
        .collect(Collectors.joining(" or ", "(", ")"));
  }

  /** Says to a statement which sites they are. */
  public JdbcClient.StatementSpec bind(JdbcClient.StatementSpec statement) {
    return statement
        .param("site", site == null ? 0 : site)
        .param("everywhere", actor.everywhere())
        .param("sites", actor.siteNumbers());
  }
}
