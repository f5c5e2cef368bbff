package app.reliquum.outbound;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.util.Objects;

/** Someone who gets goods from the house. */
@SuppressWarnings("NullAway.Init") // Hibernate, or what adds one, fills it
@Entity
@Table(name = "customer")
class Customer {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  @Version private int version;
  private String code;
  private String name;
  private String email;
  private String street;
  private String town;
  private String gln;
  private int minimumLife;
  private boolean oneLot;
  private boolean active = true;
  private String language = "";

  protected Customer() {}

  Customer(String code) {
    this.code = code;
  }

  String code() {
    return code;
  }

  void describe(Customers.Entry entry) {
    this.name = entry.name().strip();
    this.email = entry.email().strip();
    this.street = entry.street().strip();
    this.town = entry.town().strip();
    this.gln = entry.gln();
    this.minimumLife = entry.minimumLife();
    this.oneLot = entry.oneLot();
    this.active = entry.active();
    this.language = Objects.requireNonNullElse(entry.language(), language);
  }

  int version() {
    return version;
  }

  Customers.Card card() {
    return new Customers.Card(
        id, version, code, name, email, street, town, gln, minimumLife, oneLot, active, language);
  }
}
