package app.reliquum.catalog;

import app.reliquum.api.Problem;
import app.reliquum.core.category.CategoryPath;
import java.util.List;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * A category has got another path, with all that lies in it. Whoever keeps something for categories
 * follows, in the same transaction.
 *
 * @param from the path that was given up
 * @param to the path that it has now; there may have been such a category before
 */
public record CategoryMoved(String from, String to) {

  /**
   * Has a table follow that keeps something for categories.
   *
   * @param table with a column {@code category}
   * @param what its rows are called, as in "removal rule"
   * @throws Problem if there is something for both categories already: nobody but a person knows
   *     which of them holds
   */
  public void followedBy(JdbcClient jdbc, String table, String what) {
    List<String> kept =
        jdbc.sql("select distinct category from " + table + " where category <> ''")
            .query(String.class)
            .list();
    for (String category : kept) {
      String now = CategoryPath.moved(category, from, to);
      if (now.equals(category)) {
        continue;
      }
      try {
        jdbc.sql("update " + table + " set category = ?, version = version + 1 where category = ?")
            .params(now, category)
            .update();
      } catch (DuplicateKeyException both) {
        throw Problem.refused(
                "both-have-one",
                "Both {0} and {1} have a {2}. Remove one of them first.",
                category,
                now,
                what)
            .with("from", category)
            .with("to", now);
      }
    }
  }
}
