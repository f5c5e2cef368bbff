package app.reliquum.removal;

import app.reliquum.catalog.CategoryMoved;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What is kept for a category follows it. */
@Component
class CategoryOfRemovalRules {

  private final JdbcClient jdbc;

  CategoryOfRemovalRules(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  @EventListener
  void moved(CategoryMoved moved) {
    moved.followedBy(jdbc, "removal_rule", "removal rule");
  }
}
