package app.reliquum.people;

import app.reliquum.api.Actor;
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
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.Set;

/** Someone who works with the application. */
@Entity
@Table(name = "person")
class Person {

  /** So many wrong tries are free; each one after them doubles the wait. */
  private static final int FREE_TRIES = 5;

  private static final Duration LONGEST_WAIT = Duration.ofMinutes(5);

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
  private int failedSignIns;
  private Instant blockedUntil;
  private BigDecimal approvalValue;

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

  void limited(BigDecimal approvalValue) {
    this.approvalValue = approvalValue;
  }

  BigDecimal approvalValue() {
    return approvalValue;
  }

  void passwordHash(String hash) {
    this.passwordHash = hash;
  }

  void pinHash(String hash) {
    this.pinHash = hash;
  }

  void signInFailed(Instant now) {
    failedSignIns++;
    if (failedSignIns > FREE_TRIES) {
      Duration wait = Duration.ofSeconds(1L << Math.min(failedSignIns - FREE_TRIES, 16));
      blockedUntil = now.plus(wait.compareTo(LONGEST_WAIT) > 0 ? LONGEST_WAIT : wait);
    }
  }

  void signedIn() {
    failedSignIns = 0;
    blockedUntil = null;
  }

  boolean blockedAt(Instant now) {
    return blockedUntil != null && now.isBefore(blockedUntil);
  }

  Actor actor() {
    return new Actor(id, code, name, role.name(), role.permissions(), everywhere, sites);
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

  Instant blockedUntil() {
    return blockedUntil;
  }
}
