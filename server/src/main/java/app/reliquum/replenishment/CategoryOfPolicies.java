package app.reliquum.replenishment;

import app.reliquum.catalog.CategoryMoved;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What is kept for a category follows it. */
@Component
class CategoryOfPolicies {

  private final JdbcClient jdbc;

  CategoryOfPolicies(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  @EventListener
  void moved(CategoryMoved moved) {
    moved.followedBy(jdbc, "replenishment_policy", "replenishment policy");
  }
}
