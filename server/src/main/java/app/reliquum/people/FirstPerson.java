package app.reliquum.people;

import app.reliquum.people.SecurityLog.What;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.event.EventListener;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/**
 * Lets someone into a house without an administrator: into a new one, and into one whose last
 * administrator is lost. Who starts the application names a file; code and password are written
 * there, for whoever can read what the application's own user writes, and to no log.
 */
@Component
class FirstPerson implements ApplicationRunner {

  private static final Logger LOG = LoggerFactory.getLogger(FirstPerson.class);
  private static final int LENGTH = 16;

  private final People people;
  private final SecurityLog log;
  private final boolean demo;
  private final String file;
  private final String code;
  private final boolean only;
  private final ConfigurableApplicationContext application;

  FirstPerson(
      People people,
      SecurityLog log,
      ConfigurableApplicationContext application,
      @Value("${reliquum.administrator.only}") boolean only,
      @Value("${reliquum.demo}") boolean demo,
      @Value("${reliquum.administrator.file}") String file,
      @Value("${reliquum.administrator.code}") String code) {
    this.people = people;
    this.log = log;
    this.application = application;
    this.only = only;
    this.demo = demo;
    this.file = file;
    this.code = code;
  }

  @Override
  public void run(ApplicationArguments arguments) {
    make();
  }

  /** Ends what was started for an administrator only, when all of it has started. */
  @EventListener(ApplicationReadyEvent.class)
  @Order(Ordered.LOWEST_PRECEDENCE)
  void end() {
    if (only) {
      application.close();
    }
  }

  private void make() {
    boolean asked = !code.isEmpty();
    if (!asked && (demo || people.hasAdministrator())) {
      return;
    }
    if (file.isEmpty()) {
      LOG.warn("Nobody can say who may do what here: make an administrator. See operations.md.");
      return;
    }
    String name = asked ? code : "ADMIN";
    String password = Tokens.readable(LENGTH);
    People.Entry entry =
        new People.Entry(
            null,
            name,
            asked ? "Administrator " + name : "First administrator",
            Role.ADMINISTRATOR,
            true,
            Set.of(),
            true,
            password,
            null,
            null,
            null);
    people.add(entry, people.hashes(entry), people.house());
    log.write(What.PASSWORD_SET, null, name, "made on the machine itself", "");
    write(name + " " + password);
  }

  private void write(String line) {
    Path path = Path.of(file);
    try {
      Files.deleteIfExists(path);
      Files.createFile(
          path, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
      Files.writeString(path, line + "\n", StandardOpenOption.WRITE);
    } catch (IOException fault) {
      throw new UncheckedIOException("The first password could not be written.", fault);
    }
  }
}
