package app.reliquum.people;

import app.reliquum.api.Actor;
import app.reliquum.api.Actor.Access;
import app.reliquum.api.Actor.Secret;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.math.BigDecimal;
import java.util.HashSet;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Someone who works with the application. */
@SuppressWarnings("NullAway.Init") // Hibernate, or what adds one, fills it
@Entity
@Table(name = "person")
class Person {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  @Version private int version;
  private String code;
  private String name;

  @Enumerated(EnumType.STRING)
  @Column(columnDefinition = "varchar(16)")
  private Role role;

  private boolean everywhere;
  private boolean active = true;
  private String passwordHash;
  private String pinHash;
  private boolean passwordTemporary;
  private boolean pinTemporary;
  private @Nullable BigDecimal approvalValue;
  private String email = "";

  @ElementCollection(fetch = FetchType.EAGER)
  @CollectionTable(name = "person_site", joinColumns = @JoinColumn(name = "person_id"))
  @Column(name = "site_id")
  private Set<Long> sites = new HashSet<>();

  protected Person() {}

  Person(String code) {
    this.code = code;
  }

  void describe(String name, Role role, boolean everywhere, Set<Long> sites, boolean active) {
    this.name = name;
    this.role = role;
    this.everywhere = everywhere;
    this.sites.retainAll(sites);
    this.sites.addAll(sites);
    this.active = active;
  }

  void limited(@Nullable BigDecimal approvalValue) {
    this.approvalValue = approvalValue;
  }

  void reachedAt(String email) {
    this.email = email;
  }

  String email() {
    return email;
  }

  @Nullable BigDecimal approvalValue() {
    return approvalValue;
  }

  /** Sets the password; a temporary one must be changed at the next sign-in with it. */
  void password(String hash, boolean temporary) {
    this.passwordHash = hash;
    this.passwordTemporary = temporary;
  }

  /** Sets the PIN; a temporary one must be changed at the next sign-in with it. */
  void pin(String hash, boolean temporary) {
    this.pinHash = hash;
    this.pinTemporary = temporary;
  }

  String hash(Secret secret) {
    return secret == Secret.PIN ? pinHash : passwordHash;
  }

  /** The secret that must be changed before anything else, by what they have signed in with. */
  @Nullable Secret due(Secret by) {
    return (by == Secret.PIN ? pinTemporary : passwordTemporary) ? by : null;
  }

  Actor actor(Access access) {
    return new Actor(id, code, name, role.name(), role.permissions(), everywhere, sites, access);
  }

  Long id() {
    return id;
  }

  int version() {
    return version;
  }

  String code() {
    return code;
  }

  String name() {
    return name;
  }

  Role role() {
    return role;
  }

  boolean everywhere() {
    return everywhere;
  }

  Set<Long> sites() {
    return sites;
  }

  boolean active() {
    return active;
  }

  String passwordHash() {
    return passwordHash;
  }

  String pinHash() {
    return pinHash;
  }
}
