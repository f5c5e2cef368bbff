package app.reliquum.catalog;

import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.core.category.CategoryPath;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The categories of items, as the tree that they are. */
@Service
public class Categories {

  private final JdbcClient jdbc;
  private final RowLog rowLog;
  private final ApplicationEventPublisher events;

  Categories(JdbcClient jdbc, ApplicationEventPublisher events, RowLog rowLog) {
    this.rowLog = rowLog;
    this.jdbc = jdbc;
    this.events = events;
  }

  /**
   * A category.
   *
   * @param path as items have it, such as "Safety/Flares"
   * @param depth how many categories it lies in
   * @param items how many items are of it
   * @param within how many items are of it or of one that lies in it
   */
  @Schema(name = "Category")
  public record Node(String path, int depth, int items, int within) {}

  /**
   * Another path for a category.
   *
   * @param merge whether it may become one with a category that has that path already
   */
  @Schema(name = "CategoryMoving")
  public record Moving(
      @NotBlank @Size(max = 60) String from, @NotBlank @Size(max = 60) String to, boolean merge) {}

  /** Every category that an item has, and those in which they lie; each before what lies in it. */
  @Transactional(readOnly = true)
  public List<Node> tree() {
    Map<String, Integer> items = new TreeMap<>();
    jdbc.sql("select category, count(*) from item where category <> '' group by category")
        .query(
            row -> {
              items.merge(row.getString(1), row.getInt(2), Integer::sum);
            });
    Map<String, Integer> within = new TreeMap<>();
    items.forEach(
        (category, count) ->
            CategoryPath.upwards(category)
                .forEach(path -> within.merge(path, count, Integer::sum)));
    List<Node> tree = new ArrayList<>();
    within.forEach(
        (path, count) ->
            tree.add(
                new Node(
                    path,
                    CategoryPath.upwards(path).size() - 1,
                    items.getOrDefault(path, 0),
                    count)));
    return tree;
  }

  /**
   * Gives a category another path, with all that lies in it: another name, another place, or that
   * of a category that is there already.
   *
   * @throws Problem if there is no such category, it would lie in itself, or it would become one
   *     with another and that was not said
   */
  @Transactional
  public List<Node> move(Moving moving) {
    String from = moving.from().strip();
    String to = read(moving.to());
    Map<String, Integer> before = new TreeMap<>();
    tree().forEach(node -> before.put(node.path(), node.within()));
    if (!before.containsKey(from)) {
      throw Problem.missing("category", from);
    }
    if (from.equals(to)) {
      throw Problem.invalid("to", "It is called {0} already.", to);
    }
    if (CategoryPath.within(to, from)) {
      throw Problem.invalid("to", "{0} can't lie in itself.", from);
    }
    if (before.containsKey(to) && !moving.merge()) {
      throw Problem.conflict("category-exists", "There is a category {0} already.", to)
          .with("field", "to")
          .with("items", before.get(to));
    }
    CategoryMoved moved = new CategoryMoved(from, to);
    watch(from);
    try {
      moved.followedBy(jdbc, "item", "item");
      events.publishEvent(moved);
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("to", fault);
    }
    return tree();
  }

  /** What names a category, here and in the rules of others. */
  private void watch(String category) {
    rowLog.changing(
        "items",
        jdbc
            .sql("select code from item where category = ? or category like concat(?, '/%')")
            .params(category, category)
            .query(String.class)
            .list()
            .stream()
            .map(List::of)
            .toList());
    List.of("put-away rules", "removal rules", "policies").forEach(rowLog::changing);
  }

  private static String read(String typed) {
    try {
      return CategoryPath.read(typed);
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("to", fault);
    }
  }
}
