package app.reliquum.inbound;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;

/** Someone who sells goods to the house. */
@SuppressWarnings("NullAway.Init") // Hibernate, or what adds one, fills it
@Entity
@Table(name = "supplier")
class Supplier {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  @Version private int version;
  private String code;
  private String name;
  private String email;
  private String street;
  private String town;
  private int leadDays;
  private boolean active = true;

  protected Supplier() {}

  Supplier(String code) {
    this.code = code;
  }

  void describe(Suppliers.Entry entry) {
    this.name = entry.name().strip();
    this.email = entry.email().strip();
    this.street = entry.street().strip();
    this.town = entry.town().strip();
    this.leadDays = entry.leadDays();
    this.active = entry.active();
  }

  int version() {
    return version;
  }

  Suppliers.Card card() {
    return new Suppliers.Card(id, version, code, name, email, street, town, leadDays, active);
  }
}
