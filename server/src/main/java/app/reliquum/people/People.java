package app.reliquum.people;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The people of the house, and whether someone is who they say. */
@Service
public class People {

  /** How long another server may still believe what a person was. */
  private static final Duration BELIEVED = Duration.ofSeconds(3);

  private final PersonStore store;
  private final PasswordEncoder hashes;
  private final Clock clock;
  private final String hashOfNobody;
  private final JdbcClient jdbc;
  private final Map<Long, Believed> believed = new ConcurrentHashMap<>();

  People(PersonStore store, PasswordEncoder hashes, Clock clock, JdbcClient jdbc) {
    this.jdbc = jdbc;
    this.store = store;
    this.hashes = hashes;
    this.clock = clock;
    this.hashOfNobody = hashes.encode("nobody");
  }

  private record Believed(Actor actor, Instant until) {}

  /** A person as others see them. Secrets are only told to be there. */
  @Schema(name = "PersonCard")
  public record Card(
      long id,
      int version,
      String code,
      String name,
      Role role,
      boolean everywhere,
      Set<Long> sites,
      boolean active,
      boolean hasPassword,
      boolean hasPin,
      @Nullable BigDecimal approvalValue) {}

  /**
   * A person as entered. A secret that is null stays as it is.
   *
   * @param version the version that was changed; null for a new person
   * @param approvalValue above what value someone else must agree to what they post, and up to what
   *     they may agree themselves; null for no limit of their own
   */
  @Schema(name = "PersonEntry")
  public record Entry(
      Integer version,
      @NotNull @Pattern(regexp = "[A-Z0-9]{2,24}", message = "is 2 to 24 capital letters or digits")
          String code,
      @NotNull @Size(min = 1, max = 80) String name,
      @NotNull Role role,
      boolean everywhere,
      @NotNull Set<Long> sites,
      boolean active,
      @Size(min = 10, max = 72, message = "has 10 to 72 characters") String password,
      @Pattern(regexp = "[0-9]{4,8}", message = "has 4 to 8 digits") String pin,
      @PositiveOrZero BigDecimal approvalValue) {

    /** What may be kept of it: a quick hash of a PIN is as good as the PIN. */
    Entry withoutSecrets() {
      return new Entry(
          version, code, name, role, everywhere, sites, active, null, null, approvalValue);
    }
  }

  /** Everyone, by name. */
  @Transactional(readOnly = true)
  public List<Card> all() {
    return store.findAllByOrderByName().stream()
        .filter(person -> !person.code().equals(HOUSE))
        .map(People::card)
        .toList();
  }

  /** A person as anyone may see them, in lists to choose from. */
  @Schema(name = "PersonName")
  public record Name(long id, String name) {}

  /** The names of everyone who has ever worked here. */
  @Transactional(readOnly = true)
  public List<Name> names() {
    return store.findAllByOrderByName().stream()
        .map(person -> new Name(person.id(), person.name()))
        .toList();
  }

  /** Takes someone on. */
  @Transactional
  public Card add(Entry entry) {
    if (store.findByCode(entry.code()).isPresent()) {
      throw Problem.conflict("not-unique", "Someone has the code " + entry.code() + " already.")
          .with("field", "code");
    }
    Person person = new Person(entry.code());
    write(person, entry);
    return card(store.saveAndFlush(person));
  }

  /** Changes what is known of someone. The code stays: it is printed on badges. */
  @Transactional
  public Card change(long id, Entry entry) {
    Person person = store.findById(id).orElseThrow(() -> Problem.missing("person", id));
    if (entry.version() == null || entry.version() != person.version()) {
      throw Problem.conflict("changed", "Someone else changed this meanwhile. Load it again.");
    }
    boolean lastAdministrator =
        person.role() == Role.ADMINISTRATOR
            && (entry.role() != Role.ADMINISTRATOR || !entry.active())
            && store.countByRoleAndActiveTrue(Role.ADMINISTRATOR) == 1;
    if (lastAdministrator) {
      throw Problem.refused(
          "last-administrator", "This is the last administrator. Name another one first.");
    }
    write(person, entry);
    believed.remove(id);
    return card(store.saveAndFlush(person));
  }

