package app.reliquum.testing;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.concurrent.atomic.AtomicLong;
import javax.sql.DataSource;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.jdbc.datasource.DelegatingDataSource;
import org.springframework.web.context.request.RequestContextHolder;

/**
 * Counts what one application asks of its database, and how often it was the loser of a deadlock:
 * figures of the database server would hold what other tests do beside it.
 */
public final class WatchedDatabase implements BeanPostProcessor {

  private static final int DEADLOCK = 1213;

  private final AtomicLong statements = new AtomicLong();
  private final AtomicLong deadlocks = new AtomicLong();
  private final AtomicLong following = new AtomicLong();

  /** How many statements have been prepared to answer requests. */
  public long statements() {
    return statements.get();
  }

  /** How many have been prepared by what follows from changes, behind the answers to requests. */
  public long following() {
    return following.get();
  }

  /** How many were given up because of a deadlock. */
  public long deadlocks() {
    return deadlocks.get();
  }

  @Override
  public Object postProcessAfterInitialization(Object bean, String name) {
    return bean instanceof DataSource source && !(bean instanceof DelegatingDataSource)
        ? new Watched(source)
        : bean;
  }

  private final class Watched extends DelegatingDataSource {
    Watched(DataSource source) {
      super(source);
    }

    @Override
    public Connection getConnection() throws SQLException {
      return watched(Connection.class, super.getConnection());
    }
  }

  /** The same object, whose statements are counted and whose faults are looked at. */
  private <T> T watched(Class<T> type, T real) {
    return type.cast(
        Proxy.newProxyInstance(
            type.getClassLoader(),
            new Class<?>[] {type},
            (proxy, method, arguments) -> {
              try {
                Object answer = method.invoke(real, arguments);
                if (answer instanceof PreparedStatement statement
                    && method.getName().equals("prepareStatement")) {
                  // What the house does by itself meanwhile is nobody's question.
                  if (RequestContextHolder.getRequestAttributes() != null) {
                    statements.incrementAndGet();
                  } else if (Thread.currentThread().getName().equals("feed")) {
                    following.incrementAndGet();
                  }
                  return watched(PreparedStatement.class, statement);
                }
                return answer;
              } catch (InvocationTargetException fault) {
                if (fault.getCause() instanceof SQLException refused
                    && refused.getErrorCode() == DEADLOCK) {
                  deadlocks.incrementAndGet();
                }
                throw fault.getCause();
              }
            }));
  }
}
