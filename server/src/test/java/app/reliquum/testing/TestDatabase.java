package app.reliquum.testing;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;

/** A database of its own for a test, on the database server that the script has started. */
public final class TestDatabase implements AutoCloseable {

  private final String server = needed("RELIQUUM_TEST_DB");
  private final String password = needed("RELIQUUM_TEST_DB_PASSWORD");
  private final String name;

  public TestDatabase() {
    this("reliquum_" + UUID.randomUUID().toString().replace("-", "").substring(0, 12));
    run("reliquum", "create database " + name);
  }

  /** One that is there already. */
  public TestDatabase(String name) {
    this.name = name;
  }

  public String name() {
    return name;
  }

  /** Another database with the same tables and the same rows, quicker than filling it anew. */
  public TestDatabase copy() {
    TestDatabase copy = new TestDatabase();
    for (String table :
        column(
            "select table_name from information_schema.tables where table_schema = '"
                + name
                + "' and table_type = 'BASE TABLE'")) {
      String columns =
          "`"
              + String.join(
                  "`, `",
                  column(
                      "select column_name from information_schema.columns where table_schema = '"
                          + name
                          + "' and table_name = '"
                          + table
                          + "' and generation_expression is null order by ordinal_position"))
              + "`";
      copy.run("create table " + table + " like " + name + "." + table);
      copy.run(
          "insert into %2$s (%3$s) select %3$s from %1$s.%2$s".formatted(name, table, columns));
    }
    for (String trigger :
        column(
            "select concat('create trigger ', trigger_name, ' ', action_timing, ' ',"
                + " event_manipulation, ' on ', event_object_table, ' for each row ',"
                + " action_statement) from information_schema.triggers where trigger_schema = '"
                + name
                + "'")) {
      copy.run(trigger);
    }
    for (String view :
        column(
            "select table_name from information_schema.views where table_schema = '"
                + name
                + "'")) {
      String said =
          column(
                  "select view_definition from information_schema.views where table_schema = '"
                      + name
                      + "' and table_name = '"
                      + view
                      + "'")
              .get(0);
      copy.run(
          "create algorithm = merge sql security invoker view "
              + view
              + " as "
              + said.replace("`" + name + "`.", ""));
    }
    return copy;
  }

  /** A line to the database of one's own. */
  public Connection connect() {
    try {
      return DriverManager.getConnection(url(), user(), password());
    } catch (SQLException fault) {
      throw new IllegalStateException(fault);
    }
  }

  /** The first column of what a question finds, behind the application's back. */
  public List<String> column(String sql) {
    List<String> values = new ArrayList<>();
    try (Connection connection = DriverManager.getConnection(url(), user(), password());
        Statement statement = connection.createStatement();
        ResultSet rows = statement.executeQuery(sql)) {
      while (rows.next()) {
        values.add(rows.getString(1));
      }
      return values;
    } catch (SQLException fault) {
      throw new IllegalStateException(sql, fault);
    }
  }

  private static String needed(String variable) {
    String value = System.getenv(variable);
    if (value == null) {
      throw new IllegalStateException("No " + variable + ": run the tests by ./reliquum test");
    }
    return value;
  }

  public String url() {
    return "jdbc:mariadb://" + server + "/" + name;
  }

  public String user() {
    return "reliquum";
  }

  public String password() {
    return password;
  }

  /** Reaches behind the application's back: for tests of what it notices. */
  public void run(String sql) {
    run(name, sql);
  }

  private void run(String database, String sql) {
    try (Connection connection =
            DriverManager.getConnection(
                "jdbc:mariadb://" + server + "/" + database, user(), password);
        Statement statement = connection.createStatement()) {
      statement.execute(sql);
    } catch (SQLException fault) {
      throw new IllegalStateException(sql, fault);
    }
  }

  @Override
  public void close() {
    run("reliquum", "drop database if exists " + name);
  }
}