  private void write(Person person, Entry entry) {
    checkSites(entry);
    person.describe(entry.name(), entry.role(), entry.everywhere(), entry.sites(), entry.active());
    person.limited(entry.approvalValue());
    if (entry.password() != null) {
      person.passwordHash(hashes.encode(entry.password()));
    }
    if (entry.pin() != null) {
      person.pinHash(hashes.encode(entry.pin()));
    }
  }

  private void checkSites(Entry entry) {
    if (entry.sites().isEmpty()) {
      if (entry.active() && !entry.everywhere()) {
        throw Problem.invalid("sites", "Name a site to work at, or let them work everywhere.");
      }
      return;
    }
    Set<Long> known =
        new HashSet<>(
            jdbc.sql("select id from site where id in (:ids)")
                .param("ids", entry.sites())
                .query(Long.class)
                .list());
    entry.sites().stream()
        .filter(site -> !known.contains(site))
        .findFirst()
        .ifPresent(
            site -> {
              throw Problem.invalid("sites", "There is no site with the number " + site + ".");
            });
  }

  /** Someone who works here and may work at a site. */
  @Transactional(readOnly = true)
  public boolean worksAt(long person, long site) {
    return store
        .findById(person)
        .filter(Person::active)
        .filter(one -> !one.code().equals(HOUSE))
        .filter(one -> one.everywhere() || one.sites().contains(site))
        .isPresent();
  }

  /** The code of the house itself, which never signs in. */
  static final String HOUSE = "HOUSE";

  /** The house as one who acts: for nightly work and the first stock. */
  @Transactional
  public Actor house() {
    Person house =
        store
            .findByCode(HOUSE)
            .orElseGet(
                () -> {
                  Person made = new Person(HOUSE);
                  made.describe("Reliquum", Role.AUDITOR, true, Set.of(), false);
                  return store.save(made);
                });
    return Actor.house(house.id());
  }

  /** Someone's card as one who acts, if they still work here. Cheap: asked on every request. */
  public Optional<Actor> current(long id) {
    Instant now = clock.instant();
    Believed known = believed.get(id);
    if (known == null || now.isAfter(known.until())) {
      Actor actor = store.findById(id).filter(Person::active).map(Person::actor).orElse(null);
      known = new Believed(actor, now.plus(BELIEVED));
      believed.put(id, known);
    }
    return Optional.ofNullable(known.actor());
  }

  /** What a sign-in is proved with. */
  enum Proof {
    PASSWORD,
    PIN
  }

  /**
   * Checks who someone says they are.
   *
   * @throws Problem if they are not, or have been wrong too often lately
   */
  @Transactional(propagation = Propagation.REQUIRES_NEW, noRollbackFor = Problem.class)
  Person signIn(String code, Proof proof, String secret) {
    Optional<Person> found = store.findByCode(code).filter(Person::active);
    Instant now = clock.instant();
    if (found.isPresent() && found.get().blockedAt(now)) {
      long seconds = Duration.between(now, found.get().blockedUntil()).toSeconds() + 1;
      throw new Problem(
              HttpStatus.TOO_MANY_REQUESTS,
              "wait",
              "Too many wrong tries. Wait " + seconds + " s and try again.")
          .with("retryAfter", seconds);
    }
    String hash =
        found
            .map(person -> proof == Proof.PIN ? person.pinHash() : person.passwordHash())
            .orElse(null);
    // Compared even for nobody, so that the time it takes tells nothing.
    boolean right = hashes.matches(secret, hash == null ? hashOfNobody : hash) && hash != null;
    if (!right) {
      found.ifPresent(person -> person.signInFailed(now));
      throw new Problem(
          HttpStatus.UNAUTHORIZED,
          "sign-in",
          proof == Proof.PIN
              ? "That badge and PIN don't go together."
              : "That name and password don't go together.");
    }
    found.get().signedIn();
    return found.get();
  }

  private static Card card(Person person) {
    return new Card(
        person.id(),
        person.version(),
        person.code(),
        person.name(),
        person.role(),
        person.everywhere(),
        Set.copyOf(person.sites()),
        person.active(),
        person.passwordHash() != null,
        person.pinHash() != null,
        person.approvalValue());
  }
}
