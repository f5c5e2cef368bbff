package app.reliquum.people;

import java.security.SecureRandom;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.stereotype.Component;

/** Lets someone into a new house: its first administrator, with a password that is told once. */
@Component
class FirstPerson implements ApplicationRunner {

  private static final Logger LOG = LoggerFactory.getLogger(FirstPerson.class);
  private static final String LETTERS = "abcdefghjkmnpqrstuvwxyz23456789";
  private static final int LENGTH = 16;

  private final People people;
  private final boolean demo;

  FirstPerson(People people, @Value("${reliquum.demo}") boolean demo) {
    this.people = people;
    this.demo = demo;
  }

  @Override
  public void run(ApplicationArguments arguments) {
    if (demo || !people.all().isEmpty()) {
      return;
    }
    SecureRandom random = new SecureRandom();
    StringBuilder password = new StringBuilder();
    for (int i = 0; i < LENGTH; i++) {
      password.append(LETTERS.charAt(random.nextInt(LETTERS.length())));
    }
    people.add(
        new People.Entry(
            null,
            "ADMIN",
            "First administrator",
            Role.ADMINISTRATOR,
            true,
            Set.of(),
            true,
            password.toString(),
            null,
            null));
    LOG.info("First sign-in: ADMIN {}", password);
  }
}
