package app.reliquum.putaway;

import app.reliquum.catalog.CategoryMoved;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What is kept for a category follows it. */
@Component
class CategoryOfRules {

  private final JdbcClient jdbc;

  CategoryOfRules(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  @EventListener
  void moved(CategoryMoved moved) {
    moved.followedBy(jdbc, "put_away_rule", "put-away rule");
  }
}
