package app.reliquum.house;

import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Whether this is the demo house. Its database says so itself: its passwords are published, so it
 * must never be taken for a house of one's own.
 */
@Component
public class DemoMark {

  private static final String NAME = "demo";

  private final JdbcClient jdbc;
  private volatile boolean demo;

  DemoMark(JdbcClient jdbc, @Value("${reliquum.demo}") boolean expected) {
    this.jdbc = jdbc;
    this.demo =
        jdbc.sql("select count(*) from setting where name = ?")
                .param(NAME)
                .query(Long.class)
                .single()
            > 0;
    if (demo && !expected) {
      throw new IllegalStateException(
          "This database holds the demo house, with published passwords. Start with a database of"
              + " your own, or as a demo.");
    }
  }

  /** Whether it is. */
  public boolean isDemo() {
    return demo;
  }

  /** Marks the database as that of the demo house. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void mark() {
    jdbc.sql("insert into setting (name, value) values (?, 'true')").param(NAME).update();
    demo = true;
  }
}
