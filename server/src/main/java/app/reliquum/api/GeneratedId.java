package app.reliquum.api;

import java.util.Objects;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;

/** The number that the database gives to a row in its column {@code id}. */
public final class GeneratedId {

  private GeneratedId() {}

  /** Inserts one row and says its number. */
  public static long of(JdbcClient.StatementSpec insert) {
    GeneratedKeyHolder key = new GeneratedKeyHolder();
    insert.update(key, "id");
    return Objects.requireNonNull(key.getKeyAs(Number.class), "no number was generated")
        .longValue();
  }
}
