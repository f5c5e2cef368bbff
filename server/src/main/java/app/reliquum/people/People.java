package app.reliquum.people;

import app.reliquum.api.Actor;
import app.reliquum.api.Actor.Secret;
import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.api.Staff;
import app.reliquum.api.Texts;
import app.reliquum.people.SecurityLog.What;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The people of the house, and whether someone is who they say. */
@Service
public class People implements Staff {

  private final PersonStore store;
  private final Secrets secrets;
  private final SignIns signIns;
  private final SecurityLog log;
  private final JdbcClient jdbc;
  private final RowLog rowLog;

  private final OwnChoices choices;

  People(
      PersonStore store,
      Secrets secrets,
      SignIns signIns,
      SecurityLog log,
      JdbcClient jdbc,
      RowLog rowLog,
      OwnChoices choices) {
    this.choices = choices;
    this.rowLog = rowLog;
    this.jdbc = jdbc;
    this.store = store;
    this.secrets = secrets;
    this.signIns = signIns;
    this.log = log;
  }

  /**
   * A person as others see them. Secrets are only told to be there.
   *
   * @param email where they are told of what they have chosen to be told; empty for nowhere
   */
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
      @Nullable BigDecimal approvalValue,
      String email) {}

  /**
   * A person as entered. A secret that is null stays as it is.
   *
   * @param version the version that was changed; null for a new person
   * @param approvalValue above what value someone else must agree to what they post, and up to what
   *     they may agree themselves; null for no limit of their own
   * @param email null for the address as before, empty for none
   */
  @Schema(name = "PersonEntry")
  public record Entry(
      @Nullable Integer version,
      @NotNull @Pattern(regexp = "[A-Z0-9]{2,24}", message = "is 2 to 24 capital letters or digits")
          String code,
      @NotNull @Size(min = 1, max = 80) String name,
      @NotNull Role role,
      boolean everywhere,
      @NotNull Set<Long> sites,
      boolean active,
      @Size(min = 10, max = 72, message = "has 10 to 72 characters") @Nullable String password,
      @Pattern(regexp = "[0-9]{4,8}", message = "has 4 to 8 digits") @Nullable String pin,
      @PositiveOrZero @Nullable BigDecimal approvalValue,
      @Size(max = 120) @Pattern(regexp = Texts.MAIL, message = Texts.MAIL_WANTED)
          @Nullable String email) {

    /** What may be kept of it: a quick hash of a PIN is as good as the PIN. */
    Entry withoutSecrets() {
      return new Entry(
          version, code, name, role, everywhere, sites, active, null, null, approvalValue, email);
    }
  }

  /** The language that someone has chosen; empty for none. */
  @Transactional(readOnly = true)
  public String language(long person) {
    return choices.language(person);
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
  public record Name(long id, String code, String name, boolean active) {}

  @Override
  @Transactional(readOnly = true)
  public Optional<Long> coded(String code) {
    return store
        .findByCode(code)
        .filter(person -> person.active() && !person.code().equals(HOUSE))
        .map(Person::id);
  }

  /** The names of everyone who has ever worked here. */
  @Transactional(readOnly = true)
  public List<Name> names() {
    return store.findAllByOrderByName().stream()
        .map(person -> new Name(person.id(), person.code(), person.name(), person.active()))
        .toList();
  }

  /** The hashes of new secrets; null for one that stays. */
  record Hashes(@Nullable String password, @Nullable String pin) {}

  /**
   * Checks and hashes the secrets of an entry. That takes long on purpose, so it is done before a
   * transaction begins.
   *
   * @throws Problem if one is not taken
   */
  Hashes hashes(Entry entry) {
    if (entry.password() != null) {
      secrets.checkPassword(entry.password(), entry.code(), entry.name());
    }
    if (entry.pin() != null) {
      secrets.checkPin(entry.pin());
    }
    return new Hashes(
        entry.password() == null ? null : secrets.hash(entry.password()),
        entry.pin() == null ? null : secrets.hash(entry.pin()));
  }

  /**
   * Takes someone on. Their secrets are for the first sign-in only.
   *
   * @param by who does
   */
  @Transactional
  Card add(Entry entry, Hashes hashes, Actor by) {
    Card card = add(entry, hashes, true);
    log.write(What.PERSON_ADDED, by, entry.code(), rights(entry));
    return card;
  }

  /** Takes someone on who has chosen their secrets already, for the demo and tests. */
  @Transactional
  public Card settle(Entry entry) {
    return add(entry, hashes(entry), false);
  }

  private Card add(Entry entry, Hashes hashes, boolean temporary) {
    if (store.findByCode(entry.code()).isPresent()) {
      throw Problem.conflict("not-unique", "Someone has the code {0} already.", entry.code())
          .with("field", "code");
    }
    rowLog.changing("people", entry.code());
    Person person = new Person(entry.code());
    write(person, entry, hashes, temporary);
    return card(store.saveAndFlush(person));
  }

  /**
   * Changes what is known of someone. The code stays: it is printed on badges. A new secret is for
   * one sign-in only, and ends those that were made with the old one.
   */
  @Transactional
  Card change(long id, Entry entry, Hashes hashes, Actor by) {
    Person person = store.findById(id).orElseThrow(() -> Problem.missing("person", id));
    Problem.unlessCurrent(entry.version(), person.version());
    if (!entry.code().equals(person.code())) {
      throw Problem.invalid("code", "The code stays as it is: it is printed on the badge.");
    }
    boolean lastAdministrator =
        person.role() == Role.ADMINISTRATOR
            && (entry.role() != Role.ADMINISTRATOR || !entry.active())
            && store.countByRoleAndActiveTrue(Role.ADMINISTRATOR) == 1;
    if (lastAdministrator) {
      throw Problem.refused(
          "last-administrator", "This is the last administrator. Name another one first.");
    }
    boolean closed = person.active() && !entry.active();
    String before = rights(person);
    rowLog.changing("people", person.code());
    write(person, entry, hashes, person.id() != by.id());
    String after = rights(entry);
    if (closed || entry.password() != null || entry.pin() != null) {
      signIns.endOf(id, person.id() == by.id() ? by.access().signIn() : 0);
    } else {
      signIns.changed(id);
    }
    log.write(
        closed
            ? What.PERSON_CLOSED
            : before.equals(after) ? What.PERSON_CHANGED : What.RIGHTS_CHANGED,
        by,
        person.code(),
        before.equals(after) ? after : before + " → " + after);
    if (entry.password() != null) {
      log.write(What.PASSWORD_SET, by, person.code(), "");
    }
    if (entry.pin() != null) {
      log.write(What.PIN_SET, by, person.code(), "");
    }
    return card(store.saveAndFlush(person));
  }

  private static String rights(Entry entry) {
    return rights(
        entry.role(), entry.everywhere(), entry.sites(), entry.active(), entry.approvalValue());
  }

  private static String rights(Person person) {
    return rights(
        person.role(),
        person.everywhere(),
        person.sites(),
        person.active(),
        person.approvalValue());
  }

  private static String rights(
      Role role,
      boolean everywhere,
      Set<Long> sites,
      boolean active,
      @Nullable BigDecimal approval) {
    return role
        + (everywhere ? ", every site" : ", sites " + new TreeSet<>(sites))
        + (approval == null
            ? ""
            : ", approves up to " + approval.stripTrailingZeros().toPlainString())
        + (active ? "" : ", closed");
  }

  private void write(Person person, Entry entry, Hashes hashes, boolean temporary) {
    checkSites(entry);
    person.describe(entry.name(), entry.role(), entry.everywhere(), entry.sites(), entry.active());
    person.limited(entry.approvalValue());
    if (entry.email() != null) {
      person.reachedAt(entry.email().strip());
    }
    if (hashes.password() != null) {
      person.password(hashes.password(), temporary);
    }
    if (hashes.pin() != null) {
      person.pin(hashes.pin(), temporary);
    }
  }

  /** Sets a secret that its owner has chosen; other sign-ins of theirs end. */
  @Transactional
  void choose(Actor actor, Secret secret, String hash) {
    Person person = store.findById(actor.id()).orElseThrow();
    if (secret == Secret.PIN) {
      person.pin(hash, false);
    } else {
      person.password(hash, false);
    }
    store.saveAndFlush(person);
    signIns.endOf(person.id(), actor.access().signIn());
    log.write(secret == Secret.PIN ? What.PIN_SET : What.PASSWORD_SET, actor, person.code(), "");
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
              throw Problem.invalid("sites", "There is no site with the number {0}.", site);
            });
  }

  @Override
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

  @Override
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

  @Override
  @Transactional
  public Actor actor(long person) {
    Person found = store.findById(person).orElseThrow(() -> Problem.missing("person", person));
    if (found.code().equals(HOUSE)) {
      return house();
    }
    if (!found.active()) {
      throw Problem.forbidden("{0} does not work here any more.", found.name());
    }
    return found.actor(Actor.Access.OF_THE_HOUSE);
  }

  /** Someone by their code, if they work here. */
  Optional<Person> byCode(String code) {
    return store.findByCode(code).filter(Person::active);
  }

  /** Whether someone who works here is an administrator. */
  boolean hasAdministrator() {
    return store.countByRoleAndActiveTrue(Role.ADMINISTRATOR) > 0;
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
        person.hash(Secret.PASSWORD) != null,
        person.hash(Secret.PIN) != null,
        person.approvalValue(),
        person.email());
  }
}
