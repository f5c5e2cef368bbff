package app.reliquum;

import app.reliquum.feed.FeedReader;
import app.reliquum.people.People;
import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import app.reliquum.testing.SettableClock;
import app.reliquum.testing.TestDatabase;
import app.reliquum.testing.WatchedDatabase;
import java.math.BigDecimal;
import java.net.URI;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.extension.AfterAllCallback;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.support.GenericApplicationContext;

/** Starts the real application on a database of its own for the tests of a class. */
public final class RunningHouse implements BeforeAllCallback, AfterAllCallback {

  static final String PASSWORD = "quayside secret";
  static final String PIN = "8305";

  private final boolean demo;
  private final SettableClock clock = new SettableClock();
  private final WatchedDatabase watched = new WatchedDatabase();
  private TestDatabase database;
  private ConfigurableApplicationContext application;

  private final List<String> settings;
  private final List<FeedReader> readers = new ArrayList<>();

  private RunningHouse(boolean demo, String... settings) {
    this.demo = demo;
    this.settings = List.of(settings);
  }

  /** A house with nobody and nothing in it, started with settings such as {@code --name=value}. */
  public static RunningHouse empty(String... settings) {
    return new RunningHouse(false, settings);
  }

  /** The same with someone more who reads the feed. */
  public RunningHouse reading(FeedReader reader) {
    readers.add(reader);
    return this;
  }

  /** The demo house. */
  public static RunningHouse demo() {
    return new RunningHouse(true);
  }

  @Override
  public void beforeAll(ExtensionContext context) {
    database = new TestDatabase();
    start();
  }

  private void start() {
    SpringApplication reliquum = new SpringApplication(Reliquum.class);
    reliquum.addInitializers(
        context ->
            ((GenericApplicationContext) context)
                .registerBean("settableClock", Clock.class, () -> clock));
    reliquum.addInitializers(context -> context.getBeanFactory().addBeanPostProcessor(watched));
    for (FeedReader reader : readers) {
      reliquum.addInitializers(
          context ->
              ((GenericApplicationContext) context)
                  .registerBean(reader.name(), FeedReader.class, () -> reader));
    }
    List<String> all = new ArrayList<>(settings);
    all.addAll(
        List.of(
            "--server.port=0",
            "--reliquum.demo=" + demo,
            "--spring.datasource.url=" + database.url(),
            "--spring.datasource.username=" + database.user(),
            "--spring.datasource.password=" + database.password()));
    application = reliquum.run(all.toArray(String[]::new));
  }

  /** Ends the application; its data stay. */
  public void stop() {
    application.close();
  }

  /** Ends the application and starts it again on the same data. */
  public void restart() {
    stop();
    start();
  }

  @Override
  public void afterAll(ExtensionContext context) {
    application.close();
    database.close();
  }

  /** The clock that the house goes by. */
  public SettableClock clock() {
    return clock;
  }

  /** A part of the running application, for what no door leads to. */
  <T> T bean(Class<T> of) {
    return application.getBean(of);
  }

  /** What the application has asked of its database. */
  public WatchedDatabase watched() {
    return watched;
  }

  public TestDatabase database() {
    return database;
  }

  public URI address() {
    return URI.create(
        "http://localhost:" + application.getEnvironment().getProperty("local.server.port"));
  }

  public Client nobody() {
    return new Client(address());
  }

  /** Takes someone on, and signs them in. */
  public Client hire(String code, Role role, Long... sites) {
    return hire(code, role, null, sites);
  }

  /** The same for someone who may agree only up to a value. */
  public Client hireUpTo(String code, Role role, BigDecimal limit) {
    return hire(code, role, limit);
  }

  private Client hire(String code, Role role, @Nullable BigDecimal limit, Long... sites) {
    application
        .getBean(People.class)
        .settle(
            new People.Entry(
                null,
                code,
                "Person " + code,
                role,
                sites.length == 0,
                Set.of(sites),
                true,
                PASSWORD,
                PIN,
                limit,
                code.toLowerCase(Locale.ROOT) + "@house.example"));
    return nobody().signIn(code, PASSWORD);
  }
}
